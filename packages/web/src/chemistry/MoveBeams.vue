<script setup lang="ts">
import { bandsFor, beamFloor, shownBands } from '@hedge-lamp/core/guidelines';
import { beamScale } from '@hedge-lamp/core/limits';
import { shortName } from '@hedge-lamp/core/parameters';
import { formatReading } from '@hedge-lamp/core/quantity';
import { computed } from 'vue';
import HedgePatterns from '../shell/beam/HedgePatterns.vue';
import MoveBeam from '../shell/beam/MoveBeam.vue';
import { beamMove } from '../shell/beam/move';
import { useChosenWater } from '../waters/chosen-water';
import type { Move } from './tool';

/** What a deed would do to a figure, between the hedges of the chosen water. */
const props = defineProps<{ moves: readonly Move[] }>();
const chosen = useChosenWater();

const beams = computed(() => {
  const water = chosen.water;
  if (!water) return [];
  return props.moves.flatMap(({ parameter, unit, before, after }) => {
    const bands = shownBands(bandsFor(parameter, water), parameter, unit);
    if (bands.length === 0) return [];
    return [
      {
        parameter,
        says: `${shortName(parameter)} ${formatReading(before)} → ${formatReading(after)} ${unit}`,
        move: beamMove(beamScale(bands, beamFloor(parameter)), before, after),
      },
    ];
  });
});
</script>

<template>
  <section v-if="beams.length > 0" class="sheet" aria-label="Between its limits">
    <HedgePatterns />
    <div v-for="b in beams" :key="b.parameter">
      <p class="says figure-mono">{{ b.says }}</p>
      <MoveBeam :move="b.move" />
    </div>
    <p class="quiet below">Before above, after below; by the limits of {{ chosen.water?.name }}.</p>
  </section>
</template>

<style scoped>
.says {
  margin: 0 0 0.2rem;
}
.below {
  margin: 0.3rem 0 0;
}
</style>
