<script setup lang="ts">
import { CardSchema, chemistryInfo, reagentChemistries } from '@hedge-lamp/core/color';
import { unitsOf } from '@hedge-lamp/core/quantity';
import { type ParameterId, parameterInfo } from '@hedge-lamp/core/parameters';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed } from 'vue';
import SwatchRow from '../color/SwatchRow.vue';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import type { CardForm } from './method-form';

/** A card: its values in their unit, and the chemistry that draws its colors. */
const props = defineProps<{ parameter: ParameterId; errorAt: (path: string) => string | undefined }>();
const card = defineModel<CardForm>({ required: true });

const kind = computed(() => parameterInfo(props.parameter).kind);
const chemistries = computed(() =>
  reagentChemistries
    .filter((c) => chemistryInfo(c).kind === kind.value)
    .map((value) => ({ value: value as string, text: chemistryInfo(value).label })),
);
const unitOptions = computed(() => unitsOf(kind.value).map((u) => ({ value: u.id, text: u.id })));
/** The card as it would be drawn; null while the values do not read as one. */
const drawn = computed(() => {
  const values = card.value.values
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const parsed = CardSchema.safeParse({ ...card.value, values });
  if (!parsed.success || !unitOptions.value.some((u) => u.value === parsed.data.unit)) return null;
  if (chemistryInfo(parsed.data.chemistry).kind !== kind.value) return null;
  return parsed.data;
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
  <SwatchRow v-if="drawn" :card="drawn" class="mt-2" aria-hidden="true" />
</template>
