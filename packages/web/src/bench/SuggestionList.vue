<script setup lang="ts">
import type { Suggestion } from '@hedge-lamp/core/bench';
import { BButton } from 'bootstrap-vue-next/components/BButton';

/** What is worth running again after what was kept, and why. */
defineProps<{ suggestions: readonly Suggestion[] }>();
defineEmits<{ take: [suggestion: Suggestion] }>();

const words = (s: Suggestion) =>
  ({
    repeat: `Run ${s.tube.method.short} again`,
    dilute: `Run it diluted ${s.dilution} times`,
    'other-range': s.methodId === 'ph-high-range' ? 'Run the high range' : 'Run the low range',
  })[s.kind];
</script>

<template>
  <ul v-if="suggestions.length > 0" class="suggestions" aria-label="Worth running again">
    <li v-for="s in suggestions" :key="s.tube.testId">
      <span
        ><strong>{{ s.tube.method.name }}:</strong> {{ s.why }}</span
      >
      <BButton variant="outline-primary" @mousedown.prevent @click="$emit('take', s)">{{ words(s) }}</BButton>
    </li>
  </ul>
</template>

<style scoped>
.suggestions {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 0.6rem;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: center;
  border-left: 6px solid var(--hl-watch);
  padding: 0.2rem 0 0.2rem 0.9rem;
}
li > span {
  flex: 1 1 20rem;
}
li .btn {
  min-height: 56px;
}
</style>
