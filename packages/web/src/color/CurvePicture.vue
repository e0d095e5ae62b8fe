<script setup lang="ts">
import {
  type Card,
  type CardCurve,
  type Lab,
  type Placement,
  screenColor,
  swatchPoints,
} from '@hedge-lamp/core/color';
import { computed } from 'vue';

/** Where on the way of a card's colors the color of a photograph fell, and how far off it. */
const props = defineProps<{ card: Card; curve: CardCurve; placement: Placement; vial: Lab }>();

const from = computed(() => props.curve.points[0]!.position);
/** One step past the top is shown: what comes after looks alike, and would only crowd the card. */
const to = computed(() => props.curve.top + 1);
const points = computed(() => props.curve.points.filter((p) => p.position <= to.value));
const percent = (position: number) =>
  `${((100 * (Math.min(position, to.value) - from.value)) / (to.value - from.value)).toFixed(2)}%`;
const gradient = computed(
  () =>
    `linear-gradient(90deg, ${points.value
      .filter((_p, k) => k % 4 === 0)
      .map((p) => `${screenColor(p.lab)} ${percent(p.position)}`)
      .join(', ')})`,
);
const swatches = computed(() =>
  swatchPoints(props.curve).map((p, k) => ({ left: percent(p.position), value: props.card.values[k]! })),
);
const distance = computed(() => props.placement.distance.toFixed(1));
</script>

<template>
  <figure
    class="picture"
    :aria-label="`Where the color fell: nearest ${placement.best.value.toPrecision(2)} ${card.unit}, ${distance} away from the card's colors`"
  >
    <div class="pair" aria-hidden="true">
      <span class="chip" :style="{ background: screenColor(vial) }" />
      <span class="chip" :style="{ background: screenColor(placement.best.lab) }" />
      <span class="said">the tube beside the nearest color of the card; {{ distance }} apart (ΔE)</span>
    </div>
    <div class="way" aria-hidden="true">
      <span
        class="range"
        :style="{
          left: percent(placement.low.position),
          right: `calc(100% - ${percent(placement.high.position)})`,
        }"
      />
      <div class="colors" :style="{ background: gradient }" />
      <span class="best" :style="{ left: percent(placement.best.position) }" />
      <span v-for="s in swatches" :key="s.value" class="tick figure-mono" :style="{ left: s.left }">{{
        s.value
      }}</span>
    </div>
  </figure>
</template>

<style scoped>
.picture {
  margin: 0.4rem 0 0;
  background: #fff;
  color: #161616;
  padding: 0.6rem 1rem 0.4rem;
}
.pair {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}
.chip {
  width: 3.4rem;
  height: 2.4rem;
}
.said {
  margin-left: 0.8rem;
  flex: 1 1 10rem;
}
.way {
  position: relative;
  margin: 1.2rem 0 1.6rem;
}
.colors {
  height: 1.8rem;
}
.range {
  position: absolute;
  top: -0.5rem;
  height: 0.5rem;
  border: 3px solid #161616;
  border-bottom: 0;
}
.best {
  position: absolute;
  top: -0.3rem;
  height: 2.4rem;
  border-left: 4px solid #161616;
  outline: 1px solid #fff;
  transform: translateX(-2px);
}
.tick {
  position: absolute;
  top: 2rem;
  transform: translateX(-50%);
  font-size: 0.85rem;
}
</style>
