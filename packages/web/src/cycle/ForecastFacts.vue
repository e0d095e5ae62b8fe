<script setup lang="ts">
import { type Forecast, chanceWords } from '@hedge-lamp/core/cycle';
import { interval } from '@hedge-lamp/core/quantity';
import { shortName } from '@hedge-lamp/core/parameters';
import type { UnitChoice } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import { intervalWords } from '../readings/reading-words';
import { useOpenedWorkings } from '../shell/workings-store';
import type { Outlook } from './cycle-worker';
import { instantOf, onDay } from './cycle-words';

/** What the forecast says beside the day: how much KH the cycle takes, and which test would tell most. */
const props = defineProps<{
  outlook: Outlook;
  startedAt: number;
  now: number;
  units: UnitChoice;
}>();
const opened = useOpenedWorkings();

const alkalinity = computed<Forecast['alkalinity']>(() => props.outlook.forecast.alkalinity);
const used = computed(() => intervalWords(interval(...alkalinity.value.used), 'alkalinity', props.units));
const next = computed(() => {
  const { next: test } = props.outlook;
  if (!test) return null;
  return {
    name: shortName(test.of),
    on: onDay(instantOf(props.startedAt, test.day), props.now),
    // In days it would stand beside a headline that holds the doubt about the model, too.
    by: Math.max(5, 5 * Math.round(20 * (1 - test.after / test.before))),
  };
});
</script>

<template>
  <dl class="facts">
    <dt>KH until then</dt>
    <dd>
      <button type="button" class="opens-workings" @click="opened.open(outlook.alkalinityWorkings)">
        {{ used }}
      </button>
      will be used; {{ chanceWords(alkalinity.runsOut) }} that it runs out if nothing is put in.
    </dd>
    <dt>The test that tells most</dt>
    <dd v-if="next">
      {{ next.name }} {{ next.on }}: as far as the model goes it narrows the likely days by about
      {{ next.by }} %.
    </dd>
    <dd v-else>No single test narrows it much now: test as usual and spare the reagent.</dd>
  </dl>
</template>

<style scoped>
.facts {
  display: grid;
  gap: 0.1rem;
  margin: 0.8rem 0 0;
}
dt {
  font-weight: 600;
  color: var(--hl-quiet);
  font-size: 0.95rem;
}
dd {
  margin: 0 0 0.5rem;
}
</style>
