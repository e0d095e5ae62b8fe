<script setup lang="ts">
import { type Card, type Vision, curveOf, screenColor, seenBy, swatchPoints } from '@hedge-lamp/core/color';
import { computed } from 'vue';

/** A card as a row of swatches with their values; as others see it, where asked. */
const props = withDefaults(defineProps<{ card: Card; vision?: Vision }>(), { vision: 'usual' });
const swatches = computed(() =>
  swatchPoints(curveOf(props.card)).map((p, k) => ({
    value: props.card.values[k]!,
    color: seenBy(screenColor(p.lab), props.vision),
  })),
);
</script>

<template>
  <span class="swatches">
    <span v-for="s in swatches" :key="s.value"
      ><span class="color" :style="{ background: s.color }" /><span class="figure-mono">{{
        s.value
      }}</span></span
    >
  </span>
</template>

<style scoped>
.swatches {
  display: flex;
  gap: 0.3rem;
  padding: 0.4rem;
  background: #fff;
  color: #161616;
  border: 1px solid var(--hl-line);
  text-align: center;
  font-size: 0.9rem;
}
.swatches > span {
  flex: 1;
}
.color {
  display: block;
  height: 1.8rem;
}
</style>
