<script setup lang="ts">
import type { BeamZone } from '@hedge-lamp/core/limits';
import type { Light } from '@hedge-lamp/core/guidelines';
import { computed } from 'vue';
import { type Along, capsuleOf } from './capsule';

/**
 * A channel of water between hedges, with what was read as a capsule of light on it. It is a picture: what it says stands
 * beside it in words.
 */
const props = withDefaults(
  defineProps<{
    zones: readonly BeamZone[];
    /** Low end, best guess and high end, shares of the width; null where nothing was read. */
    at: Along | null;
    width: number;
    height?: number;
    light: Light;
    /** True past the top of a card. */
    open?: boolean;
    /** True where it was worked out, not read. */
    estimate?: boolean;
    /** Earlier readings, newest first. */
    earlier?: readonly Along[];
    /** What it was before, where `at` is what it would become. */
    before?: Along | null;
    beforeOpen?: boolean;
    /** Limits as they are written at the banks; empty for none. */
    lowBank?: string;
    highBank?: string;
    capsule?: number;
  }>(),
  {
    height: 52,
    open: false,
    estimate: false,
    earlier: () => [],
    before: null,
    beforeOpen: false,
    lowBank: '',
    highBank: '',
    capsule: 16,
  },
);

const hedge = computed(() =>
  props.zones
    .filter((z) => z.status !== 'clear')
    .map((z) => ({ x: z.from * props.width, width: (z.to - z.from) * props.width, ...z })),
);
/** The stretch that every water is wanted in. */
const open = computed(() => {
  const middle = props.zones.find((z) => z.status === 'clear');
  return middle ? { left: middle.from, right: middle.to } : { left: 0.27, right: 0.6 };
});
const left = computed(() => (open.value.left > 0 ? open.value.left * props.width : null));
const right = computed(() => (open.value.right < 1 ? open.value.right * props.width : null));
const sides = computed(() => [
  {
    key: 'left',
    bank: left.value,
    turn: -1,
    zones: hedge.value.filter((z) => left.value !== null && z.from < open.value.left),
  },
  {
    key: 'right',
    bank: right.value,
    turn: 1,
    zones: hedge.value.filter((z) => z.from >= open.value.left),
  },
]);
const middleY = computed(() =>
  props.before ? props.height * 0.72 : props.earlier.length > 0 ? props.height * 0.57 : props.height * 0.45,
);
const drawn = computed(
  () => props.at && capsuleOf(props.at, props.width, middleY.value, props.capsule, props.open),
);
const was = computed(() => props.before && capsuleOf(props.before, props.width, 9, 8, props.beforeOpen));
const thickness = [2.2, 2.9, 3.6];
const ghosts = computed(() => {
  const oldestFirst = [...props.earlier].slice(0, 3).reverse();
  return oldestFirst.map((at, k) => {
    const height = thickness[k + 3 - oldestFirst.length]!;
    const c = capsuleOf(at, props.width, 6 + k * 5.2, height);
    return { ...c, height, y: 6 + k * 5.2, shade: [0.75, 0.88, 1][k + 3 - oldestFirst.length]! };
  });
});
/** A limit is not written where the capsule would cover it. */
const free = (from: number, to: number) =>
  !drawn.value || props.height >= 50 || drawn.value.right < from || drawn.value.left > to;
const unlit = computed(() => props.light === 'dusk');
</script>

<template>
  <svg
    class="beam"
    :class="[`light-${light}`, { estimate: estimate && !unlit, unlit }]"
    :viewBox="`0 0 ${width} ${height}`"
    :height="height"
    preserveAspectRatio="none"
    aria-hidden="true"
    focusable="false"
  >
    <rect :width="width" :height="height" class="water" />
    <g v-for="side in sides" :key="side.key">
      <template v-for="z in side.zones" :key="z.from">
        <rect :x="z.x" :width="z.width" :height="height" class="tint" :class="z.status" />
        <g
          :transform="`translate(${side.bank ?? 0.27 * width} 0) scale(${side.turn} ${height / 52})`"
          class="leaves"
        >
          <rect
            :x="side.turn > 0 ? z.x - (side.bank ?? 0.27 * width) : (side.bank ?? 0) - z.x - z.width"
            :width="z.width"
            height="52"
            :fill="`url(#hedge-${z.status}${light === 'dark' ? '-dark' : ''})`"
          />
        </g>
      </template>
      <path v-if="side.bank !== null" :d="`M${side.bank} 0V${height}`" class="bank" />
    </g>
    <template v-if="light !== 'dark' && (width > 240 || left === null || right === null)">
      <text
        v-if="lowBank && left !== null && free(left, left + 34)"
        :x="left + 4"
        :y="height - 4"
        class="limit"
      >
        {{ lowBank }}
      </text>
      <text
        v-if="highBank && right !== null && free(right - 34, right)"
        :x="right - 4"
        :y="height - 4"
        class="limit end"
      >
        {{ highBank }}
      </text>
    </template>
    <g v-for="(g, k) in ghosts" :key="k" :opacity="g.shade">
      <path :d="g.outline" class="ghost-halo" />
      <path :d="g.outline" class="ghost" />
      <path :d="`M${g.notch} ${g.y - g.height / 2 - 1}v${g.height + 2}`" class="ghost-notch" />
    </g>
    <template v-if="was && drawn">
      <path :d="was.outline" class="was" />
      <path v-if="was.arrow" :d="was.arrow" class="was-arrow" />
      <path
        :d="`M${was.notch} 13.5C${was.notch} ${middleY - capsule / 2 - 1} ${drawn.notch} 13 ${drawn.notch} ${middleY - capsule / 2 - 4}`"
        class="way-halo"
      />
      <path
        :d="`M${was.notch} 13.5C${was.notch} ${middleY - capsule / 2 - 1} ${drawn.notch} 13 ${drawn.notch} ${middleY - capsule / 2 - 4}`"
        class="way"
      />
      <path :d="`M${drawn.notch - 4} ${middleY - capsule / 2 - 7}l4 5l4-5z`" class="head" />
    </template>
    <template v-if="drawn">
      <path v-if="!unlit" :d="drawn.outline" class="halo" />
      <path :d="drawn.outline" class="capsule" />
      <path :d="`M${drawn.notch} ${middleY - capsule / 2}v${capsule}`" class="notch" />
      <path v-if="drawn.bites" :d="drawn.bites" class="bites" />
      <path v-if="drawn.arrow" :d="drawn.arrow" class="notch arrow" />
    </template>
  </svg>
</template>

<style scoped>
.beam {
  display: block;
  width: 100%;
  print-color-adjust: exact;
  forced-color-adjust: none;
}
.light-lit .water {
  fill: var(--hl-lit);
}
.light-late .water {
  fill: var(--hl-late);
}
.light-dusk .water {
  fill: var(--hl-dusk);
}
.light-dark .water {
  fill: var(--hl-dark);
}
.tint {
  fill: var(--hl-leaf);
  opacity: 0;
}
.tint.act {
  opacity: 0.12;
}
.tint.urgent {
  opacity: 0.38;
}
.light-dark .tint {
  fill: var(--hl-leaf-dark);
}
.bank {
  stroke: var(--hl-bank);
  stroke-width: 1.6;
}
.light-dark .bank {
  stroke: var(--hl-leaf-dark);
}
.limit {
  font: 400 12px var(--bs-font-monospace);
  fill: var(--bs-body-color);
}
.limit.end {
  text-anchor: end;
}
.ghost {
  fill: var(--hl-ghost);
}
.ghost-halo {
  fill: none;
  stroke: var(--hl-halo);
  stroke-width: 3;
}
.ghost-notch {
  stroke: var(--hl-ghost);
  stroke-width: 2;
}
.halo,
.way-halo {
  fill: none;
  stroke: var(--hl-halo);
  stroke-width: 6;
  opacity: 0.95;
}
.capsule {
  fill: var(--hl-amber);
  stroke: var(--hl-capsule-edge);
  stroke-width: 1.8;
}
.notch {
  fill: none;
  stroke: var(--hl-capsule-edge);
  stroke-width: 1.8;
}
.bites {
  fill: var(--hl-capsule-edge);
}
.unlit .capsule,
.was {
  fill: var(--hl-dusk);
  stroke: var(--bs-body-color);
  stroke-width: 1.8;
  stroke-dasharray: 4 2.4;
}
.unlit .notch {
  stroke: var(--bs-body-color);
}
.unlit .bites {
  fill: var(--bs-body-color);
}
.estimate .capsule {
  fill: url('#worked-out');
  stroke-dasharray: 4 2.4;
}
.was,
.was-arrow {
  stroke-width: 1.3;
}
.was-arrow {
  fill: none;
  stroke: var(--bs-body-color);
}
.way {
  fill: none;
  stroke: var(--bs-body-color);
  stroke-width: 1.8;
}
.head {
  fill: var(--bs-body-color);
}
</style>
