<script setup lang="ts">
import { midSentence, shortName } from '@hedge-lamp/core/parameters';
import { listed } from '@hedge-lamp/core/quantity';
import { ask } from '../wire/ask';
import { type Guidance, parameterOf } from '@hedge-lamp/core/limits';
import { shippedGuidelines, speaksOf, guidelinesFor, vitalSubjects } from '@hedge-lamp/core/guidelines';
import { type Water, waterKindInfo, waterRoutes } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import DraftNotices from '../shell/DraftNotices.vue';
import type { FieldErrors } from '../shell/field-errors';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useDraft } from '../shell/use-draft';
import { guidanceFacts } from './guidance-facts';
import { draftOf } from '../waters/water-draft';
import { useWaters } from '../waters/waters-store';
import { type GuidanceForm, emptyOwnLimit, guidanceFormOf, readGuidanceForm } from './guidance-form';
import { forWhomWords } from './guideline-words';
import OwnLimitFields from './OwnLimitFields.vue';
import SchoolFields from './SchoolFields.vue';
import WaterTabs from './WaterTabs.vue';

/** By which limits a water is judged: guidelines, schools, and limits of one's own. */
const props = defineProps<{ waterId: string }>();
const router = useRouter();
const waters = useWaters();
const notices = useNotices();

const water = ref<Water | null>(null);
const draft = useDraft<GuidanceForm, Guidance, Water>({
  key: `hedge-lamp.draft.limits.${props.waterId}`,
  within: 'water.guidance.',
  formOf: (kept) => guidanceFormOf(kept.guidance),
  read: (typed) => {
    const read = readGuidanceForm(typed);
    return 'guidance' in read ? { sent: read.guidance } : read;
  },
  factsOf: (it) => guidanceFacts('guidance' in it ? it.guidance : it),
  // Of a water that was changed meanwhile all else is as it is there.
  send: (guidance) => send(water.value!, guidance),
});
const { form, seen, formElement, errors, failure, saving, theirs, take: fill, forget, save } = draft;
function take(from: Water): void {
  water.value = from;
  fill(from);
}
async function fetchWater(): Promise<void> {
  failure.value = '';
  try {
    const found = await ask(waterRoutes.one, { params: { id: props.waterId } });
    if (form.value === null || seen.value === 0) take(found);
    else water.value = found;
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
void fetchWater();

/** The water as it would be judged with what stands in the form. */
const judged = computed(() => {
  const [w, f] = [water.value, form.value];
  if (!w || !f) return null;
  return {
    ...w,
    guidance: { ...w.guidance, sets: f.sets, lifeStage: f.young ? ('young' as const) : ('grown' as const) },
  };
});
const offered = computed(() => shippedGuidelines.filter((g) => judged.value && speaksOf(g, judged.value)));
const usual = computed(() =>
  judged.value ? guidelinesFor({ ...judged.value, guidance: { ...judged.value.guidance, sets: null } }) : [],
);
const ticked = computed({
  get: () => form.value?.sets ?? usual.value.map((g) => g.id),
  set: (ids: string[]) => {
    if (!form.value) return;
    const same = ids.length === usual.value.length && usual.value.every((g) => ids.includes(g.id));
    form.value.sets = same ? null : ids;
  },
});
const errorsOfOwn = (k: number): FieldErrors =>
  Object.fromEntries(
    Object.entries(errors.value)
      .filter(([path]) => path.startsWith(`own.${k}.`))
      .map(([path, message]) => [path.slice(`own.${k}.`.length), message]),
  );
/** What can kill, in words: free ammonia and the like go with what they are worked out from. */
const killing = listed([...new Set(vitalSubjects.map((s) => midSentence(shortName(parameterOf(s)))))]);

function addOwn(): void {
  form.value?.own.push(emptyOwnLimit('nitrate', water.value?.units.nitrate ?? 'mg/L NO3'));
}
async function send(water: Water, guidance: Guidance): Promise<void> {
  const before = water.guidance;
  const params = { id: water.id };
  const saved = await ask(waterRoutes.change, {
    params,
    body: { version: seen.value, water: { ...draftOf(water), guidance } },
  });
  forget();
  await waters.load();
  notices.say(`The limits of ${saved.name} are saved.`, {
    undo: async () => {
      await ask(waterRoutes.change, {
        params,
        body: { version: saved.version, water: { ...draftOf(saved), guidance: before } },
      });
      await waters.load();
    },
  });
  await router.push({ name: 'today', params: { waterId: water.id } });
}
/** All else of the water is as it is there, whichever limits are chosen. */
const told = {
  ...draft,
  async saveOurs(): Promise<void> {
    water.value = theirs.value ?? water.value;
    await draft.saveOurs();
  },
  takeTheirs(): void {
    if (theirs.value) take(theirs.value);
  },
};
</script>

<template>
  <PageHeading
    :title="water ? `${water.name}: its limits` : 'Its limits'"
    lead="Keepers disagree. Choose whose limits this water is judged by, or set your own."
  />
  <WaterTabs :water-id="waterId" />
  <DraftNotices what="This water" :draft="told">
    <BButton v-if="!water" variant="outline-primary" @click="fetchWater">Try again</BButton>
  </DraftNotices>
  <form v-if="form && water" ref="formElement" class="limits" novalidate @submit.prevent="save">
    <div v-if="waterKindInfo[water.kind].stocked" class="column">
      <SchoolFields v-model="form.schools" />
    </div>
    <div class="column">
      <section class="sheet">
        <fieldset>
          <legend>Guidelines that hold</legend>
          <p class="quiet">
            Several can hold; the strictest counts at each value. For {{ killing }} the usual ones hold beside
            whatever you choose; for pH, KH, GH and warmth where your choice is silent.
            <RouterLink :to="{ name: 'rules' }">Every bound and its source</RouterLink>
          </p>
          <label
            v-for="g in offered"
            :key="g.id"
            class="choice-row"
            :class="{ chosen: ticked.includes(g.id) }"
          >
            <input v-model="ticked" type="checkbox" class="form-check-input" :value="g.id" />
            <span
              ><strong>{{ g.name }}</strong> <span class="quiet d-block">{{ g.about }}</span>
              <span class="visually-hidden">For {{ forWhomWords(g.forWhom) }}.</span></span
            >
          </label>
          <p v-if="errors.sets" class="failure" role="alert">{{ errors.sets }}</p>
          <BButton v-if="form.sets !== null" variant="outline-secondary" @click="form.sets = null"
            >Back to the usual ones</BButton
          >
        </fieldset>
        <template v-if="waterKindInfo[water.kind].stocked">
          <hr />
          <BFormCheckbox v-model="form.young">Fry, eggs or shrimplets live in it</BFormCheckbox>
        </template>
      </section>
      <section class="sheet">
        <h2>Limits of your own</h2>
        <p class="quiet">
          Each takes the place of all others for its figure. Leave a bound empty where there is none. Urgent
          for {{ killing }} stays whatever you set.
        </p>
        <OwnLimitFields
          v-for="(_limit, k) in form.own"
          :key="k"
          v-model="form.own[k]!"
          :number="k + 1"
          :liked="water.units"
          :errors="errorsOfOwn(k)"
          @remove="form.own.splice(k, 1)"
        />
        <BButton variant="outline-primary" @click="addOwn">Add a limit</BButton>
      </section>
    </div>
    <div class="acts">
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
      <BButton variant="outline-secondary" @click="take(water)">Start over</BButton>
    </div>
  </form>
  <p v-else-if="!failure" class="quiet" role="status">Loading the limits …</p>
</template>

<style scoped>
.limits {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 1rem;
  align-items: start;
}
.column {
  display: grid;
  gap: 1rem;
}
legend {
  font-size: 1.1rem;
  font-weight: 650;
}
.acts {
  grid-column: 1 / -1;
  display: flex;
  gap: 0.5rem;
}
@media (max-width: 899px) {
  .limits {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
