<script setup lang="ts">
import { dated } from '../clock/dated';
import { day as dayMs } from '@hedge-lamp/core/wire';
import { type PlanAhead, type ToDo, toDo, wayInfo } from '@hedge-lamp/core/cycle';
import { livesIn } from '@hedge-lamp/core/remedies';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';

import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue';
import type { ProposedDeed } from '../remedies/deed-form';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useWaters } from '../waters/waters-store';
import CycleAlarms from './CycleAlarms.vue';
import CycleLanes from './CycleLanes.vue';
import CycleTeaching from './CycleTeaching.vue';
import CycleVerdict from './CycleVerdict.vue';
import EndAsReady from './EndAsReady.vue';
import ForecastFacts from './ForecastFacts.vue';
import NitrogenTable from './NitrogenTable.vue';
import PastForecasts from './PastForecasts.vue';
import StageRibbon from './StageRibbon.vue';
import WhatIf from './WhatIf.vue';
import { instantOf, readySentence } from './cycle-words';
import { daysShownAhead } from './lanes';
import { useCycle } from './use-cycle';
import { useForecast } from './use-forecast';
import { useKeptForecast } from './use-kept-forecast';

/** Chart.js is large, and a water without a cycle needs none of it. */
const ChanceChart = defineAsyncComponent(() => import('./ChanceChart.vue'));
const DeedForm = defineAsyncComponent(() => import('../remedies/DeedForm.vue'));

/** A filter that grows in: where it stands, what to do today, and when it will be ready. */
const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const water = computed(() => waters.byId(props.waterId));
const cycle = useCycle(
  () => props.waterId,
  () => water.value,
);
const { now, data, start, gathered, running } = cycle;

const tried = shallowRef<PlanAhead | null>(null);
watch(
  () => props.waterId,
  () => (tried.value = null),
);
const foreseen = useForecast(
  () =>
    running.value && gathered.value && cycle.plan.value && !cycle.notForeseen.value
      ? { log: gathered.value.log, source: gathered.value.source, plan: cycle.plan.value }
      : null,
  () => tried.value,
);
/** A forecast that contradicts its own readings is none; one of an older log stands only until the new one is there. */
const outlook = computed(() =>
  foreseen.fit.value?.doubt || !(foreseen.current.value || foreseen.share.value !== null)
    ? null
    : foreseen.planned.value,
);
/** The same where it names a day. */
const named = computed(() => (outlook.value?.uncertain ? null : outlook.value));

/** Where the filter may have stopped, what the readings showed before tells no longer where it stands. */
const mayHaveStopped = computed(
  () =>
    running.value &&
    cycle.stage.value?.stage !== 'ready' &&
    (cycle.notForeseen.value ?? foreseen.fit.value?.doubt)?.stoppedAfter !== undefined,
);

const startedAt = computed(() => start.value?.startedAt ?? 0);
const lead = computed(() => {
  const s = start.value;
  if (!s || !gathered.value) return '';
  return `${wayInfo[s.way].label} · day ${Math.floor(gathered.value.log.days) + 1} · begun ${dated(s.startedAt, 'd MMMM')}`;
});
const ended = computed(() => {
  const s = start.value;
  if (!s || s.endedAt === null) return '';
  const days = Math.round((s.endedAt - s.startedAt) / dayMs);
  return s.outcome === 'ready'
    ? `Ready on ${dated(s.endedAt, 'd MMMM')}, after ${days} days.`
    : `Given up on ${dated(s.endedAt, 'd MMMM')}, after ${days} days.`;
});
const todo = computed<ToDo[]>(() => {
  const [s, g, stage] = [start.value, gathered.value, cycle.stage.value];
  if (!s || !g || !running.value) return [];
  return toDo({
    start: s,
    log: g.log,
    stage: stage?.stage ?? 'unfed',
    stall: cycle.stall.value,
    challenge: cycle.challenge.value,
    deeds: data.value?.deeds ?? [],
    liters: water.value?.netLiters ?? null,
    now: now.value,
    readyNow: named.value?.forecast.chance[0]?.by ?? null,
    khRunsOut: named.value?.forecast.alkalinity.runsOut ?? null,
    mayHoldAnimals:
      !water.value ||
      livesIn(water.value, {
        fishlessSince: wayInfo[s.way].feeding === 'fish' ? null : s.startedAt,
        deeds: data.value?.deeds ?? [],
      }) !== 'nobody',
  });
});
/** Of a challenge that was passed, when, whatever happened since; else the end that was noted. */
const readyAt = computed(() => {
  const passed = cycle.challenge.value?.wasPassed ? cycle.challenge.value.dosedAt : null;
  return start.value?.outcome === 'ready' ? (passed ?? start.value.endedAt) : passed;
});

const shownForecast = computed(() => foreseen.trial.value?.forecast ?? outlook.value?.forecast ?? null);
const chartTo = computed(
  () =>
    (start.value?.endedAt ?? now.value) +
    daysShownAhead(
      running.value ? shownForecast.value : null,
      gathered.value?.log.days ?? 0,
      named.value !== null,
    ) *
      dayMs,
);
const chanceOf = (chance: readonly { day: number; by: number }[]) => {
  const until = chartTo.value;
  return chance
    .map(({ day, by }) => ({ at: instantOf(startedAt.value, day), by }))
    .filter(({ at }) => at <= until);
};
const leftOut = computed(() => [
  ...(gathered.value?.leftOut ?? []),
  // Where nothing is foreseen the odd readings are the question itself.
  ...(foreseen.fit.value?.doubt ? [] : (foreseen.fit.value?.odd ?? [])).map(
    (o) =>
      `${parameterInfo(o.of).label} on day ${Math.floor(o.day) + 1} does not fit the others and hardly counts.`,
  ),
]);
useKeptForecast(
  computed(() => (foreseen.current.value ? named.value : null)),
  data,
  start,
  now,
);

const noting = ref(false);
const asked = ref(false);
const proposed = shallowRef<ProposedDeed>();
function note(deed?: ProposedDeed): void {
  proposed.value = deed;
  asked.value = true;
  noting.value = true;
}
</script>

<template>
  <PageHeading :title="water ? `Cycle: ${water.name}` : 'Cycle'" :lead="lead">
    <template v-if="start">
      <BButton variant="primary" @click="note()">Note something done</BButton>
      <LinkButton :to="{ name: 'cycle-start', params: { waterId } }" variant="outline-secondary">{{
        ended ? 'Change it' : 'Change or end it'
      }}</LinkButton>
      <LinkButton
        v-if="ended"
        :to="{ name: 'cycle-start', params: { waterId }, query: { again: '1' } }"
        variant="outline-secondary"
        >Start another</LinkButton
      >
    </template>
  </PageHeading>
  <LoadState v-if="!data" :error="cycle.error.value" what="the cycle" @again="cycle.again" />
  <CycleTeaching v-else-if="!start" :water="water" :water-id="waterId" />
  <template v-else>
    <StageRibbon
      v-if="cycle.stage.value"
      :stage="cycle.stage.value.stage"
      :trouble="named ? null : cycle.stall.value ? 'stalled' : mayHaveStopped ? 'in doubt' : null"
    />
    <div class="cycle">
      <div class="main">
        <CycleAlarms v-if="water && running" :water="water" />
        <CycleVerdict
          :stage="cycle.stage.value"
          :stall="cycle.stall.value"
          :not-foreseen="cycle.notForeseen.value"
          :fit="foreseen.fit.value"
          :outlook="outlook"
          :share="foreseen.share.value"
          :fault="foreseen.fault.value"
          :stopped="foreseen.stopped.value"
          :todo="todo"
          :started-at="startedAt"
          :now="now"
          :water-id="waterId"
          :ended="ended"
          @stop="foreseen.cancel"
          @again="foreseen.again"
          @note="note"
        >
          <EndAsReady
            v-if="running && cycle.stage.value?.stage === 'ready'"
            :start="start"
            :now="now"
            @changed="cycle.again"
          />
        </CycleVerdict>
        <CycleLanes
          v-if="water && gathered"
          :water="water"
          :readings="data.readings"
          :gathered="gathered"
          :started-at="startedAt"
          :now="now"
          :to="chartTo"
          :past="foreseen.fit.value?.past ?? null"
          :forecast="shownForecast"
          :named="named !== null"
        />
        <section
          v-if="leftOut.length + (gathered?.assumed.length ?? 0) > 0"
          class="sheet later"
          aria-label="What the forecast leaves out"
        >
          <template v-if="leftOut.length > 0">
            <h2>Left out of the forecast</h2>
            <ul>
              <li v-for="line in leftOut" :key="line">{{ line }}</li>
            </ul>
          </template>
          <p class="quiet mb-0">{{ gathered?.assumed.join(' ') }}</p>
        </section>
        <PastForecasts
          class="later"
          :forecasts="data.forecasts"
          :starts="data.starts"
          :ready-at="readyAt"
          :now="now"
        />
        <NitrogenTable
          v-if="cycle.books.value"
          class="later"
          :books="cycle.books.value"
          :started-at="startedAt"
          :now="now"
        />
      </div>
      <aside>
        <section v-if="named && running" class="sheet" aria-labelledby="chance-heading">
          <h2 id="chance-heading">Chance of being ready</h2>
          <ChanceChart
            :chance="chanceOf(named.forecast.chance)"
            :tried="foreseen.trial.value ? chanceOf(foreseen.trial.value.forecast.chance) : null"
            :summary="`Chance that the filter is ready by each day. ${readySentence(named.forecast, startedAt, now)}`"
          />
          <ForecastFacts
            v-if="water"
            :outlook="named"
            :started-at="startedAt"
            :now="now"
            :units="water.units"
          />
        </section>
        <WhatIf
          v-if="water && named && running && cycle.plan.value"
          v-model="tried"
          :plan="cycle.plan.value"
          :celsius="foreseen.celsius.value"
          :dosed="gathered?.log.feeding === 'ammonia'"
          :planned="named"
          :trial="foreseen.trial.value"
          :units="water.units"
        />
        <p class="quiet caution later">
          A forecast is no promise: the 24-hour challenge decides. Your kit’s sheet and the bottle’s label win
          over what stands here. Ammonia burns: gloves, eye protection, an open window.
        </p>
      </aside>
    </div>
    <DeedForm v-if="asked" v-model="noting" :water-id="waterId" :proposed="proposed" @kept="cycle.again" />
  </template>
</template>

<style scoped>
.cycle {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 21rem;
  gap: 1.25rem;
  align-items: start;
}
.main,
aside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
.verdict {
  margin-bottom: 0;
}
.caution {
  font-size: 0.875rem;
}
@media (max-width: 1023px) {
  .cycle {
    grid-template-columns: minmax(0, 1fr);
    gap: 1rem;
  }
  /* In one column the chance stands right under the curves; what looks back comes last. */
  .main,
  aside {
    display: contents;
  }
  .later {
    order: 1;
  }
}
</style>
