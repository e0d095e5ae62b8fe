<script setup lang="ts">
import type { Plan } from '@hedge-lamp/core/remedies';
import { computed } from 'vue';
import IconDown from '~icons/bi/chevron-down';
import { isHold, whenWords } from '../remedies/plan-words';

/** The first thing to do, where the whole plan stands further down. */
const props = defineProps<{ plan: Plan; now: number }>();
const standing = computed(() => props.plan.lines.filter((l) => l.putOffUntil === null));
const first = computed(() => standing.value.find((l) => !isHold(l)));
const more = computed(() => {
  const rest = standing.value.length - 1;
  return rest <= 0 ? '' : rest === 1 ? 'then 1 more' : `then ${rest} more`;
});
/** The address is not changed: going back leads to the page before. */
function toPlan(): void {
  const heading = document.getElementById('plan-heading');
  heading?.scrollIntoView({ block: 'start' });
  heading?.focus({ preventScroll: true });
}
</script>

<template>
  <button v-if="first" type="button" class="next-step" @click="toPlan">
    <span class="what">
      <span class="when">{{ whenWords(first, now) }}</span>
      {{ first.says }}
      <small v-if="more">{{ more }}</small>
    </span>
    <IconDown aria-hidden="true" />
  </button>
</template>

<style scoped>
.next-step {
  grid-template-columns: minmax(0, 1fr) 28px;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 52px;
  margin-bottom: 0.5rem;
  padding: 4px 8px 4px 12px;
  border: 0;
  border-radius: 4px 18px;
  background: var(--hl-shade);
  color: inherit;
  text-align: left;
}
.when {
  display: inline-block;
  margin-right: 4px;
  padding: 2px 10px;
  border-radius: 2px 10px;
  background: var(--hl-amber);
  color: #1c2321;
  font-weight: 650;
}
.when:empty {
  display: none;
}
.what {
  font-weight: 650;
  line-height: 1.35;
}
small {
  display: block;
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--hl-quiet);
}
</style>
