<script setup lang="ts">
import { type Box, type Card, type CardMatch, cardInterval, screenColor } from '@hedge-lamp/core/color';
import { formatReading } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import BoxMarker, { type NamedBox } from './BoxMarker.vue';
import CurvePicture from './CurvePicture.vue';
import { keepPhoto } from './photo-outbox';
import type { MadeUp, Outcome, ReadPhoto } from './photo-worker';
import PhotoSource from './PhotoSource.vue';
import { startBoxes, usePhoto } from './use-photo';

/**
 * Reading a tube by photograph: a picture, boxes on paper, tube and card, and an answer with its range, or the reason
 * why there is none.
 */
const props = defineProps<{ card: Card; match: CardMatch | null }>();
const emit = defineEmits<{ match: [match: CardMatch | null] }>();
const photo = usePhoto();

type Name = 'paper' | 'vial' | 'card' | 'gray';
const boxes = ref<Record<Name, Box>>({ ...startBoxes });
const chosen = ref<string>('vial');
const withCard = ref(true);
const withGray = ref(false);
const keep = ref(true);
const read = shallowRef<Outcome<ReadPhoto> | null>(null);
const working = ref(false);
const missing = ref<Name[]>([]);

function opened(): void {
  const guess = photo.opened.value!.guess;
  boxes.value = {
    ...startBoxes,
    paper: guess.paper ?? startBoxes.paper,
    vial: guess.vial ?? startBoxes.vial,
    card: guess.card ?? startBoxes.card,
  };
  withCard.value = guess.card !== null;
  withGray.value = false;
  missing.value = (['paper', 'vial', 'card'] as const).filter((k) => guess[k] === null);
  chosen.value = 'vial';
  read.value = null;
  void readNow();
}
async function open(picture: Blob): Promise<void> {
  if (await photo.open(picture, props.card.values.length)) opened();
}
async function makeUp(scene: MadeUp): Promise<void> {
  if (await photo.makeUp(scene)) opened();
}

let asked = 0;
async function readNow(): Promise<void> {
  if (!photo.opened.value) return;
  const mine = ++asked;
  working.value = true;
  const { paper, vial, card, gray } = boxes.value;
  const marked = {
    paper: { ...paper },
    vial: { ...vial },
    ...(withCard.value ? { card: { ...card } } : {}),
    ...(!withCard.value && withGray.value ? { gray: { ...gray } } : {}),
  };
  // As plain data: what Vue watches cannot be sent to a worker.
  const outcome = await photo.photos().read(marked, JSON.parse(JSON.stringify(props.card)) as Card);
  if (mine !== asked) return;
  working.value = false;
  read.value = outcome;
}
let waiting: ReturnType<typeof setTimeout> | undefined;
watch([boxes, withCard, withGray, () => props.card], () => {
  // What is shown belongs to boxes that were moved since: it is not taken before it is read anew.
  working.value = true;
  clearTimeout(waiting);
  waiting = setTimeout(() => void readNow(), 120);
});
const move = (id: string, box: Box) => (boxes.value = { ...boxes.value, [id]: box });

const shown = computed<NamedBox[]>(() => [
  { id: 'paper', label: 'White paper', box: boxes.value.paper },
  { id: 'vial', label: 'Tube', box: boxes.value.vial },
  ...(withCard.value
    ? [{ id: 'card', label: 'Card', box: boxes.value.card, parts: props.card.values.length }]
    : []),
  ...(!withCard.value && withGray.value ? [{ id: 'gray', label: 'Gray', box: boxes.value.gray }] : []),
]);
const result = computed(() => (read.value && 'done' in read.value ? read.value.done : null));
const fault = computed(() => (read.value && 'fault' in read.value ? read.value.fault.says : ''));
const answer = computed(() => {
  const match = result.value?.match;
  const interval = match && cardInterval(props.card, match);
  return interval
    ? `${formatReading(interval)} ${props.card.unit === 'pH' ? '' : props.card.unit}`.trim()
    : '';
});
const label = computed(() => (props.card.unit === 'pH' ? 'pH ' : ''));
/** The answer shown is the one that was taken. */
const taken = ref<CardMatch | null>(null);
const isTaken = computed(
  () => taken.value !== null && JSON.stringify(taken.value) === JSON.stringify(props.match),
);
watch(result, () => (taken.value = null));

async function take(): Promise<void> {
  const match = result.value?.match;
  const jpeg = photo.opened.value?.jpeg;
  if (!match || !jpeg) return;
  const photoId = keep.value && match.found === 'photo' ? newId() : null;
  const told: CardMatch =
    match.found === 'photo'
      ? { ...match, photoId, ...(photo.isMadeUp.value ? { device: 'simulated-camera' as const } : {}) }
      : match;
  if (photoId) await keepPhoto(photoId, jpeg);
  taken.value = told;
  emit('match', told);
}
const names: Record<Name, string> = {
  paper: 'white paper',
  vial: 'the tube',
  card: 'the card',
  gray: 'the gray',
};
</script>

<template>
  <section class="reader" aria-label="Read by photograph">
    <PhotoSource
      v-if="!photo.opened.value || photo.busy.value"
      :card="card"
      :busy="photo.busy.value"
      :fault="photo.fault.value"
      @picture="open"
      @made-up="makeUp"
      @cancel="photo.cancel"
    />
    <template v-else>
      <p v-if="photo.isMadeUp.value" class="made-up">
        <strong>Made up by the stand-in camera:</strong> no measurement of your water.
      </p>
      <p class="how">
        Drag each box onto what it names. They were placed by a first guess<template v-if="missing.length > 0"
          >; <strong>{{ missing.map((m) => names[m]).join(' and ') }}</strong> was not found</template
        >.
      </p>
      <div class="two">
        <BoxMarker
          v-model:chosen="chosen"
          :address="photo.address.value"
          alt="The photograph, with boxes on it"
          :width="photo.opened.value.width"
          :height="photo.opened.value.height"
          :boxes="shown"
          @move="move"
        />
        <div class="answer">
          <BFormCheckbox v-model="withCard">The card is in the picture</BFormCheckbox>
          <template v-if="!withCard">
            <p class="small-note">
              {{
                card.colors
                  ? 'Compared with your card as it was learned; the paper takes out the tint of the light.'
                  : 'Compared with Hedge Lamp’s own drawing of this card, not with your kit’s: lay your card beside the tube, or learn it once.'
              }}
              Without the card in the picture the range is about three times as wide.
            </p>
            <BFormCheckbox v-if="card.gray !== undefined" v-model="withGray"
              >The gray that the card was learned with is in it too</BFormCheckbox
            >
          </template>
          <div role="status" aria-live="polite">
            <p v-if="working && !result" class="mb-0">Reading …</p>
            <p v-if="fault" class="failure">{{ fault }}</p>
            <p v-else-if="result?.reading.refusal" class="refusal">
              <strong>Not read.</strong> {{ result.reading.refusal.says }}
            </p>
            <p v-else-if="answer" class="figure">
              {{ label }}<strong class="figure-mono">{{ answer }}</strong>
            </p>
          </div>
          <CurvePicture
            v-if="result?.reading.placement && result.reading.curve && result.reading.vial"
            :card="card"
            :curve="result.reading.curve"
            :placement="result.reading.placement"
            :vial="result.reading.vial"
          />
          <p v-else-if="result?.reading.vial" class="vial-only">
            The tube as photographed
            <span class="chip" :style="{ background: screenColor(result.reading.vial) }" aria-hidden="true" />
          </p>
          <p v-if="result && result.reading.cardOff !== null && !result.reading.refusal" class="small-note">
            In this light the card’s colors are {{ result.reading.cardOff.toFixed(1) }} off from daylight
            (ΔE); the range allows for it.
          </p>
          <BFormCheckbox v-if="result?.match" v-model="keep"
            >Keep the photograph with the reading, without its location</BFormCheckbox
          >
          <div class="acts">
            <BButton
              v-if="result?.match"
              variant="primary"
              :disabled="isTaken || working"
              @mousedown.prevent
              @click="take"
              >{{ isTaken ? 'Taken' : 'Take this answer' }}</BButton
            >
            <BButton
              v-else-if="result?.reading.refusal?.reason === 'not-on-card'"
              variant="light"
              @mousedown.prevent
              @click="emit('match', { found: 'not-on-card' })"
              >Keep it as not a color of this card</BButton
            >
            <p v-if="result?.match && match && !isTaken" class="small-note">
              Not taken yet: below still stands what was read before.
            </p>
            <BButton variant="light" @mousedown.prevent @click="photo.close">Another picture</BButton>
          </div>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.how,
.made-up {
  margin: 0 0 0.5rem;
}
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
.figure {
  margin: 0;
  font-size: 1.5rem;
}
.refusal,
.failure {
  margin: 0;
  background: #fff;
  color: #161616;
  padding: 0.6rem 0.8rem;
}
.failure {
  color: #a3301a;
}
.small-note {
  margin: 0;
  font-size: 0.95rem;
}
.chip {
  display: inline-block;
  width: 3.4rem;
  height: 2rem;
  vertical-align: middle;
}
.vial-only {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .btn {
  min-height: 56px;
}
.acts .btn-light {
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
.reader :deep(.form-check-label) {
  min-height: 32px;
}
@media (max-width: 991px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
