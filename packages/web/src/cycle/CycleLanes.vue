<script setup lang="ts">
import { dated } from '../clock/dated';
import type { Forecast, GatheredLog } from '@hedge-lamp/core/cycle';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';

import { computed, defineAsyncComponent } from 'vue';
import { instantOf, readySentence } from './cycle-words';
import { flagWord, lanesOf } from './lanes';

/** Chart.js is large, and a water without a cycle needs none of it. */
const CycleChart = defineAsyncComponent(() => import('./CycleChart.vue'));

/** The curves of a cycle with what was done, what the fit makes of them, and what it foresees. */
const props = defineProps<{
  water: Water;
  readings: readonly Reading[];
  gathered: GatheredLog;
  startedAt: number;
  now: number;
  to: number;
  past: Forecast['bands'] | null;
  forecast: Forecast | null;
  /** False where curves are foreseen but no day: then none is told here either. */
  named: boolean;
}>();

const lanes = computed(() =>
  lanesOf(
    props.readings,
    props.water.units,
    props.startedAt,
    props.past,
    props.forecast?.bands ?? null,
    props.to,
  ),
);
const flags = computed(() =>
  props.gathered.log.events.flatMap((event) => {
    const word = flagWord(event);
    return word === null ? [] : [{ at: instantOf(props.startedAt, event.day), word }];
  }),
);
const summary = computed(() =>
  [
    `Ammonia, nitrite, nitrate and KH since ${dated(props.startedAt, 'd MMMM')}`,
    `${props.readings.length} readings`,
    props.forecast && props.named ? readySentence(props.forecast, props.startedAt, props.now) : '',
  ]
    .filter(Boolean)
    .join(': '),
);
</script>

<template>
  <section class="sheet lanes" aria-label="Readings and forecast">
    <CycleChart
      v-if="lanes.length > 0"
      :lanes="lanes"
      :flags="flags"
      :from="startedAt"
      :now="now"
      :to="to"
      :summary="summary"
    />
    <p v-else class="quiet">
      Nothing was read since the start. The curves of ammonia, nitrite, nitrate and KH will stand here.
    </p>
    <p class="mb-0">
      <RouterLink :to="{ name: 'log', params: { waterId: water.id } }">All readings as a list</RouterLink>
    </p>
  </section>
</template>

<style scoped>
.lanes {
  padding-left: 0.6rem;
}
</style>
