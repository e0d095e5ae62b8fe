<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { useBench } from '../bench/bench-store';
import PageHeading from '../shell/PageHeading.vue';
import { useWaters } from '../waters/waters-store';
import { type Entry, isHeld } from '../offline/outbox';
import { useOutbox } from '../offline/outbox-store';
import { entryWords } from '../offline/outbox-words';
import UnsentRow from './UnsentRow.vue';

/** What lies on this device and not with the server: what was refused, and what waits. Nothing here goes by itself. */
const outbox = useOutbox();
const bench = useBench();
const waters = useWaters();

const runOf = (id: string) => [...bench.runs, ...Object.values(bench.finished)].find((r) => r.id === id);
const wordsOf = (entry: Entry) => {
  const run = runOf(entry.lane);
  const tubes = run ? bench.tubesOf(run) : [];
  return entryWords(entry, (testId) => tubes.find((t) => t.testId === testId));
};
const waterOf = ({ lane, thing }: Entry): string => {
  const id =
    thing.what === 'request'
      ? thing.request.waterId
      : thing.what === 'run'
        ? thing.draft.waterId
        : runOf(lane)?.waterId;
  return waters.byId(id ?? '')?.name ?? '';
};
interface Row {
  readonly entry: Entry;
  readonly words: string;
  readonly water: string;
  readonly why: string;
}
const rowOf = (entry: Entry, why = ''): Row => ({ entry, words: wordsOf(entry), water: waterOf(entry), why });
const refused = computed(() => outbox.aside.map((aside) => ({ ...rowOf(aside.entry, aside.why), aside })));
const waiting = computed(() =>
  outbox.entries.map((e) => rowOf(e, isHeld(e, outbox.aside) ? 'Waits behind what could not be kept.' : '')),
);
const someCanGo = computed(() => outbox.entries.some((e) => !isHeld(e, outbox.aside)));
</script>

<template>
  <PageHeading title="On this device only" lead="What the server does not have." />
  <section v-if="refused.length > 0" class="sheet" aria-labelledby="refused-heading">
    <h2 id="refused-heading">
      {{ refused.length === 1 ? '1 thing could not be kept' : `${refused.length} things could not be kept` }}
    </h2>
    <p class="quiet">
      The server looked at each and said no. What comes after it, on the same tube, waits until you decide.
    </p>
    <ul class="things">
      <UnsentRow
        v-for="row in refused"
        :key="row.entry.id"
        :entry="row.entry"
        :words="row.words"
        :water="row.water"
        :why="row.why"
        @drop="outbox.drop(row.entry)"
      >
        <BButton variant="primary" :aria-label="`Try again: ${row.words}`" @click="outbox.again(row.aside)"
          >Try again</BButton
        >
      </UnsentRow>
    </ul>
  </section>
  <section v-if="waiting.length > 0" class="sheet" aria-labelledby="waits-heading">
    <h2 id="waits-heading">{{ waiting.length === 1 ? '1 thing waits' : `${waiting.length} things wait` }}</h2>
    <template v-if="someCanGo">
      <p>
        {{ outbox.failing || 'Being sent …' }}
        <template v-if="outbox.failing">It is tried again by itself, for as long as it takes.</template>
      </p>
      <BButton variant="primary" class="mb-3" @click="outbox.sendNow()">Send now</BButton>
    </template>
    <ul class="things">
      <UnsentRow
        v-for="row in waiting"
        :key="row.entry.key"
        :entry="row.entry"
        :words="row.words"
        :water="row.water"
        :why="row.why"
        @drop="outbox.drop(row.entry)"
      />
    </ul>
  </section>
  <section v-if="outbox.spoiled.length > 0" class="sheet" aria-labelledby="spoiled-heading">
    <h2 id="spoiled-heading">Cannot be read any more</h2>
    <p>Something else wrote into what lay here. Copy what you can still make out.</p>
    <pre v-for="s in outbox.spoiled" :key="s.key" class="figure-mono">{{ s.text }}</pre>
  </section>
  <div
    v-if="refused.length === 0 && waiting.length === 0 && outbox.spoiled.length === 0"
    class="sheet"
    role="status"
  >
    <h2>Nothing waits here</h2>
    <p class="mb-0">The server has all that was done on this device.</p>
  </div>
</template>

<style scoped>
.sheet {
  margin-bottom: 1rem;
}
.things {
  list-style: none;
  padding: 0;
  margin: 0;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
