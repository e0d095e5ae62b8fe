<script setup lang="ts">
import { type DoseTarget, type Salt, saltsFor } from '@hedge-lamp/core/chemistry';
import { effectWords, signIds, signLabel } from '@hedge-lamp/core/remedies';
import { type StockGroupId, isAnimal, stockGroupIds, stockGroupLabel } from '@hedge-lamp/core/limits';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import { type DeedForm, amountOf, wayLabel, waysOf } from './deed-form';

/** How much was put in or changed: the way to tell it, its figures, and what that does to this water. */
const form = defineModel<DeedForm>({ required: true });
const props = defineProps<{
  errors: FieldErrors;
  liters: number | null;
  /** Waters that a change may have been made with. */
  sources: readonly { readonly value: string; readonly text: string }[];
  /** Kinds of animals that live here come first. */
  animals: readonly StockGroupId[];
}>();
const groups = computed(() => {
  const all = stockGroupIds.filter(isAnimal);
  const ordered = [
    ...all.filter((g) => props.animals.includes(g)),
    ...all.filter((g) => !props.animals.includes(g)),
  ];
  return [
    { value: null, text: 'Not said' },
    ...ordered.map((value) => ({ value, text: stockGroupLabel[value] })),
  ];
});
const stages = [
  { value: null, text: 'Not said' },
  { value: 'grown' as const, text: 'Grown' },
  { value: 'young' as const, text: 'Young' },
];
const aims = [
  { value: null, text: 'Not said' },
  { value: 'chlorine' as const, text: 'Chlorine, as at every change' },
  { value: 'ammonia' as const, text: 'Ammonia' },
];
const isChange = computed(() => form.value.by === 'part' || form.value.by === 'liters');

const ways = computed(() => waysOf(form.value.kind).map((value) => ({ value, text: wayLabel[value] })));
/** Buffers bring alkalinity; the other salts bring hardness or chloride and none of it. */
const saltsOf = (...targets: DoseTarget[]): Salt[] => [...new Set(targets.flatMap((t) => saltsFor(t)))];
const salts = computed(() =>
  (form.value.kind === 'mineral'
    ? saltsOf('chloride', 'hardness').filter((s) => s.perMole.alkalinity === 0 && s.perMole.ammonia === 0)
    : saltsFor('alkalinity')
  ).map((s) => ({ value: s.id, text: `${s.name} (${s.formula})` })),
);
watch(salts, (list) => {
  if (form.value.by === 'salt' && !list.some((s) => s.value === form.value.salt))
    form.value.salt = list[0]!.value;
});
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
    <template v-if="form.by === 'ready'">
      <TextField
        v-model="form.figures.liters"
        label="Ready now, L"
        inputmode="decimal"
        :error="error('liters')"
      />
      <TextField
        v-model="form.figures.nextLiters"
        label="The next, L"
        inputmode="decimal"
        :error="error('nextLiters')"
        hint="Left empty where none is on its way."
      />
      <TextField
        v-model="form.figures.nextHours"
        label="Ready in, hours"
        inputmode="decimal"
        :error="error('nextHours')"
      />
    </template>
    <template v-if="form.by === 'salt'">
      <ChoiceField v-model="form.salt" :options="salts" label="Which salt" />
      <TextField
        v-model="form.figures.grams"
        label="How much, g"
        inputmode="decimal"
        :error="error('grams')"
      />
    </template>
    <template v-if="form.by === 'animals'">
      <TextField v-model="form.figures.count" label="How many" inputmode="numeric" :error="error('count')" />
      <ChoiceField v-model="form.group" :options="groups" label="Kind" :error="error('group')" />
      <TextField
        v-if="form.kind === 'stocked'"
        v-model="form.figures.gramsEach"
        label="One weighs about, g"
        inputmode="decimal"
        :error="error('gramsEach')"
      />
      <ChoiceField v-model="form.stage" :options="stages" label="Age" />
    </template>
    <TextField
      v-if="form.by === 'rain'"
      v-model="form.figures.millimeters"
      label="Rain, mm"
      inputmode="decimal"
      :error="error('millimeters')"
    />
    <TextField
      v-if="form.by === 'hours'"
      v-model="form.figures.hours"
      label="How long, hours"
      inputmode="decimal"
      :error="error('hours')"
      hint="Left empty it is taken as over two hours."
    />
    <ChoiceField
      v-if="form.by === 'against'"
      v-model="form.against"
      :options="aims"
      label="Against"
      hint="Not said, it may have hidden ammonia: that is then to be tested again."
    />
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
  <ChoiceField
    v-if="form.by === 'ready'"
    v-model="form.source"
    :options="sources"
    label="Which water"
    :error="error('sourceWaterId')"
  />
  <template v-if="isChange">
    <ChoiceField
      v-model="form.source"
      :options="sources"
      label="With which water"
      :error="error('sourceWaterId')"
      hint="Tested lately, it lets the other figures be worked out."
    />
    <BFormCheckbox v-model="form.conditioned" class="mb-3"
      >Conditioner against chlorine was in it</BFormCheckbox
    >
  </template>
  <BFormCheckbox v-if="form.by === 'feed'" v-model="form.rots" class="mb-3">
    Nothing eats it: it rots in the water
  </BFormCheckbox>
  <fieldset v-if="form.by === 'signs'" class="signs">
    <legend class="form-label fs-6 fw-semibold">What you see</legend>
    <label v-for="id in signIds" :key="id" class="tick-chip" :class="{ chosen: form.signs.includes(id) }">
      <input v-model="form.signs" type="checkbox" class="form-check-input" :value="id" />
      {{ signLabel[id] }}
    </label>
    <p v-if="errors.amount || error('signs')" class="failure" role="alert">
      {{ errors.amount ?? error('signs') }}
    </p>
  </fieldset>
  <p v-if="effect" class="effect" role="status">In this water: {{ effect }}.</p>
</template>

<style scoped>
.signs {
  display: grid;
  gap: 0.3rem;
  margin-bottom: 1rem;
}
.effect {
  padding-left: 0.8rem;
  border-left: 4px solid var(--hl-amber);
}
</style>
