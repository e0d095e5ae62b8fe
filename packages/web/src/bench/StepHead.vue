<script setup lang="ts">
import type { Tube } from '@hedge-lamp/core/bench';
import { computed } from 'vue';
import { useWaters } from '../waters/waters-store';
import { sampleWords } from './sample-words';

/** Which tube is in hand, what is other about its sample, and how far it is. */
const props = defineProps<{
  tube: Tube;
  waterId: string;
  /** Its place in the rack, and the key that picks it. */
  number: number | null;
}>();
const waters = useWaters();

const place = computed(() => {
  const id = props.tube.test.samplingPointId;
  return id ? waters.byId(props.waterId)?.samplingPoints.find((p) => p.id === id)?.name : undefined;
});
const tags = computed(() => sampleWords(props.tube, place.value));
</script>

<template>
  <div class="head">
    <span class="what">
      <span
        ><span v-if="number !== null" class="number" aria-hidden="true">{{ number }}</span
        >{{ tube.method.name }}</span
      >
      <span v-for="tag in tags" :key="tag" class="tag">{{ tag }}</span>
    </span>
    <span class="quiet count">Step {{ tube.step + 1 }} of {{ tube.method.steps.length }}</span>
  </div>
  <div class="progress-row" aria-hidden="true">
    <span
      v-for="(s, k) in tube.method.steps"
      :key="k"
      :class="{
        past: tube.trail.includes(k),
        here: k === tube.step,
        skipped: k < tube.step && !tube.trail.includes(k),
      }"
    />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  font-weight: 600;
}
.number {
  display: inline-block;
  min-width: 1.5em;
  margin-right: 0.5em;
  text-align: center;
  border: 1.5px solid currentColor;
  border-radius: 3px;
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.5rem;
  align-items: baseline;
}
.tag {
  padding: 0 0.6rem;
  border-radius: 3px 10px;
  background: var(--hl-watch-tint);
  font-weight: 400;
}
.tag::first-letter {
  text-transform: uppercase;
}
.progress-row {
  display: flex;
  gap: 4px;
  margin: 0.4rem 0 0.9rem;
}
.progress-row span {
  flex: 1;
  height: 6px;
  border-radius: 3px;
  background: var(--hl-line);
}
.progress-row .past {
  background: var(--hl-clear);
}
.progress-row .here {
  background: var(--hl-amber);
  outline: 1px solid var(--hl-watch);
}
.progress-row .skipped {
  background: none;
  border: 1px dashed var(--hl-quiet);
}
.count {
  white-space: nowrap;
}
</style>
