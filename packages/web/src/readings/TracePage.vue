<script setup lang="ts">
import { ask } from '../wire/ask';
import { day } from '@hedge-lamp/core/wire';
import { useMethods } from '../methods/methods-store';
import { bandsFor } from '@hedge-lamp/core/guidelines';
import { canonicalUnit, convert, counted } from '@hedge-lamp/core/quantity';
import { type ParameterId, measuredIds, midSentence, parameterInfo } from '@hedge-lamp/core/parameters';
import { workingsOfKept, readingRoutes } from '@hedge-lamp/core/readings';
import { deedDetail, deedTitle, deedRoutes } from '@hedge-lamp/core/remedies';
import { usualUnits, chosenUnit } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import { format } from 'date-fns';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useLoaded, useAnswer } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { enteredWords, methodWords, shownUnit, valueWords } from './reading-words';
import { traceSeries } from './trace-data';
import { trendNotes } from './trend-words';

const methods = useMethods();

/** Chart.js is large and only this page needs it. */
const TraceChart = defineAsyncComponent(() => import('./TraceChart.vue'));

const props = defineProps<{ waterId: string; parameter?: string }>();
const router = useRouter();
const waters = useWaters();
const link = useServerLink();

const spans = [
  { value: 31, text: 'Last month' },
  { value: 92, text: 'Last three months' },
  { value: 366, text: 'Last year' },
  { value: 3660, text: 'Ten years' },
];
const water = computed(() => waters.byId(props.waterId));
/** Thousands of rows are only made for who opens them. */
const tableOpen = ref(false);
/** A filter that grows in has its whole story in a quarter of a year. */
const span = ref(water.value?.cycling ? 92 : 366);
const units = computed(() => water.value?.units ?? usualUnits);
const chosen = computed<ParameterId>(() => measuredIds().find((p) => p === props.parameter) ?? 'nitrate');
const info = computed(() => parameterInfo(chosen.value));
/** What is routine and what was ever read here; the rest at one press. */
const all = ref(false);
const { data: read } = useAnswer(readingRoutes.parameters, () => ({ params: { id: props.waterId } }));
const offered = computed(() =>
  measuredIds().filter(
    (p) => all.value || parameterInfo(p).routine || p === chosen.value || read.value?.includes(p) === true,
  ),
);
const others = computed(() => measuredIds().length - offered.value.length);
const unit = computed(() => chosenUnit(units.value, info.value.kind));

const { data, error, again } = useLoaded(
  () => `trace ${props.waterId} ${chosen.value} ${span.value}`,
  async () => {
    const to = link.date();
    const from = Math.round(to - span.value * day);
    const ofWater = { params: { id: props.waterId } };
    const [answer, deeds] = await Promise.all([
      ask(readingRoutes.list, { ...ofWater, query: { parameter: chosen.value, from, limit: 5000 } }),
      ask(deedRoutes.list, { ...ofWater, query: { from } }),
    ]);
    return { ...answer, deeds, from, to };
  },
  { shows: ['readings', 'deeds'] },
);

const row = ref<HTMLElement>();
// On a phone the choices stand in one row that scrolls: the chosen one is in sight.
watch(
  [chosen, offered, row],
  () =>
    row.value
      ?.querySelector('[aria-pressed="true"]')
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
  { flush: 'post' },
);

/** The name of a sampling point; empty for a water that has none. */
function placeName(id: string | null): string {
  const points = water.value?.samplingPoints ?? [];
  if (points.length === 0) return '';
  return points.find((p) => p.id === id)?.name ?? 'No place named';
}
const series = computed(() => traceSeries(data.value?.readings ?? [], unit.value, placeName));
const lineWords = (line: { readonly methodId: string | null; readonly place: string }) =>
  [line.place, methodWords(line.methodId, methods.book)].filter(Boolean).join(', ');
const severalKits = computed(() => new Set(series.value.map((s) => s.methodId)).size > 1);
const bands = computed(() => {
  if (!water.value) return [];
  const { kind } = info.value;
  const show = (x: number) => (Number.isFinite(x) ? convert(x, kind, canonicalUnit(kind), unit.value) : null);
  return bandsFor(chosen.value, water.value).map((b) => ({
    from: show(b.from),
    to: show(b.to),
    status: b.status,
  }));
});
const flags = computed(() =>
  (data.value?.deeds ?? []).map((d) => ({
    at: d.at,
    label: deedTitle(d),
    detail: deedDetail(d),
  })),
);
const axisTitle = computed(() => {
  const shown = shownUnit(chosen.value, units.value);
  return shown ? `${info.value.label}, ${shown}` : info.value.label;
});
const summary = computed(() => {
  const readings = data.value?.readings ?? [];
  if (readings.length === 0) return '';
  const newest = readings[0]!;
  return `${info.value.label}: ${counted(readings.length, 'reading', 'readings')}; the newest, ${[placeName(newest.samplingPointId), format(newest.takenAt, 'd MMMM')].filter(Boolean).join(', ')}, is ${valueWords(newest, units.value)}.`;
});
const trends = computed(() => trendNotes(series.value, bands.value, shownUnit(chosen.value, units.value)));
const opened = useOpenedWorkings();
function openDot(id: string): void {
  const reading = data.value?.readings.find((r) => r.id === id);
  if (reading) opened.open(workingsOfKept(reading, methods.book));
}
const go = (parameter: ParameterId) =>
  router.replace({ name: 'trace', params: { waterId: props.waterId, parameter } });
</script>

<template>
  <PageHeading :title="water ? `Trace: ${water.name}` : 'Trace'" :lead="summary">
    <label class="visually-hidden" for="trace-span">Span</label>
    <BFormSelect id="trace-span" v-model="span" :options="spans" class="w-auto" />
  </PageHeading>
  <div ref="row" class="parameters" role="group" aria-label="Parameter">
    <button
      v-for="p in offered"
      :key="p"
      type="button"
      class="parameter"
      :class="{ here: p === chosen }"
      :aria-pressed="p === chosen"
      @click="go(p)"
    >
      {{ parameterInfo(p).label }}
    </button>
    <BButton v-if="!all && others > 0" variant="link" @click="all = true">{{ others }} more</BButton>
  </div>
  <LoadState v-if="!data" :error="error" what="the trace" @again="again" />
  <div v-else-if="data.readings.length === 0" class="sheet">
    <h2>No {{ midSentence(info.label) }} was read in this span</h2>
    <p>
      This page will draw its readings over time: a whisker from the lowest to the highest each can be, a dot
      at the best guess, the usual bands behind them and flags for what was done.
    </p>
    <LinkButton variant="primary" :to="{ name: 'bench', params: { waterId } }">Test it now</LinkButton>
  </div>
  <template v-else>
    <section class="sheet chart-sheet" aria-label="Chart">
      <TraceChart
        :series="series"
        :bands="bands"
        :flags="flags"
        :axis-title="axisTitle"
        :from="data.from"
        :to="data.to"
        :summary="summary"
        :from-zero="info.startsAtZero"
        @picked="openDot"
      />
      <p v-if="severalKits" class="kits">
        Two kits can differ by two or three times, each true to itself: their readings are drawn apart. Keep
        to one for trends.
      </p>
      <ul v-if="trends.length > 0" class="trends" aria-label="Trend">
        <li v-for="note in trends" :key="`${note.methodId} ${note.place} ${note.stretch}`">
          <span v-if="series.length > 1" class="quiet">{{ lineWords(note) }}: </span>
          <span v-if="note.stretch" class="quiet">{{ note.stretch }}: </span>
          {{ note.sentence }}
          <BButton variant="link" @click="opened.open(note.workings)"
            >Workings<span class="visually-hidden">
              of the trend,
              {{ [lineWords(note), note.stretch].filter(Boolean).join(', ') }}</span
            ></BButton
          >
        </li>
      </ul>
      <p v-if="data.more" class="quiet mb-0">The newest 5000 readings are drawn.</p>
    </section>
    <details class="mt-3" @toggle="tableOpen = ($event.target as HTMLDetailsElement).open">
      <summary>The same as a table</summary>
      <div v-if="tableOpen" class="table-responsive">
        <table class="table table-sm">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Value</th>
              <th scope="col">Entered</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in data.readings" :key="r.id">
              <td>{{ format(r.takenAt, 'd MMM yyyy, HH:mm') }}</td>
              <td class="text-nowrap">
                <button
                  type="button"
                  class="opens-workings"
                  @click="opened.open(workingsOfKept(r, methods.book))"
                >
                  {{ valueWords(r, units) }}<span class="visually-hidden">: open the workings</span>
                </button>
              </td>
              <td>
                {{ enteredWords(r, methods.book) }}
                <span class="quiet"
                  >· {{ lineWords({ methodId: r.methodId, place: placeName(r.samplingPointId) }) }}</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </template>
</template>

<style scoped>
.parameters {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-bottom: 0.9rem;
}
.parameter {
  min-height: 44px;
  padding: 0 0.9rem;
  border: 1px solid var(--hl-line);
  border-radius: 4px 14px;
  background: var(--hl-sheet);
  color: inherit;
}
.parameters .btn {
  flex: none;
  white-space: nowrap;
}
.parameter.here {
  background: var(--hl-hedge);
  border-color: var(--hl-hedge);
  color: #faf8f3;
  font-weight: 650;
}
.kits {
  margin: 0.5rem 0 0;
}
.trends {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
}
.trends .btn {
  min-height: 32px;
  padding-block: 0;
}
summary {
  min-height: 32px;
  font-weight: 600;
  color: var(--hl-link);
}
@media (max-width: 767px) {
  /* The chart gets the width: the choices stand in one row that scrolls, its sheet has next to no margin. */
  .parameters {
    flex-wrap: nowrap;
    overflow-x: auto;
    padding: 5px;
    margin: -5px -5px 0.5rem;
  }
  .parameter {
    flex: none;
  }
  .chart-sheet {
    padding: 0.6rem 0.2rem;
    margin-inline: -0.5rem;
  }
}
</style>
