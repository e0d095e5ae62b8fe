<script setup lang="ts">
import { type Box, type Card, type CardMatch, type StripBoxes, cardInterval } from '@hedge-lamp/core/color';
import { formatReading } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref, shallowRef, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import BoxMarker from './BoxMarker.vue';
import BoxStates from './BoxStates.vue';
import { type MarkedThing, paperThing } from './photo-boxes';
import type { Outcome, ReadPhoto } from './photo-worker';
import PhotoSource from './PhotoSource.vue';
import { useMarkedBoxes } from './use-marked-boxes';
import { usePhoto } from './use-photo';

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
const { chosen, missing, marked, states, shown, begin, move, tap, offer } = useMarkedBoxes(
  () => things.value,
  noTube,
);
const end = ref<string>('found');
const endOptions = [
  { value: 'found', text: 'As its colors tell' },
  { value: 'first', text: 'Left or top' },
  { value: 'last', text: 'Right or bottom' },
];
const read = shallowRef<Outcome<ReadPhoto[]> | null>(null);
const taken = ref(false);
/** As plain data: what Vue watches cannot be sent to a worker. */
const plainCards = () => JSON.parse(JSON.stringify(props.pads.map(({ card }) => card))) as Card[];

async function open(pictures: readonly Blob[]): Promise<void> {
  read.value = null;
  if (!(await photo.open(pictures, props.pads.length, null))) return;
  const guess = await photo.photos().guessStrip(plainCards());
  const rows = props.pads.map(({ pad }, k) => [`row ${pad}`, guess?.rows[k] ?? null] as const);
  begin({ paper: guess?.paper ?? null, strip: guess?.strip ?? null, ...Object.fromEntries(rows) }, 'strip');
}
let asked = 0;
async function readNow(): Promise<void> {
  const mine = ++asked;
  const all = marked.value;
  const rows = props.pads.flatMap(({ pad }) => all?.[`row ${pad}`] ?? []);
  if (!photo.opened.value || !all?.paper || !all.strip || rows.length < props.pads.length) {
    read.value = null;
    return;
  }
  const boxes: StripBoxes = {
    paper: all.paper,
    strip: all.strip,
    rows,
    turned: end.value === 'found' ? undefined : end.value === 'last',
  };
  const outcome = await photo.photos().readStrip(boxes, plainCards());
  if (mine === asked) read.value = outcome;
}
let waiting: ReturnType<typeof setTimeout> | undefined;
watch([marked, end, photo.opened], () => {
  taken.value = false;
  clearTimeout(waiting);
  waiting = setTimeout(() => void readNow(), 120);
});

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
  <section class="reader" aria-label="Read the strip by photograph">
    <PhotoSource
      v-if="!photo.opened.value || photo.busy.value"
      :card="null"
      of="strip"
      :busy="photo.busy.value"
      :fault="photo.fault.value"
      @pictures="open"
      @cancel="photo.cancel"
    />
    <div v-else class="two">
      <BoxMarker
        v-model:chosen="chosen"
        :address="photo.address.value"
        alt="The photograph of the strip, with boxes on it"
        :width="photo.opened.value.width"
        :height="photo.opened.value.height"
        :boxes="shown"
        @move="move"
        @tap="tap"
      />
      <div class="answer">
        <BoxStates v-model:chosen="chosen" :states="states" @offer="offer" />
        <ChoiceField v-model="end" :options="endOptions" label="Where the first pad lies" />
        <div role="status" aria-live="polite">
          <p v-if="missing[0]" class="refusal"><strong>Not read yet.</strong> {{ missing[0].ask }}</p>
          <p v-else-if="fault" class="refusal">{{ fault }}</p>
          <p v-else-if="refusal" class="refusal"><strong>Not read.</strong> {{ refusal }}</p>
          <ul v-else class="figures">
            <li v-for="a in answers" :key="a.pad">
              {{ a.label }}:
              <strong v-if="a.figure" class="figure-mono">{{ a.figure }}</strong>
              <template v-else>not read. {{ a.says }}</template>
            </li>
          </ul>
        </div>
        <div class="acts">
          <BButton
            v-if="told.length > 0"
            variant="primary"
            :disabled="taken"
            @mousedown.prevent
            @click="take"
            >{{
              taken ? 'Taken' : told.length === pads.length ? 'Take all pads' : `Take ${told.length} pads`
            }}</BButton
          >
          <BButton variant="light" @mousedown.prevent @click="photo.close">Another picture</BButton>
        </div>
        <p class="small-note">
          A strip is for screening: confirm with drops what matters. The picture is not kept.
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
/* Neutral gray and white on purpose, in both themes: the surround changes what the eye sees. */
.reader {
  padding: 0.75rem;
  background: #b9b9b9;
  color: #161616;
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
.refusal {
  margin: 0;
  background: #fff;
  padding: 0.6rem 0.8rem;
}
.figures {
  list-style: none;
  margin: 0;
  padding: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .btn {
  min-height: 56px;
}
.reader :deep(.btn-primary) {
  background: #161616;
  border-color: #161616;
  color: #fff;
}
.reader :deep(.btn-light),
.reader :deep(select) {
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
.small-note {
  margin: 0;
  font-size: 0.95rem;
}
@media (max-width: 991px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
