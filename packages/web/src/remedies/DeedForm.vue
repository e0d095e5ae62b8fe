<script setup lang="ts">
import { type Deed, DeedDraftSchema, type DeedKind, deedKinds, deedLabel } from '@hedge-lamp/core/remedies';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { v4 as newId } from 'uuid';
import { reactive, ref, watch } from 'vue';
import { ApiError, sentenceOf } from '../api/api-error';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsFromServer, errorsOf } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import ChoiceField from '../shell/ChoiceField.vue';
import { useNotices } from '../shell/notice-store';

const props = defineProps<{ waterId: string }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ kept: [] }>();
const link = useServerLink();
const notices = useNotices();

const fresh = () => ({
  id: newId(),
  kind: 'water-change' as DeedKind,
  at: toLocalInput(link.now()),
  detail: '',
});
const form = reactive(fresh());
const errors = ref<FieldErrors>({});
const failure = ref('');
const saving = ref(false);
watch(open, (isOpen) => {
  // What was typed stays when the form is closed and opened again; only its time moves on.
  if (isOpen && form.detail === '') form.at = toLocalInput(link.now());
});

async function save(): Promise<void> {
  failure.value = '';
  const at = fromLocalInput(form.at);
  if (at === null) {
    errors.value = { at: 'Give the day and the time.' };
    return;
  }
  const parsed = DeedDraftSchema.safeParse({ ...form, at, waterId: props.waterId, zone: thisZone() });
  if (!parsed.success) {
    errors.value = errorsOf(parsed.error);
    return;
  }
  errors.value = {};
  saving.value = true;
  try {
    const deed = await call<Deed>('POST', '/api/deeds', parsed.data);
    open.value = false;
    Object.assign(form, fresh());
    emit('kept');
    notices.say(`${deedLabel[deed.kind]} is noted.`, {
      undo: async () => {
        await call('DELETE', `/api/deeds/${deed.id}`);
        emit('kept');
      },
    });
  } catch (error) {
    failure.value = sentenceOf(error);
    if (error instanceof ApiError) errors.value = errorsFromServer(error.fields);
  } finally {
    saving.value = false;
  }
}
const kinds = deedKinds.map((value) => ({ value, text: deedLabel[value] }));
</script>

<template>
  <BModal v-model="open" title="Note something done" no-footer header-close-label="Close">
    <form novalidate @submit.prevent="save">
      <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
      <ChoiceField v-model="form.kind" :options="kinds" label="What" :error="errors.kind" />
      <TextField v-model="form.at" type="datetime-local" label="When" :error="errors.at" />
      <TextField
        v-model="form.detail"
        label="How much, of what"
        :error="errors.detail"
        hint="For example “30 %, tap” or “12 g bicarbonate”."
      />
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
    </form>
  </BModal>
</template>
