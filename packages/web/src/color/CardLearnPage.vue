<script setup lang="ts">
import {
  type Box,
  type Card,
  type OwnCard,
  chemistryInfo,
  reagentChemistries,
  screenColor,
  viewingInfo,
  viewings,
} from '@hedge-lamp/core/color';
import { unitsOf } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import DraftNotices from '../shell/DraftNotices.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import TextField from '../shell/TextField.vue';
import { useDraft } from '../shell/use-draft';
import BoxMarker, { type NamedBox } from './BoxMarker.vue';
import { useCards } from './cards-store';
import { ownCardFacts } from './card-facts';
import { type LearnForm, boxesFor, formOfCard, readLearnForm, valuesIn } from './learn-form';
import { startBoxes } from './photo-boxes';
import PhotoSource from './PhotoSource.vue';
import type { MadeUp } from './photo-worker';
import { usePhoto } from './use-photo';

/**
 * Learning a card from a photograph of its leaflet: a box on each swatch, its value, once and for good. The identifier is
 * missing for a new card, and empty where the page is opened by its address.
 */
const props = defineProps<{ cardId?: string }>();
const cards = useCards();
const link = useServerLink();
const notices = useNotices();
const router = useRouter();
const photo = usePhoto();

const there = computed(() => cards.own.find((c) => c.id === props.cardId) ?? null);
const newCardId = newId();
const draft = useDraft<LearnForm, OwnCard, OwnCard>({
  key: `hedge-lamp.draft.card.${props.cardId || 'new'}`,
  within: '',
  formOf: formOfCard,
  read(typed, over) {
    const about = {
      id: props.cardId || newCardId,
      version: (over?.version ?? seen.value) + 1,
      now: link.date(),
      insteadOf: (over ?? there.value)?.insteadOf ?? '',
    };
    const read = readLearnForm(typed, learned.value, about);
    return 'card' in read ? { sent: read.card } : read;
  },
  factsOf: ownCardFacts,
  async send(own) {
    await cards.save(own);
    forget();
    notices.say(`${own.card.name} is kept, version ${own.version}. Choose it where a color is read.`);
    await router.push({ name: 'cards' });
  },
});
const { form, formElement, errors, saving, seen, take, begin, forget, save: saveForm } = draft;
/** Cards may come only after the page: then a form in which nothing was typed takes what is kept. */
watch(
  there,
  (card) => {
    if (card && (!form.value || form.value.name === '')) take(card);
    else if (!form.value) begin(formOfCard(null));
  },
  { immediate: true },
);
/** As far as it is typed. */
const typed = computed(() => form.value ?? formOfCard(null));

const chemistryOptions = reagentChemistries.map((value) => ({ value, text: chemistryInfo(value).label }));
const kind = computed(() => chemistryInfo(typed.value.chemistry).kind);
const unitOptions = computed(() => unitsOf(kind.value).map((u) => ({ value: u.id, text: u.id })));
watch(kind, () => {
  if (form.value && !unitOptions.value.some((u) => u.value === typed.value.unit))
    form.value.unit = unitOptions.value[0]!.value;
});
const viewingOptions = viewings.map((value) => ({ value, text: viewingInfo[value].label }));

const count = computed(() => valuesIn(typed.value).length);
const paper = ref<Box>(startBoxes.paper);
const row = ref<Box>(startBoxes.card);
const swatches = ref<Box[]>([]);
const gray = ref<Box>(startBoxes.gray);
const withGray = ref(false);
const chosen = ref('swatch 1');
const learned = shallowRef<{
  colors: { l: number; a: number; b: number }[];
  gray: number | undefined;
} | null>(null);
const fault = ref('');

function opened(): void {
  const { guess } = photo.opened.value!;
  paper.value = guess.paper ?? startBoxes.paper;
  row.value = guess.card ?? startBoxes.card;
  swatches.value = boxesFor(count.value, [], row.value);
}
async function open(pictures: readonly Blob[]): Promise<void> {
  if (await photo.open(pictures, Math.max(count.value, 2), null)) opened();
}
/** The stand-in camera photographs the card that is being described, as Hedge Lamp would draw it. */
const described = computed<Card | null>(() => {
  const values = valuesIn(typed.value).filter(
    (v): v is number => typeof v === 'number' && Number.isFinite(v),
  );
  const rise = values.every((v, k) => k === 0 || v > values[k - 1]!);
  if (values.length < 2 || !rise) return null;
  const { name, chemistry, unit, open: isOpen } = typed.value;
  return { id: 'described', name: name || 'A card', chemistry, unit, values, open: isOpen };
});
async function makeUp(scene: MadeUp): Promise<void> {
  if (await photo.makeUp({ ...scene, withCard: true })) opened();
}
watch(count, (n) => (swatches.value = boxesFor(n, swatches.value.slice(0, n), row.value)));

const shown = computed<NamedBox[]>(() => [
  { id: 'paper', label: 'White paper', box: paper.value },
  ...swatches.value.map((box, k) => ({
    id: `swatch ${k + 1}`,
    label: String(valuesIn(typed.value)[k] ?? k + 1),
    box,
  })),
  ...(withGray.value ? [{ id: 'gray', label: 'Gray', box: gray.value }] : []),
]);
function move(id: string, box: Box): void {
  if (id === 'paper') paper.value = box;
  else if (id === 'gray') gray.value = box;
  else swatches.value = swatches.value.map((b, k) => (id === `swatch ${k + 1}` ? box : b));
}
let asked = 0;
let waiting: ReturnType<typeof setTimeout> | undefined;
async function learnNow(): Promise<void> {
  if (!photo.opened.value || swatches.value.length === 0) return;
  const mine = ++asked;
  const plain = (box: Box) => ({ ...box });
  const outcome = await photo
    .photos()
    .learn(plain(paper.value), swatches.value.map(plain), withGray.value ? plain(gray.value) : undefined);
  if (mine !== asked) return;
  fault.value = 'fault' in outcome ? outcome.fault.says : '';
  learned.value = 'done' in outcome ? outcome.done : null;
}
watch([paper, swatches, gray, withGray, photo.opened], () => {
  clearTimeout(waiting);
  waiting = setTimeout(() => void learnNow(), 120);
});

/** A box may have been moved just now: what is kept is learned from where the boxes lie. */
async function learnedThen(go: () => Promise<void>): Promise<void> {
  clearTimeout(waiting);
  await learnNow();
  await go();
}
const save = () => learnedThen(saveForm);
const told = { ...draft, saveOurs: () => learnedThen(draft.saveOurs) };
async function leave(): Promise<void> {
  forget();
  await router.push({ name: 'cards' });
}

/** What is wrong with no field of its own. */
const missing = computed(() =>
  Object.entries(errors.value)
    .filter(([path]) => !/^(card\.name|card\.unit|card\.values|light)/.test(path))
    .map(([, message]) => message),
);
</script>

<template>
  <PageHeading
    :title="there ? `Learn ${there.card.name} anew` : 'Learn a card'"
    lead="Photograph the leaflet beside plain white paper in daylight. The card is kept as a new version; readings on the old one stay as they are."
  />
  <DraftNotices what="This card" :draft="told" />
  <form v-if="form" ref="formElement" novalidate @submit.prevent="save">
    <section class="sheet">
      <h2>What the card says</h2>
      <div class="field-pair">
        <TextField v-model="form.name" label="Name of the card" :error="errors['card.name']" />
        <ChoiceField v-model="form.chemistry" :options="chemistryOptions" label="What it shows" />
        <ChoiceField
          v-model="form.unit"
          :options="unitOptions"
          label="Unit, with its basis"
          :error="errors['card.unit']"
        />
      </div>
      <TextField
        v-model="form.values"
        label="Values of the swatches, palest first"
        hint="As your leaflet prints them: 0, 5, 12.5, 25"
        :error="errors['card.values']"
      />
      <div class="field-pair">
        <ChoiceField
          v-model="form.viewing"
          :options="viewingOptions"
          label="How its leaflet holds the tube"
        />
        <TextField v-model="form.light" label="In which light you photograph it" :error="errors.light" />
      </div>
      <BFormCheckbox v-model="form.open"
        >Its end swatches mean “that or beyond”, as on a pH card</BFormCheckbox
      >
    </section>
    <section class="sheet booth" data-bs-theme="light">
      <h2>Its photograph</h2>
      <PhotoSource
        v-if="!photo.opened.value || photo.busy.value"
        :card="described"
        of="leaflet"
        :busy="photo.busy.value"
        :fault="photo.fault.value"
        @pictures="open"
        @made-up="makeUp"
        @cancel="photo.cancel"
      />
      <template v-else>
        <p v-if="photo.isMadeUp.value"><strong>Made up by the stand-in camera.</strong></p>
        <p v-if="count < 2">Type the values above: there is then a box for each swatch.</p>
        <p v-else>
          Drag a box onto the middle of each swatch, and one onto plain white paper. Arrow keys move the
          chosen box, with Shift they size it.
        </p>
        <BoxMarker
          v-model:chosen="chosen"
          :address="photo.address.value"
          alt="The photograph of the leaflet, with boxes on it"
          :width="photo.opened.value.width"
          :height="photo.opened.value.height"
          :boxes="shown"
          @move="move"
        />
        <div class="under">
          <BFormCheckbox v-model="withGray"
            >Something gray lies beside it, that I will photograph with my tubes too</BFormCheckbox
          >
          <p v-if="fault" class="refused" role="alert">{{ fault }}</p>
          <div v-else-if="learned" class="learned" role="img" aria-label="The colors as learned">
            <span v-for="(c, k) in learned.colors" :key="k"
              ><span class="color" :style="{ background: screenColor(c) }" />{{ valuesIn(form)[k] }}</span
            >
          </div>
          <BButton variant="light" @click="photo.close">Another picture</BButton>
        </div>
      </template>
    </section>
    <p v-for="m in missing" :key="m" class="failure" role="alert">{{ m }}</p>
    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">{{
        saving ? 'Saving …' : 'Keep this card'
      }}</BButton>
      <BButton variant="outline-secondary" @click="leave">Leave it</BButton>
    </div>
  </form>
</template>

<style scoped>
.sheet {
  margin-bottom: 0.9rem;
}
/* Neutral gray and white on purpose, in both themes: the surround changes what the eye sees. */
.booth {
  background: #b9b9b9;
  color: #161616;
}
.booth :deep(.btn-primary) {
  background: #161616;
  border-color: #161616;
  color: #fff;
}
.booth :deep(.btn-light) {
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
.under {
  display: grid;
  gap: 0.6rem;
  justify-items: start;
  margin-top: 0.6rem;
}
.refused {
  background: #fff;
  color: #a3301a;
  font-weight: 600;
  padding: 0.6rem 0.8rem;
  margin: 0;
}
.learned {
  display: flex;
  width: 100%;
  gap: 0.3rem;
  background: #fff;
  padding: 0.5rem;
  text-align: center;
}
.learned > span {
  flex: 1;
}
.color {
  display: block;
  height: 2rem;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
</style>
