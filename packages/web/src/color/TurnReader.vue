<script setup lang="ts">
import type { TurnIndicator, TurnReading } from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, shallowRef, watch } from 'vue';
import BoxMarker from './BoxMarker.vue';
import BoxStates from './BoxStates.vue';
import { paperThing, tubeThing } from './photo-boxes';
import type { Outcome } from './photo-worker';
import PhotoSource from './PhotoSource.vue';
import { useMarkedBoxes } from './use-marked-boxes';
import { usePhoto } from './use-photo';

/** Whether a titration has turned, by photograph: a hint beside the eye. It counts no drop and writes nothing. */
const props = defineProps<{
  indicator: TurnIndicator;
  unit: string;
  perDrop: number;
  from: string;
  to: string;
}>();
const photo = usePhoto();
const things = [paperThing, tubeThing];
const { chosen, missing, marked, states, shown, begin, move, tap, offer } = useMarkedBoxes(
  () => things,
  (x, y) => photo.photos().tube(x, y),
);
const read = shallowRef<Outcome<TurnReading> | null>(null);

async function open(pictures: readonly Blob[]): Promise<void> {
  read.value = null;
  if (!(await photo.open(pictures, 2, null))) return;
  const { guess } = photo.opened.value!;
  begin({ paper: guess.paper, vial: guess.vial }, 'vial');
}
let asked = 0;
watch([marked, photo.opened], async () => {
  const mine = ++asked;
  const { paper, vial } = marked.value ?? {};
  read.value = null;
  if (!photo.opened.value || !paper || !vial) return;
  const { indicator, unit, perDrop } = props;
  const outcome = await photo.photos().readTurn(paper, vial, indicator, unit, perDrop);
  if (mine === asked) read.value = outcome;
});
const words = computed(() => {
  const { from, to } = props;
  return {
    turned: `It looks turned: nearer to ${to} than to ${from}.`,
    'not-yet': `It looks not turned yet: nearer to ${from} than to ${to}.`,
    between: `It looks between ${from} and ${to}: one more drop, swirl, and look again.`,
    neither: `It looks like neither ${from} nor ${to}: the light may be colored, or the drops are of another test.`,
  };
});
const says = computed(() => {
  if (!read.value) return '';
  if ('fault' in read.value) return read.value.fault.says;
  const { refusal, looks } = read.value.done;
  if (refusal) return refusal.says;
  return words.value[looks ?? 'neither'];
});
</script>

<template>
  <section class="reader" aria-label="Has it turned?" data-bs-theme="light">
    <PhotoSource
      v-if="!photo.opened.value || photo.busy.value"
      :card="null"
      of="titration"
      :busy="photo.busy.value"
      :fault="photo.fault.value"
      @pictures="open"
      @cancel="photo.cancel"
    />
    <template v-else>
      <BoxMarker
        v-model:chosen="chosen"
        :address="photo.address.value"
        alt="The photograph of the tube, with boxes on it"
        :width="photo.opened.value.width"
        :height="photo.opened.value.height"
        :boxes="shown"
        @move="move"
        @tap="tap"
      />
      <BoxStates v-model:chosen="chosen" :states="states" @offer="offer" />
      <p role="status" class="says">
        <template v-if="missing[0]"><strong>Not looked at yet.</strong> {{ missing[0].ask }}</template>
        <template v-else>{{ says || 'Looking …' }}</template>
      </p>
      <p class="small-note">A hint only: the drop counts at which your eye sees it turn.</p>
      <BButton variant="light" @mousedown.prevent @click="photo.close">Another picture</BButton>
    </template>
  </section>
</template>

<style scoped>
/* Neutral gray and white on purpose, in both themes: the surround changes what the eye sees. */
.reader {
  margin-top: 0.6rem;
  padding: 0.75rem;
  background: #b9b9b9;
  color: #161616;
}
.says {
  margin: 0.4rem 0;
  background: #fff;
  padding: 0.6rem 0.8rem;
}
.small-note {
  font-size: 0.95rem;
  margin: 0 0 0.5rem;
}
.reader :deep(.btn-primary) {
  background: #161616;
  border-color: #161616;
  color: #fff;
}
.reader :deep(.btn-light) {
  min-height: 44px;
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
</style>
