<script setup lang="ts">
import {
  type Card,
  type CardMatch,
  type MarkedBoxes,
  cardInterval,
  screenColor,
  viewingInfo,
} from '@hedge-lamp/core/color';
import { formatReading } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { v4 as newId } from 'uuid';
import { computed, ref, watch } from 'vue';
import CurvePicture from './CurvePicture.vue';
import { type MarkedThing, paperThing, startBoxes, tubeThing } from './photo-boxes';
import { useOutbox } from '../offline/outbox-store';
import type { MadeUp, Outcome, ReadPhoto } from './photo-worker';
import PhotoStage from './PhotoStage.vue';
import { useMarkedBoxes } from './use-marked-boxes';
import { usePhoto } from './use-photo';
import { usePhotoOutcome } from './use-photo-outcome';

/**
 * Reading a tube by photograph: a picture, boxes on paper, tube and card, and an answer with its range, or the reason
 * why there is none.
 */
const props = defineProps<{ card: Card; match: CardMatch | null }>();
const emit = defineEmits<{ match: [match: CardMatch | null] }>();
const photo = usePhoto();
const outbox = useOutbox();

const withCard = ref(true);
const twoRows = ref(false);
const withGray = ref(false);
const withBlank = ref(false);
/** The keeper says that a clear tube stands where only paper shows. */
const clearTube = ref(false);
const keep = ref(true);

const grayThing: MarkedThing = {
  id: 'gray',
  label: 'Gray',
  start: startBoxes.gray,
  ask: 'Tap the gray thing in the picture.',
};
const blankThing: MarkedThing = {
  id: 'blank',
  label: 'Blank',
  start: startBoxes.blank,
  ask: 'Tap the tube of untreated water in the picture.',
  isTube: true,
};
const alike = computed(() => photo.opened.value?.guess ?? { tubes: [], cards: [] });
const things = computed<MarkedThing[]>(() => [
  paperThing,
  alike.value.tubes.length > 1
    ? {
        ...tubeThing,
        ask: `${alike.value.tubes.length} things look like tubes. Choose the one to read by its number.`,
      }
    : tubeThing,
  ...(withCard.value
    ? [
        {
          id: 'card',
          label: 'Card',
          start: startBoxes.card,
          ask:
            alike.value.cards.length > 1
              ? `${alike.value.cards.length} rows of swatches look like the card. Choose yours by its number.`
              : 'The card was not found: draw a box around all its swatches, from the first to the last.',
          parts: props.card.values.length,
          rows: twoRows.value ? (2 as const) : (1 as const),
        },
      ]
    : []),
  ...(!withCard.value && withGray.value ? [grayThing] : []),
  ...(withBlank.value ? [blankThing] : []),
]);
const marks = useMarkedBoxes(
  () => things.value,
  (x, y) => photo.photos().tube(x, y),
);
/** Of what is missing first, the things that it may be. */
const choices = computed(() => {
  switch (marks.missing.value[0]?.id) {
    case 'vial':
      return alike.value.tubes;
    case 'card':
      return alike.value.cards;
    default:
      return [];
  }
});
function choose(number: number): void {
  const [box, id] = [choices.value[number], marks.missing.value[0]?.id];
  if (box && id) marks.move(id, { ...box });
}

function opened(): void {
  const { guess } = photo.opened.value!;
  twoRows.value = guess.cardRows === 2;
  withCard.value = true;
  withGray.value = false;
  withBlank.value = false;
  clearTube.value = false;
  marks.begin({ paper: guess.paper, vial: guess.vial, card: guess.card }, 'vial');
}
async function open(pictures: readonly Blob[]): Promise<void> {
  marks.begin({}, '');
  if (await photo.open(pictures, props.card.values.length, props.card)) opened();
}
async function makeUp(scene: MadeUp): Promise<void> {
  marks.begin({}, '');
  if (await photo.makeUp(scene)) opened();
}

/** What the reader is given; null while something is missing. */
const input = computed(() => {
  const { paper, vial, card, gray, blank } = marks.marked.value ?? {};
  if (!photo.opened.value || !paper || !vial) return null;
  const boxes: MarkedBoxes = {
    ...{ paper, vial, card, gray, blank },
    cardRows: twoRows.value ? 2 : 1,
    clearTube: clearTube.value,
    // A card that was found is no tube, also when it is said to be away.
    notTube: withCard.value ? undefined : marks.boxes.value.card?.box,
  };
  return { picture: photo.address.value, boxes, card: props.card };
});
const { outcome: read, working } = usePhotoOutcome(
  () => input.value,
  ({ boxes, card }): Promise<Outcome<ReadPhoto>> => photo.photos().read(boxes, card),
);

const hasBlank = computed(() => viewingInfo[props.card.viewing ?? 'against-white'].withBlank);
/** Nothing but paper shows in the box of the tube: clear water, or no tube. */
const asksClear = computed(
  () =>
    clearTube.value ||
    (result.value?.reading.refusal?.reason === 'no-tube' && result.value.reading.likePaper),
);
const result = computed(() => (read.value && 'done' in read.value ? read.value.done : null));
const fault = computed(() => (read.value && 'fault' in read.value ? read.value.fault.says : ''));
const answer = computed(() => {
  const match = result.value?.match;
  const interval = match && cardInterval(props.card, match);
  return interval
    ? `${formatReading(interval)} ${props.card.unit === 'pH' ? '' : props.card.unit}`.trim()
    : '';
});
const cardRemark = computed(() => {
  const off = result.value?.reading.refusal ? null : (result.value?.reading.cardOff ?? null);
  return off === null || off < 3
    ? null
    : `In this light or print the card’s colors are off, by ${off.toFixed(1)} (ΔE) from what they should be; the range allows for it.`;
});
const backward =
  'The card’s first value lies at its right or lower end: the card lies the other way round, or the picture is mirrored. The color is read all the same.';
const label = computed(() => (props.card.unit === 'pH' ? 'pH ' : ''));
/** The answer shown is the one that was taken. */
const taken = ref<CardMatch | null>(null);
const isTaken = computed(
  () => taken.value !== null && JSON.stringify(taken.value) === JSON.stringify(props.match),
);
watch(result, () => (taken.value = null));

/** While the picture is encoded it is not taken a second time. */
const taking = ref(false);
/** The picture of the answer that was taken could not be made smaller or found no room here, so it is not kept. */
const pictureLost = ref(false);
async function take(): Promise<void> {
  const match = result.value?.match;
  if (!match || !photo.opened.value || taking.value) return;
  const isMadeUp = photo.isMadeUp.value;
  const wanted = keep.value && match.found === 'photo';
  taking.value = true;
  const encoding = wanted ? photo.photos().jpeg() : Promise.resolve(null);
  const jpeg = await encoding.catch(() => null);
  taking.value = false;
  // A box was moved or another picture opened meanwhile: what was pressed for no longer stands there.
  if (result.value?.match !== match || working.value) return;
  const photoId = newId();
  // A slow server keeps nobody waiting: the picture waits on this device.
  const kept = jpeg !== null && (await outbox.putPhoto(photoId, jpeg));
  pictureLost.value = wanted && !kept;
  const told: CardMatch =
    match.found === 'photo'
      ? {
          ...match,
          photoId: kept ? photoId : null,
          ...(isMadeUp ? { device: 'simulated-camera' as const } : {}),
        }
      : match;
  taken.value = told;
  emit('match', told);
}
/** What an open end means, and what would tell more; empty where both ends are told. */
const openWords = computed(() => {
  const { card } = props;
  const match = result.value?.match;
  const top = match?.found === 'past-top' || (match?.found === 'photo' && match.high === null);
  const bottom = match?.found === 'below-bottom' || (match?.found === 'photo' && match.low === null);
  if (card.unit === 'pH')
    return top || bottom ? 'It may lie beyond the card: a test of the other range would tell more.' : '';
  if (top)
    return `Past the top of the card the color hardly changes: it may be far more than ${card.values.at(-1)} ${card.unit}. Dilute the water and test it again.`;
  return bottom ? 'It may be less than the card begins with.' : '';
});
</script>

<template>
  <PhotoStage
    label="Read by photograph"
    alt="The photograph, with boxes on it"
    :photo="photo"
    :marks="marks"
    :card="card"
    :choices="choices"
    :choice-of="marks.missing.value[0]?.id === 'card' ? 'card' : 'tube'"
    @pictures="open"
    @made-up="makeUp"
    @choose="choose"
  >
    <template #above>
      <p v-if="photo.isMadeUp.value" class="made-up">
        <strong>Made up by the stand-in camera:</strong> no measurement of your water.
      </p>
    </template>
    <template #answer>
      <p v-if="working && !result" class="mb-0">Reading …</p>
      <p v-else-if="fault" class="refusal failure">{{ fault }}</p>
      <p v-else-if="result?.reading.refusal" class="refusal">
        <strong>Not read.</strong> {{ result.reading.refusal.says }}
      </p>
      <template v-else-if="answer">
        <p class="figure">
          {{ label }}<strong class="figure-mono">{{ answer }}</strong>
        </p>
        <p v-if="openWords" class="small-note open-end">{{ openWords }}</p>
        <p v-if="result?.reading.likePaper" class="small-note like-paper">
          The tube has the color of the paper, as nearly as a picture can tell.
        </p>
      </template>
    </template>
    <BFormCheckbox v-if="asksClear" v-model="clearTube"
      >A clear tube stands there: its water has no color</BFormCheckbox
    >
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
    <p v-if="cardRemark" class="small-note">{{ cardRemark }}</p>
    <p v-if="result?.match && result.reading.backward" class="small-note">{{ backward }}</p>
    <p v-if="(photo.opened.value?.frames ?? 1) > 1" class="small-note">
      {{ photo.opened.value?.frames }} frames are read as one; where they differ, the range is wider.
    </p>
    <BFormCheckbox v-if="hasBlank" v-model="withBlank"
      >A tube of untreated water (blank) is in it too</BFormCheckbox
    >
    <BFormCheckbox v-model="withCard">The card is in the picture</BFormCheckbox>
    <template v-if="!withCard">
      <p class="small-note">
        {{
          card.colors
            ? 'Compared with your card as it was learned; the paper takes out the tint of the light.'
            : 'Compared with Hedge Lamp’s own drawing of this card, not with your kit’s: lay your card beside the tube, or learn it once.'
        }}
        Without the card in the picture the range is about twice as wide.
      </p>
      <BFormCheckbox v-if="card.gray !== undefined" v-model="withGray"
        >The gray that the card was learned with is in it too</BFormCheckbox
      >
    </template>
    <BFormCheckbox v-if="withCard && card.values.length > 3" v-model="twoRows"
      >Its swatches lie in two rows</BFormCheckbox
    >
    <BFormCheckbox v-if="result?.match" v-model="keep"
      >Keep the photograph with the reading, without its location</BFormCheckbox
    >
    <template #acts>
      <BButton
        v-if="result?.match"
        variant="primary"
        :disabled="isTaken || working || taking"
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
      <p v-if="isTaken && pictureLost" class="small-note">
        The photograph itself could not be kept; its answer is taken without it.
      </p>
      <p v-if="result?.match && match && !isTaken" class="small-note">
        Not taken yet: below still stands what was read before.
      </p>
    </template>
  </PhotoStage>
</template>

<style scoped>
.made-up {
  margin: 0 0 0.5rem;
}
.figure {
  margin: 0;
  font-size: 1.5rem;
}
.failure {
  color: #a3301a;
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
</style>
