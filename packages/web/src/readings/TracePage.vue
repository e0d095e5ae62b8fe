<script setup lang="ts">
import { dated } from '../clock/dated';
import { day, hour } from '@hedge-lamp/core/wire';
import { bandsFor, beamFloor, shownBands, todayRoutes } from '@hedge-lamp/core/guidelines';
import {
  type ParameterId,
  measuredIds,
  midSentence,
  parameterInfo,
  shortName,
} from '@hedge-lamp/core/parameters';
import { counted, formatBest, formatInterval, interval } from '@hedge-lamp/core/quantity';
import { type LevelAt, type Reading, readingRoutes, workingsOfKept } from '@hedge-lamp/core/readings';
import { deedDetail, deedRoutes, deedTitle } from '@hedge-lamp/core/remedies';
import { chosenUnit, usualUnits } from '@hedge-lamp/core/waters';
import { useElementSize, useMediaQuery } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';

import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import { agoInShort } from '../clock/words';
import { headOf } from '../parameters/column-heads';
import { useMethods } from '../methods/methods-store';
import ChoiceStrip from '../shell/ChoiceStrip.vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import HedgePatterns from '../shell/beam/HedgePatterns.vue';
import { useAfterPaint } from '../shell/after-paint';
import { useAnswer, useLoaded } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { ask } from '../wire/ask';
import { type DeedSign, deedSigns, signOfDeed } from './deed-signs';
import { deedMarks } from './deed-marks';
import DeedMark from './DeedMark.vue';
import { enteredWords, methodWords, shownUnit, valueWords } from './reading-words';
import { banksOf, changeMoves, duskOf, ribbonOf, standingAt, ticksOf, windowOf } from './strip-plot';
import StripPlot from './StripPlot.vue';
import { type TracePoint, traceSeries } from './trace-data';
import { trendNotes } from './trend-words';
import { yearBefore } from './year-before';
import { useCursor } from './use-cursor';

const methods = useMethods();
const props = defineProps<{ waterId: string; parameter?: string }>();
const route = useRoute();
const router = useRouter();
const waters = useWaters();
const link = useServerLink();
const opened = useOpenedWorkings();
const isPhone = useMediaQuery('(max-width: 767px)');

const spans = [
  { value: '1d', days: 1, text: '1 d', says: 'A day' },
  { value: '1w', days: 7, text: '1 w', says: 'A week' },
  { value: '4w', days: 28, text: '4 w', says: 'Four weeks' },
  { value: '13w', days: 91, text: '13 w', says: 'Thirteen weeks' },
  { value: '1y', days: 366, text: '1 y', says: 'A year' },
  { value: 'All', days: Infinity, text: 'All', says: 'From the first reading on' },
] as const;
const water = computed(() => waters.byId(props.waterId));
const span = computed(
  () =>
    spans.find((s) => s.value === route.query.span) ??
    // A filter that grows in has its whole story in a quarter of a year.
    (water.value?.cycling ? spans[3] : spans[4]),
);
/** It stays in the address. */
const spanId = computed({
  get: () => span.value.value,
  set: (chosen) => void router.replace({ query: { ...route.query, span: chosen } }),
});

const units = computed(() => water.value?.units ?? usualUnits);
const { data: today } = useAnswer(todayRoutes.today, () => ({ params: { id: props.waterId } }));
const { data: ever } = useAnswer(readingRoutes.parameters, () => ({ params: { id: props.waterId } }));

const ofYear = computed(() => span.value.days <= 366);
const {
  data: kept,
  error,
  again,
} = useLoaded(
  () => `trace ${props.waterId} ${ofYear.value}`,
  async () => {
    const ofWater = { params: { id: props.waterId } };
    // A year is asked for whichever part of it is shown: the document asked the very same before this script was there.
    const from = ofYear.value ? { from: yearBefore(link.date()) } : {};
    const [answer, deeds] = await Promise.all([
      ask(readingRoutes.list, { ...ofWater, query: { ...from, limit: 5000 } }),
      ask(deedRoutes.list, { ...ofWater, query: from }),
    ]);
    return { ...answer, deeds };
  },
  { shows: ['readings', 'deeds'] },
);
/** What lies in the span. */
const data = computed(() => {
  if (!kept.value) return null;
  const { more } = kept.value;
  const to = link.date();
  const since = Number.isFinite(span.value.days) ? Math.round(to - span.value.days * day) : 0;
  const lies = (at: number) => at >= since;
  const readings = kept.value.readings.filter((r) => lies(r.takenAt));
  const first = Math.min(to - hour, ...readings.map((r) => r.takenAt));
  return {
    readings,
    deeds: kept.value.deeds.filter((d) => lies(d.at)),
    // Cut off at 5000 somewhere in this span.
    more: more && readings.length === kept.value.readings.length,
    since,
    from: Math.max(since, first - (to - first) * 0.01),
    to,
  };
});

/** The sampling points that have readings in the span; empty for a water that has none. */
const points = computed(() => water.value?.samplingPoints ?? []);
function placeName(id: string | null): string {
  if (points.value.length === 0) return '';
  return points.value.find((p) => p.id === id)?.name ?? 'No place named';
}
const places = computed(() => [
  ...new Set((data.value?.readings ?? []).map((r) => placeName(r.samplingPointId))),
]);
const placeAsked = ref<string | null>(null);
/** Above and below are never one line: one place is shown at a time. */
const place = computed(() =>
  placeAsked.value !== null && places.value.includes(placeAsked.value)
    ? placeAsked.value
    : (places.value[0] ?? ''),
);

const read = computed(() => {
  const by = new Map<ParameterId, Reading[]>();
  for (const r of data.value?.readings ?? [])
    if (placeName(r.samplingPointId) === place.value)
      by.set(r.parameter, [...(by.get(r.parameter) ?? []), r]);
  return by;
});
/** In the one order of all lists; what told no value at all has no strip. */
const shown = computed(() => measuredIds().filter((p) => read.value.get(p)?.some((r) => r.value) === true));
/** Read once, but not in this span. */
const elsewhere = computed(() =>
  measuredIds().filter((p) => ever.value?.includes(p) === true && !read.value.has(p)),
);
/** What was asked for; else nitrate, which tells most of a year; else the first. */
const tall = computed<ParameterId | null>(() => {
  const asked = measuredIds().find((p) => p === props.parameter);
  if (asked && shown.value.includes(asked)) return asked;
  return shown.value.find((p) => p === 'nitrate') ?? shown.value[0] ?? null;
});
const go = (parameter: ParameterId) =>
  router.replace({ name: 'trace', params: { waterId: props.waterId, parameter }, query: route.query });

/** The same claim as Today's, where it is known. */
const claimOf = (parameter: ParameterId) =>
  today.value?.gauges.find((g) => g.subject === parameter)?.claim ?? parameterInfo(parameter).claimDays * day;
const changes = computed(() =>
  (data.value?.deeds ?? []).filter((d) => signOfDeed(d.kind) === 'change').map((d) => d.at),
);

/** A share of the span is left for what may come. */
const end = computed(() => (data.value ? data.value.to + (data.value.to - data.value.from) / 9 : 0));
const rows = computed(() => {
  const known = data.value;
  if (!known) return [];
  return shown.value.map((parameter) => {
    const { kind } = parameterInfo(parameter);
    const readings = read.value.get(parameter) ?? [];
    const series = traceSeries(readings, chosenUnit(units.value, kind), placeName);
    const all = series.flatMap((s) => s.points).sort((a, b) => a.x - b.x);
    const floor = beamFloor(parameter);
    const bands = water.value
      ? shownBands(bandsFor(parameter, water.value), parameter, chosenUnit(units.value, kind))
      : [];
    const banks = banksOf(bands, floor);
    return {
      parameter,
      name: shortName(parameter),
      unit: shownUnit(parameter, units.value),
      readings,
      series,
      all,
      bands,
      banks,
      window: windowOf(all, banks, floor),
      dusk: duskOf(
        all.map((p) => p.x),
        claimOf(parameter),
        known.from,
        end.value,
      ),
    };
  });
});
/** Ribbons are worked on once what was read stands on the page. */
const withRibbons = useAfterPaint(() => data.value !== null);
const ribbons = computed(() => {
  const known = data.value;
  if (!known || !withRibbons.value) return new Map<ParameterId, LevelAt[]>();
  return new Map(
    rows.value.map((row) => [
      row.parameter,
      ribbonOf(
        row.series,
        known.from,
        known.to,
        changes.value,
        changeMoves(row.parameter),
        isPhone.value ? 60 : 110,
      ),
    ]),
  );
});
const tallRow = computed(() => rows.value.find((r) => r.parameter === tall.value) ?? null);
const trends = computed(() =>
  tallRow.value ? trendNotes(tallRow.value.series, tallRow.value.bands, tallRow.value.unit) : [],
);
const ahead = computed(
  () => trends.value.find((t) => t.ahead && t.methodId === tallRow.value?.series[0]?.methodId)?.ahead ?? null,
);
/** The day before the limit may be met at the earliest: then a test tells in time. */
const testBy = computed(() => {
  const meets = ahead.value?.days;
  if (!meets || !ahead.value) return '';
  const by = ahead.value.at + (meets.low - 1) * day;
  return by <= (data.value?.to ?? 0) + day / 2 ? 'Test today.' : `Test by ${dated(by, 'd MMMM')}.`;
});

const ruler = ref<HTMLElement>();
const { width: ruled } = useElementSize(ruler, { width: 800, height: 0 });
const width = computed(() => Math.max(80, Math.round(ruled.value)));

const { at, isMoved, step, onKey, onPointer } = useCursor({
  from: () => data.value?.from ?? 0,
  to: () => data.value?.to ?? 0,
  end: () => end.value,
  /** Of a day the hours are read, of what is longer the days. */
  step: () => (span.value.days <= 1 ? hour : day),
  track: ruler,
});
watch([() => props.waterId, span], () => (isMoved.value = false));
const left = (instant: number) =>
  data.value ? ((instant - data.value.from) / (end.value - data.value.from)) * width.value : 0;
const near = computed(() =>
  (data.value?.deeds ?? []).filter((d) => Math.abs(d.at - at.value) < step.value * 0.75),
);
const nearWords = computed(() => near.value.map((d) => `${deedTitle(d)} ${deedDetail(d)}`.trim()).join(', '));
const atWords = computed(() => dated(at.value, step.value === hour ? 'EEE d MMM, HH:mm' : 'EEE d MMM yyyy'));
const intervalOf = (p: TracePoint) => interval(p.low ?? -Infinity, p.y, p.high ?? Infinity);
const isOpenEnded = (p: TracePoint) => p.high === null || p.low === null;
const figure = (p: TracePoint) =>
  isOpenEnded(p) ? formatInterval(intervalOf(p)) : formatBest(intervalOf(p));
const range = (p: TracePoint) => (isOpenEnded(p) || p.low === p.high ? '' : formatInterval(intervalOf(p)));
const stood = (all: readonly TracePoint[]) =>
  standingAt(all, at.value + (step.value === day ? day / 2 : hour / 2));
/** How long before the cursor it was read; at the right end that is how old it is. */
const before = (p: TracePoint) => {
  const ago = agoInShort(p.x, Math.max(p.x, at.value));
  return !isMoved.value ? ago : ago === 'just now' ? 'then' : ago.replace(' ago', ' before');
};
const cursorSays = computed(() =>
  [
    atWords.value,
    ...rows.value.flatMap(({ name, unit, all }) => {
      const p = stood(all);
      return p ? [`${name} ${figure(p)}${range(p) ? ` (${range(p)})` : ''} ${unit}`.trim()] : [];
    }),
    nearWords.value,
  ]
    .filter(Boolean)
    .join('; '),
);
const marks = computed(() => deedMarks(data.value?.deeds ?? [], left, width.value));
const signsUsed = computed(() => [...new Set(marks.value.map((m) => signOfDeed(m.deed.kind)))]);
/** A word that would be cut off at the end is left out. */
const ticks = computed(() => {
  if (!data.value) return [];
  const most = Math.max(2, Math.floor(width.value / (isPhone.value ? 60 : 90)));
  return ticksOf(data.value.from, end.value, most).filter((t) => left(t.at) < width.value - 52);
});

const summary = computed(() => {
  const row = tallRow.value;
  if (!row) return '';
  const newest = row.readings[0]!;
  return `${parameterInfo(row.parameter).label}: ${counted(row.readings.length, 'reading', 'readings')}; the newest, ${[placeName(newest.samplingPointId), dated(newest.takenAt, 'd MMMM')].filter(Boolean).join(', ')}, is ${valueWords(newest, units.value)}.`;
});
const lineWords = (line: { readonly methodId: string | null; readonly place: string }) =>
  [line.place, methodWords(line.methodId, methods.book)].filter(Boolean).join(', ');
const severalKits = computed(() => (tallRow.value?.series.length ?? 0) > 1);
function openDot(id: string): void {
  const reading = data.value?.readings.find((r) => r.id === id);
  if (reading) opened.open(workingsOfKept(reading, methods.book));
}
/** Thousands of rows are only made for who opens them; all places stand in it. */
const tableOpen = ref(false);
const tableRows = computed(() => (data.value?.readings ?? []).filter((r) => r.parameter === tall.value));
const names = (ids: readonly ParameterId[]) => ids.map((p) => midSentence(shortName(p))).join(', ');
const print = () => window.print();
</script>

<template>
  <PageHeading :title="water ? `Trace: ${water.name}` : 'Trace'" :lead="summary">
    <ChoiceStrip v-model="spanId" label="Span" :options="spans" />
    <BButton v-if="rows.length > 0" variant="outline-secondary" class="print" @click="print">Print</BButton>
  </PageHeading>
  <div v-if="places.length > 1" class="places" role="group" aria-label="Place">
    <BButton
      v-for="p in places"
      :key="p"
      :variant="p === place ? 'primary' : 'outline-secondary'"
      :aria-pressed="p === place"
      @click="placeAsked = p"
      >{{ p }}</BButton
    >
  </div>
  <LoadState v-if="!data" :error="error" what="the trace" @again="again" />
  <div v-else-if="rows.length === 0" class="sheet">
    <h2>Nothing was read in this span</h2>
    <p v-if="elsewhere.length > 0">
      Earlier there was: {{ names(elsewhere) }}.
      <RouterLink :to="{ query: { ...route.query, span: 'All' } }">Show all</RouterLink>
    </p>
    <p>
      This page will draw its readings over time: each as a capsule from the lowest to the highest it can be,
      with a notch at the best guess, and below them what was done.
    </p>
    <LinkButton variant="primary" :to="{ name: 'bench', params: { waterId } }">Test it now</LinkButton>
  </div>
  <template v-else>
    <section class="trace" aria-label="Chart" @pointermove="onPointer" @pointerdown="onPointer">
      <HedgePatterns />
      <p class="cursor-words" aria-hidden="true">
        <strong>{{ atWords }}</strong><template v-if="nearWords"> · {{ nearWords }}</template>
      </p>
      <div class="strips">
        <div
          v-for="row in rows"
          :key="row.parameter"
          class="strip-row"
          :class="{ tall: row.parameter === tall }"
        >
          <button
            type="button"
            class="label"
            :aria-pressed="row.parameter === tall"
            @click="go(row.parameter)"
          >
            <template v-if="isPhone && headOf(row.parameter) !== row.name"
              ><span aria-hidden="true">{{ headOf(row.parameter) }}</span
              ><span class="visually-hidden">{{ row.name }}</span></template
            ><template v-else>{{ row.name }}</template>
            <small>{{ row.unit }}</small>
          </button>
          <div class="plot">
            <StripPlot
              :series="row.series"
              :bands="row.bands"
              :banks="row.banks"
              :window="row.window"
              :dusk="row.dusk"
              :ribbon="ribbons.get(row.parameter) ?? []"
              :ahead="row.parameter === tall ? ahead : null"
              :from="data.from"
              :to="end"
              :now="data.to"
              :width="width"
              :height="row.parameter === tall ? (isPhone ? 130 : 190) : isPhone ? 46 : 50"
              :big="row.parameter === tall"
              :says="row.parameter === tall ? summary : ''"
              @picked="openDot"
            />
          </div>
          <div class="readout">
            <button
              v-if="stood(row.all)"
              type="button"
              class="opens-workings"
              :aria-label="`Workings of ${row.name}, ${figure(stood(row.all)!)} ${row.unit}`"
              @click="openDot(stood(row.all)!.id)"
            >
              <span class="figure-mono">{{ figure(stood(row.all)!) }}</span>
            </button>
            <span v-else class="quiet">–</span>
            <small v-if="stood(row.all)"
              ><span class="figure-mono range">{{ range(stood(row.all)!) }}</span>
              <span class="before">{{ before(stood(row.all)!) }}</span></small
            >
          </div>
        </div>
        <div class="strip-row deeds">
          <span class="label plain">Deeds</span>
          <div class="plot">
            <span
              v-for="m in marks"
              :key="m.deed.id"
              class="deed-at"
              :class="{ near: near.includes(m.deed) }"
              :style="{ left: `${m.x - 8}px` }"
              :title="`${dated(m.deed.at, 'd MMM')}: ${deedTitle(m.deed)} ${deedDetail(m.deed)}`"
              ><DeedMark :kind="m.deed.kind"
            /></span>
          </div>
          <span class="readout done-near" :title="nearWords">{{
            nearWords || (marks.length < data.deeds.length ? 'the newest' : '')
          }}</span>
        </div>
        <div class="strip-row axis">
          <span class="label plain" />
          <div
            ref="ruler"
            class="plot slider"
            role="slider"
            tabindex="0"
            aria-label="Day"
            :aria-valuemin="data.from"
            :aria-valuemax="data.to"
            :aria-valuenow="at"
            :aria-valuetext="cursorSays"
            @keydown="onKey"
          >
            <span v-for="t in ticks" :key="t.at" class="tick" :style="{ left: `${left(t.at)}px` }">{{
              t.label
            }}</span>
          </div>
          <strong class="readout at-words" aria-hidden="true">{{ atWords }}</strong>
        </div>
        <div class="cursor" :style="{ '--at': `${left(at)}px` }" aria-hidden="true" />
      </div>
    </section>
    <section class="sheet below" aria-label="Which way it goes">
      <ul v-if="trends.length > 0" class="trends" aria-label="Trend">
        <li v-for="note in trends" :key="`${note.methodId} ${note.place} ${note.stretch}`">
          <span v-if="severalKits" class="quiet">{{ lineWords(note) }}: </span>
          <span v-if="note.stretch" class="quiet">{{ note.stretch }}: </span>
          {{ note.sentence }}
          <strong v-if="testBy && note.ahead === ahead">{{ testBy }}</strong>
          <BButton variant="link" @click="opened.open(note.workings)"
            >Workings<span class="visually-hidden">
              of the trend,
              {{ [lineWords(note), note.stretch].filter(Boolean).join(', ') }}</span
            ></BButton
          >
        </li>
      </ul>
      <p v-else class="quiet mb-0">Too few readings by one kit to say which way it goes.</p>
      <p v-if="severalKits" class="kits">
        Two kits can differ by two or three times, each true to itself: their readings are drawn apart. Keep
        to one for trends. Round: {{ lineWords(tallRow!.series[0]!) }}. Square, unlit: the others.
      </p>
      <p v-if="data.more" class="quiet mb-0">The newest 5000 readings are drawn.</p>
      <p v-if="elsewhere.length > 0" class="quiet mb-0">Not read in this span: {{ names(elsewhere) }}.</p>
    </section>
    <p class="key quiet">
      <span v-for="s in signsUsed" :key="s"><DeedMark :sign="s as DeedSign" /> {{ deedSigns[s] }}</span>
      <span>Gray: no reading young enough to rest on.</span>
      <span>Ribbon: where it may have lain, one time in two, and four in five.</span>
    </p>
    <details class="table" @toggle="tableOpen = ($event.target as HTMLDetailsElement).open">
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
            <tr v-for="r in tableRows" :key="r.id">
              <td>{{ dated(r.takenAt, 'd MMM yyyy, HH:mm') }}</td>
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
.places {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  margin-bottom: 0.6rem;
}
.trace {
  --label: 132px;
  --readout: 156px;
  position: relative;
}
.cursor-words {
  display: none;
  margin: 0 0 0.3rem;
  min-height: 1.5rem;
}
.done-near {
  overflow: hidden;
  max-height: 30px;
  font-size: 0.8125rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.strips {
  position: relative;
  overflow: hidden;
  border: 1px solid var(--hl-line);
  border-radius: 4px 24px 0 0;
  background: var(--hl-sheet);
}
.strip-row {
  display: grid;
  grid-template-columns: var(--label) minmax(0, 1fr) var(--readout);
  align-items: stretch;
}
.strip-row + .strip-row {
  border-top: 1px solid var(--hl-line);
}
.label {
  min-height: 44px;
  padding: 0 6px 0 14px;
  border: 0;
  background: none;
  color: inherit;
  font-weight: 600;
  line-height: 1.15;
  text-align: left;
}
.label.plain {
  display: flex;
  align-items: center;
  min-height: 0;
}
button.label:hover {
  background: var(--hl-pool);
}
.tall .label {
  background: var(--hl-pool);
}
small {
  display: block;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
  font-weight: 400;
}
.plot {
  position: relative;
  min-width: 0;
}
.readout {
  align-self: center;
  padding: 0 8px 0 12px;
  line-height: 1.2;
}
.readout .opens-workings {
  min-height: 24px;
  padding-block: 0;
  font-size: 1.0625rem;
}
.before {
  margin-left: 0.6ch;
}
.deeds {
  min-height: 30px;
}
.deed-at {
  position: absolute;
  top: 6px;
  line-height: 0;
}
.deed-at.near {
  border-radius: 3px;
  background: var(--hl-amber);
  color: #1c2321;
}
.slider {
  height: 44px;
  overflow: hidden;
  cursor: ew-resize;
  touch-action: none;
}
.tick {
  position: absolute;
  top: 4px;
  padding-left: 4px;
  border-left: 1px solid var(--hl-quiet);
  font-size: 0.875rem;
  white-space: nowrap;
}
/* One line through all strips. */
.cursor {
  position: absolute;
  top: 0;
  bottom: 24px;
  left: calc(var(--label) + var(--at));
  border-left: 2px solid var(--bs-body-color);
  pointer-events: none;
}
.cursor::before {
  content: '';
  position: absolute;
  top: 0;
  left: -6px;
  border: 5px solid transparent;
  border-top: 7px solid var(--bs-body-color);
}
.below.sheet {
  border-top: 0;
  border-radius: 0 0 4px 24px;
  background: var(--hl-shade);
  padding: 0.5rem 1rem;
}
.trends {
  list-style: none;
  margin: 0;
  padding: 0;
}
.trends .btn {
  min-height: 32px;
  padding-block: 0;
}
.kits {
  margin: 0.3rem 0 0;
  font-size: 0.9rem;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.1rem;
  margin: 0.6rem 0;
  font-size: 0.875rem;
}
summary {
  min-height: 44px;
  color: var(--hl-link);
  font-weight: 600;
}
@media (max-width: 767px) {
  .trace {
    --label: 62px;
    --readout: 74px;
  }
  .label {
    padding: 0 2px 0 6px;
    font-size: 0.8125rem;
  }
  .label small {
    font-size: 0.75rem;
  }
  .readout {
    padding: 0 2px 0 6px;
  }
  .readout small {
    font-size: 0.75rem;
  }
  .at-words,
  .done-near,
  .print {
    visibility: hidden;
  }
  .print {
    display: none;
  }
  .before {
    display: block;
    margin: 0;
  }
  .cursor-words {
    display: block;
  }
}
@media print {
  .table,
  .places,
  .cursor,
  .trends .btn {
    display: none !important;
  }
}
</style>
