<script setup lang="ts">
import { stockGroupIds, stockGroupLabel } from '@hedge-lamp/core/limits';
import {
  type Water,
  type WaterDraft,
  type WaterKind,
  unnamedWater,
  waterKindInfo,
  waterKinds,
  waterRoutes,
  waterVolumeUnits,
} from '@hedge-lamp/core/waters';
import { useSessionStorage } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, nextTick, ref } from 'vue';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import TextField from '../shell/TextField.vue';
import { useSave } from '../shell/use-save';
import { ask } from '../wire/ask';
import { useWaterQuestion, waterQuestions } from './new-water-questions';
import { type WaterForm, formOf, readWaterForm } from './water-form';
import { useWaters } from './waters-store';

/** What a water is, asked one thing at a time while its first tube stands; each can be skipped. */
const props = defineProps<{ water: Water }>();
const store = useWaters();
const link = useServerLink();
const { question, count, done } = useWaterQuestion(() => store.byId(props.water.id) ?? props.water);

const asks = {
  name: 'What do you call this water?',
  kind: 'What is it?',
  volume: 'How much water is in it?',
  lives: 'Who lives in it?',
} as const;
const volumeUnits = waterVolumeUnits.map((value) => ({ value, text: value }));

/** As typed and ticked, kept through a reload and a tube that wants a hand. */
const typed = useSessionStorage(`hedge-lamp.draft.water-questions.${props.water.id}`, {
  name: '',
  volume: '',
  unit: props.water.units.volume,
  groups: [] as WaterForm['stockGroups'],
});
const body = ref<HTMLFormElement>();
const { errors, failure, saving, theirs, attempt, showErrors } = useSave<Water>(body, 'water.');
const error = computed(
  () => errors.value[question.value === 'volume' ? 'netLiters' : (question.value ?? '')],
);

/** The next question is read out, and no keyboard of a phone springs up over it. */
async function goOn(): Promise<void> {
  if (question.value) done(question.value);
  errors.value = {};
  failure.value = '';
  await nextTick();
  body.value?.querySelector<HTMLElement>('.ask')?.focus();
}
async function keep(change: Partial<WaterForm>): Promise<void> {
  const now = store.byId(props.water.id) ?? props.water;
  const read = readWaterForm({ ...formOf(now), ...change }, link.date());
  errors.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) {
    await showErrors();
    return;
  }
  const draft: WaterDraft = read.draft;
  await attempt(async () => {
    await ask(waterRoutes.change, { params: { id: now.id }, body: { version: now.version, water: draft } });
    await store.load();
    await goOn();
  });
  if (!theirs.value) return;
  // One answer at a time: what was told elsewhere stays, and this one goes beside it when it is pressed again.
  const { name, deletedAt } = theirs.value;
  theirs.value = null;
  await store.load();
  failure.value =
    deletedAt === null
      ? `Something about ${name} was told elsewhere just now, and is kept. Press again to tell this too.`
      : `${name} was removed elsewhere just now. Bring it back from Removed first.`;
}
async function answer(): Promise<void> {
  const { name, volume, unit, groups } = typed.value;
  const now = store.byId(props.water.id) ?? props.water;
  if (question.value === 'name') await keep({ name });
  else if (question.value === 'volume') {
    if (volume.trim() === '') errors.value = { netLiters: 'Type how much, or skip this.' };
    else await keep({ volume, units: { ...now.units, volume: unit } });
  } else if (question.value === 'lives') {
    if (groups.length === 0) errors.value = { lives: 'Tick who lives in it, or skip this.' };
    else await keep({ stockGroups: groups });
  }
}
const choose = (kind: WaterKind) => void keep({ kind });
</script>

<template>
  <form v-if="question" ref="body" class="questions" novalidate @submit.prevent="answer">
    <p class="quiet mb-1">
      About {{ water.name === unnamedWater ? 'this water' : water.name }},
      {{ waterQuestions.length - count + 1 }} of {{ waterQuestions.length }}
    </p>
    <h3 class="ask" tabindex="-1">{{ asks[question] }}</h3>
    <TextField v-if="question === 'name'" v-model="typed.name" label="Name" :error="error" />
    <div v-else-if="question === 'kind'" class="kinds">
      <BButton
        v-for="kind in waterKinds"
        :key="kind"
        variant="outline-primary"
        :disabled="saving"
        @click="choose(kind)"
        >{{ waterKindInfo[kind].label }}<span class="hint">{{ waterKindInfo[kind].hint }}</span></BButton
      >
    </div>
    <div v-else-if="question === 'volume'" class="volume">
      <TextField
        v-model="typed.volume"
        inputmode="decimal"
        label="Net volume"
        :error="error"
        hint="Less gravel and stones. A guess can be put right later."
      />
      <ChoiceField v-model="typed.unit" :options="volumeUnits" label="Unit" />
    </div>
    <fieldset v-else>
      <legend class="visually-hidden">Who lives in it</legend>
      <div class="chips">
        <label
          v-for="id in stockGroupIds"
          :key="id"
          class="tick-chip"
          :class="{ chosen: typed.groups.includes(id) }"
        >
          <input v-model="typed.groups" type="checkbox" class="form-check-input" :value="id" />
          <span>{{ stockGroupLabel[id] }}</span>
        </label>
      </div>
      <p v-if="error" role="alert" class="failure mb-0">{{ error }}</p>
    </fieldset>
    <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
    <div class="acts">
      <BButton v-if="question !== 'kind'" type="submit" variant="primary" :disabled="saving">{{
        saving ? 'Saving …' : question === 'name' ? 'Call it so' : 'Tell it'
      }}</BButton>
      <BButton
        v-if="question === 'lives'"
        variant="outline-primary"
        :disabled="saving"
        @click="keep({ livesHere: 'nobody', stockGroups: [], stock: [] })"
        >Nobody yet</BButton
      >
      <BButton variant="outline-secondary" @click="goOn">Skip</BButton>
    </div>
  </form>
</template>

<style scoped>
.questions {
  border: 2px solid var(--hl-line);
  border-radius: 4px 18px;
  margin-top: 1rem;
  padding: 0.8rem 1rem 1rem;
}
.ask {
  font-size: 1.2rem;
  margin: 0 0 0.5rem;
}
.ask:focus {
  outline: none;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10rem, 1fr));
  gap: 0.4rem;
  margin-bottom: 0.6rem;
}
.kinds .btn {
  min-height: 56px;
  text-align: left;
}
.hint {
  display: block;
  font-size: 0.85rem;
}
.volume {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 7rem;
  gap: 0.75rem;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  margin-bottom: 0.6rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .btn {
  min-height: 48px;
}
</style>
