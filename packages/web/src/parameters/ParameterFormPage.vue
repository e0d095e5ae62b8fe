<script setup lang="ts">
import type { OwnParameter } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import DraftNotices from '../shell/DraftNotices.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import TextField from '../shell/TextField.vue';
import { useDraft } from '../shell/use-draft';
import {
  type ParameterForm,
  emptyParameterForm,
  formOfParameter,
  parameterFacts,
  readParameterForm,
} from './parameter-form';
import { useParameters } from './parameters-store';

/** A parameter of the keeper's own: its name, its unit, and what can be at all. */
const props = defineProps<{ parameterId: string }>();
const parameters = useParameters();
const notices = useNotices();
const router = useRouter();
const isNew = computed(() => props.parameterId === 'new');

const draft = useDraft<ParameterForm, OwnParameter, OwnParameter>({
  key: `hedge-lamp.draft.parameter.${props.parameterId}`,
  within: '',
  formOf: formOfParameter,
  read: (typed) => readParameterForm(typed, parameters.own),
  factsOf: parameterFacts,
  async send(parameter, seen) {
    await parameters.save({ ...parameter, version: seen + 1 });
    forget();
    notices.say(`${parameter.name} is saved.`);
    await router.push({ name: 'parameters' });
  },
});
const { form, formElement, errors, saving, take, begin, forget, save } = draft;
watch(
  () => parameters.own,
  (own) => {
    if (form.value) return;
    const kept = own.find((p) => p.id === props.parameterId);
    if (kept) take(kept);
    else if (isNew.value) begin(emptyParameterForm());
  },
  { immediate: true },
);
async function cancel(): Promise<void> {
  forget();
  await router.push({ name: 'parameters' });
}
</script>

<template>
  <PageHeading :title="isNew ? 'A parameter of your own' : `Edit ${form?.name || 'parameter'}`" />
  <DraftNotices what="This parameter" :draft="draft" />
  <form v-if="form" ref="formElement" class="parameter-form" novalidate @submit.prevent="save">
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
