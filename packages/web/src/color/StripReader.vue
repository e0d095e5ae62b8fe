<script setup lang="ts">
import { type Box, type Card, type CardMatch, type StripBoxes, cardInterval } from '@hedge-lamp/core/color';
import { formatReading } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import { type MarkedThing, paperThing } from './photo-boxes';
import type { Outcome, ReadPhoto } from './photo-worker';
import PhotoStage from './PhotoStage.vue';
import { useMarkedBoxes } from './use-marked-boxes';
import { usePhoto } from './use-photo';
import { usePhotoOutcome } from './use-photo-outcome';

/** All pads of a strip by one photograph, each against its own row of the strip's card. */
const props = defineProps<{
  pads: readonly { readonly pad: number; readonly card: Card; readonly label: string }[];
}>();
const emit = defineEmits<{ match: [pad: number, match: CardMatch] }>();
const photo = usePhoto();

const things = computed<MarkedThing[]>(() => [
  paperThing,
  {
    id: 'strip',
    label: 'Strip',
    start: { left: 0.1, top: 0.12, width: 0.07, height: 0.7 },
    ask: 'The strip was not found: draw a box from its first pad to its last.',
    parts: props.pads.length,
  },
  ...props.pads.map(({ pad, card, label }, k): MarkedThing => ({
    id: `row ${pad}`,
    label: `Row: ${label}`,
    start: { left: 0.25, top: 0.12 + 0.14 * k, width: 0.45, height: 0.09 },
    ask: `The row of ${label} was not found: draw a box around its swatches.`,
    parts: card.values.length,
  })),
]);
const noTube = () => Promise.resolve<Box | null>(null);
const marks = useMarkedBoxes(() => things.value, noTube);
const end = ref<string>('found');
const endOptions = [
  { value: 'found', text: 'As its colors tell' },
  { value: 'first', text: 'Left or top' },
  { value: 'last', text: 'Right or bottom' },
];
const cards = computed(() => props.pads.map(({ card }) => card));

async function open(pictures: readonly Blob[]): Promise<void> {
  marks.begin({}, '');
  if (!(await photo.open(pictures, props.pads.length, null))) return;
  // As plain data: what Vue watches cannot be sent to a worker.
  const guess = await photo.photos().guessStrip(JSON.parse(JSON.stringify(cards.value)) as Card[]);
  const rows = props.pads.map(({ pad }, k) => [`row ${pad}`, guess?.rows[k] ?? null] as const);
  marks.begin(
    { paper: guess?.paper ?? null, strip: guess?.strip ?? null, ...Object.fromEntries(rows) },
    'strip',
  );
}
const input = computed(() => {
  const all = marks.marked.value;
  const rows = props.pads.flatMap(({ pad }) => all?.[`row ${pad}`] ?? []);
  if (!photo.opened.value || !all?.paper || !all.strip) return null;
  const turned = end.value === 'found' ? undefined : end.value === 'last';
  const boxes: StripBoxes = { paper: all.paper, strip: all.strip, rows, turned };
  return { picture: photo.address.value, boxes, cards: cards.value };
});
const { outcome: read, working } = usePhotoOutcome(
  () => input.value,
  (asked): Promise<Outcome<ReadPhoto[]>> => photo.photos().readStrip(asked.boxes, asked.cards),
);
const taken = ref(false);
watch(read, () => (taken.value = false));

const fault = computed(() => (read.value && 'fault' in read.value ? read.value.fault.says : ''));
const answers = computed(() => {
  if (!read.value || !('done' in read.value)) return [];
  return read.value.done.map(({ reading, match }, k) => {
    const { pad, card, label } = props.pads[k]!;
    const interval = match && cardInterval(card, match);
    const figure = interval ? `${formatReading(interval)} ${card.unit === 'pH' ? '' : card.unit}`.trim() : '';
    return { pad, label, match, figure, says: reading.refusal?.says ?? '' };
  });
});
/** The same refusal for every pad is said once. */
const refusal = computed(() => {
  const [first] = answers.value;
  return first && first.says !== '' && answers.value.every((a) => a.says === first.says) ? first.says : '';
});
const told = computed(() => answers.value.filter((a) => a.match !== null));
function take(): void {
  for (const { pad, match } of told.value) if (match) emit('match', pad, match);
  taken.value = true;
}
</script>

<template>
  <PhotoStage
    class="framed"
    label="Read the strip by photograph"
    alt="The photograph of the strip, with boxes on it"
    of="strip"
    :photo="photo"
    :marks="marks"
    :card="null"
    @pictures="open"
  >
    <template #answer>
      <p v-if="fault" class="refusal">{{ fault }}</p>
      <p v-else-if="refusal" class="refusal"><strong>Not read.</strong> {{ refusal }}</p>
      <p v-else-if="answers.length === 0" class="mb-0">Reading …</p>
      <ul v-else class="figures">
        <li v-for="a in answers" :key="a.pad">
          {{ a.label }}:
          <strong v-if="a.figure" class="figure-mono">{{ a.figure }}</strong>
          <template v-else>not read. {{ a.says }}</template>
        </li>
      </ul>
    </template>
    <ChoiceField v-model="end" :options="endOptions" label="Where the first pad lies" />
    <p class="small-note">
      A strip is for screening: confirm with drops what matters. The picture is not kept.
    </p>
    <template #acts>
      <BButton
        v-if="told.length > 0"
        variant="primary"
        :disabled="taken || working"
        @mousedown.prevent
        @click="take"
        >{{
          taken ? 'Taken' : told.length === pads.length ? 'Take all pads' : `Take ${told.length} pads`
        }}</BButton
      >
    </template>
  </PhotoStage>
</template>

<style scoped>
.figures {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
