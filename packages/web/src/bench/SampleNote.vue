<script setup lang="ts">
import type { Tube } from '@hedge-lamp/core/bench';
import { dilutionPlans } from '@hedge-lamp/core/methods';
import { computed } from 'vue';
import { useSettings } from '../settings/settings-store';

/** What is other about the sample than the leaflet asks; shown where the tube is filled. */
const props = defineProps<{ tube: Tube }>();
const settings = useSettings();

const fillStep = computed(() => props.tube.method.steps.findIndex((s) => s.do === 'fill'));
const atFill = computed(() => props.tube.step === Math.max(0, fillStep.value));
/** A blank is rinsed with what it is filled with. */
const atBlank = computed(
  () => props.tube.test.role === 'blank' && props.tube.step <= Math.max(0, fillStep.value),
);
const milliliters = computed(() => {
  const fill = props.tube.method.steps[fillStep.value];
  const usual = fill?.do === 'fill' ? fill.milliliters : 5;
  return Number((usual * props.tube.test.sampleTimes).toPrecision(3));
});
const isSized = computed(() => props.tube.test.sampleTimes !== 1);
const plan = computed(() => {
  try {
    const syringe = { volume: settings.syringe, mark: settings.syringe / 25 };
    const plans = dilutionPlans(syringe, milliliters.value);
    return plans.find((p) => p.times === props.tube.test.dilution) ?? null;
  } catch {
    return null;
  }
});
/** The last two lines of a plan tell what the bench does anyway. */
const lines = computed(() => plan.value?.steps.slice(0, isSized.value ? -2 : -1) ?? []);
</script>

<template>
  <p v-if="atBlank" class="other">
    <strong>This is the blank:</strong> take distilled or RO water in the place of the sample.
  </p>
  <div v-if="atFill && tube.test.dilution !== 1" class="other">
    <strong>Dilute first.</strong>
    <ol v-if="lines.length > 0">
      <li v-for="line in lines" :key="line">{{ line }}</li>
    </ol>
    <template v-else>
      1 part of the sample and {{ tube.test.dilution - 1 }} parts of distilled or RO water, swirled; fill the
      tube from that.
    </template>
    The result is multiplied by {{ tube.test.dilution }} by itself.
  </div>
  <p v-if="atFill && isSized" class="other">
    <strong>Take {{ milliliters }} mL{{ tube.test.dilution === 1 ? '' : ' from the cup' }} this time,</strong>
    {{ tube.test.sampleTimes }} times the usual. What a drop is worth is divided by
    {{ tube.test.sampleTimes }} by itself.
  </p>
</template>

<style scoped>
.other {
  margin: 0.6rem 0 0;
  border-left: 6px solid var(--hl-clear);
  padding-left: 0.75rem;
}
ol {
  margin: 0.2rem 0;
  padding-left: 1.4rem;
}
</style>
