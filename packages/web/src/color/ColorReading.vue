<script setup lang="ts">
import { type Card, type CardMatch, type Viewing, viewingInfo, viewings } from '@hedge-lamp/core/color';
import { type ParameterId, parameterInfo } from '@hedge-lamp/core/parameters';
import { useLocalStorage } from '@vueuse/core';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import CardReader from './CardReader.vue';
import CardValues from './CardValues.vue';
import { useCards } from './cards-store';

const PhotoReader = defineAsyncComponent(() => import('./PhotoReader.vue'));

/** A card of the keeper's own, in the version that is read on. */
export interface CardRef {
  readonly id: string;
  readonly version: number;
}

/** A color read on a card, by eye or by photograph; on the method's card or one of the keeper's own. */
const props = defineProps<{
  /** Of the method. */
  card: Card;
  parameter: ParameterId;
  match: CardMatch | null;
  /** One of the keeper's own that was chosen instead. */
  own: CardRef | null;
  compact?: boolean;
}>();
const emit = defineEmits<{ match: [match: CardMatch | null, own: CardRef | null] }>();
const cards = useCards();

const fitting = computed(() => cards.fitting(props.parameter));
/** The card that was read on last on this device, where this test asks for that one; the test's own by this word. */
const ofTest = 'of-test';
const lastCard = useLocalStorage(`hedge-lamp.card-for.${props.card.id}`, '');
const picked = ref(props.own?.id ?? (props.match ? ofTest : lastCard.value));
/** Whose values were typed because this card's are not the keeper's, on whatever device. */
const inItsPlace = computed(() => fitting.value.findLast((c) => c.insteadOf === props.card.id));
const chosenCard = computed({
  get() {
    const asked = picked.value || inItsPlace.value?.id;
    // One that was put away is no choice any more.
    return fitting.value.find((c) => c.id === asked)?.id ?? '';
  },
  set(id) {
    picked.value = lastCard.value = id || ofTest;
  },
});
const options = computed(() => [
  { value: '', text: 'The card of this test' },
  ...fitting.value.map((c) => ({ value: c.id, text: `Yours: ${c.card.name}` })),
]);
/** Cards of which this keeper said that theirs shows the same values. */
const known = useLocalStorage<string[]>('hedge-lamp.cards-known', []);
const asksValues = ref(false);
// Told by what this device knows as the card comes up, and not again: a question that came later would push the colors
// away under a finger, and a card that is typed here must not close it before it was taken.
watch(
  () => props.card.id,
  (id) => {
    asksValues.value =
      !props.compact &&
      !known.value.includes(id) &&
      fitting.value.every((c) => c.card.chemistry !== props.card.chemistry);
  },
  { immediate: true },
);
function right(): void {
  known.value = [...known.value, props.card.id];
  asksValues.value = false;
}
/** The keeper's values hold from here on, for this tube too. */
function chosen(cardId: string): void {
  right();
  chosenCard.value = cardId;
}
const ownCard = computed(() => fitting.value.find((c) => c.id === chosenCard.value) ?? null);
const ownRef = computed(() => ownCard.value && { id: ownCard.value.id, version: ownCard.value.version });
const card = computed(() => ownCard.value?.card ?? props.card);
/** A match of another card is none of this one. */
const match = computed(() => ((props.own?.id ?? '') === (ownRef.value?.id ?? '') ? props.match : null));

/** How this keeper holds a tube against this card, kept on the device. */
const held = useLocalStorage<Viewing>(
  `hedge-lamp.viewing.${props.card.id}`,
  props.card.viewing ?? 'against-white',
);
const viewing = computed(() => (viewings.includes(held.value) ? held.value : 'against-white'));
const viewingOptions = viewings.map((value) => ({ value, text: viewingInfo[value].label }));

const way = ref<'eye' | 'photo'>(props.match?.found === 'photo' ? 'photo' : 'eye');
const ways = [
  { id: 'eye', label: 'By eye' },
  { id: 'photo', label: 'By photograph' },
] as const;
</script>

<template>
  <div class="booth" :class="{ compact }" data-bs-theme="light">
    <div v-if="!compact" class="ways">
      <div class="switch" role="group" aria-label="How the color is read">
        <button
          v-for="w in ways"
          :key="w.id"
          type="button"
          :class="{ chosen: way === w.id }"
          :aria-pressed="way === w.id"
          @mousedown.prevent
          @click="way = w.id"
        >
          {{ w.label }}
        </button>
      </div>
      <ChoiceField
        v-if="fitting.length > 0"
        v-model="chosenCard"
        :options="options"
        label="Card"
        class="which"
      />
    </div>
    <CardValues v-if="asksValues" :key="props.card.id" :card="props.card" @right="right" @typed="chosen" />
    <CardReader
      v-if="way === 'eye' || compact"
      :key="card.id"
      :card="card"
      :compact="compact"
      :viewing="viewing"
      :harms-above="parameterInfo(parameter).harmsAbove"
      :match="match"
      @match="emit('match', $event, ownRef)"
    />
    <PhotoReader v-else :card="card" :match="match" @match="emit('match', $event, ownRef)" />
    <ChoiceField
      v-if="way === 'eye' && !compact"
      v-model="held"
      :options="viewingOptions"
      label="How you hold it"
      class="which below"
    />
  </div>
</template>

<style scoped>
/* Neutral gray and white on purpose, in both themes: the surround changes what the eye sees. */
.booth {
  margin-top: 0.75rem;
  padding: 0.75rem;
  background: #b9b9b9;
  color: #161616;
  border-radius: 4px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.5rem;
  align-items: flex-end;
  margin-bottom: 0.5rem;
}
.switch {
  display: flex;
}
.switch button {
  min-height: 48px;
  padding: 0 1.2rem;
  border: 1px solid #6b6b6b;
  background: #dedede;
  color: #161616;
  font-weight: 600;
}
.switch button + button {
  border-left: 0;
}
.switch .chosen {
  background: #161616;
  color: #fff;
}
.booth :deep(.btn-primary) {
  background: #161616;
  border-color: #161616;
  color: #fff;
}
.booth :deep(.btn-primary:disabled) {
  background: #6b6b6b;
}
.booth :deep(.form-check-input:checked) {
  background-color: #161616;
  border-color: #161616;
}
.which {
  flex: 0 1 20rem;
  margin: 0 !important;
}
/* Seldom changed, and then remembered: the colors come before it. */
.below {
  max-width: 20rem;
  margin-top: 0.75rem !important;
}
.which :deep(select) {
  background-color: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
</style>
