<script setup lang="ts">
import { type TurnIndicator, screenColor, turnPicture } from '@hedge-lamp/core/color';
import { computed, defineAsyncComponent, ref } from 'vue';

const TurnReader = defineAsyncComponent(() => import('./TurnReader.vue'));

/** How the turn of a titration looks, drop by drop: the drop that turns it is the one that counts. */
const props = defineProps<{
  indicator: TurnIndicator;
  unit: string;
  perDrop: number;
  from: string;
  to: string;
}>();
const tubes = computed(() => {
  const { before, turned, after } = turnPicture(props.indicator, props.unit, props.perDrop);
  return [
    ...before.map((lab, k) => ({ says: `${3 - k} before`, lab, turns: false })),
    { says: 'it turns', lab: turned, turns: true },
    { says: '1 more', lab: after, turns: false },
  ].map((t) => ({ ...t, color: screenColor(t.lab) }));
});
/** Looked at by camera too: a hint. */
const byCamera = ref(false);
</script>

<template>
  <figure
    class="turn"
    role="img"
    :aria-label="`How it turns: ${from} up to the drop before, ${to} with the drop that counts, and no further change with one more`"
  >
    <figcaption aria-hidden="true">How the turn looks</figcaption>
    <div class="tubes" aria-hidden="true">
      <span v-for="t in tubes" :key="t.says" class="tube" :class="{ turns: t.turns }">
        <span class="water" :style="{ background: t.color }" />
        <small>{{ t.says }}</small>
      </span>
    </div>
  </figure>
  <button
    type="button"
    class="by-camera btn btn-outline-secondary"
    :aria-expanded="byCamera"
    @mousedown.prevent
    @click="byCamera = !byCamera"
  >
    {{ byCamera ? 'Close the picture' : 'Has it turned? Look by photograph' }}
  </button>
  <TurnReader v-if="byCamera" :indicator="indicator" :unit="unit" :per-drop="perDrop" :from="from" :to="to" />
</template>

<style scoped>
.by-camera {
  margin-top: 0.5rem;
  min-height: 44px;
}
.turn {
  margin: 0.8rem 0 0;
  padding: 0.4rem 0.8rem 0.5rem;
  background: #fff;
  color: #161616;
  border: 1px solid #b9b9b9;
}
figcaption {
  font-size: 0.9rem;
}
.tubes {
  display: flex;
  gap: 0.6rem;
}
.tube {
  display: grid;
  justify-items: center;
  min-width: 3.4rem;
}
.water {
  width: 1.7rem;
  height: 2.8rem;
  border: 2px solid #8b8b8b;
  border-top: 0;
  border-radius: 0 0 0.9rem 0.9rem;
}
.turns small {
  font-weight: 700;
  border-bottom: 3px solid #161616;
}
</style>
