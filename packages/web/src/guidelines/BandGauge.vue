<script setup lang="ts">
import { type Gauge } from '@hedge-lamp/core/guidelines';
import { statusWord } from '@hedge-lamp/core/limits';
import { computed } from 'vue';
import { gaugeScale } from './gauge-scale';

/** Bands side by side with the reading's interval as a beam over them and the best guess as a bead. */
const props = defineProps<{ gauge: Gauge }>();

const scale = computed(() => {
  const twoSided = ['ph', 'temperature'].includes(props.gauge.subject);
  return gaugeScale(props.gauge.bands, twoSided ? null : 0);
});
const beam = computed(() => {
  const value = props.gauge.value;
  if (!value) return null;
  const left = value.low === null ? 0 : scale.value.place(value.low);
  const right = value.high === null ? 100 : scale.value.place(value.high);
  return {
    left,
    width: Math.max(right - left, 0),
    best: scale.value.place(value.best),
    openUp: value.high === null,
  };
});
const tickText = (value: number) => String(Number(value.toPrecision(2)));
</script>

<template>
  <div class="gauge" aria-hidden="true">
    <div class="beam-track">
      <template v-if="beam">
        <span
          class="beam"
          :class="{ open: beam.openUp }"
          :style="{ left: `${beam.left}%`, width: `${beam.width}%` }"
        />
        <span v-if="!beam.openUp" class="bead" :style="{ left: `${beam.best}%` }" />
        <span v-else class="arrow" />
      </template>
    </div>
    <div class="bands">
      <span
        v-for="(s, k) in scale.stretches"
        :key="k"
        class="band"
        :class="`is-${s.status}`"
        :style="{ left: `${s.left}%`, width: `${s.width}%` }"
        >{{ statusWord[s.status] }}</span
      >
    </div>
    <div class="ticks figure-mono">
      <span v-for="t in scale.ticks" :key="t.value" :style="{ left: `${t.at}%` }">{{
        tickText(t.value)
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.gauge {
  margin: 0.35rem 0 0;
}
.beam-track {
  position: relative;
  height: 18px;
}
.beam {
  position: absolute;
  top: 7px;
  height: 5px;
  min-width: 3px;
  border-radius: 3px;
  background: currentColor;
}
.beam::before,
.beam::after {
  content: '';
  position: absolute;
  top: -4px;
  height: 13px;
  width: 2px;
  background: currentColor;
}
.beam::before {
  left: 0;
}
.beam::after {
  right: 0;
}
.beam.open::after {
  display: none;
}
.bead {
  position: absolute;
  top: 3px;
  width: 13px;
  height: 13px;
  margin-left: -6.5px;
  border-radius: 50%;
  background: var(--hl-amber);
  border: 2px solid currentColor;
}
.arrow {
  position: absolute;
  right: -2px;
  top: 2px;
  border: 7.5px solid transparent;
  border-left: 10px solid currentColor;
  border-right: 0;
}
.bands {
  position: relative;
  height: 22px;
}
.band {
  position: absolute;
  top: 0;
  bottom: 0;
  display: grid;
  place-items: center;
  overflow: hidden;
  font-size: 0.75rem;
  border-right: 2px solid var(--hl-sheet);
}
.band:first-child {
  border-radius: 3px 0 0 3px;
}
.band:last-child {
  border-radius: 0 3px 3px 0;
  border-right: 0;
}
.is-clear {
  background: var(--hl-clear-tint);
}
.is-watch {
  background: var(--hl-watch-tint);
}
.is-act {
  background: var(--hl-act-tint);
}
.is-urgent {
  background: var(--hl-urgent-tint);
}
.ticks {
  position: relative;
  height: 1.1rem;
  font-size: 0.75rem;
  color: var(--hl-quiet);
}
.ticks span {
  position: absolute;
  transform: translateX(-50%);
}
</style>
