<script setup lang="ts">
import type { Tube } from '@hedge-lamp/core/bench';
import type { OpenTube } from './bench-store';
import { tubeWords } from './tube-words';

/** The tests of this run: which is in hand, which wait, which are kept. */
const props = defineProps<{
  tubes: readonly Tube[];
  inHand: string;
  open: readonly OpenTube[];
  now: number;
}>();
defineEmits<{ pick: [testId: string] }>();

const numberOf = (testId: string) => props.open.find((o) => o.tube.testId === testId)?.number;
function words(tube: Tube): string {
  if (tube.state === 'kept') return 'kept';
  if (tube.state === 'aside') return 'set aside';
  return tubeWords(tube, props.now).short;
}
</script>

<template>
  <ol class="tubes" aria-label="Tests of this run">
    <li v-for="tube in tubes" :key="tube.testId">
      <button
        v-if="tube.state === 'running'"
        type="button"
        class="tab"
        :class="{ here: tube.testId === inHand }"
        :aria-pressed="tube.testId === inHand"
        @mousedown.prevent
        @click="$emit('pick', tube.testId)"
      >
        <kbd>{{ numberOf(tube.testId) }}</kbd> {{ tube.method.short }}
        <span class="figure-mono state">{{ words(tube) }}</span>
      </button>
      <span v-else class="tab over quiet"
        >{{ tube.method.short }} <span class="state">{{ words(tube) }}</span></span
      >
    </li>
  </ol>
</template>

<style scoped>
.tubes {
  list-style: none;
  margin: 0;
  padding: 3px;
  display: flex;
  gap: 0.4rem;
  overflow-x: auto;
}
.tab {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 44px;
  padding: 0.2rem 0.9rem;
  border: 1px solid var(--hl-line);
  border-radius: 4px 14px;
  background: var(--hl-sheet);
  color: inherit;
  white-space: nowrap;
}
.tab.here {
  border: 2px solid var(--hl-link);
  font-weight: 650;
}
.tab.over {
  border-style: dashed;
}
.state {
  font-weight: 400;
  font-size: 0.9rem;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
}
</style>
