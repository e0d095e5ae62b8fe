<script setup lang="ts">
import { type DoubtId, doubtIds, doubts as info } from '@hedge-lamp/core/readings';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { BModal } from 'bootstrap-vue-next/components/BModal';

/** What may have gone otherwise than planned. Each widens or marks the reading; none is a fault. */
defineProps<{ doubts: readonly DoubtId[] }>();
const open = defineModel<boolean>({ required: true });
defineEmits<{ change: [doubt: DoubtId, on: boolean] }>();
</script>

<template>
  <BModal v-model="open" title="A doubt about this test" ok-only ok-title="Done" header-close-label="Close">
    <p class="quiet">It happens at every bench. Hedge Lamp widens the reading by it.</p>
    <div v-for="id in doubtIds" :key="id" class="doubt">
      <BFormCheckbox
        :model-value="doubts.includes(id)"
        @update:model-value="$emit('change', id, $event === true)"
      >
        <strong>{{ info[id].label }}</strong><br /><span class="quiet">{{ info[id].effect }}</span>
      </BFormCheckbox>
    </div>
  </BModal>
</template>

<style scoped>
.doubt {
  padding: 0.35rem 0;
}
</style>
