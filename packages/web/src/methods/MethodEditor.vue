<script setup lang="ts">
import { type Method, type MethodFault, hazards } from '@hedge-lamp/core/methods';
import { knownIds, parameterInfo, hazardIds } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox, BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import { type MethodForm, readMethodForm } from './method-form';
import ResultFields from './ResultFields.vue';
import StepList from './StepList.vue';

/** The editor of a keeper's own method, with the run that it makes beside it. */
const props = defineProps<{ saved: boolean; saving: boolean; refused: FieldErrors }>();
const form = defineModel<MethodForm>({ required: true });
defineSlots<{ preview(of: { method: Method; step: number | null }): unknown }>();
const emit = defineEmits<{ save: []; remove: [] }>();

const read = computed(() => readMethodForm(form.value));
/** What does not make sense here, and what only the server could refuse. */
const faults = computed<MethodFault[]>(() =>
  'faults' in read.value
    ? read.value.faults
    : Object.entries(props.refused).map(([path, message]) => ({ path, message })),
);
/** Told beside the fields once somebody tried to save; until then only counted. */
const told = ref(false);
const top = ref<HTMLElement>();
/** The last sound form stays in the preview while something is half typed. */
const sound = shallowRef<Method | null>(null);
watch(
  read,
  (now) => {
    if ('method' in now) sound.value = now.method;
  },
  { immediate: true },
);

const errorAt = (path: string) =>
  told.value ? faults.value.find((f) => f.path === path)?.message : undefined;
/** What is wrong with a part as a whole, not with a field of it that shows it itself. */
const wrongIn = (path: string) =>
  told.value
    ? faults.value.filter((f) => f.path === path || f.path.startsWith(`${path}.`)).map((f) => f.message)
    : [];

const kinds = knownIds().map((value) => ({ value, text: parameterInfo(value).label }));
const hazardOptions = hazardIds.map((value) => ({ value, text: hazards[value].label }));

/** The step that is open, and that the trial shows. */
const opened = ref<number | null>(null);
function addBottle(): void {
  const used = new Set(form.value.bottles.map((b) => b.id));
  const id = Array.from({ length: 9 }, (_, k) => `bottle-${k + 1}`).find((name) => !used.has(name))!;
  form.value.bottles.push({
    id,
    label: `Bottle ${form.value.bottles.length + 1}`,
    hazards: [],
    settles: false,
  });
}
async function save(): Promise<void> {
  told.value = true;
  if ('method' in read.value) return emit('save');
  const first = /^steps\.(\d+)/.exec(faults.value[0]!.path);
  if (first) opened.value = Number(first[1]);
  await nextTick();
  top.value?.focus();
}
</script>

<template>
  <div class="two">
    <form class="editor" novalidate @submit.prevent="save">
      <div v-if="told && faults.length > 0" ref="top" class="sheet refused" role="alert" tabindex="-1">
        <p class="failure mb-1">Not saved: this does not make sense yet.</p>
        <ul class="mb-0">
          <li v-for="f in faults.slice(0, 8)" :key="f.path + f.message">{{ f.message }}</li>
        </ul>
      </div>
      <section class="sheet">
        <h2>What it is</h2>
        <div class="field-pair">
          <TextField v-model="form.name" label="Name" :error="errorAt('name')" />
          <TextField
            v-model="form.short"
            label="Short, for the rack"
            :maxlength="14"
            :error="errorAt('short')"
          />
        </div>
        <ChoiceField
          v-model="form.parameter"
          :options="kinds"
          label="What it measures"
          :error="errorAt('parameter')"
        />
        <TextField v-model="form.note" type="note" label="Note" :error="errorAt('note')" />
      </section>

      <section class="sheet">
        <h2>Bottles</h2>
        <div v-for="(b, k) in form.bottles" :key="k" class="bottle">
          <div class="field-pair">
            <TextField v-model="b.label" label="As it is labeled" :error="errorAt(`bottles.${k}.label`)" />
            <TextField v-model="b.id" label="Short name" :error="errorAt(`bottles.${k}.id`)" />
          </div>
          <BFormCheckboxGroup
            v-model="b.hazards"
            :options="hazardOptions"
            :name="`hazards-${k}`"
            :aria-label="`Hazards of ${b.label}`"
          />
          <BFormCheckbox v-model="b.settles"
            >A powder in it settles: it must be shaken before use</BFormCheckbox
          >
          <BButton variant="link" @click="form.bottles.splice(k, 1)">Take {{ b.label }} out</BButton>
        </div>
        <BButton v-if="form.bottles.length < 8" variant="outline-primary" @click="addBottle"
          >Add a bottle</BButton
        >
      </section>

      <section class="sheet">
        <h2>Steps</h2>
        <StepList
          v-model="form.steps"
          v-model:opened="opened"
          :bottles="form.bottles"
          :error-at="errorAt"
          :wrong-in="wrongIn"
        />
      </section>

      <ResultFields v-model="form" :error-at="errorAt" />

      <div class="acts">
        <BButton type="submit" variant="primary" :disabled="saving">
          {{ saving ? 'Saving …' : `Save as version ${form.version + 1}` }}
        </BButton>
        <BButton variant="outline-danger" @click="$emit('remove')">{{
          props.saved ? 'Put this method away' : 'Throw this copy away'
        }}</BButton>
        <span v-if="!told && faults.length > 0" class="quiet">
          {{ faults.length === 1 ? 'One thing does' : `${faults.length} things do` }} not fit yet.
        </span>
      </div>
    </form>
    <div class="beside">
      <slot v-if="sound" name="preview" :method="sound" :step="opened" />
      <p v-else class="quiet">How it runs appears here once the steps make sense.</p>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;
}
.editor {
  display: grid;
  gap: 1rem;
}
.beside {
  position: sticky;
  top: calc(var(--hl-bar) + 1rem);
  max-height: calc(100dvh - var(--hl-bar) - var(--hl-foot, 0px) - 2rem);
  overflow-y: auto;
}
.refused {
  border-color: var(--hl-act);
}
.bottle {
  padding-bottom: 0.6rem;
  margin-bottom: 0.8rem;
  border-bottom: 1px solid var(--hl-line);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  align-items: center;
}
@media (max-width: 1099px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside {
    position: static;
    max-height: none;
  }
}
</style>
