<script setup lang="ts">
import type { Box, Card } from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import BoxMarker from './BoxMarker.vue';
import BoxStates from './BoxStates.vue';
import type { MadeUp } from './photo-worker';
import PhotoSource from './PhotoSource.vue';
import type { MarkedBoxesInWork } from './use-marked-boxes';
import type { PhotoInWork } from './use-photo';

/**
 * A photograph in work: where it comes from; then the picture with its boxes, what of it was found, and beside it
 * whatever is made of it. As long as something is missing it says what to do, and nothing else.
 */
const props = defineProps<{
  /** For a screen reader. */
  label: string;
  photo: PhotoInWork;
  marks: MarkedBoxesInWork;
  /** What the stand-in camera would photograph; none where there is none. */
  card: Card | null;
  of?: 'tube' | 'strip' | 'titration';
  /** Of the picture. */
  alt: string;
  /** Things of which one is to be chosen by its number. */
  choices?: readonly Box[];
  choiceOf?: string;
}>();
defineEmits<{ pictures: [pictures: readonly Blob[]]; madeUp: [scene: MadeUp]; choose: [number: number] }>();
// What is a ref by itself opens in the template.
const { opened, busy, fault, address } = props.photo;
const { chosen, missing, states, shown } = props.marks;
</script>

<template>
  <section class="stage" :aria-label="label">
    <PhotoSource
      v-if="!opened || busy"
      :card="card"
      :of="of"
      :busy="busy"
      :fault="fault"
      @pictures="$emit('pictures', $event)"
      @made-up="$emit('madeUp', $event)"
      @cancel="photo.cancel"
    />
    <template v-else>
      <slot name="above" />
      <div class="two">
        <BoxMarker
          v-model:chosen="chosen"
          :address="address"
          :alt="alt"
          :width="opened.width"
          :height="opened.height"
          :boxes="shown"
          :choices="choices"
          :choice-of="choiceOf"
          @move="marks.move"
          @tap="marks.tap"
          @choose="$emit('choose', $event)"
        />
        <div class="answer">
          <BoxStates v-model:chosen="chosen" :states="states" @offer="marks.offer" />
          <div role="status" aria-live="polite">
            <p v-if="missing[0]" class="refusal"><strong>Not read yet.</strong> {{ missing[0].ask }}</p>
            <slot v-else name="answer" />
          </div>
          <slot />
          <div class="acts">
            <slot name="acts" />
            <BButton variant="light" @mousedown.prevent @click="photo.close">Another picture</BButton>
          </div>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(17rem, 2fr);
  gap: 0.9rem;
  align-items: start;
}
.answer {
  display: grid;
  gap: 0.4rem;
}
/* Where it stands by itself: neutral gray and white on purpose, in both themes; the surround changes what the eye sees. */
.framed {
  margin-top: 0.6rem;
  padding: 0.75rem;
  background: #b9b9b9;
  color: #161616;
}
.framed :deep(.btn-primary) {
  background: #161616;
  border-color: #161616;
  color: #fff;
}
.stage :deep(.refusal) {
  margin: 0;
  background: #fff;
  color: #161616;
  padding: 0.6rem 0.8rem;
}
.stage :deep(.small-note) {
  margin: 0;
  font-size: 0.95rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts :deep(.btn) {
  min-height: 56px;
}
.stage :deep(.btn-light),
.stage :deep(select) {
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
@media (max-width: 991px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
