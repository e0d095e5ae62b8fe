<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core';
import { computed } from 'vue';
import type { Shown } from './tool';

/** The answer in one line below the bar while the answer itself is out of sight; a press goes to it. */
const props = defineProps<{ first: Shown; answer: HTMLElement | null }>();
const inSight = useElementVisibility(() => props.answer);
const words = computed(() => [props.first.figure, props.first.unit].filter(Boolean).join(' '));

function goThere(): void {
  props.answer?.scrollIntoView({ block: 'center' });
  props.answer?.focus({ preventScroll: true });
}
</script>

<template>
  <button v-if="!inSight" type="button" class="peek" @click="goThere">
    <span class="visually-hidden">Go to the answer: </span>{{ first.label }}
    <span
      ><strong class="figure-mono">{{ words }}</strong> <span class="quiet">{{ first.range }}</span>
      <span aria-hidden="true"> ↓</span></span
    >
  </button>
</template>

<style scoped>
.peek {
  display: none;
}
@media (max-width: 1023px) {
  .peek {
    position: sticky;
    z-index: 10;
    top: var(--hl-bar);
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    justify-content: space-between;
    gap: 0 0.75rem;
    width: 100%;
    min-height: 44px;
    margin-bottom: 0.6rem;
    padding: 0.55rem 0.9rem;
    border: 1px solid var(--hl-line);
    border-left: 8px solid var(--hl-amber);
    border-radius: 4px 4px 18px;
    background: var(--hl-sheet);
    color: inherit;
    text-align: left;
  }
}
</style>
