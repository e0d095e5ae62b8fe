<script setup lang="ts">
import type { Bottle } from '@hedge-lamp/core/methods';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { shallowRef } from 'vue';
import IconDown from '~icons/bi/arrow-down';
import IconUp from '~icons/bi/arrow-up';
import { type StepForm, emptyStep, stepNames } from './method-form';
import StepFields from './StepFields.vue';

/** The steps of a method in the editor: opened one at a time, moved, added, taken out and put back. */
defineProps<{
  bottles: readonly Bottle[];
  errorAt: (path: string) => string | undefined;
  wrongIn: (path: string) => string[];
}>();
const steps = defineModel<StepForm[]>({ required: true });
const opened = defineModel<number | null>('opened', { required: true });

function move(k: number, by: number): void {
  const [step] = steps.value.splice(k, 1);
  steps.value.splice(k + by, 0, step!);
  opened.value = null;
}
const removed = shallowRef<{ at: number; step: StepForm } | null>(null);
function removeStep(k: number): void {
  removed.value = { at: k, step: steps.value[k]! };
  steps.value.splice(k, 1);
  opened.value = null;
}
function putBack(): void {
  steps.value.splice(removed.value!.at, 0, removed.value!.step);
  removed.value = null;
}
function addStep(at: number): void {
  steps.value.splice(at, 0, emptyStep());
  opened.value = at;
}
const targetsAfter = (k: number) =>
  steps.value.slice(k + 1).flatMap((s) => (s.id.trim() === '' ? [] : [s.id.trim()]));
</script>

<template>
  <p v-if="removed" role="status">
    A step was taken out. <BButton variant="link" @click="putBack">Put it back</BButton>
  </p>
  <ol class="steps">
    <li v-for="(s, k) in steps" :key="k" :class="{ bad: wrongIn(`steps.${k}`).length > 0 }">
      <div class="step-head">
        <button
          type="button"
          class="open"
          :aria-expanded="opened === k"
          @click="opened = opened === k ? null : k"
        >
          <span class="figure-mono">{{ k + 1 }}</span>
          <span
            >{{ s.say || 'Nothing said yet' }} <span class="quiet">{{ stepNames[s.do] }}</span></span
          >
        </button>
        <BButton variant="link" :disabled="k === 0" :aria-label="`Step ${k + 1} earlier`" @click="move(k, -1)"
          ><IconUp aria-hidden="true"
        /></BButton>
        <BButton
          variant="link"
          :disabled="k === steps.length - 1"
          :aria-label="`Step ${k + 1} later`"
          @click="move(k, 1)"
          ><IconDown aria-hidden="true"
        /></BButton>
      </div>
      <p v-for="message in wrongIn(`steps.${k}`)" :key="message" class="failure mb-1">{{ message }}</p>
      <div v-if="opened === k" class="step-body">
        <StepFields
          v-model="steps[k]!"
          :bottles="bottles"
          :targets="targetsAfter(k)"
          :error-at="(path) => errorAt(`steps.${k}.${path}`)"
        />
        <BButton variant="link" @click="addStep(k + 1)">Add a step after this one</BButton>
        <BButton variant="link" @click="removeStep(k)">Take this step out</BButton>
      </div>
    </li>
  </ol>
  <BButton variant="outline-primary" @click="addStep(steps.length)">Add a step at the end</BButton>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
}
.steps > li {
  border-bottom: 1px solid var(--hl-line);
}
.steps > li.bad {
  border-left: 6px solid var(--hl-act);
  padding-left: 0.6rem;
}
.step-head {
  display: flex;
  align-items: center;
}
.open {
  flex: 1;
  display: flex;
  gap: 0.7rem;
  min-height: 48px;
  padding: 0.4rem 0;
  border: 0;
  background: none;
  color: inherit;
  text-align: left;
  align-items: center;
}
.step-body {
  padding: 0.2rem 0 0.6rem;
}
</style>
