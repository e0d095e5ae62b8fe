<script setup lang="ts">
import { type WaterContents, removedRoutes } from '@hedge-lamp/core/exchange';
import { ask } from '../wire/ask';
import { stockNow, deedRoutes } from '@hedge-lamp/core/remedies';
import {
  type VolumeFrom,
  type Water,
  type WaterDraft,
  filterKindLabel,
  filterKinds,
  salinities,
  salinityLabel,
  waterKindInfo,
  waterKinds,
  waterVolumeUnits,
  waterRoutes,
} from '@hedge-lamp/core/waters';
import { isAnimal, stockGroupIds, stockGroupLabel } from '@hedge-lamp/core/limits';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { BFormCheckbox, BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import StockConflicts from './StockConflicts.vue';
import DraftNotices from '../shell/DraftNotices.vue';
import TextField from '../shell/TextField.vue';
import ChoiceField from '../shell/ChoiceField.vue';
import { useSettings } from '../settings/settings-store';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useDraft } from '../shell/use-draft';
import { waterFacts } from './water-facts';
import UnitFields from './UnitFields.vue';
import StockLines from './StockLines.vue';
import SamplingPointsField from './SamplingPointsField.vue';
import VolumeCalculator from './VolumeCalculator.vue';
import {
  type WaterForm,
  emptyWaterForm,
  formOf,
  readWaterForm,
  unitsOfKeeper,
  volumeInput,
} from './water-form';
import { useWaters } from './waters-store';

const props = defineProps<{ waterId?: string }>();
const router = useRouter();
const store = useWaters();
const notices = useNotices();
const settings = useSettings();
const link = useServerLink();

const draft = useDraft<WaterForm, WaterDraft, Water>({
  key: `hedge-lamp.draft.water.2.${props.waterId ?? 'new'}`,
  within: 'water.',
  formOf,
  read: (form) => {
    const read = readWaterForm(form, link.date());
    return 'draft' in read ? { sent: read.draft } : read;
  },
  factsOf: (it) => waterFacts(it, (id) => store.byId(id)?.name ?? 'a water that is not here'),
  send,
});
const { form: typed, seen, formElement, errors, failure, saving, take, begin, forget, save } = draft;
if (!typed.value) begin(emptyWaterForm(unitsOfKeeper(store.waters, settings.units)));
/** What stands in the fields; an empty form in the moment between saving and leaving the page. */
const form = computed(() => typed.value ?? emptyWaterForm());
const calculating = ref(false);
const ready = ref(!props.waterId || seen.value > 0);

async function fetchWater(): Promise<void> {
  if (!props.waterId || ready.value) return;
  try {
    const water = await ask(waterRoutes.one, { params: { id: props.waterId } });
    take(water);
    ready.value = true;
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
void fetchWater();

const hasVolume = computed(() => waterKindInfo[form.value.kind].stocked);
const kinds = waterKinds.map((kind) => ({ kind, ...waterKindInfo[kind] }));
const sources = computed(() => [
  { value: null, text: 'None' },
  ...store.waters
    .filter((w) => w.kind === 'source' && w.id !== form.value.id)
    .map((w) => ({ value: w.id, text: w.name })),
]);
const stock = stockGroupIds.map((value) => ({ value, text: stockGroupLabel[value] }));
const volumeOptions = waterVolumeUnits.map((value) => ({ value, text: value }));

const isAnimalTicked = computed(() => form.value.stockGroups.some(isAnimal) || form.value.stock.length > 0);
const lives = [
  { value: null, text: 'Not said: judge it as if animals did' },
  { value: 'animals' as const, text: 'Animals live here' },
  { value: 'nobody' as const, text: 'Nobody lives here' },
];
const salts = [
  { value: null, text: 'Not said' },
  ...salinities.map((value) => ({ value, text: salinityLabel[value] })),
];
const filters = [
  { value: null, text: 'Not said' },
  ...filterKinds.map((value) => ({ value, text: filterKindLabel[value] })),
];
const roofs = [
  { value: null, text: 'Not said' },
  { value: 'no' as const, text: 'No' },
  { value: 'yes' as const, text: 'Yes: nobody knows how much rain comes in' },
];
const isOutdoors = computed(() => form.value.kind === 'pond' || form.value.kind === 'aquaponics');
/** What decides on limits, for what the stock wants. */
const stockedForm = computed(() => {
  const { id, kind, units, cycling, stockGroups, stock } = form.value;
  return {
    id,
    kind,
    units,
    cycling,
    stockGroups: [...new Set([...stockGroups, ...stock.map((l) => l.group)])],
  };
});

/** Counts by what was noted since they were told. */
const countsNow = ref<Record<string, number | null>>({});
async function fetchCounts(): Promise<void> {
  const told = form.value.stock.flatMap((line) => line.told ?? []);
  if (!props.waterId || told.length === 0) return;
  const from = Math.min(...told.map((line) => line.toldAt));
  try {
    const deeds = await ask(deedRoutes.list, { params: { id: props.waterId }, query: { from } });
    countsNow.value = Object.fromEntries(stockNow(told, deeds).map((line) => [line.id, line.count]));
  } catch {
    // The counts as told stand in their fields; what was noted since is only a help.
    countsNow.value = {};
  }
}
watch(ready, (isReady) => isReady && void fetchCounts(), { immediate: true });

/** A select holds no booleans: its values are told apart by word. */
const roof = computed({
  get: () => (form.value.roofWater === null ? null : form.value.roofWater ? 'yes' : 'no'),
  set: (told: 'yes' | 'no' | null) => {
    form.value.roofWater = told === null ? null : told === 'yes';
  },
});

function useVolume(from: VolumeFrom, liters: number): void {
  form.value.volumeFrom = from;
  form.value.volume = volumeInput(liters, form.value.units.volume);
  calculating.value = false;
}

async function send(draft: WaterDraft): Promise<void> {
  const water = props.waterId
    ? await ask(waterRoutes.change, {
        params: { id: props.waterId },
        body: { version: seen.value, water: draft },
      })
    : await ask(waterRoutes.create, { body: draft });
  forget();
  await store.load();
  notices.say(`${water.name} is saved.`);
  await router.push({ name: 'today', params: { waterId: water.id } });
}

/** What goes along when the water is removed; null until it was asked. */
const goesAlong = ref<WaterContents | null>(null);
const asking = ref(false);
const count = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
const goesAlongWords = computed(() => {
  const c = goesAlong.value;
  const parts = c
    ? [
        ...count(c.readings, 'reading', 'readings'),
        ...count(c.deeds, 'note of what was done', 'notes of what was done'),
        ...count(c.runs, 'run', 'runs'),
        ...count(c.cycles, 'cycle', 'cycles'),
      ]
    : [];
  return parts.length > 0
    ? `With it go ${parts.join(', ').replace(/, ([^,]*)$/, ' and $1')}.`
    : 'Nothing was kept of it yet.';
});
async function askToRemove(): Promise<void> {
  failure.value = '';
  try {
    goesAlong.value = await ask(removedRoutes.contents, { params: { id: form.value.id } });
    asking.value = true;
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
async function remove(): Promise<void> {
  const { id, name } = form.value;
  asking.value = false;
  try {
    await ask(waterRoutes.remove, { params: { id } });
  } catch (error) {
    failure.value = sentenceOf(error);
    return;
  }
  forget();
  await store.load();
  notices.say(`${name} is removed. For 30 days it can be brought back under Waters.`, {
    undo: async () => {
      await ask(waterRoutes.restore, { params: { id } });
      await store.load();
    },
  });
  await router.push('/');
}

async function cancel(): Promise<void> {
  forget();
  await router.push(props.waterId ? { name: 'today', params: { waterId: props.waterId } } : '/');
}
</script>

<template>
  <PageHeading :title="waterId ? `Edit ${form?.name || 'water'}` : 'New water'" />
  <DraftNotices what="This water" :draft="draft" />
  <form v-if="ready && form" ref="formElement" class="water-form" novalidate @submit.prevent="save">
    <section class="sheet">
      <h2>What it is</h2>
      <TextField v-model="form.name" label="Name" :error="errors.name" />
      <fieldset class="kinds">
        <legend class="form-label fs-6 fw-semibold">Kind</legend>
        <label v-for="k in kinds" :key="k.kind" class="choice-row" :class="{ chosen: form.kind === k.kind }">
          <input v-model="form.kind" type="radio" name="kind" :value="k.kind" class="form-check-input" />
          <span
            ><strong>{{ k.label }}</strong
            ><br /><span class="quiet">{{ k.hint }}</span></span
          >
        </label>
      </fieldset>
      <template v-if="hasVolume">
        <div class="volume">
          <TextField
            v-model="form.volume"
            inputmode="decimal"
            :label="`Net volume, ${form.units.volume}`"
            :error="errors.netLiters"
            hint="The water in it, less gravel and stones. Without it, doses and changes are told only as shares."
          />
          <ChoiceField v-model="form.units.volume" :options="volumeOptions" label="Unit" />
        </div>
        <BButton v-if="!calculating" variant="outline-primary" class="mb-3" @click="calculating = true">
          Work it out from measurements
        </BButton>
        <VolumeCalculator v-else :from="form.volumeFrom" :unit="form.units.volume" @use="useVolume" />
      </template>
    </section>

    <section v-if="hasVolume" class="sheet lives">
      <h2>Who lives in it</h2>
      <p class="quiet">
        Limits differ between these. Tick all that apply; where they differ, the stricter counts.
        <template v-if="waterId"
          >Whose limits hold is chosen under
          <RouterLink :to="{ name: 'limits', params: { waterId } }">Limits</RouterLink>.</template
        >
      </p>
      <BFormCheckboxGroup
        v-model="form.stockGroups"
        :options="stock"
        name="stock"
        class="stock"
        aria-label="Stock groups"
      />
      <StockConflicts :water="stockedForm" />
      <ChoiceField
        v-if="!isAnimalTicked || form.livesHere === 'nobody'"
        v-model="form.livesHere"
        :options="lives"
        class="mt-3"
        label="Does anything live in it?"
        :error="errors.livesHere"
        hint="Boxes left empty say nothing. “Nobody” holds only where you say so."
      />
      <details class="mt-2" :open="form.stock.length > 0">
        <summary>How many, how heavy, how old</summary>
        <p class="quiet">
          Deaths, arrivals and departures noted later are counted on. With weights, a few new animals need no
          alarm.
        </p>
        <StockLines
          v-model="form.stock"
          :errors="errors"
          :preferred="form.stockGroups"
          :counts-now="countsNow"
        />
      </details>
      <hr />
      <BFormCheckbox v-model="form.cycling">Its filter is still growing in (cycling)</BFormCheckbox>
      <div class="pair mt-3">
        <ChoiceField v-model="form.filterKind" :options="filters" label="Filter" />
        <TextField
          v-if="form.filterKind !== null && form.filterKind !== 'none'"
          v-model="form.filterSince"
          type="date"
          label="Runs since"
          :error="errors['filter.since']"
        />
      </div>
      <ChoiceField
        v-model="form.salinity"
        :options="salts"
        label="Salt in the water"
        :error="errors.salinity"
        hint="In salted water the limits of fresh water do not hold."
      />
      <template v-if="isOutdoors">
        <div class="pair">
          <TextField
            v-model="form.meanDepth"
            label="Mean depth, m"
            inputmode="decimal"
            :error="errors.meanDepth"
            hint="With it, noted rain can be worked out."
          />
          <TextField
            v-model="form.surface"
            label="or surface, m²"
            inputmode="decimal"
            :error="errors.surface"
          />
        </div>
        <ChoiceField v-model="roof" :options="roofs" label="Does a roof or yard drain into it?" />
      </template>
    </section>

    <section class="sheet">
      <h2>Where it comes from and is sampled</h2>
      <ChoiceField
        v-if="form.kind !== 'source'"
        v-model="form.sourceWaterId"
        :options="sources"
        label="Source water"
        :error="errors.sourceWaterId"
        hint="What a water change brings in. Test it too; few do."
      />
      <SamplingPointsField v-model="form.samplingPoints" :errors="errors" />
    </section>

    <section class="sheet">
      <h2>Units you like</h2>
      <UnitFields v-model="form.units" />
      <TextField v-model="form.note" type="note" label="Note" :error="errors.note" />
    </section>

    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
      <BButton variant="outline-secondary" @click="cancel">Cancel</BButton>
      <BButton v-if="waterId" variant="outline-danger" class="ms-auto" @click="askToRemove"
        >Remove this water</BButton
      >
    </div>
  </form>
  <p v-else-if="!failure" class="quiet" role="status">Loading the water …</p>
  <BModal v-model="asking" title="Remove this water?" no-footer header-close-label="Close">
    <p>{{ goesAlongWords }}</p>
    <p>
      For 30 days it can be brought back, from the list of what was removed on the page Waters. Then it goes
      for good.
    </p>
    <div class="d-flex flex-wrap gap-2">
      <BButton variant="danger" @click="remove">Remove {{ form?.name }}</BButton>
      <BButton variant="outline-primary" @click="asking = false">Keep it</BButton>
    </div>
  </BModal>
</template>

<style scoped>
.water-form {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(30rem, 100%), 1fr));
  gap: 1rem;
  align-items: start;
}
@media (min-width: 1100px) {
  /* The long sheet stands beside the others, not above a gap. */
  .water-form {
    grid-template-columns: 1fr 1fr;
    grid-auto-flow: dense;
  }
  .water-form > .sheet {
    grid-column: 1;
  }
  .water-form > .lives {
    grid-column: 2;
    grid-row: 1 / span 3;
  }
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.4rem;
  margin-bottom: 1rem;
}
.kinds .choice-row {
  margin: 0;
}
.kinds legend {
  grid-column: 1 / -1;
  margin: 0;
}
.volume {
  display: grid;
  grid-template-columns: 1fr 9rem;
  gap: 1rem;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
  gap: 0 1rem;
}
summary {
  min-height: 40px;
  font-weight: 600;
  color: var(--hl-link);
}
.stock {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
  gap: 0.35rem;
}
.acts {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
</style>
