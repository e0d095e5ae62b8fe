<script setup lang="ts">
import { turnIndicatorLabel, turnIndicators } from '@hedge-lamp/core/color';
import { type Bottle, stepWeights } from '@hedge-lamp/core/methods';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import { typedNumber } from '../shell/typed-number';
import { type StepForm, amountOf, stepNames, takesBottle } from './method-form';
import { sayingAmount } from './said-amount';

/** One step in the editor: what is done, how much, from which bottle, in which words. */
const props = defineProps<{
  bottles: readonly Bottle[];
  /** Names of the later steps that an answer can lead to. */
  targets: readonly string[];
  errorAt: (path: string) => string | undefined;
}>();
const step = defineModel<StepForm>({ required: true });

const kinds = Object.entries(stepNames).map(([value, text]) => ({ value: value as StepForm['do'], text }));
const weights = stepWeights.map((value) => ({
  value,
  text: { critical: 'Critical: it decides the result', usual: 'Usual', forgiving: 'Forgiving' }[value],
}));
const indicators = [
  { value: '' as const, text: 'Not known: no picture' },
  ...turnIndicators.map((value) => ({ value, text: turnIndicatorLabel[value] })),
];
const bottleOptions = computed(() => [
  ...(step.value.do === 'shake'
    ? [{ value: '', text: 'The tube' }]
    : [{ value: '', text: 'Choose a bottle' }]),
  ...props.bottles.map((b) => ({ value: b.id, text: b.label })),
]);
const targetOptions = computed(() => [
  { value: '', text: 'On to the next step' },
  ...props.targets.map((value) => ({ value, text: `Skip to “${value}”` })),
]);
/** The amount that the instruction may name; what is half typed is passed over. */
let named = typedNumber(step.value.amount);
watch(
  () => step.value.amount,
  (text) => {
    const now = typedNumber(text);
    if (typeof now !== 'number' || now <= 0) return;
    if (typeof named === 'number') step.value.say = sayingAmount(step.value.say, step.value.do, named, now);
    named = now;
  },
);
const amount = computed(() => amountOf[step.value.do]);
const amountError = computed(() =>
  ['milliliters', 'drops', 'scoops', 'packets', 'times', 'seconds']
    .map((f) => props.errorAt(f))
    .find(Boolean),
);
</script>

<template>
  <div class="fields">
    <div class="line">
      <ChoiceField v-model="step.do" :options="kinds" label="Do" :error="errorAt('do')" />
      <TextField
        v-if="amount"
        v-model="step.amount"
        inputmode="decimal"
        :label="amount"
        :error="amountError"
      />
      <ChoiceField
        v-if="takesBottle.includes(step.do)"
        v-model="step.bottle"
        :options="bottleOptions"
        :label="step.do === 'shake' ? 'Of' : 'From'"
        :error="errorAt('bottle')"
      />
      <TextField
        v-if="step.do === 'read'"
        v-model="step.windowSeconds"
        inputmode="numeric"
        label="Within, seconds"
        hint="Empty: no hurry"
        :error="errorAt('windowSeconds')"
      />
    </div>
    <TextField v-model="step.say" label="Say" :maxlength="160" :error="errorAt('say')" />
    <div v-if="step.do === 'count-to-turn'" class="line">
      <TextField v-model="step.from" label="From color" :error="errorAt('from')" />
      <TextField v-model="step.to" label="To color" :error="errorAt('to')" />
      <ChoiceField v-model="step.indicator" :options="indicators" label="What turns, for the picture of it" />
    </div>
    <template v-if="step.do === 'ask'">
      <div v-for="(a, k) in step.answers" :key="k" class="line">
        <TextField v-model="a.says" :label="`Answer ${k + 1}`" :error="errorAt(`answers.${k}.says`)" />
        <ChoiceField
          v-model="a.goTo"
          :options="targetOptions"
          label="Then"
          :error="errorAt(`answers.${k}.goTo`)"
        />
      </div>
      <BButton
        v-if="step.answers.length < 6"
        variant="link"
        @click="step.answers.push({ says: '', goTo: '', means: '' })"
        >Another answer</BButton
      >
    </template>
    <details class="folded">
      <summary>Why, weight, caution, name</summary>
      <TextField v-model="step.why" label="Why" :error="errorAt('why')" />
      <div class="line">
        <ChoiceField v-model="step.matters" :options="weights" label="How much hangs on it" />
        <TextField
          v-model="step.id"
          label="Name, for branches"
          hint="Small letters, such as powder"
          :error="errorAt('id')"
        />
      </div>
      <TextField v-model="step.caution" label="A caution of this step" :error="errorAt('caution')" />
    </details>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: 0 0.75rem;
}
.fields :deep(.field) {
  margin-bottom: 0.5rem;
}
</style>
