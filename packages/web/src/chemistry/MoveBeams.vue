<script setup lang="ts">
import { bandsFor, beamFloor, shownBands } from '@hedge-lamp/core/guidelines';
import { beamScale } from '@hedge-lamp/core/limits';
import { shortName } from '@hedge-lamp/core/parameters';
import { type Interval, formatReading } from '@hedge-lamp/core/quantity';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import HedgePatterns from '../shell/beam/HedgePatterns.vue';
import WaterBeam from '../shell/beam/WaterBeam.vue';
import { bankText } from '../shell/beam/bank-text';
import type { Along } from '../shell/beam/capsule';
import { useChosenWater } from '../waters/chosen-water';
import type { Move } from './tool';

/** What a deed would do to a figure, between the hedges of the chosen water: as it is above, as it would be below. */
const props = defineProps<{ moves: readonly Move[] }>();
const chosen = useChosenWater();
const ruler = ref<HTMLElement>();
const { width } = useElementSize(ruler, { width: 300, height: 0 });

const beams = computed(() => {
  const water = chosen.water;
  if (!water) return [];
  return props.moves.flatMap((move) => {
    const bands = shownBands(bandsFor(move.parameter, water), move.parameter, move.unit);
    if (bands.length === 0) return [];
    const scale = beamScale(bands, beamFloor(move.parameter));
    const along = ({ low, best, high }: Interval): Along => [
      scale.place(low),
      scale.place(best),
      scale.place(high),
    ];
    return [
      {
        parameter: move.parameter,
        says: `${shortName(move.parameter)} ${formatReading(move.before)} → ${formatReading(move.after)} ${move.unit}`,
        zones: scale.zones,
        before: along(move.before),
        at: along(move.after),
        open: move.after.high === Infinity,
        lowBank: bankText(scale.lowBank),
        highBank: bankText(scale.highBank),
      },
    ];
  });
});
</script>

<template>
  <section v-if="beams.length > 0" class="sheet moves" aria-label="Between its limits">
    <HedgePatterns />
    <div ref="ruler" />
    <div v-for="b in beams" :key="b.parameter">
      <p class="says figure-mono">{{ b.says }}</p>
      <div class="track">
        <WaterBeam
          :zones="b.zones"
          :at="b.at"
          :before="b.before"
          :open="b.open"
          :low-bank="b.lowBank"
          :high-bank="b.highBank"
          :width="Math.max(80, Math.round(width))"
          light="lit"
          estimate
        />
      </div>
    </div>
    <p class="quiet mb-0">Before above, after below; by the limits of {{ chosen.water?.name }}.</p>
  </section>
</template>

<style scoped>
.says {
  margin: 0 0 0.2rem;
}
.track {
  overflow: hidden;
  margin-bottom: 0.3rem;
  border: 1px solid var(--hl-line);
  border-radius: 2px 10px;
}
</style>
