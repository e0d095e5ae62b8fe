<script setup lang="ts">
import type { Gauge, Lamp } from '@hedge-lamp/core/guidelines';
import { isComputed, subjectLabel } from '@hedge-lamp/core/limits';
import type { Workings } from '@hedge-lamp/core/quantity';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import StatusLamp from '../shell/StatusLamp.vue';
import HedgePatterns from '../shell/beam/HedgePatterns.vue';
import WaterBeam from '../shell/beam/WaterBeam.vue';
import { beamRow, besideRows } from './beam-rows';

/** All figures of a water below each other, so that their open water makes one channel. */
const props = defineProps<{
  gauges: readonly Gauge[];
  lamp: Lamp;
  now: number;
  /** True where nobody knows any more whether it still is so. */
  stale: boolean;
}>();
defineEmits<{ workings: [workings: Workings] }>();

const restsOn = (gauge: Gauge) =>
  !isComputed(gauge.subject) &&
  props.lamp.rests.some((r) => r.parameter === gauge.subject && r.placeId === gauge.placeId);
/** What nobody asks for here and nobody read has no row. */
const rows = computed(() =>
  props.gauges
    .filter((g) => g.judged || g.value !== null || g.workings !== null)
    .map((g) => beamRow(g, restsOn(g), props.now, props.stale)),
);
const counts = ({ light }: Gauge) => light === 'lit' || light === 'late';
const beside = computed(() => besideRows(rows.value));

const list = ref<HTMLElement>();
const ruler = ref<HTMLElement>();
const { width } = useElementSize(ruler, { width: 372, height: 0 });
const beamWidth = computed(() => Math.max(60, Math.round(width.value)));

/** Arrows go from row to row; Enter opens what has workings. */
function walk(event: KeyboardEvent, by: 1 | -1): void {
  const buttons = [...(list.value?.querySelectorAll<HTMLElement>('button.opens') ?? [])];
  const at = buttons.indexOf(event.target as HTMLElement);
  const next = buttons[at + by];
  if (at < 0 || !next) return;
  event.preventDefault();
  next.focus();
}
const label = (gauge: Gauge) => (isComputed(gauge.subject) ? gauge.label : subjectLabel(gauge.subject));
</script>

<template>
  <section class="beams" aria-label="What was read">
    <HedgePatterns />
    <div class="columns" aria-hidden="true">
      <span />
      <span ref="ruler" class="ruler">
        <span class="low">too low</span><span class="open">open water</span><span class="high">too high</span>
      </span>
      <span>best (from–to)</span>
      <span />
    </div>
    <ul ref="list">
      <li v-for="(row, k) in rows" :key="row.key">
        <p
          v-if="row.gauge.place && row.gauge.place !== rows[k - 1]?.gauge.place"
          class="place"
          aria-hidden="true"
        >
          {{ row.gauge.place }}
        </p>
        <article class="row" :class="{ vital: row.vital, un: row.vital && !counts(row.gauge) }">
          <h3 class="name">
            <span aria-hidden="true">{{ row.name }}</span><span class="visually-hidden"
              >{{ label(row.gauge) }}{{ row.gauge.place ? `, ${row.gauge.place}` : '' }}</span
            >
            <small aria-hidden="true">{{ row.unit }}</small>
          </h3>
          <p class="visually-hidden">{{ row.says }}</p>
          <div class="track" aria-hidden="true">
            <WaterBeam
              v-if="row.beam"
              v-bind="row.beam"
              :width="beamWidth"
              :light="row.gauge.light"
              :estimate="row.unit.includes('worked out')"
            />
            <span
              v-if="row.gauge.value === null"
              class="unread"
              :class="{ dark: row.gauge.light === 'dark' }"
              >{{ row.gauge.state === 'never' ? 'not read' : 'no value' }}</span
            >
            <span v-else-if="!row.beam" class="unread plain">no limit here</span>
          </div>
          <div class="value" aria-hidden="true">
            <template v-if="row.figure">
              <strong class="figure-mono">{{ row.figure }}</strong>
              <small class="figure-mono">{{ row.range }}</small>
            </template>
            <span v-else>–</span>
          </div>
          <div class="state" :class="`in-${row.gauge.status}`" aria-hidden="true">
            <StatusLamp :status="row.gauge.status" :size="18" bare />
            <span>
              {{ row.word }}
              <small>{{ row.age }}</small>
            </span>
          </div>
          <button
            v-if="row.gauge.workings"
            type="button"
            class="opens"
            :aria-label="`Workings of ${label(row.gauge)}${row.gauge.place ? `, ${row.gauge.place}` : ''}`"
            @click="$emit('workings', row.gauge.workings)"
            @keydown.down="walk($event, 1)"
            @keydown.up="walk($event, -1)"
          />
        </article>
      </li>
    </ul>
    <ul v-if="beside.length > 0" class="beside">
      <li v-for="line in beside" :key="line">{{ line }}</li>
    </ul>
  </section>
</template>

<style scoped>
.beams {
  --name: 132px;
  --value: 128px;
  --state: 118px;
  background: var(--hl-sheet);
  border: 1px solid var(--hl-line);
  border-radius: 4px 0 4px 28px;
  overflow: hidden;
  margin-bottom: 1rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.columns,
.row {
  display: grid;
  grid-template-columns: var(--name) minmax(0, 1fr) var(--value) var(--state);
  align-items: center;
}
.columns {
  height: 24px;
  font-size: 0.8125rem;
  color: var(--hl-quiet);
}
.columns > span:nth-child(3) {
  padding-left: 14px;
}
.ruler {
  position: relative;
  height: 100%;
}
.ruler span {
  position: absolute;
  top: 2px;
  white-space: nowrap;
}
.ruler .low {
  left: 6px;
}
.ruler .open {
  left: 43.5%;
  transform: translateX(-50%);
}
.ruler .high {
  right: 6px;
}
.row {
  position: relative;
  /* A little less where the rack stands below. */
  min-height: calc(52px - min(4px, var(--hl-foot, 0px)));
  border-top: 1px solid var(--hl-line);
}
.row:has(.opens:hover) {
  background: var(--hl-pool);
}
/* The whole row opens its workings. */
.opens {
  position: absolute;
  inset: 0;
  border: 0;
  background: none;
}
.opens:focus-visible {
  outline-offset: -4px;
  box-shadow: none !important;
}
/* What the lamp rests on carries a tab of its light. */
.vital::before {
  content: '';
  position: absolute;
  z-index: 1;
  left: 0;
  top: 5px;
  bottom: 5px;
  width: 5px;
  border-radius: 0 5px 5px 0;
  background: var(--hl-amber);
  box-shadow: 0 0 0 1px var(--bs-body-color);
}
.vital.un::before {
  background: none;
  box-shadow: none;
  border: 1.5px dashed var(--bs-body-color);
  border-left: 0;
}
.place {
  margin: 0;
  padding: 4px 14px;
  border-top: 1px solid var(--hl-line);
  background: var(--hl-shade);
  font-weight: 650;
}
.name {
  margin: 0;
  padding: 0 4px 0 14px;
  font-size: 1rem;
  font-weight: 600;
  line-height: 1.15;
}
small {
  display: block;
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--hl-quiet);
}
.track {
  position: relative;
  align-self: stretch;
}
/* The beam is as tall as its row. */
.track :deep(.beam) {
  position: absolute;
  inset: 0;
  height: 100%;
}
.unread {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  font-size: 0.875rem;
}
.unread.dark {
  color: var(--hl-on-dark);
}
.unread.plain {
  color: var(--hl-quiet);
}
.value {
  padding-left: 14px;
  line-height: 1.15;
}
.value strong {
  font-size: 1.25rem;
  font-weight: 650;
}
.value small {
  white-space: nowrap;
}
.state {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr);
  align-items: center;
  padding-right: 8px;
  font-size: 0.9375rem;
  font-weight: 650;
  line-height: 1.15;
}
.beside {
  padding: 0.5rem 1rem 0.6rem;
  border-top: 1px solid var(--hl-line);
  font-size: 0.9rem;
}
@media (max-width: 767px) {
  .beams {
    --name: 88px;
    --value: 88px;
    --state: 52px;
    border-radius: 4px 20px;
  }
  .columns {
    height: 0;
    overflow: hidden;
  }
  .row {
    min-height: 46px;
  }
  .name {
    padding: 0 2px 0 9px;
    font-size: 0.8125rem;
  }
  small {
    font-size: 0.75rem;
  }
  .value {
    padding-left: 6px;
  }
  .value strong {
    font-size: 1.0625rem;
  }
  .value small {
    letter-spacing: -0.8px;
  }
  .state {
    grid-template-columns: 1fr;
    justify-items: center;
    text-align: center;
    padding: 0;
    font-size: 0.75rem;
  }
  .state small {
    display: none;
  }
}
</style>
