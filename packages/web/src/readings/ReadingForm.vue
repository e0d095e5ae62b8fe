<script setup lang="ts">
import { type Card, type CardMatch, cardOf } from '@hedge-lamp/core/color';
import { shippedMethods } from '@hedge-lamp/core/methods';
import { units } from '@hedge-lamp/core/quantity';
import {
  type DoubtId,
  type Entered,
  type ParameterId,
  type Reading,
  ReadingDraftSchema,
  doubtIds,
  doubts as doubtInfo,
  interpret,
  parameterIds,
  parameters,
} from '@hedge-lamp/core/readings';
import { FieldError } from '@hedge-lamp/core/quantity';
import type { Water } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { v4 as newId } from 'uuid';
import { computed, reactive, ref } from 'vue';
import { ApiError, sentenceOf } from '../api/api-error';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import CardReader from '../color/CardReader.vue';
import ConflictNotice from '../shell/ConflictNotice.vue';
import { type FieldErrors, errorsFromServer, errorsOf } from '../shell/field-errors';
import FormField from '../shell/FormField.vue';
import TextField from '../shell/TextField.vue';
import ChoiceField from '../shell/ChoiceField.vue';
import { enteredWords } from './reading-words';

/** A reading written in by hand, or an earlier one put right. */
const props = defineProps<{ water: Water; reading: Reading | null }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ kept: [reading: Reading, before: Reading | null] }>();
const link = useServerLink();

interface Form {
  parameter: ParameterId;
  methodId: string | null;
  drops: string;
  text: string;
  unit: string;
  match: CardMatch | null;
  takenAt: string;
  doubts: DoubtId[];
  by: string;
  note: string;
  samplingPointId: string | null;
}
const preferredUnit = (parameter: ParameterId) => props.water.units[parameters[parameter].kind as 'ph'];

function formFrom(reading: Reading | null): Form {
  const entered = reading?.entered;
  const parameter = reading?.parameter ?? 'ph';
  return {
    parameter,
    methodId: reading ? reading.methodId : 'pen-ph',
    drops: entered?.how === 'drops' ? String(entered.drops) : '',
    text: entered?.how === 'meter' || entered?.how === 'figure' ? entered.text : '',
    unit: entered?.how === 'meter' || entered?.how === 'figure' ? entered.unit : preferredUnit(parameter),
    match: entered?.how === 'card' ? structuredClone({ ...entered.match }) : null,
    takenAt: toLocalInput(reading?.takenAt ?? link.now()),
    doubts: [...(reading?.doubts ?? [])],
    by: reading?.by ?? '',
    note: reading?.note ?? '',
    samplingPointId: reading?.samplingPointId ?? null,
  };
}
const form = reactive(formFrom(props.reading));
const seen = ref(props.reading?.version ?? 0);
const newReadingId = newId();
const errors = ref<FieldErrors>({});
const failure = ref('');
const saving = ref(false);
const theirs = ref<Reading | null>(null);

const parameterOptions = parameterIds.map((value) => ({ value, text: parameters[value].label }));
const methodOptions = computed(() => [
  ...shippedMethods
    .filter((m) => m.parameter === form.parameter)
    .map((m) => ({ value: m.id as string | null, text: m.name })),
  { value: null, text: 'Another way, figure only' },
]);
const method = computed(() => shippedMethods.find((m) => m.id === form.methodId));
/** A figure with a card method is an earlier diluted reading: it stays a figure. */
const how = computed<Entered['how']>(() => {
  if (props.reading?.entered.how === 'figure' && form.methodId === props.reading.methodId) return 'figure';
  return (
    ({ titration: 'drops', card: 'card', meter: 'meter' } as const)[method.value?.result.by as 'card'] ??
    'figure'
  );
});
const card = computed<Card | null>(() =>
  method.value?.result.by === 'card' ? cardOf(method.value.result.cardId) : null,
);
const unitOptions = computed(() =>
  units[parameters[form.parameter].kind].map((u) => ({ value: u.id, text: u.id })),
);
const pointOptions = computed(() => [
  { value: null, text: 'Anywhere below the surface' },
  ...props.water.samplingPoints.map((p) => ({ value: p.id as string | null, text: p.name })),
]);
const doubtOptions = doubtIds.map((value) => ({ value, text: doubtInfo[value].label }));

function parameterChanged(): void {
  form.methodId = shippedMethods.find((m) => m.parameter === form.parameter)?.id ?? null;
  form.unit = preferredUnit(form.parameter);
  form.match = null;
}

function entered(): unknown {
  switch (how.value) {
    case 'drops':
      // Text that is no number stays text, so that the schema refuses it with its own sentence.
      return { how: 'drops', drops: form.drops.trim() === '' ? NaN : Number(form.drops) };
    case 'card':
      return { how: 'card', cardId: card.value!.id, match: form.match };
    default:
      return { how: how.value, text: form.text, unit: form.unit };
  }
}

/** The draft, checked as the server will check it; null when something is not right yet. */
function checked() {
  const found: Record<string, string> = {};
  const takenAt = fromLocalInput(form.takenAt);
  if (takenAt === null) found.takenAt = 'Give the day and the time.';
  else if (takenAt > link.now() + 60_000)
    found.takenAt = 'This time lies in the future. Check the date and the clock.';
  // Unchanged to the minute means unchanged: the input holds no seconds.
  const kept =
    props.reading && takenAt === fromLocalInput(toLocalInput(props.reading.takenAt))
      ? props.reading.takenAt
      : takenAt;
  if (how.value === 'card' && !form.match) found['entered.match'] = 'Choose a color of the card.';
  const parsed = ReadingDraftSchema.safeParse({
    id: props.reading?.id ?? newReadingId,
    waterId: props.water.id,
    samplingPointId: form.samplingPointId,
    parameter: form.parameter,
    methodId: form.methodId,
    takenAt: kept ?? 0,
    zone: props.reading?.zone ?? thisZone(),
    entered: entered(),
    doubts: form.doubts,
    by: form.by,
    note: form.note,
    runId: props.reading?.runId ?? null,
  });
  errors.value = parsed.success ? found : { ...errorsOf(parsed.error), ...found };
  if (!parsed.success || Object.keys(found).length > 0) return null;
  try {
    interpret(parsed.data);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    errors.value = { [error.field]: error.message };
    return null;
  }
  return parsed.data;
}

async function save(): Promise<void> {
  failure.value = '';
  const draft = checked();
  if (!draft) return;
  saving.value = true;
  try {
    const { id, waterId: _water, parameter: _parameter, runId: _run, ...change } = draft;
    const saved = props.reading
      ? await call<Reading>('PUT', `/api/readings/${id}`, { version: seen.value, change })
      : await call<Reading>('POST', '/api/readings', draft);
    open.value = false;
    emit('kept', saved, props.reading);
  } catch (error) {
    if (error instanceof ApiError && error.status === 409 && error.current)
      theirs.value = error.current as Reading;
    else {
      failure.value = sentenceOf(error);
      if (error instanceof ApiError) errors.value = errorsFromServer(error.fields, 'change.');
    }
  } finally {
    saving.value = false;
  }
}

const differences = computed(() => {
  if (!theirs.value) return [];
  const words = (e: unknown) => {
    try {
      return enteredWords(e as Entered);
    } catch {
      return '';
    }
  };
  return [
    { label: 'Entered', theirs: words(theirs.value.entered), ours: words(entered()) },
    {
      label: 'Time',
      theirs: toLocalInput(theirs.value.takenAt).replace('T', ' '),
      ours: form.takenAt.replace('T', ' '),
    },
    { label: 'Note', theirs: theirs.value.note || '(empty)', ours: form.note || '(empty)' },
    { label: 'Deleted', theirs: theirs.value.deletedAt === null ? 'no' : 'yes', ours: 'no' },
  ].filter((d) => d.theirs !== d.ours);
});
async function saveOverTheirs(): Promise<void> {
  const current = theirs.value;
  if (!current) return;
  theirs.value = null;
  seen.value = current.version;
  if (current.deletedAt !== null)
    seen.value = (await call<Reading>('POST', `/api/readings/${current.id}/restore`)).version;
  await save();
}
function takeTheirs(): void {
  if (!theirs.value) return;
  emit('kept', theirs.value, null);
  open.value = false;
}
</script>

<template>
  <BModal
    v-model="open"
    :title="reading ? 'Put this reading right' : 'Write in a reading'"
    size="lg"
    no-footer
    header-close-label="Close"
  >
    <ConflictNotice
      v-if="theirs"
      what="This reading"
      :differences="differences"
      @ours="saveOverTheirs"
      @theirs="takeTheirs"
    />
    <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
    <form novalidate @submit.prevent="save">
      <div class="pair">
        <ChoiceField
          v-model="form.parameter"
          :options="parameterOptions"
          :disabled="reading !== null"
          label="What was measured"
          :error="errors.parameter"
          @change="parameterChanged"
        />
        <ChoiceField
          v-model="form.methodId"
          :options="methodOptions"
          label="How"
          :error="errors.methodId ?? errors['entered.how']"
        />
      </div>
      <TextField
        v-if="how === 'drops'"
        v-model="form.drops"
        inputmode="numeric"
        label="Drops to the turn"
        :error="errors['entered.drops'] ?? errors.entered"
      />
      <template v-else-if="how === 'card' && card">
        <CardReader :card="card" :match="form.match" @match="form.match = $event" />
        <p v-if="errors['entered.match']" class="failure mt-2" role="alert">{{ errors['entered.match'] }}</p>
      </template>
      <div v-else class="pair">
        <TextField
          v-model="form.text"
          inputmode="decimal"
          :maxlength="20"
          :label="parameters[form.parameter].label"
          :error="errors['entered.text'] ?? errors.entered"
        />
        <ChoiceField
          v-if="form.parameter !== 'ph'"
          v-model="form.unit"
          :options="unitOptions"
          label="Unit"
          :error="errors['entered.unit']"
        />
      </div>
      <div class="pair mt-3">
        <TextField v-model="form.takenAt" type="datetime-local" label="Taken at" :error="errors.takenAt" />
        <TextField v-model="form.by" label="By" :error="errors.by" />
        <FormField v-if="water.samplingPoints.length > 0" label="Where" :error="errors.samplingPointId">
          <template #default="{ id, state }"
            ><BFormSelect :id="id" v-model="form.samplingPointId" :options="pointOptions" :state="state"
          /></template>
        </FormField>
      </div>
      <details class="mb-3" :open="form.doubts.length > 0">
        <summary>Doubts</summary>
        <BFormCheckboxGroup
          v-model="form.doubts"
          :options="doubtOptions"
          name="doubts"
          stacked
          aria-label="Doubts"
        />
      </details>
      <TextField v-model="form.note" type="note" label="Note" :error="errors.note" />
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
    </form>
  </BModal>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0 1rem;
}
summary {
  min-height: 32px;
  font-weight: 600;
}
</style>
