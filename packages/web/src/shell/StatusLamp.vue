<script setup lang="ts">
import { type Status, lampWord, statusWord } from '@hedge-lamp/core/limits';
import { computed } from 'vue';

/** A status as a shape and a color; with `word`, the word beside it. Never color alone. */
const props = withDefaults(
  defineProps<{
    status: Status;
    word?: boolean;
    size?: number;
    /** True where it speaks for a whole water, not for a figure. */
    lamp?: boolean;
    /** True where the word stands beside it anyway. */
    bare?: boolean;
  }>(),
  { word: false, size: 18, lamp: false, bare: false },
);
const says = computed(() => (props.lamp ? lampWord : statusWord)[props.status]);
</script>

<template>
  <span class="lamp" :class="`in-${status}`">
    <svg
      :width="size"
      :height="size"
      viewBox="0 0 20 20"
      :role="word || bare ? undefined : 'img'"
      :aria-hidden="word || bare || undefined"
      :aria-label="word || bare ? undefined : says"
    >
      <circle v-if="status === 'clear'" cx="10" cy="10" r="8" fill="currentColor" />
      <template v-else-if="status === 'watch'">
        <circle cx="10" cy="10" r="7.5" fill="none" stroke="currentColor" stroke-width="2" />
        <path d="M10 2.5a7.5 7.5 0 0 1 0 15z" fill="currentColor" />
      </template>
      <path v-else-if="status === 'act'" d="M10 1.5 19 18H1z" fill="currentColor" />
      <template v-else-if="status === 'urgent'">
        <path d="M6 1h8l5 5v8l-5 5H6l-5-5V6z" fill="currentColor" />
        <path d="M10 4.500v7M10 14v1.700" class="mark" stroke-width="2.200" />
      </template>
      <circle
        v-else
        cx="10"
        cy="10"
        r="7.5"
        fill="none"
        stroke="currentColor"
        stroke-width="2"
        stroke-dasharray="3.2 2.7"
      />
    </svg>
    <span v-if="word" class="lamp-word">{{ says }}</span>
  </span>
</template>

<style scoped>
.lamp {
  display: inline-flex;
  align-items: center;
  gap: 0.4em;
  font-weight: 650;
  white-space: nowrap;
}
.lamp svg {
  flex: none;
}
.mark {
  stroke: var(--hl-sheet);
}
</style>
