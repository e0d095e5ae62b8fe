<script setup lang="ts">
import { dated } from '../clock/dated';
import { day } from '@hedge-lamp/core/wire';
import {
  type CycleStart,
  type ForecastRecord,
  type ForecastScore,
  becameOf,
  scoreOf,
} from '@hedge-lamp/core/cycle';
import { format } from 'date-fns';
import { computed } from 'vue';
import { cameTrueWords } from './cycle-words';

/** Earlier forecasts, each as the bar of its four-in-five range, against what came true; those of earlier cycles by their score. */
const props = defineProps<{
  forecasts: readonly ForecastRecord[];
  /** Newest first. */
  starts: readonly CycleStart[];
  /** When the challenge of the newest was passed; null while it was not. */
  readyAt: number | null;
  now: number;
}>();
/** The newest of each day; all are scored, and no more shown than fit. */
const dailyOf = (startId: string | undefined) => [
  ...new Map(
    props.forecasts.filter((f) => f.startId === startId).map((f) => [format(f.madeAt, 'yyyy-MM-dd'), f]),
  ).values(),
];
const daily = computed(() => dailyOf(props.starts[0]?.id));
const shown = computed(() => daily.value.slice(-8));
const scoreWords = ({ settled, held }: ForecastScore) => `${held} of ${settled} held`;
const score = computed(() => scoreOf(daily.value, props.readyAt, props.now));
/** Cycles of this water that were ready in the end, with what became of their forecasts. */
const before = computed(() =>
  props.starts.slice(1).flatMap((s) => {
    const scored = s.outcome === 'ready' ? scoreOf(dailyOf(s.id), s.endedAt, props.now) : null;
    return scored && scored.settled > 0
      ? [{ id: s.id, endedAt: s.endedAt!, begun: s.startedAt, scored }]
      : [];
  }),
);
const span = computed(() => {
  const ends = shown.value.flatMap((f) => [f.early, f.middle, f.late].flatMap((x) => x ?? []));
  const from = Math.min(props.now, ...ends) - day;
  return { from, to: Math.max(props.now, props.readyAt ?? 0, ...ends) + day };
});
const at = (instant: number) => `${(100 * (instant - span.value.from)) / (span.value.to - span.value.from)}%`;
const barOf = ({ early, late }: ForecastRecord) => ({
  left: at(early ?? span.value.to),
  right: `calc(100% - ${at(late ?? span.value.to)})`,
});
const word = (x: number | null) => (x === null ? 'later' : dated(x, 'd MMM'));
</script>

<template>
  <section v-if="shown.length + before.length > 0" class="sheet" aria-labelledby="earlier-heading">
    <h2 id="earlier-heading">Earlier forecasts</h2>
    <p v-if="shown.length > 0" class="mb-1">
      <strong>{{
        score.settled === 0 ? 'None of these is settled yet.' : `${scoreWords(score)}; four of five should.`
      }}</strong>
    </p>
    <p v-if="shown.length > 0" class="quiet">
      As they were made. Each bar is where readiness was expected four times in five, its mark the most likely
      day; the upright line is {{ readyAt === null ? 'now' : 'the day it was ready' }}.
    </p>
    <ol v-if="shown.length > 0">
      <li v-for="f in shown" :key="f.id">
        <span class="made">{{ dated(f.madeAt, 'd MMM') }}</span>
        <span class="track" aria-hidden="true">
          <span v-if="f.early !== null" class="bar" :style="barOf(f)" />
          <span v-if="f.middle !== null" class="tick" :style="{ left: at(f.middle) }" />
          <span class="line" :style="{ left: at(readyAt ?? now) }" />
        </span>
        <span class="words"
          ><span class="figure-mono">{{ word(f.early) }} – {{ word(f.late) }}</span>
          <span class="quiet d-block">{{ cameTrueWords[becameOf(f, readyAt, now)] }}</span></span
        >
      </li>
    </ol>
    <ul v-if="before.length > 0" class="before">
      <li v-for="cycle in before" :key="cycle.id">
        <strong>{{ scoreWords(cycle.scored) }}</strong> in the cycle begun {{ dated(cycle.begun, 'd MMMM') }},
        ready on {{ dated(cycle.endedAt, 'd MMMM') }}.
      </li>
    </ul>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0.5rem;
}
ol li {
  display: grid;
  grid-template-columns: 4rem minmax(0, 1fr) 9.5rem;
  gap: 0.8rem;
  align-items: center;
}
.before {
  margin: 0.8rem 0 0;
  padding-left: 1.1rem;
}
.words {
  line-height: 1.2;
  font-size: 0.95rem;
}
.track {
  position: relative;
  height: 1.6rem;
  border-bottom: 1px solid var(--hl-line);
}
.bar {
  position: absolute;
  top: 0.35rem;
  bottom: 0.35rem;
  min-width: 4px;
  border-radius: 2px 8px;
  background: var(--hl-clear-tint);
  border: 1px solid var(--hl-clear);
}
.tick {
  position: absolute;
  top: 0.1rem;
  bottom: 0.1rem;
  width: 3px;
  margin-left: -1px;
  background: var(--hl-lane);
}
.line {
  position: absolute;
  top: -0.3rem;
  bottom: -0.3rem;
  border-left: 2px dashed var(--hl-watch);
}
@media (max-width: 767px) {
  ol li {
    grid-template-columns: 3.4rem minmax(0, 1fr);
  }
  .words {
    grid-column: 2;
  }
}
</style>
