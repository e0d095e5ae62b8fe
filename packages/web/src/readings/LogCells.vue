<script setup lang="ts">
import type { Reading } from '@hedge-lamp/core/readings';
import StatusLamp from '../shell/StatusLamp.vue';
import type { LogCell } from './log-rows';

/** What was read of one parameter on one day. Pressed, a figure shows what was noted with it; E corrects it. */
defineProps<{
  shown: readonly LogCell[];
  /** How many there are beside those shown. */
  more: number;
}>();
const emit = defineEmits<{
  show: [reading: Reading];
  edit: [reading: Reading];
  walk: [event: KeyboardEvent];
}>();

function onKey(event: KeyboardEvent, reading: Reading): void {
  if (event.key.toLowerCase() !== 'e' || event.ctrlKey || event.metaKey || event.altKey) {
    emit('walk', event);
    return;
  }
  event.preventDefault();
  emit('edit', reading);
}
</script>

<template>
  <button
    v-for="c in shown"
    :key="c.reading.id"
    type="button"
    class="cell"
    :class="{ outside: c.status !== null && !['clear', 'unread'].includes(c.status) }"
    :aria-label="c.says"
    @click="emit('show', c.reading)"
    @keydown="onKey($event, c.reading)"
  >
    <span class="figure"
      ><span class="figure-mono">{{ c.figure }}</span
      ><StatusLamp v-if="c.status" :status="c.status" :size="13" bare
    /></span>
    <small v-if="c.range" class="figure-mono">{{ c.range }}</small>
  </button>
  <small v-if="more > 0">and {{ more }} more</small>
</template>

<style scoped>
small {
  display: block;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
  font-weight: 400;
  white-space: nowrap;
}
.cell {
  display: block;
  min-width: 3.2rem;
  min-height: 44px;
  padding: 2px 6px;
  border: 0;
  border-radius: 4px 12px;
  background: none;
  color: inherit;
  line-height: 1.15;
  text-align: left;
}
.cell:hover {
  background: var(--hl-pool);
}
.figure {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-weight: 650;
  white-space: nowrap;
}
/* What is outside lies in a capsule, as on a beam. */
.outside .figure {
  margin-left: -8px;
  padding: 0 6px 0 8px;
  border: 1.6px solid var(--bs-body-color);
  border-radius: 9px;
  background: var(--hl-pool);
}
</style>
