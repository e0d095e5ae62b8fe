<script setup lang="ts">
import type { Tube } from '@hedge-lamp/core/bench';
import { dilutionPlans } from '@hedge-lamp/core/methods';
import { computed } from 'vue';
import { useSettings } from '../settings/settings-store';

/** What is other about the sample than the leaflet asks; shown where the tube is filled. */
const props = defineProps<{ tube: Tube }>();
const settings = useSettings();

const needed = computed(() => {
  const fill = props.tube.method.steps.find((s) => s.do === 'fill');
  return fill?.do === 'fill' ? fill.milliliters : 5;
});
const plan = computed(() => {
  try {
    const syringe = { volume: settings.syringe, mark: settings.syringe / 25 };
    return (
      dilutionPlans(syringe, needed.value * props.tube.test.sampleTimes).find(
        (p) => p.times === props.tube.test.dilution,
      ) ?? null
    );
  } catch {
    return null;
  }
});
const milliliters = computed(
  () => `${Number((needed.value * props.tube.test.sampleTimes).toPrecision(3))} mL`,
);
/** The last two lines of a plan tell what the bench does anyway. */
const lines = computed(() => plan.value?.steps.slice(0, -1) ?? []);
</script>

<template>
  <p v-if="tube.test.role === 'blank'" class="other">
    <strong>This is the blank:</strong> take distilled or RO water in the place of the sample.
  </p>
  <p v-if="tube.test.sampleTimes !== 1" class="other">
    <strong>Take {{ milliliters }} of the sample,</strong> {{ tube.test.sampleTimes }} times the usual. What a
    drop is worth is divided by {{ tube.test.sampleTimes }} by itself.
  </p>
  <div v-if="tube.test.dilution !== 1" class="other">
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
