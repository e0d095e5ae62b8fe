<script setup lang="ts">
import { ask } from '../wire/ask';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { ref } from 'vue';
import TextField from '../shell/TextField.vue';
import { useNotices } from '../shell/notice-store';
import { useSave } from '../shell/use-save';
import { diskWords } from './backup-words';
import { type Backups, backupRoutes } from '@hedge-lamp/core/exchange';

/** Where backups go, and where else they could. */
const props = defineProps<{ backups: Backups }>();
const emit = defineEmits<{ changed: [] }>();
const notices = useNotices();
const form = ref<HTMLFormElement>();
const { errors, failure, saving, attempt } = useSave(form, '');
const isOpen = ref(false);
const typed = ref('');

function open(): void {
  typed.value = props.backups.isUsualPlace ? '' : props.backups.place;
  errors.value = {};
  failure.value = '';
  isOpen.value = true;
}
async function set(place: string | null): Promise<void> {
  const before = props.backups.isUsualPlace ? null : props.backups.place;
  await attempt(async () => {
    await ask(backupRoutes.setPlace, { body: { place } });
    isOpen.value = false;
    emit('changed');
    notices.say('The next backup goes there. Those made so far stay where they are.', {
      undo: async () => {
        await ask(backupRoutes.setPlace, { body: { place: before } });
        emit('changed');
      },
    });
  });
}
</script>

<template>
  <p class="where">
    Backups go to <strong>{{ backups.place }}</strong> on the machine that Hedge Lamp runs on.
    <template v-if="!backups.placeFault">
      {{ diskWords[backups.disk] }}
      <template v-if="backups.disk !== 'other'"
        >Choose a folder on another disk, or download a backup from time to time and keep it
        elsewhere.</template
      >
    </template>
  </p>
  <p v-if="backups.placeFault" class="failure">{{ backups.placeFault }}</p>
  <BButton v-if="!isOpen" variant="outline-primary" @click="open">Choose another folder</BButton>
  <form v-else ref="form" novalidate @submit.prevent="set(typed.trim() === '' ? null : typed.trim())">
    <TextField
      v-model="typed"
      label="Folder for backups"
      :error="errors.place ?? (failure || undefined)"
      hint="Its whole path, as on that machine. Leave it empty to put them beside the data folder."
    />
    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">Use this folder</BButton>
      <BButton variant="link" :disabled="saving" @click="isOpen = false">Leave it</BButton>
    </div>
  </form>
</template>

<style scoped>
.where {
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
</style>
