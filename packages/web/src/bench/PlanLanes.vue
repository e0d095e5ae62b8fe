<script setup lang="ts">
import type { Plan } from '@hedge-lamp/core/bench';
import { computed } from 'vue';
import { type Lane, clockOf, spanInWords, tickEvery } from './plan-lanes';

/** The plan as lanes in time, and what it saves against one test after the other. */
const props = defineProps<{ plan: Plan; lanes: readonly Lane[]; elapsed?: number }>();

const whole = computed(() => Math.max(1, props.plan.seconds));
const ticks = computed(() => {
  const step = tickEvery(whole.value);
  // A label at the very end would be cut off.
  return Array.from({ length: Math.floor((0.92 * whole.value) / step) + 1 }, (_, k) => k * step);
});
const at = (seconds: number) => `${(100 * seconds) / whole.value}%`;
const saved = computed(() => props.plan.oneAfterTheOther - props.plan.seconds > 45);
const doing = { hands: 'hands', wait: 'stands alone', read: 'read' } as const;
</script>

<template>
  <figure class="plan">
    <figcaption>
      <strong>{{ spanInWords(plan.seconds) }}</strong>
      <template v-if="saved"> in all; one after the other {{ spanInWords(plan.oneAfterTheOther) }}</template>
      <span v-if="!plan.inWindows" class="late">
        So many at once cannot all be read in time: fewer tests would.</span
      >
    </figcaption>
    <div class="lanes" aria-hidden="true">
      <template v-for="lane in lanes" :key="lane.id">
        <span class="name">{{ lane.name }}</span>
        <span class="track">
          <span
            v-for="part in lane.parts"
            :key="part.from"
            class="part"
            :class="part.kind"
            :style="{ left: at(part.from), width: at(part.to - part.from) }"
          />
          <span v-if="elapsed !== undefined" class="now" :style="{ left: at(Math.min(elapsed, whole)) }" />
        </span>
      </template>
      <span class="name" />
      <span class="ticks">
        <span v-for="t in ticks" :key="t" class="tick figure-mono" :style="{ left: at(t) }">{{
          clockOf(t)
        }}</span>
      </span>
    </div>
    <p class="legend quiet" aria-hidden="true">
      <span class="key hands" /> your hands <span class="key wait" /> stands alone
      <span class="key read" /> read it
    </p>
    <ul class="visually-hidden">
      <li v-for="lane in lanes" :key="lane.id">
        {{ lane.name }}:
        {{ lane.parts.map((p) => `${doing[p.kind]} ${clockOf(p.from)} to ${clockOf(p.to)}`).join(', ') }}
      </li>
    </ul>
  </figure>
</template>

<style scoped>
.plan {
  margin: 0;
}
figcaption {
  margin-bottom: 0.5rem;
}
figcaption strong {
  font-size: 1.3rem;
}
.late {
  display: block;
  color: var(--hl-act);
  font-weight: 600;
}
.lanes {
  display: grid;
  grid-template-columns: minmax(4.5rem, auto) minmax(0, 1fr);
  gap: 5px 0.7rem;
  align-items: center;
}
.name {
  font-size: 0.9rem;
  white-space: nowrap;
}
.track {
  position: relative;
  height: 18px;
  background: linear-gradient(var(--hl-line), var(--hl-line)) center / 100% 1px no-repeat;
}
.part {
  position: absolute;
  top: 0;
  bottom: 0;
  min-width: 3px;
  border-radius: 2px 7px;
}
.part.hands,
.key.hands {
  background: var(--hl-lane);
}
.part.wait,
.key.wait {
  background: repeating-linear-gradient(115deg, var(--hl-watch-tint) 0 5px, var(--hl-line) 5px 7px);
}
.part.wait {
  top: 5px;
  bottom: 5px;
  border-radius: 0;
}
.part.read,
.key.read {
  background: var(--hl-amber);
  outline: 1.5px solid var(--hl-lane);
  outline-offset: -1.5px;
}
.now {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--hl-act);
}
.ticks {
  position: relative;
  height: 1.3rem;
  border-top: 1px solid var(--hl-line);
  overflow: hidden;
}
.tick {
  position: absolute;
  padding-left: 3px;
  font-size: 0.78rem;
  border-left: 1px solid var(--hl-line);
}
.legend {
  margin: 0.4rem 0 0;
  font-size: 0.9rem;
}
.key {
  display: inline-block;
  width: 22px;
  height: 12px;
  margin: 0 0.2rem 0 0.6rem;
  vertical-align: -1px;
  border-radius: 2px 5px;
}
.key:first-child {
  margin-left: 0;
}
</style>
