<script setup lang="ts">
import { type Method, writeMethodFile } from '@hedge-lamp/core/methods';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import DraftNotices from '../shell/DraftNotices.vue';
import PageHeading from '../shell/PageHeading.vue';
import MethodPreview from './MethodPreview.vue';
import { useNotices } from '../shell/notice-store';
import { useDraft } from '../shell/use-draft';
import { type MethodForm, copyOf, formOfMethod, readMethodForm } from '../methods/method-form';
import MethodEditor from '../methods/MethodEditor.vue';
import MethodSheet from '../methods/MethodSheet.vue';
import { methodFacts } from '../methods/method-words';
import { useMethods } from '../methods/methods-store';

/** One method: as a sheet for those that ship, in the editor for the keeper's own with the bench beside it that it makes. */
const props = defineProps<{ methodId: string }>();
const methods = useMethods();
const notices = useNotices();
const router = useRouter();
const method = computed(() => methods.all.find((m) => m.id === props.methodId));
const isOwn = computed(() => methods.own.some((m) => m.id === props.methodId));
const draftKey = (id: string) => `hedge-lamp.draft.method.${id}`;
/** Also of a copy that is not saved yet. */
const draft = useDraft<MethodForm, Method, Method>({
  key: draftKey(props.methodId),
  within: 'method.',
  formOf: formOfMethod,
  read(typed, over) {
    const read = readMethodForm(over ? { ...typed, version: over.version } : typed);
    return 'method' in read
      ? { sent: read.method }
      : { errors: Object.fromEntries(read.faults.map((f) => [f.path, f.message])) };
  },
  factsOf: methodFacts,
  async send(saved) {
    await methods.save(saved);
    take(saved);
    notices.say(`${saved.name} is saved as version ${saved.version}.`);
  },
});
const { form, errors, failure, saving, take, forget, save } = draft;
watch(
  [method, () => methods.loaded],
  () => {
    if (!form.value && method.value && isOwn.value) take(method.value);
  },
  { immediate: true },
);

function copy(): void {
  const id = newId();
  sessionStorage.setItem(draftKey(id), JSON.stringify(copyOf(method.value!, id)));
  void router.push({ name: 'method', params: { methodId: id } });
}

function exportFile(exported: Method): void {
  const url = URL.createObjectURL(new Blob([writeMethodFile(exported)], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${exported.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.method.json`;
  link.click();
  URL.revokeObjectURL(url);
}

async function remove(): Promise<void> {
  const { methodId } = props;
  const name = method.value?.name ?? form.value?.name ?? 'The method';
  const wasSaved = isOwn.value;
  try {
    if (wasSaved) await methods.remove(methodId);
    forget();
    if (wasSaved)
      notices.say(`${name} is put away. Its readings still know it.`, {
        undo: () => methods.restore(methodId),
      });
    await router.push({ name: 'methods' });
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
</script>

<template>
  <PageHeading :title="form?.name || method?.name || 'Method'">
    <BButton v-if="method && !isOwn" variant="primary" @click="copy"
      >Copy it and set it to my leaflet</BButton
    >
    <BButton v-if="method" variant="outline-primary" @click="exportFile(method)">Export as a file</BButton>
  </PageHeading>
  <DraftNotices what="This method" :draft="draft" />
  <MethodEditor
    v-if="form"
    v-model="form"
    :saved="isOwn"
    :saving="saving"
    :refused="errors"
    @save="save"
    @remove="remove"
  >
    <template #preview="{ method: sound, step }"><MethodPreview :method="sound" :step="step" /></template>
  </MethodEditor>
  <MethodSheet v-else-if="method" :method="method" />
  <p v-else role="status" class="quiet">
    {{ methods.loaded ? 'This method is not here (any more).' : 'Loading the method …' }}
  </p>
</template>
