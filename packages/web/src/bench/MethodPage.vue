<script setup lang="ts">
import { type Method, writeMethodFile } from '@hedge-lamp/core/methods';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useSessionStorage } from '@vueuse/core';
import { ApiError, sentenceOf } from '../wire/api-error';
import ConflictNotice from '../shell/ConflictNotice.vue';
import { differencesOfFacts } from '../shell/differences';
import PageHeading from '../shell/PageHeading.vue';
import MethodPreview from './MethodPreview.vue';
import { useNotices } from '../shell/notice-store';
import { type MethodForm, copyOf, formOfMethod } from '../methods/method-form';
import MethodEditor from '../methods/MethodEditor.vue';
import MethodSheet from '../methods/MethodSheet.vue';
import { methodFacts } from '../methods/method-words';
import { useMethods } from '../methods/methods-store';

/** One method: as a sheet for those that ship, in the editor for the keeper's own with the bench beside it that it makes. */
const props = defineProps<{ methodId: string }>();
const methods = useMethods();
const notices = useNotices();
const router = useRouter();
const failure = ref('');
const saving = ref(false);
/** Somebody else saved first: what is kept now, and what was to be saved. */
const clash = shallowRef<{ theirs: Method; ours: Method } | null>(null);
const differences = computed(() =>
  clash.value ? differencesOfFacts(methodFacts(clash.value.theirs), methodFacts(clash.value.ours)) : [],
);

const method = computed(() => methods.all.find((m) => m.id === props.methodId));
const isOwn = computed(() => methods.own.some((m) => m.id === props.methodId));
/** Kept until saved, so that a reload loses nothing typed; also for a copy that is not saved yet. */
const form = useSessionStorage<MethodForm | null>(`hedge-lamp.draft.method.${props.methodId}`, null, {
  serializer: { read: (text) => JSON.parse(text), write: (value) => JSON.stringify(value) },
});
watch(
  [method, () => methods.loaded],
  () => {
    if (!form.value && method.value && isOwn.value) form.value = formOfMethod(method.value);
  },
  { immediate: true },
);

function copy(): void {
  const id = newId();
  const key = `hedge-lamp.draft.method.${id}`;
  sessionStorage.setItem(key, JSON.stringify(copyOf(method.value!, id)));
  void router.push({ name: 'method', params: { methodId: id } });
}

async function save(saved: Method): Promise<void> {
  failure.value = '';
  clash.value = null;
  saving.value = true;
  try {
    await methods.save(saved);
    form.value = formOfMethod(saved);
    notices.say(`${saved.name} is saved as version ${saved.version}.`);
  } catch (error) {
    if (error instanceof ApiError && error.status === 409 && error.current)
      clash.value = { theirs: error.current as Method, ours: saved };
    else failure.value = sentenceOf(error);
  } finally {
    saving.value = false;
  }
}

function saveOurs(): void {
  const { theirs, ours } = clash.value!;
  void save({ ...ours, version: theirs.version + 1 });
}
function takeTheirs(): void {
  form.value = formOfMethod(clash.value!.theirs);
  clash.value = null;
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
    form.value = null;
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
  <ConflictNotice
    v-if="clash"
    what="This method"
    :differences="differences"
    @ours="saveOurs"
    @theirs="takeTheirs"
  />
  <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
  <MethodEditor v-if="form" v-model="form" :saved="isOwn" :saving="saving" @save="save" @remove="remove">
    <template #preview="{ method: sound, step }"><MethodPreview :method="sound" :step="step" /></template>
  </MethodEditor>
  <MethodSheet v-else-if="method" :method="method" />
  <p v-else role="status" class="quiet">
    {{ methods.loaded ? 'This method is not here (any more).' : 'Loading the method …' }}
  </p>
</template>
