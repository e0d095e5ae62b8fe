<script setup lang="ts">
import { dated } from '../clock/dated';
import { ask } from '../wire/ask';
import { useMethods } from '../methods/methods-store';
import { type ParameterId, knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { type Reading, workingsOfKept, readingRoutes } from '@hedge-lamp/core/readings';
import { type Deed, deedDetail, deedTitle, deedRoutes } from '@hedge-lamp/core/remedies';
import { usualUnits } from '@hedge-lamp/core/waters';
import { useMediaQuery } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';

import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useOutbox } from '../offline/outbox-store';
import { waitsWords } from '../offline/outbox-words';
import { useNow } from '../clock/use-now';
import { dayInWords } from '../clock/words';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useAfterPaint } from '../shell/after-paint';
import { useLoaded } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import LogDay from './LogDay.vue';
import LogSheet from './LogSheet.vue';
import { logRows } from './log-rows';
import { valueWords } from './reading-words';

const methods = useMethods();

const ReadingForm = defineAsyncComponent(() => import('./ReadingForm.vue'));
const DeedForm = defineAsyncComponent(() => import('../remedies/DeedForm.vue'));

const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const notices = useNotices();
const outbox = useOutbox();
const now = useNow(60_000);
const water = computed(() => waters.byId(props.waterId));
const units = computed(() => water.value?.units ?? usualUnits);

const page = 100;
const shown = ref(page);
const parameter = ref<ParameterId | null>(null);
const options = [
  { value: null, text: 'Everything' },
  ...knownIds().map((value) => ({ value: value as ParameterId | null, text: parameterInfo(value).label })),
];

const { data, error, again, askOtherwise } = useLoaded(
  () => `log ${props.waterId} ${parameter.value}`,
  async () => {
    const ofWater = { params: { id: props.waterId } };
    const query = {
      limit: Math.min(shown.value, 5000),
      ...(parameter.value ? { parameter: parameter.value } : {}),
    };
    const [readings, deeds] = await Promise.all([
      ask(readingRoutes.list, { ...ofWater, query }),
      parameter.value ? Promise.resolve([]) : ask(deedRoutes.list, ofWater),
    ]);
    return { ...readings, deeds };
  },
  { shows: ['readings', 'deeds'] },
);
watch(shown, () => void askOtherwise());

/** Days newest first; what was done stands with the readings of its day. */
const days = computed(() => {
  if (!data.value) return [];
  const { readings, deeds, more } = data.value;
  // Deeds older than the oldest reading shown wait for their page.
  const oldest = more ? (readings.at(-1)?.takenAt ?? 0) : 0;
  return logRows(
    readings,
    deeds.filter((d) => d.at >= oldest),
  );
});

/** The newest days fill a screen: they are painted before the older ones are worked on. */
const daysAtFirst = useMediaQuery('(max-width: 767px)').value ? 4 : 8;
const withOlder = useAfterPaint(() => data.value !== null);
const daysShown = computed(() => (withOlder.value ? days.value : days.value.slice(0, daysAtFirst)));

const editing = ref<Reading | null>(null);
const formOpen = ref(false);
const formKey = ref(0);
const noting = ref(false);
const notingAsked = ref(false);

function openForm(reading: Reading | null): void {
  editing.value = reading;
  formKey.value += 1;
  formOpen.value = true;
}

const opened = useOpenedWorkings();
const print = () => window.print();

async function keptReading(reading: Reading, before: Reading | null): Promise<void> {
  await again();
  notices.say(
    `${parameterInfo(reading.parameter).label} ${valueWords(reading, units.value)} is saved.${before ? ' The old version is kept.' : ''}`,
  );
}

/** What was written here and lies on this device, oldest first. */
const waiting = computed(() =>
  outbox.entries.flatMap(({ id, at, thing }) =>
    thing.what === 'request' && thing.request.waterId === props.waterId
      ? [{ id, at, says: thing.request.says }]
      : [],
  ),
);
// What went is in the log now; what was only put here is not yet.
watch(
  () => waiting.value.length,
  (now, before) => {
    if (now < before) void again();
  },
);

async function remove(reading: Reading): Promise<void> {
  const { id, parameter, waterId } = reading;
  const says = `${parameterInfo(parameter).label} ${valueWords(reading, units.value)}: delete it`;
  try {
    const outcome = await outbox.ask(`reading-${id}`, { waterId, says }, readingRoutes.remove, {
      params: { id },
    });
    if (!outcome.sent) {
      notices.say(waitsWords(says), { tone: 'bad' });
      return;
    }
    await again();
    notices.say(`${parameterInfo(reading.parameter).label} ${valueWords(reading, units.value)} is deleted.`, {
      undo: async () => {
        await ask(readingRoutes.restore, { params: { id: reading.id } });
        await again();
      },
    });
  } catch (reason) {
    notices.say(sentenceOf(reason), { tone: 'bad' });
  }
}

async function removeDeed(deed: Deed): Promise<void> {
  const { id, waterId } = deed;
  const says = `${deedTitle(deed)} ${deedDetail(deed)}: delete it`;
  try {
    const outcome = await outbox.ask(`deed-${id}`, { waterId, says }, deedRoutes.remove, { params: { id } });
    if (!outcome.sent) {
      notices.say(waitsWords(says), { tone: 'bad' });
      return;
    }
    await again();
    notices.say(`${deedTitle(deed)} is deleted.`, {
      undo: async () => {
        await ask(deedRoutes.restore, { params: { id: deed.id } });
        await again();
      },
    });
  } catch (reason) {
    notices.say(sentenceOf(reason), { tone: 'bad' });
  }
}
</script>

<template>
  <PageHeading
    :title="water ? `Log: ${water.name}` : 'Log'"
    lead="Press a day or a figure for all that was noted with it."
  >
    <label class="visually-hidden" for="log-parameter">Show</label>
    <BFormSelect id="log-parameter" v-model="parameter" :options="options" class="w-auto" />
    <BButton variant="outline-primary" @click="((notingAsked = true), (noting = true))"
      >Note something done</BButton
    >
    <BButton variant="primary" @click="openForm(null)">Write in a reading</BButton>
    <BButton v-if="days.length > 0" variant="outline-secondary" class="print" @click="print">Print</BButton>
  </PageHeading>
  <section v-if="waiting.length > 0" class="sheet mb-3" aria-labelledby="waiting-heading">
    <h2 id="waiting-heading">On this device, not on disk yet</h2>
    <ul class="mb-0">
      <li v-for="w in waiting" :key="w.id">
        {{ w.says }} <span class="quiet">{{ dated(w.at, 'd MMM, HH:mm') }}</span>
      </li>
    </ul>
  </section>
  <LoadState v-if="!data" :error="error" what="the log" @again="again" />
  <div v-else-if="days.length === 0" class="sheet">
    <h2>Nothing is written here yet</h2>
    <p>
      Every reading from the bench lands here by itself, with the drops or the color you entered. One from an
      old notebook can be written in.
    </p>
    <LinkButton variant="primary" :to="{ name: 'bench', params: { waterId } }">To the bench</LinkButton>
  </div>
  <template v-else>
    <LogSheet v-slot="{ row }" :rows="daysShown" :units="units" :water="water" :now="now" @edit="openForm">
      <LogDay
        :title="dayInWords(row.day, now)"
        :readings="row.readings"
        :deeds="row.deeds"
        :units="units"
        :points="water?.samplingPoints ?? []"
        @edit="openForm"
        @remove="remove"
        @remove-deed="removeDeed"
        @workings="opened.open(workingsOfKept($event, methods.book))"
      />
    </LogSheet>
    <BButton v-if="data.more && shown < 5000" variant="outline-primary" @click="shown += page * 2"
      >Show older ones</BButton
    >
    <p v-else-if="data.more" class="quiet">The newest 5000 are shown.</p>
  </template>
  <ReadingForm
    v-if="water && formKey > 0"
    :key="formKey"
    v-model="formOpen"
    :water="water"
    :reading="editing"
    @kept="keptReading"
    @waits="(says) => notices.say(waitsWords(says), { tone: 'bad' })"
  />
  <DeedForm v-if="notingAsked" v-model="noting" :water-id="waterId" @kept="again" />
</template>

<style scoped>
@media (max-width: 767px) {
  .print {
    display: none;
  }
}
</style>
