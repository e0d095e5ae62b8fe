<script setup lang="ts">
import { ammoniaCautions, doseFor, dosingSchools, wayInfo } from '@hedge-lamp/core/cycle';
import { parseFigure } from '@hedge-lamp/core/quantity';
import { computed } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import ChoiceRows from '../shell/ChoiceRows.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import type { CycleForm } from './cycle-form';

/** By which school ammonia is dosed, from what, and how much that is for this water. */
const form = defineModel<CycleForm>({ required: true });
const props = defineProps<{ errors: FieldErrors; liters: number | null }>();

const from = [
  { value: 'ammonium-chloride' as const, text: 'Ammonium chloride, weighed' },
  { value: 'household-ammonia' as const, text: 'Household ammonia, measured' },
];
const schools = {
  redose: dosingSchools.redose.map(({ value, label, reason }) => ({ value, label, hint: reason })),
  pauseAtPeak: dosingSchools.pauseAtPeak.map(({ value, label, reason }) => ({ value, label, hint: reason })),
};
const targets = dosingSchools.target.map(({ value, label, reason }) => ({
  value: String(value),
  label,
  hint: reason,
}));
/** A loop or an upset filter is dosed where no animals live in it. */
const mayDose = computed(() => form.value.way === 'loop' || form.value.way === 'upset');
const doses = computed(() => mayDose.value || wayInfo[form.value.way].feeding === 'ammonia');
const legend = computed(() =>
  mayDose.value
    ? 'Without animals, a dose raises total ammonia to'
    : doses.value
      ? 'A dose raises total ammonia to'
      : 'The challenge at the end is a dose of',
);
const preview = computed(() => {
  const liters = props.liters;
  if (!liters) return '';
  try {
    const target = parseFigure(form.value.target).value;
    const strength = parseFigure(form.value.strength).value;
    const dose = doseFor({ ammoniaFrom: form.value.ammoniaFrom, strength }, target, liters);
    return dose ? `For ${Math.round(liters)} L and ${target} mg/L NH3-N: ${dose.words}.` : '';
  } catch {
    // The field itself says what is wrong with it.
    return '';
  }
});
</script>

<template>
  <section v-if="form.way !== 'with-fish'" class="sheet">
    <ChoiceRows v-model="form.target" :legend="legend" :options="targets" name="target" />
    <TextField
      v-model="form.target"
      class="mt-3"
      label="Or your own, mg/L NH3-N"
      inputmode="decimal"
      :error="errors.target"
    />
    <template v-if="doses">
      <ChoiceRows v-model="form.redose" legend="The next dose" :options="schools.redose" name="redose" />
      <ChoiceRows
        v-model="form.pauseAtPeak"
        legend="While nitrite is high"
        :options="schools.pauseAtPeak"
        name="pause"
      />
    </template>
  </section>
  <section v-if="doses" class="sheet">
    <div class="field-pair">
      <ChoiceField v-model="form.ammoniaFrom" :options="from" label="Ammonia from" />
      <TextField
        v-if="form.ammoniaFrom === 'household-ammonia'"
        v-model="form.strength"
        label="Strength, % by weight"
        inputmode="decimal"
        :error="errors.strength"
      />
    </div>
    <p v-if="preview" class="preview" role="status">{{ preview }}</p>
    <ul class="cautions">
      <li v-for="c in ammoniaCautions" :key="c">{{ c }}</li>
    </ul>
  </section>
</template>

<style scoped>
.preview {
  font-weight: 650;
}
.cautions {
  padding-left: 1.2rem;
  margin: 0;
}
</style>
