<script setup lang="ts">
import { dated } from '../clock/dated';
import {
  type Card,
  type OwnCard,
  type Vision,
  confusedPairs,
  curveOf,
  flatFrom,
  readCardFile,
  shippedCards,
  visionLabel,
  visions,
  writeCardFile,
} from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';

import { v4 as newId } from 'uuid';
import { computed, ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import KitTabs from '../shell/KitTabs.vue';
import { useSettings } from '../settings/settings-store';
import ChoiceField from '../shell/ChoiceField.vue';
import { useNotices } from '../shell/notice-store';
import LinkButton from '../shell/LinkButton.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useCards } from './cards-store';
import SwatchRow from './SwatchRow.vue';

/** The keeper's own cards, learned from photographs; and how all cards look to other eyes. */
const cards = useCards();
const notices = useNotices();
const settings = useSettings();
const failure = ref('');
const chooser = ref<HTMLInputElement>();

async function take(file: File | undefined): Promise<void> {
  failure.value = '';
  if (!file) return;
  try {
    const read = readCardFile(await file.slice(0, 200_000).text());
    // It comes in as a card of its own, whatever it was called where it came from.
    const id = newId();
    const card = { ...read, id, version: 1, card: { ...read.card, id } };
    await cards.save(card);
    notices.say(`${card.card.name} is taken in.`, { undo: () => cards.remove(id) });
  } catch (error) {
    failure.value = `${file.name} was not taken in. ${sentenceOf(error)}`;
  }
}
function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  void take(input.files?.[0]);
  input.value = '';
}
function save(own: OwnCard): void {
  const address = URL.createObjectURL(new Blob([writeCardFile(own)], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = `${own.card.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-v${own.version}.json`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
async function putAway(own: OwnCard): Promise<void> {
  try {
    await cards.remove(own.id);
    notices.say(`${own.card.name} is put away. Readings on it stay.`, { undo: () => cards.restore(own.id) });
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}

const seenAs = ref<Vision>(settings.vision === 'usual' ? 'deutan' : settings.vision);
const sight = visions.map((value) => ({ value, text: visionLabel[value] }));
const all = computed<Card[]>(() => [...cards.own.map((c) => c.card), ...shippedCards]);
const looks = computed(() =>
  all.value.map((card) => {
    const curve = curveOf(card);
    const flat = flatFrom(curve);
    return {
      card,
      pairs: confusedPairs(curve, seenAs.value).map(
        (p) => `${card.values[p.first]} and ${card.values[p.second]}`,
      ),
      flat: flat === null ? '' : `above ${card.values[flat]}`,
    };
  }),
);
const unitOf = (card: Card) => (card.unit === 'pH' ? '' : card.unit);
</script>

<template>
  <PageHeading
    title="Color cards"
    lead="Your own card, learned once from a photograph of its leaflet, beats any drawing of ours."
  >
    <LinkButton variant="primary" :to="{ name: 'card-learn' }">Learn a card</LinkButton>
    <BButton variant="outline-primary" @click="chooser?.click()">Import a card file</BButton>
    <input
      ref="chooser"
      type="file"
      accept="application/json,.json"
      class="visually-hidden"
      tabindex="-1"
      aria-label="Card file"
      @change="chosen"
    />
  </PageHeading>
  <KitTabs />
  <p v-if="failure" class="sheet failure" role="alert">{{ failure }}</p>
  <section v-for="own in cards.own" :key="own.id" class="sheet own">
    <h2>{{ own.card.name }}</h2>
    <p class="quiet">
      {{ own.card.unit }} · version {{ own.version }} ·
      {{ own.card.colors ? 'learned' : 'values typed, colors drawn by the model' }}
      {{ dated(own.learnedAt, 'd MMM yyyy') }}{{ own.light ? ` · ${own.light}` : '' }}
    </p>
    <SwatchRow :card="own.card" />
    <div class="acts">
      <LinkButton variant="outline-primary" :to="{ name: 'card-learn', params: { cardId: own.id } }"
        >{{ own.card.colors ? 'Learn it anew' : 'Learn its colors'
        }}<span class="visually-hidden">: {{ own.card.name }}</span></LinkButton
      >
      <BButton variant="outline-secondary" @click="save(own)"
        >Save as a file<span class="visually-hidden">: {{ own.card.name }}</span></BButton
      >
      <BButton variant="outline-danger" @click="putAway(own)"
        >Put it away<span class="visually-hidden">: {{ own.card.name }}</span></BButton
      >
    </div>
  </section>
  <p v-if="cards.loaded && cards.own.length === 0" class="sheet">
    No card of your own yet. Lay your kit’s leaflet in daylight beside plain white paper, photograph both, and
    mark its swatches: then tubes are read against your kit’s own colors, by eye and by photograph.
  </p>

  <section class="sheet eyes">
    <h2>How others see these cards</h2>
    <ChoiceField v-model="seenAs" :options="sight" label="Seen by somebody to whom colors look" class="who" />
    <p class="quiet">
      Simulated after Machado, Oliveira and Fernandes 2009, at full strength; most people have it more weakly.
      Set how you see color in the settings, and the booth points out what looks alike to you.
    </p>
    <div class="looks">
      <div v-for="l in looks" :key="l.card.id">
        <h3>
          {{ l.card.name }} <small v-if="unitOf(l.card)" class="quiet">{{ unitOf(l.card) }}</small>
        </h3>
        <SwatchRow :card="l.card" />
        <SwatchRow v-if="seenAs !== 'usual'" :card="l.card" :vision="seenAs" class="again" />
        <p v-if="l.pairs.length > 0" class="mb-0">
          <strong>Alike:</strong> {{ l.pairs.join('; ') }}. Read these by photograph instead.
        </p>
        <p v-else-if="seenAs !== 'usual'" class="quiet mb-0">No two are likely to be confused.</p>
        <p v-if="l.flat" class="quiet mb-0">For everybody: hard to tell {{ l.flat }}.</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.own {
  margin-bottom: 0.9rem;
}
.own p {
  margin-bottom: 0.5rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-top: 0.7rem;
}
.who {
  max-width: 30rem;
}
.looks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(24rem, 100%), 1fr));
  gap: 1.2rem;
}
.looks h3 {
  font-size: 1.02rem;
}
.again {
  border-top: 0;
}
</style>
