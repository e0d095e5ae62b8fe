<script setup lang="ts">
import { type BeamZone, zonesOfLetters } from '@hedge-lamp/core/limits';

/**
 * The hedges of small beams, each shape drawn once: in so little room leaves are bars that stand the denser the worse it is.
 * They take the color of whatever shows them.
 */
defineProps<{
  /** The statuses along each beam, by their first letters. */
  shapes: readonly string[];
}>();

const [width, height] = [100, 34] as const;
const dense = { clear: 0, watch: 6.5, act: 4.2, urgent: 2.6 } as const;
const bars = (zones: readonly BeamZone[], status: BeamZone['status']) =>
  zones
    .filter((z) => z.status === status && dense[status] > 0)
    .flatMap((z) => {
      const count = Math.max(1, Math.round(((z.to - z.from) * width) / dense[status]));
      const step = ((z.to - z.from) * width) / count;
      return Array.from(
        { length: count },
        (_, k) => `M${(z.from * width + (k + 0.5) * step).toFixed(1)} 0V${height}`,
      );
    })
    .join('');
const tints = (zones: readonly BeamZone[]) => zones.filter((z) => z.status !== 'clear');
const banks = (zones: readonly BeamZone[]) => {
  const open = zones.find((z) => z.status === 'clear');
  return [open?.from ?? 0, open?.to ?? 1]
    .filter((x) => x > 0 && x < 1)
    .map((x) => `M${x * width} 0V${height}`)
    .join('');
};
</script>

<template>
  <svg class="mini-hedges" width="0" height="0" aria-hidden="true" focusable="false">
    <symbol
      v-for="shape in shapes"
      :id="`mini-${shape}`"
      :key="shape"
      :viewBox="`0 0 ${width} ${height}`"
      preserveAspectRatio="none"
    >
      <rect
        v-for="z in tints(zonesOfLetters(shape))"
        :key="z.from"
        :x="z.from * width"
        :width="(z.to - z.from) * width"
        :height="height"
        fill="currentColor"
        :opacity="z.status === 'watch' ? 0.05 : z.status === 'act' ? 0.14 : 0.34"
      />
      <path :d="bars(zonesOfLetters(shape), 'watch')" stroke="currentColor" stroke-width="0.8" opacity=".6" />
      <path :d="bars(zonesOfLetters(shape), 'act')" stroke="currentColor" stroke-width="1.5" opacity=".65" />
      <path
        :d="bars(zonesOfLetters(shape), 'urgent')"
        stroke="currentColor"
        stroke-width="1.5"
        opacity=".7"
      />
      <path :d="banks(zonesOfLetters(shape))" stroke="currentColor" stroke-width="1.6" />
    </symbol>
  </svg>
</template>

<style scoped>
.mini-hedges {
  position: absolute;
}
</style>
