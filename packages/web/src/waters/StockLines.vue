<script setup lang="ts">
import { lifeStages, stockGroupIds, stockGroupLabel, isAnimal } from '@hedge-lamp/core/limits';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import ChoiceField from '../shell/ChoiceField.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import { type StockLineForm, emptyStockLine } from './water-form';

/** How many, how heavy and how old the animals are: a line for each kind and age. */
const lines = defineModel<StockLineForm[]>({ required: true });
const props = defineProps<{
  errors: FieldErrors;
  preferred: readonly string[];
  /** How many of a line there are by what was noted since it was told. */
  countsNow: Readonly<Record<string, number | null>>;
}>();
const since = (line: StockLineForm): string => {
  const now = props.countsNow[line.id];
  return now == null || String(now) === line.count.trim()
    ? ''
    : `${Math.max(0, now)} by what was noted since`;
};

const kinds = stockGroupIds.filter(isAnimal).map((value) => ({ value, text: stockGroupLabel[value] }));
const stages = [
  { value: null, text: 'Not said' },
  ...lifeStages.map((value) => ({ value, text: value === 'young' ? 'Young' : 'Grown' })),
];
function add(): void {
  const free = kinds.find(
    (k) => props.preferred.includes(k.value) && !lines.value.some((l) => l.group === k.value),
  );
  lines.value.push(emptyStockLine(free?.value ?? kinds[0]!.value));
}
</script>

<template>
  <div
    v-for="(line, k) in lines"
    :key="line.id"
    class="line"
    role="group"
    :aria-label="`Animals, line ${k + 1}`"
  >
    <ChoiceField v-model="line.group" :options="kinds" label="Kind" :error="errors[`stock.${k}.group`]" />
    <TextField
      v-model="line.count"
      label="How many"
      inputmode="numeric"
      :error="errors[`stock.${k}.count`]"
      :hint="since(line) || undefined"
    />
    <TextField
      v-model="line.gramsEach"
      label="One weighs, g"
      inputmode="decimal"
      :error="errors[`stock.${k}.gramsEach`]"
    />
    <TextField
      v-model="line.centimetersEach"
      label="or is long, cm"
      inputmode="decimal"
      :error="errors[`stock.${k}.centimetersEach`]"
    />
    <ChoiceField v-model="line.stage" :options="stages" label="Age" />
    <BButton variant="link" class="remove" @click="lines.splice(k, 1)"
      >Remove<span class="visually-hidden"> line {{ k + 1 }}</span></BButton
    >
  </div>
  <BButton variant="outline-primary" @click="add">Add how many</BButton>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(8rem, 1fr));
  gap: 0 0.75rem;
  align-items: end;
  border-top: 1px solid var(--hl-line);
  padding-top: 0.5rem;
}
.remove {
  justify-self: start;
  margin-bottom: 1rem;
}
</style>
