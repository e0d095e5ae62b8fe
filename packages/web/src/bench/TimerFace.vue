<script setup lang="ts">
import { computed } from 'vue';
import { countdown, countdownInWords } from '../clock/words';

/** A countdown computed from the instant it ends at, with a bar that fills. */
const props = defineProps<{ end: number | null; seconds: number; now: number; stands: boolean }>();

const share = computed(() =>
  props.end === null ? 0 : Math.min(1, Math.max(0, 1 - (props.end - props.now) / (props.seconds * 1000))),
);
const shown = computed(() => countdown(props.end ?? props.now + props.seconds * 1000, props.now));
/** Told to a screen reader at the start, then each minute and near the end, not every second. */
const told = computed(() => {
  if (props.end === null) return '';
  const left = Math.ceil((props.end - props.now) / 1000);
  const step = left > 60 ? 60 : left > 10 ? 15 : 5;
  return `${countdownInWords(props.now + Math.ceil(left / step) * step * 1000, props.now)} left`;
});
</script>

<template>
  <div class="timer" role="timer" :aria-label="told">
    <span class="clock figure-mono" aria-hidden="true">{{ shown }}</span>
    <span class="bar" aria-hidden="true"><span :style="{ width: `${share * 100}%` }" /></span>
    <p v-if="stands && end !== null" class="quiet">
      You can leave this. It goes on by itself, and calls when it is time.
    </p>
    <span class="visually-hidden" aria-live="polite">{{ told }}</span>
  </div>
</template>

<style scoped>
.timer {
  margin-top: 1rem;
  max-width: 32rem;
}
.clock {
  font-size: 5rem;
  font-weight: 600;
  line-height: 1;
}
.bar {
  display: block;
  height: 12px;
  margin: 0.75rem 0 0.5rem;
  background: var(--hl-line);
  border-radius: 2px 6px;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--hl-amber);
  border-radius: inherit;
}
p {
  margin: 0;
}
</style>
