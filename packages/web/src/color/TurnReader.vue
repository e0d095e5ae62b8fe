<script setup lang="ts">
import type { TurnIndicator, TurnReading } from '@hedge-lamp/core/color';
import { computed } from 'vue';
import { paperThing, tubeThing } from './photo-boxes';
import type { Outcome } from './photo-worker';
import PhotoStage from './PhotoStage.vue';
import { useMarkedBoxes } from './use-marked-boxes';
import { usePhoto } from './use-photo';
import { usePhotoOutcome } from './use-photo-outcome';

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
const marks = useMarkedBoxes(
  () => things,
  (x, y) => photo.photos().tube(x, y),
);
async function open(pictures: readonly Blob[]): Promise<void> {
  marks.begin({}, '');
  if (!(await photo.open(pictures, 2, null))) return;
  const { guess } = photo.opened.value!;
  marks.begin({ paper: guess.paper, vial: guess.vial }, 'vial');
}
const input = computed(() => {
  const { paper, vial } = marks.marked.value ?? {};
  const { indicator, unit, perDrop } = props;
  return photo.opened.value && paper && vial
    ? { picture: photo.address.value, paper, vial, indicator, unit, perDrop }
    : null;
});
const { outcome: read } = usePhotoOutcome(
  () => input.value,
  ({ paper, vial, indicator, unit, perDrop }): Promise<Outcome<TurnReading>> =>
    photo.photos().readTurn(paper, vial, indicator, unit, perDrop),
);
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
  <PhotoStage
    class="framed"
    label="Has it turned?"
    alt="The photograph of the tube, with boxes on it"
    of="titration"
    data-bs-theme="light"
    :photo="photo"
    :marks="marks"
    :card="null"
    @pictures="open"
  >
    <template #answer>
      <p class="refusal">{{ says || 'Looking …' }}</p>
    </template>
    <p class="small-note">A hint only: the drop counts at which your eye sees it turn.</p>
  </PhotoStage>
</template>
