<script setup lang="ts">
import { dated } from '../clock/dated';
import { type ParameterId, parameterInfo, shortName } from '@hedge-lamp/core/parameters';
import type { Reading } from '@hedge-lamp/core/readings';
import { type Deed, deedDetail, deedTitle } from '@hedge-lamp/core/remedies';
import type { UnitChoice, Water } from '@hedge-lamp/core/waters';
import { useMediaQuery } from '@vueuse/core';
import { isSameYear } from 'date-fns';
import { computed, nextTick, ref } from 'vue';
import { dayInWords } from '../clock/words';
import { headOf } from '../parameters/column-heads';
import DeedMark from './DeedMark.vue';
import LogCells from './LogCells.vue';
import { type LogRow, columnsOf, logCell } from './log-rows';
import { shownUnit } from './reading-words';

/**
 * The log as a sheet: days down, parameters across. A day opens beneath its line with all that was noted of each reading; the
 * newest stands open. On a phone the sheet is turned: parameters down, the newest day first.
 */
const props = defineProps<{
  rows: readonly LogRow[];
  units: UnitChoice;
  water: Water | undefined;
  now: number;
}>();
defineEmits<{ edit: [reading: Reading] }>();
/** All that was noted on a day that is open. */
defineSlots<{ default: (of: { row: LogRow }) => unknown }>();

const turned = useMediaQuery('screen and (max-width: 767px)');
const columns = computed(() => columnsOf(props.rows));
const hasDeeds = computed(() => props.rows.some((r) => r.deeds.length > 0));
/** As many as a cell has room for; the day opened shows all. */
const inCell = 2;
const cells = computed(
  () =>
    new Map(
      props.rows.map((row) => [
        row.day,
        new Map(
          columns.value.map((parameter) => {
            const of = row.readings.filter((r) => r.parameter === parameter);
            return [
              parameter,
              {
                shown: of.slice(0, inCell).map((r) => logCell(r, props.units, props.water)),
                more: of.length - inCell,
              },
            ];
          }),
        ),
      ]),
    ),
);
const cellOf = (row: LogRow, parameter: ParameterId) => cells.value.get(row.day)!.get(parameter)!;

/** Opened or closed by hand; the newest day is open until it is closed. */
const toggled = ref(new Map<number, boolean>());
const isOpen = (row: LogRow) => toggled.value.get(row.day) ?? row === props.rows[0];
const opened = computed(() => props.rows.filter(isOpen));
const root = ref<HTMLElement>();
const toggle = (row: LogRow) => toggled.value.set(row.day, !isOpen(row));
/** A reading opens its day, and is gone to there. */
async function show(row: LogRow, reading: Reading): Promise<void> {
  toggled.value.set(row.day, true);
  await nextTick();
  const there = root.value?.querySelector<HTMLElement>(`[data-reading="${reading.id}"] .opens-workings`);
  there?.focus();
  there?.scrollIntoView({ block: 'nearest' });
}
const dayWords = (day: number) => dated(day, isSameYear(day, props.now) ? 'EEE d MMM' : 'EEE d MMM yyyy');
const deedWords = (deed: Deed) => `${deedTitle(deed)} ${deedDetail(deed)}`.trim();
const unitOf = (p: ParameterId) => shownUnit(p, props.units);
const colspan = computed(() => columns.value.length + 1 + Number(hasDeeds.value));

/** Arrows walk the filled cells. */
function walk(event: KeyboardEvent): void {
  const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
  const from = event.currentTarget;
  if (!way || !(from instanceof HTMLElement)) return;
  event.preventDefault();
  const [dx, dy] = way as [number, number];
  const here = from.getBoundingClientRect();
  const middle = (box: DOMRect) => [(box.left + box.right) / 2, (box.top + box.bottom) / 2] as const;
  const [x, y] = middle(here);
  // The nearest filled cell that way, on the same line or in the same column before all others.
  const far = (other: HTMLElement) => {
    const [ox, oy] = middle(other.getBoundingClientRect());
    const along = dx ? (ox - x) * dx : (oy - y) * dy;
    const aside = Math.abs(dx ? oy - y : ox - x);
    return along > 4 ? along + aside * 8 : Infinity;
  };
  const all = [...(root.value?.querySelectorAll<HTMLElement>('button.cell') ?? [])].filter((c) => c !== from);
  const next = all.reduce<HTMLElement | null>(
    (best, c) => (far(c) < (best ? far(best) : Infinity) ? c : best),
    null,
  );
  next?.focus();
}
</script>

<template>
  <div ref="root" class="log">
    <div v-if="!turned" class="frame">
      <table class="log-sheet">
        <caption class="visually-hidden">
          Readings and deeds by day, newest first
        </caption>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th v-for="p in columns" :key="p" scope="col">
              {{ shortName(p) }} <small>{{ unitOf(p) }}</small>
            </th>
            <th v-if="hasDeeds" scope="col">Deeds</th>
          </tr>
        </thead>
        <tbody v-for="row in rows" :key="row.day">
          <tr>
            <th scope="row">
              <button
                type="button"
                class="open-day"
                :aria-expanded="isOpen(row)"
                :aria-label="`${dayInWords(row.day, now)}: everything of that day`"
                @click="toggle(row)"
              >
                {{ dayWords(row.day) }} <small class="figure-mono">{{ row.times }}</small>
              </button>
            </th>
            <td v-for="p in columns" :key="p">
              <LogCells
                v-bind="cellOf(row, p)"
                @show="show(row, $event)"
                @edit="$emit('edit', $event)"
                @walk="walk"
              />
            </td>
            <td v-if="hasDeeds" class="deeds">
              <span v-for="d in row.deeds" :key="d.id" class="deed" :title="deedWords(d)"
                ><DeedMark :kind="d.kind" /><template v-if="!isOpen(row)">{{ deedWords(d) }}</template></span
              >
            </td>
          </tr>
          <tr v-if="isOpen(row)" class="opened">
            <td :colspan="colspan">
              <slot :row="row" />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <template v-else>
      <div class="frame" tabindex="0" role="region" aria-label="Sheet of days">
        <table class="log-sheet turned">
          <caption class="visually-hidden">
            Readings and deeds by day, newest first
          </caption>
          <thead>
            <tr>
              <th scope="col"><span class="visually-hidden">Parameter</span></th>
              <th v-for="row in rows" :key="row.day" scope="col">
                <button
                  type="button"
                  class="open-day"
                  :aria-expanded="isOpen(row)"
                  :aria-label="`${dayInWords(row.day, now)}: everything of that day`"
                  @click="toggle(row)"
                >
                  {{ dayWords(row.day) }}
                </button>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="p in columns" :key="p">
              <th scope="row">
                <span aria-hidden="true">{{ headOf(p) }}</span><span class="visually-hidden">{{
                  parameterInfo(p).label
                }}</span>
                <small>{{ unitOf(p) }}</small>
              </th>
              <td v-for="row in rows" :key="row.day">
                <LogCells
                  v-bind="cellOf(row, p)"
                  @show="show(row, $event)"
                  @edit="$emit('edit', $event)"
                  @walk="walk"
                />
              </td>
            </tr>
            <tr v-if="hasDeeds">
              <th scope="row">Deeds</th>
              <td v-for="row in rows" :key="row.day">
                <span v-for="d in row.deeds" :key="d.id" :title="deedWords(d)"
                  ><DeedMark :kind="d.kind" /><span v-if="!isOpen(row)" class="visually-hidden">{{
                    deedWords(d)
                  }}</span></span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-for="row in opened" :key="row.day" class="opened-day">
        <slot :row="row" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  overflow: auto;
  margin-bottom: 1rem;
  border: 1px solid var(--hl-line);
  border-radius: 4px 24px;
  background: var(--hl-sheet);
}
.log-sheet {
  width: 100%;
}
.log-sheet > thead th {
  position: sticky;
  top: 0;
  padding: 8px 8px 6px;
  background: var(--hl-sheet);
  font-weight: 650;
  line-height: 1.15;
  vertical-align: bottom;
}
.log-sheet > thead th:first-child {
  padding-left: 14px;
}
small {
  display: block;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
  font-weight: 400;
}
.log-sheet > tbody > tr {
  border-top: 1px solid var(--hl-line);
}
.log-sheet > tbody > tr > td,
.log-sheet > tbody > tr > th {
  padding: 0 4px;
  vertical-align: middle;
}
.open-day {
  min-width: 6.5rem;
  min-height: 44px;
  padding: 0 4px 0 10px;
  border: 0;
  background: none;
  color: inherit;
  font-weight: 600;
  line-height: 1.15;
  text-align: left;
  white-space: nowrap;
}
.open-day[aria-expanded='true'] {
  box-shadow: inset 3px 0 0 var(--hl-amber);
}
.open-day:hover {
  background: var(--hl-pool);
}
.deeds {
  min-width: 8rem;
  font-size: 0.875rem;
}
.deed {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 1px 0;
}
.deed :deep(svg) {
  flex: none;
}
.opened > td {
  padding: 0.25rem 14px 0.5rem !important;
  background: var(--hl-shade);
}
.opened-day {
  margin-top: 1rem;
}
.turned th:first-child {
  position: sticky;
  left: 0;
  z-index: 1;
  background: var(--hl-sheet);
  padding-left: 8px;
  font-size: 0.875rem;
}
.turned .open-day {
  min-width: 4.6rem;
  padding: 0 6px;
  white-space: normal;
}
/* The line above has its date. */
.opened :deep(.day-title) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
@media print {
  .frame {
    overflow: visible;
    border: 0;
  }
  .opened,
  .opened-day {
    display: none;
  }
}
</style>
