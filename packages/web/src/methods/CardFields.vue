<script setup lang="ts">
import { CardSchema, cardColor, chemistryInfo, reagentChemistries } from '@hedge-lamp/core/color';
import { units } from '@hedge-lamp/core/quantity';
import { type ParameterId, parameters } from '@hedge-lamp/core/readings';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import type { CardForm } from './method-form';

/** A card: its values in their unit, and the chemistry that draws its colors. */
const props = defineProps<{ parameter: ParameterId; errorAt: (path: string) => string | undefined }>();
const card = defineModel<CardForm>({ required: true });

const kind = computed(() => parameters[props.parameter].kind);
const chemistries = computed(() =>
  reagentChemistries
    .filter((c) => chemistryInfo[c].kind === kind.value)
    .map((value) => ({ value: value as string, text: chemistryInfo[value].label })),
);
const unitOptions = computed(() => units[kind.value].map((u) => ({ value: u.id, text: u.id })));
/** The swatches as drawn; none while the values do not read as a card. */
const swatches = computed(() => {
  const values = card.value.values
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const parsed = CardSchema.safeParse({ ...card.value, values });
  if (!parsed.success || !unitOptions.value.some((u) => u.value === parsed.data.unit)) return [];
  if (chemistryInfo[parsed.data.chemistry].kind !== kind.value) return [];
  return parsed.data.values.map((value) => ({ value, color: cardColor(parsed.data, value) }));
});
</script>

<template>
  <div class="field-pair">
    <TextField v-model="card.name" label="Name of the card" :error="errorAt('name')" />
    <ChoiceField
      v-model="card.unit"
      :options="unitOptions"
      label="Unit, with its basis"
      :error="errorAt('unit')"
    />
  </div>
  <TextField
    v-model="card.values"
    label="Values of the swatches, palest first"
    hint="As your card prints them: 0, 5, 12.5, 25"
    :error="errorAt('values')"
  />
  <ChoiceField
    v-model="card.chemistry"
    :options="chemistries"
    label="Colors"
    hint="Drawn by a model of the dye; your own card may look a little different."
    :error="errorAt('chemistry')"
  />
  <BFormCheckbox v-model="card.open">Its end swatches mean “that or beyond”, as on a pH card</BFormCheckbox>
  <div v-if="swatches.length > 0" class="swatches" aria-hidden="true">
    <span v-for="s in swatches" :key="s.value"
      ><span class="color" :style="{ background: s.color }" />{{ s.value }}</span
    >
  </div>
</template>

<style scoped>
.swatches {
  display: flex;
  gap: 0.3rem;
  padding: 0.4rem;
  margin-top: 0.5rem;
  background: #fff;
  color: #161616;
  border: 1px solid var(--hl-line);
  text-align: center;
  font-size: 0.9rem;
}
.swatches > span {
  flex: 1;
}
.color {
  display: block;
  height: 1.8rem;
}
</style>
