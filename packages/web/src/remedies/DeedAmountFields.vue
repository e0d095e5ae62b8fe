<script setup lang="ts">
import { saltsFor } from '@hedge-lamp/core/chemistry';
import { effectWords } from '@hedge-lamp/core/remedies';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import { type DeedForm, amountOf, wayLabel, waysOf } from './deed-form';

/** How much was put in or changed: the way to tell it, its figures, and what that does to this water. */
const form = defineModel<DeedForm>({ required: true });
const props = defineProps<{ errors: FieldErrors; liters: number | null }>();

const ways = computed(() => waysOf(form.value.kind).map((value) => ({ value, text: wayLabel[value] })));
const salts = saltsFor('alkalinity').map((s) => ({ value: s.id, text: `${s.name} (${s.formula})` }));
const riseUnits = (['mg/L NH3-N', 'mg/L NH4', 'mg/L NH3'] as const).map((value) => ({ value, text: value }));
const effect = computed(() => {
  const amount = amountOf(form.value);
  return amount ? effectWords(amount, props.liters) : '';
});
const error = (name: string) => props.errors[`amount.${name}`];
</script>

<template>
  <ChoiceField
    v-if="ways.length > 1"
    v-model="form.by"
    :options="ways"
    label="How much, told as"
    :error="errors['amount.by']"
  />
  <div class="field-pair">
    <template v-if="form.by === 'rise'">
      <TextField
        v-model="form.figures.text"
        label="Ammonia up by"
        inputmode="decimal"
        :error="error('text')"
      />
      <ChoiceField v-model="form.unit" :options="riseUnits" label="Unit" />
    </template>
    <TextField
      v-if="form.by === 'ammonium-chloride'"
      v-model="form.figures.grams"
      label="Ammonium chloride, g"
      inputmode="decimal"
      :error="error('grams')"
    />
    <template v-if="form.by === 'household-ammonia'">
      <TextField
        v-model="form.figures.milliliters"
        label="Ammonia, mL"
        inputmode="decimal"
        :error="error('milliliters')"
      />
      <TextField
        v-model="form.figures.strength"
        label="Strength, % by weight"
        inputmode="decimal"
        :error="error('strength') ?? error('density')"
        hint="From the bottle. No scent, no color, no surfactant."
      />
    </template>
    <TextField
      v-if="form.by === 'part'"
      v-model="form.figures.percent"
      label="Part changed, %"
      inputmode="decimal"
      :error="error('percent')"
    />
    <TextField
      v-if="form.by === 'liters'"
      v-model="form.figures.liters"
      label="Changed, L"
      inputmode="decimal"
      :error="error('liters')"
    />
    <template v-if="form.by === 'salt'">
      <ChoiceField v-model="form.salt" :options="salts" label="Which salt" />
      <TextField
        v-model="form.figures.grams"
        label="How much, g"
        inputmode="decimal"
        :error="error('grams')"
      />
    </template>
    <template v-if="form.by === 'feed'">
      <TextField v-model="form.figures.grams" label="Food, g" inputmode="decimal" :error="error('grams')" />
      <TextField
        v-model="form.figures.protein"
        label="Protein in it, %"
        inputmode="decimal"
        :error="error('protein')"
        hint="From the packet; flakes have about 40, a raw shrimp 20."
      />
    </template>
  </div>
  <BFormCheckbox v-if="form.by === 'feed'" v-model="form.rots" class="mb-3">
    Nothing eats it: it rots in the water
  </BFormCheckbox>
  <p v-if="effect" class="effect" role="status">In this water: {{ effect }}.</p>
</template>

<style scoped>
.effect {
  padding-left: 0.8rem;
  border-left: 4px solid var(--hl-amber);
}
</style>
