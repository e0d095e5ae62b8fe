<script setup lang="ts">
import type { Run, Tube } from '@hedge-lamp/core/bench';
import { useElementSize, useEventListener } from '@vueuse/core';
import { nextTick, onMounted, ref, watch, watchEffect } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useWaters } from '../waters/waters-store';
import { numberPressed } from './bench-keys';
import { useBench } from './bench-store';
import { tubeWords } from './tube-words';
import { useTubeCalls } from './use-tube-calls';

/** One upright tube per live test, on every page; a tube that wants a hand stands higher and says so. */
const bench = useBench();
const waters = useWaters();
const strip = ref<HTMLElement>();
const { height } = useElementSize(strip, undefined, { box: 'border-box' });
const said = useTubeCalls();
const route = useRoute();
const router = useRouter();

/** The sampling point of a tube, so that two of one test can be told apart. */
const placeOf = (run: Run, tube: Tube) =>
  waters
    .byId(run.waterId)
    ?.samplingPoints.find((p) => p.id === (tube.test.samplingPointId ?? run.samplingPointId))?.name;

// On every page: who comes back from the log takes the tube up by its number.
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  const number = numberPressed(event, event.target instanceof Element ? event.target : null);
  const picked = bench.openTubes.find((t) => t.number === number);
  if (!picked || document.querySelector('[role=dialog], dialog[open]')) return;
  event.preventDefault();
  const { run, tube } = picked;
  bench.inHand = tube.testId;
  void router.push({ name: 'bench', params: { waterId: run.waterId }, query: { tube: tube.testId } });
});

const isInHand = (testId: string) => route.name === 'bench' && bench.inHand === testId;

/** On a phone only a few fit: the one in hand is brought into view. */
async function showInHand(): Promise<void> {
  await nextTick();
  strip.value?.querySelector('.in-hand')?.scrollIntoView({ block: 'nearest', inline: 'center' });
}
watch(() => bench.inHand, showInHand);
// It may be in hand before there is a rack.
onMounted(showInHand);

// Pages keep this much free at their foot.
watchEffect(() => document.documentElement.style.setProperty('--hl-foot', `${Math.round(height.value)}px`));
</script>

<template>
  <section ref="strip" class="rack" aria-label="Tubes on the bench">
    <p class="visually-hidden" role="status" aria-live="assertive">{{ said }}</p>
    <RouterLink
      v-for="{ run, tube, number } in bench.openTubes"
      :key="tube.testId"
      class="tube"
      :class="{ wants: tubeWords(tube, bench.now).wants, 'in-hand': isInHand(tube.testId) }"
      :aria-current="isInHand(tube.testId) ? 'true' : undefined"
      :to="{ name: 'bench', params: { waterId: run.waterId }, query: { tube: tube.testId } }"
      @click="bench.inHand = tube.testId"
    >
      <svg width="22" height="46" viewBox="0 0 22 46" aria-hidden="true">
        <path d="M3 2v33a8 8 0 0 0 16 0V2" fill="none" stroke="currentColor" stroke-width="2" />
        <path d="M1 2h20" stroke="currentColor" stroke-width="2" stroke-linecap="round" />
        <clipPath :id="`glass-${tube.testId}`"><path d="M4.500 3v32a6.500 6.500 0 0 0 13 0V3z" /></clipPath>
        <rect
          x="4"
          width="14"
          :y="42 - 38 * tubeWords(tube, bench.now).fill"
          :height="38 * tubeWords(tube, bench.now).fill"
          fill="#f2b441"
          :clip-path="`url(#glass-${tube.testId})`"
        />
      </svg>
      <span class="words">
        <span class="what"
          ><span class="number">{{ number }}</span
          >{{ tube.method.short }}</span
        >
        <span class="state figure-mono">{{ tubeWords(tube, bench.now).short }}</span>
        <span class="where">{{
          [waters.byId(run.waterId)?.name, placeOf(run, tube)].filter(Boolean).join(' · ')
        }}</span>
      </span>
    </RouterLink>
    <span v-if="bench.waiting > 0" class="waiting" role="status"
      >{{ bench.waiting }} kept here, not sent yet</span
    >
  </section>
</template>

<style scoped>
.rack {
  position: fixed;
  z-index: 1025;
  left: 0;
  right: 0;
  bottom: 0;
  display: flex;
  align-items: flex-end;
  gap: 0.5rem;
  padding: 0.6rem 1rem 0.5rem;
  background: var(--hl-hedge);
  color: #faf8f3;
  overflow-x: auto;
  box-shadow: inset 0 3px 0 #40604f;
}
.tube {
  flex: none;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-width: 7.5rem;
  padding: 0.3rem 0.7rem 0.3rem 0.5rem;
  color: inherit;
  text-decoration: none;
  border: 1px solid #47604f;
  border-radius: 4px 16px;
  line-height: 1.15;
}
.tube svg {
  flex: none;
}
.tube.in-hand .what {
  text-decoration: underline 3px var(--hl-amber);
  text-underline-offset: 3px;
}
.what {
  padding-bottom: 4px;
}
.tube.wants {
  background: #faf8f3;
  color: #1c2321;
  margin-bottom: 0.6rem;
  margin-top: -0.3rem;
  border-color: var(--hl-amber);
  box-shadow: 0 0 0 2px var(--hl-amber);
}
.words {
  display: grid;
}
.what {
  font-weight: 650;
  white-space: nowrap;
}
.number {
  display: inline-block;
  min-width: 1.3em;
  margin-right: 0.35em;
  text-align: center;
  border: 1px solid currentColor;
  border-radius: 3px;
  font-size: 0.85em;
}
.state,
.where {
  font-size: 0.9rem;
  white-space: nowrap;
}
.waiting {
  align-self: center;
  margin-left: auto;
  white-space: nowrap;
}
@media (max-width: 767px) {
  .rack {
    bottom: 65px;
    padding: 0.45rem 0.6rem;
  }
}
</style>
