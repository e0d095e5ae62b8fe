<script setup lang="ts">
import type { ShownBand } from '@hedge-lamp/core/guidelines';
import type { LevelAt } from '@hedge-lamp/core/readings';
import { computed } from 'vue';
import { type Banks, type Dusk, type Window, limitLabels } from './strip-plot';
import type { TraceSeries } from './trace-data';
import type { Ahead } from './trend-words';

/**
 * The readings of one figure over time: ranges as upright capsules, no line between them; where the level may have lain as a
 * ribbon; light that fades where a reading was too old; what may come, dashed and pale. Its words stand beside it.
 */
const props = defineProps<{
  series: readonly TraceSeries[];
  bands: readonly ShownBand[];
  banks: Banks;
  window: Window;
  dusk: readonly Dusk[];
  ribbon: readonly LevelAt[];
  ahead: Ahead | null;
  from: number;
  to: number;
  now: number;
  width: number;
  height: number;
  /** True for the one that stands tall. */
  big: boolean;
  /** What it shows, in words; empty where that stands beside it. */
  says: string;
}>();
defineEmits<{ picked: [id: string] }>();

const round = (x: number) => Math.round(x * 10) / 10;
const x = (at: number) => round(((at - props.from) / (props.to - props.from)) * props.width);
/** Room for a capsule at either end. */
const room = 5;
const y = (value: number) => {
  const { low, high } = props.window;
  return round(props.height - room - ((value - low) / (high - low)) * (props.height - 2 * room));
};
/** At the right, where no reading lies yet; in words only where the newest one leaves the room. */
const roomForWords = 175;
const newest = computed(() => Math.max(0, ...props.series.flatMap((s) => s.points.at(-1)?.x ?? [])));
const limits = computed(() =>
  limitLabels(props.banks, y, props.height, props.width - x(newest.value) > roomForWords),
);
const clampY = (value: number) => Math.max(-20, Math.min(props.height + 20, y(value)));

const zones = computed(() =>
  props.bands
    .filter((b) => b.status !== 'clear')
    .map((b) => ({
      status: b.status,
      top: clampY(b.to ?? Infinity),
      bottom: clampY(b.from ?? -Infinity),
    }))
    .filter((z) => z.bottom > z.top),
);
const fade = computed(() =>
  props.dusk.map((d) => `M${x(d.from)} 0H${x(d.to)}V${props.height}H${x(d.from)}z`).join(''),
);
function band(of: 'half' | 'fourFifths'): string {
  const { ribbon } = props;
  if (ribbon.length < 2) return '';
  const over = ribbon.map((l) => `${x(l.at)} ${clampY(l.middle + l[of])}`);
  const under = ribbon.map((l) => `${x(l.at)} ${clampY(l.middle - l[of])}`).reverse();
  return `M${[...over, ...under].join('L')}Z`;
}
/** The same figures as the sentence: the last reading at its ends, moved on by the trend at its ends. */
const cone = computed(() => {
  const { ahead } = props;
  if (!ahead) return '';
  const days = (props.to - ahead.at) / 86_400_000;
  if (days <= 0) return '';
  const top = ahead.level.high + ahead.perDay.high * days;
  const bottom = ahead.level.low + ahead.perDay.low * days;
  return `M${x(ahead.at)} ${clampY(ahead.level.high)}L${x(props.to)} ${clampY(top)}V${clampY(bottom)}L${x(ahead.at)} ${clampY(ahead.level.low)}Z`;
});

const thick = computed(() => (props.big ? 11 : 7));
/** All capsules of a kit as one path: an upright line with round ends, as long as its range. */
const capsules = computed(() =>
  props.series.map(({ points }, k) => {
    const half = thick.value / 2;
    let [lines, notches, arrows] = ['', '', ''];
    for (const p of points) {
      const at = x(p.x);
      const open = p.high === null;
      let [top, bottom] = [open ? 4 : y(p.high), y(p.low ?? p.y)];
      if (bottom - top < thick.value) {
        const middle = Math.max(half, Math.min(props.height - half, (top + bottom) / 2));
        [top, bottom] = [middle - half, middle + half];
      }
      lines += `M${at} ${round(top + half)}V${round(Math.max(bottom - half, top + half + 0.1))}`;
      const notch = Math.max(top + 2, Math.min(bottom - 2, y(p.y)));
      notches += `M${round(at - half)} ${round(notch)}h${thick.value}`;
      if (open) arrows += `M${round(at - half)} ${round(top + half)}l${half} ${-half}l${half} ${half}`;
    }
    return { lines, notches, arrows, other: k > 0 };
  }),
);
/** Each alone, to be pressed: only where there is the room. */
const dots = computed(() =>
  props.big && props.series.reduce((n, s) => n + s.points.length, 0) <= 400
    ? props.series.flatMap((s) => s.points.map((p) => ({ id: p.id, x: x(p.x), y: y(p.y) })))
    : [],
);
</script>

<template>
  <svg
    class="strip"
    :class="{ big }"
    :viewBox="`0 0 ${width} ${height}`"
    :height="height"
    preserveAspectRatio="none"
    :role="says ? 'img' : undefined"
    :aria-label="says || undefined"
    :aria-hidden="says ? undefined : true"
    focusable="false"
  >
    <rect :width="width" :height="height" class="water" />
    <path :d="fade" class="dusk" />
    <template v-for="z in zones" :key="`${z.top} ${z.bottom}`">
      <rect :y="z.top" :width="width" :height="z.bottom - z.top" class="tint" :class="z.status" />
      <rect
        :y="z.top"
        :width="width"
        :height="z.bottom - z.top"
        class="leaves"
        :fill="`url(#hedge-${z.status})`"
      />
    </template>
    <path v-if="banks.high !== null" :d="`M0 ${clampY(banks.high)}H${width}`" class="bank" />
    <path v-if="banks.low !== null" :d="`M0 ${clampY(banks.low)}H${width}`" class="bank" />
    <path :d="band('fourFifths')" class="outer" />
    <path :d="band('half')" class="inner" />
    <path v-if="cone" :d="cone" class="cone" />
    <path :d="`M${x(now)} 0V${height}`" class="now" />
    <g v-for="(c, k) in capsules" :key="k" :class="{ other: c.other }">
      <path :d="c.lines" class="edge" :stroke-width="thick + (big ? 3.2 : 2.6)" />
      <path :d="c.lines" class="fill" :stroke-width="thick" />
      <path :d="c.notches" class="notch" :stroke-width="big ? 2 : 1.5" />
      <path v-if="c.arrows" :d="c.arrows" class="arrow" />
    </g>
    <template v-if="big">
      <text v-for="(l, k) in limits" :key="k" :x="width - 6" :y="l.y" class="limit">{{ l.text }}</text>
    </template>
    <circle
      v-for="d in dots"
      :key="d.id"
      :cx="d.x"
      :cy="d.y"
      r="12"
      class="press"
      @click.stop="$emit('picked', d.id)"
    />
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  print-color-adjust: exact;
  forced-color-adjust: none;
}
.water {
  fill: var(--hl-lit);
}
.dusk {
  fill: var(--hl-dusk);
}
.tint {
  fill: var(--hl-leaf);
  opacity: 0.03;
}
.tint.act {
  opacity: 0.1;
}
.tint.urgent {
  opacity: 0.26;
}
.leaves {
  opacity: 0.45;
}
.bank {
  stroke: var(--hl-bank);
  stroke-width: 1.6;
}
.outer {
  fill: var(--hl-ribbon);
  opacity: 0.3;
}
.inner {
  fill: var(--hl-ribbon);
  opacity: 0.42;
}
.cone {
  fill: var(--hl-ribbon);
  fill-opacity: 0.16;
  stroke: var(--bs-body-color);
  stroke-opacity: 0.6;
  stroke-dasharray: 3 3;
}
.now {
  stroke: var(--bs-body-color);
  opacity: 0.7;
}
.edge,
.fill {
  stroke-linecap: round;
  fill: none;
}
.edge {
  stroke: var(--hl-capsule-edge);
}
.fill {
  stroke: var(--hl-amber);
}
/* Another kit: square ends, unlit. */
.other .edge,
.other .fill {
  stroke-linecap: square;
}
.other .fill {
  stroke: var(--hl-sheet);
}
.other .notch {
  stroke: var(--bs-body-color);
}
.notch {
  stroke: var(--hl-capsule-edge);
}
.arrow {
  fill: none;
  stroke: var(--hl-capsule-edge);
  stroke-width: 2;
}
.limit {
  text-anchor: end;
  font: 400 12.5px var(--bs-font-monospace);
  fill: var(--bs-body-color);
  stroke: var(--hl-lit);
  stroke-width: 4px;
  paint-order: stroke;
}
.press {
  fill: transparent;
  cursor: pointer;
}
</style>
