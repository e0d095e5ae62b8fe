<script setup lang="ts">
import type { OwnParameter } from '@hedge-lamp/core/parameters';
import { useSessionStorage } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import ConflictNotice from '../shell/ConflictNotice.vue';
import { differencesOfFacts } from '../shell/differences';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import TextField from '../shell/TextField.vue';
import { useSave } from '../shell/use-save';
import { type ParameterForm, formOfParameter, parameterFacts, readParameterForm } from './parameter-form';
import { useParameters } from './parameters-store';

/** A parameter of the keeper's own: its name, its unit, and what can be at all. */
const props = defineProps<{ parameterId: string }>();
const parameters = useParameters();
const notices = useNotices();
const router = useRouter();
const isNew = computed(() => props.parameterId === 'new');

const form = useSessionStorage<ParameterForm | null>(
  `hedge-lamp.draft.parameter.${props.parameterId}`,
  null,
  {
    serializer: { read: (text) => JSON.parse(text), write: (value) => JSON.stringify(value) },
  },
);
watch(
  () => parameters.own,
  (own) => {
    if (form.value) return;
    const kept = own.find((p) => p.id === props.parameterId);
    if (kept || isNew.value) form.value = formOfParameter(kept ?? null);
  },
  { immediate: true },
);

const sheet = ref<HTMLFormElement>();
const { errors, failure, saving, theirs, attempt, showFirstError } = useSave<OwnParameter>(sheet, '');

async function save(): Promise<void> {
  theirs.value = null;
  failure.value = '';
  const read = readParameterForm(form.value!, parameters.own);
  errors.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) return showFirstError();
  await attempt(async () => {
    await parameters.save(read.parameter);
    form.value = null;
    notices.say(`${read.parameter.name} is saved.`);
    await router.push({ name: 'parameters' });
  });
}
const differences = computed(() => {
  const ours = theirs.value && form.value && readParameterForm(form.value, parameters.own);
  if (!theirs.value || !ours || 'errors' in ours) return [];
  return differencesOfFacts(parameterFacts(theirs.value), parameterFacts(ours.parameter));
});
async function saveOurs(): Promise<void> {
  form.value!.version = theirs.value!.version;
  await save();
}
function takeTheirs(): void {
  form.value = formOfParameter(theirs.value);
  theirs.value = null;
}
async function cancel(): Promise<void> {
  form.value = null;
  await router.push({ name: 'parameters' });
}
</script>

<template>
  <PageHeading :title="isNew ? 'A parameter of your own' : `Edit ${form?.name || 'parameter'}`" />
  <ConflictNotice
    v-if="theirs"
    what="This parameter"
    :differences="differences"
    @ours="saveOurs"
    @theirs="takeTheirs"
  />
  <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
  <form v-if="form" ref="sheet" class="parameter-form" novalidate @submit.prevent="save">
    <section class="sheet">
      <TextField v-model="form.name" label="Name" :maxlength="40" :error="errors.name ?? errors.id" />
      <TextField
        v-model="form.unit"
        label="Unit, with its basis"
        hint="As your kit shows it: mg/L B, not just mg/L. It stays once readings stand in it."
        :maxlength="20"
        :error="errors.unit ?? errors.version"
      />
      <div class="field-pair">
        <TextField
          v-model="form.low"
          inputmode="decimal"
          label="Lowest that can be"
          hint="A figure below is taken for a slip of the finger."
          :error="errors.low"
        />
        <TextField v-model="form.high" inputmode="decimal" label="Highest that can be" :error="errors.high" />
      </div>
      <p class="quiet mb-0">
        Nothing is judged by it until you set a limit of your own, on the page Limits of a water. The lamp’s
        Clear does not speak of it.
      </p>
    </section>
    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
      <BButton variant="outline-secondary" @click="cancel">Cancel</BButton>
    </div>
  </form>
  <p v-else role="status" class="quiet">
    {{ parameters.loaded ? 'This parameter is not here (any more).' : 'Loading the parameter …' }}
  </p>
</template>

<style scoped>
.parameter-form {
  display: grid;
  gap: 1rem;
  max-width: 46rem;
}
.acts {
  display: flex;
  gap: 0.6rem;
}
</style>
