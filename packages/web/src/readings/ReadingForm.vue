<script setup lang="ts">
import { ask } from '../wire/ask';
import { unitsOf } from '@hedge-lamp/core/quantity';
import {
  type Entered,
  cardFor,
  type FigureWay,
  type Reading,
  doubtIds,
  doubts as doubtInfo,
  figureWayLabel,
  figureWays,
  interpret,
  isSeldomRead,
  usualWay,
  measures,
  readingRoutes,
} from '@hedge-lamp/core/readings';
import { type ParameterId, besideInfo, knownIds, parameterInfo } from '@hedge-lamp/core/parameters';
import type { Water } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckboxGroup } from 'bootstrap-vue-next/components/BFormCheckbox';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { v4 as newId } from 'uuid';
import { computed, reactive, ref, watch } from 'vue';
import { useOutbox } from '../offline/outbox-store';
import { useServerLink } from '../clock/server-link';
import { toLocalInput } from '../clock/words';
import ColorReading from '../color/ColorReading.vue';
import { useKits } from '../methods/kits-store';
import { useMethods } from '../methods/methods-store';
import { useTakenMethods } from '../methods/taken-methods';
import { useUsualMethod } from '../methods/usual-method';
import ConflictNotice from '../shell/ConflictNotice.vue';
import FormField from '../shell/FormField.vue';
import { useSave } from '../shell/use-save';
import TextField from '../shell/TextField.vue';
import ChoiceField from '../shell/ChoiceField.vue';
import {
  besideNeeded,
  enteredIn,
  formOfReading,
  howIn,
  isDilutable,
  methodIn,
  preferredUnit,
  readReadingForm,
} from './reading-form';
import { enteredWords } from './reading-words';
import SampleFields from './SampleFields.vue';

/** A reading written in by hand, or an earlier one put right. */
const props = defineProps<{ water: Water; reading: Reading | null }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{
  kept: [reading: Reading, before: Reading | null];
  /** It lies on this device until the server can be told. */
  waits: [says: string];
}>();
const outbox = useOutbox();
const link = useServerLink();
const methods = useMethods();
const kits = useKits();

const openedAt = link.date();
const usual = useUsualMethod();
const taken = useTakenMethods();
/** A pH of somebody whose way is not known yet is most often a figure: of a pen, a card or a notebook. */
function methodFor(parameter: ParameterId): string | null {
  const id = usual(parameter)?.id ?? null;
  const isKnown = id !== null && (taken.value[parameter] === id || kits.kitsFor(id).length > 0);
  return parameter === 'ph' && !isKnown ? null : id;
}
const form = reactive(formOfReading(props.reading, props.water, openedAt, methodFor));
const seen = ref(props.reading?.version ?? 0);
const newReadingId = newId();
const sheet = ref<HTMLFormElement>();
const { errors, failure, saving, theirs, attempt, showErrors } = useSave<Reading>(sheet, 'change.');

const parameterOptions = knownIds().map((value) => ({ value, text: parameterInfo(value).label }));
const methodOptions = computed(() => [
  ...methods.all
    .filter((m) => measures(m, form.parameter))
    .map((m) => ({ value: m.id as string | null, text: m.name })),
  { value: null, text: 'Another way, figure only' },
]);
const how = computed(() => howIn(form, props.reading, methods.book));
const card = computed(() => {
  const method = methodIn(form, methods.book);
  return (method && cardFor(method, form.parameter)) ?? null;
});
const answerOptions = computed(() => {
  const last = methodIn(form, methods.book)?.steps.at(-1);
  return last?.do === 'ask'
    ? last.answers.map((a, value) => ({ value: value as number | null, text: a.says }))
    : [];
});
const kitOptions = computed(() => [
  { value: null, text: 'No kit noted' },
  ...(form.methodId === null ? [] : kits.kitsFor(form.methodId)).map((k) => ({
    value: k.id as string | null,
    text: k.name,
  })),
]);
const unitOptions = computed(() => {
  const { kind, writtenAs = [] } = parameterInfo(form.parameter);
  return [...unitsOf(kind), ...writtenAs].map((u) => ({ value: u.id, text: u.id }));
});
const pointOptions = computed(() => [
  { value: null, text: 'Anywhere below the surface' },
  ...props.water.samplingPoints.map((p) => ({ value: p.id as string | null, text: p.name })),
]);
const wayOptions = [
  ...(props.reading ? [{ value: null, text: 'Not said' }] : []),
  ...figureWays.map((value) => ({ value: value as FigureWay | null, text: figureWayLabel[value] })),
];
const doubtOptions = doubtIds.map((value) => ({ value, text: doubtInfo[value].label }));

// Whatever changed it, what belongs to another parameter does not stay.
watch(
  () => form.parameter,
  (parameter) => {
    form.methodId = methodFor(parameter);
    form.unit = preferredUnit(props.water, parameter);
    form.readBy = usualWay(parameter);
    form.match = null;
    form.ownCard = null;
    form.kitId = null;
  },
);
watch(
  () => form.methodId,
  () => {
    if (!kitOptions.value.some((k) => k.value === form.kitId)) form.kitId = null;
  },
);

/** The first thing to be told, and for a reading that is put right what was read. */
function toFirstField(): void {
  sheet.value?.querySelector<HTMLElement>('select:not(:disabled), input:not(:disabled)')?.focus();
}

/** What is hardly ever read is asked about once: pressing Save again is no answer. */
const unlikely = ref('');
const sureOf = ref('');
function isRight(): void {
  sureOf.value = unlikely.value;
  void save();
}
async function save(): Promise<void> {
  failure.value = '';
  unlikely.value = '';
  const about = {
    id: props.reading?.id ?? newReadingId,
    waterId: props.water.id,
    now: Math.max(link.date(), Date.now()),
    openedAt,
  };
  const read = readReadingForm(form, props.reading, about, methods.book);
  errors.value = 'errors' in read ? read.errors : {};
  if ('errors' in read) {
    await showErrors();
    return;
  }
  const { draft } = read;
  const { id, waterId, parameter: _parameter, runId: _run, methodVersion: _version, ...change } = draft;
  const says = `${parameterInfo(draft.parameter).label} ${enteredWords(draft, methods.book)}`;
  const { value } = interpret(draft, methods.book);
  if (isSeldomRead(draft.parameter, value) && sureOf.value !== says) {
    unlikely.value = says;
    return;
  }
  const lane = `reading-${id}`;
  await attempt(async () => {
    const outcome = props.reading
      ? await outbox.ask(lane, { waterId, says }, readingRoutes.change, {
          params: { id },
          body: { version: seen.value, change },
        })
      : await outbox.ask(lane, { waterId, says }, readingRoutes.keep, { body: draft });
    open.value = false;
    if (!props.reading && draft.methodId) taken.value = { ...taken.value, [draft.parameter]: draft.methodId };
    if (outcome.sent) emit('kept', outcome.answer, props.reading);
    else emit('waits', says);
  });
}

const differences = computed(() => {
  if (!theirs.value) return [];
  const about = { methodId: form.methodId, methodVersion: null, parameter: form.parameter };
  const words = (e: unknown) => {
    try {
      return enteredWords({ ...about, entered: e as Entered }, methods.book);
    } catch {
      return '';
    }
  };
  return [
    {
      label: 'Entered',
      theirs: words(theirs.value.entered),
      ours: words(enteredIn(form, how.value, methods.book)),
    },
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
    seen.value = (await ask(readingRoutes.restore, { params: { id: current.id } })).version;
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
    @shown="toFirstField"
  >
    <ConflictNotice
      v-if="theirs"
      what="This reading"
      :differences="differences"
      @ours="saveOverTheirs"
      @theirs="takeTheirs"
    />
    <form ref="sheet" novalidate @submit.prevent="save">
      <p class="quiet">
        In <strong>{{ water.name }}</strong>
      </p>
      <div class="field-pair">
        <ChoiceField
          v-model="form.parameter"
          :options="parameterOptions"
          :disabled="reading !== null"
          label="What was measured"
          :hint="reading ? undefined : 'Not in the list? Add it under Kits, Parameters.'"
          :error="errors.parameter"
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
        <ColorReading
          :key="card.id"
          :card="card"
          :parameter="form.parameter"
          :match="form.match"
          :own="form.ownCard"
          @match="
            (match, own) => {
              form.match = match;
              form.ownCard = own;
            }
          "
        />
        <p v-if="errors['entered.match']" class="failure mt-2" role="alert">{{ errors['entered.match'] }}</p>
      </template>
      <ChoiceField
        v-else-if="how === 'answer'"
        v-model="form.answer"
        :options="answerOptions"
        label="What was seen"
        :error="errors['entered.answer']"
      />
      <TextField
        v-else-if="how === 'column'"
        v-model="form.text"
        inputmode="decimal"
        label="Height at which the mark was gone, mm"
        :error="errors['entered.text']"
      />
      <div v-else class="field-pair">
        <TextField
          v-model="form.text"
          :inputmode="how === 'figure' ? 'text' : 'decimal'"
          :maxlength="40"
          :hint="how === 'figure' ? 'As you would write it: 0.25, 1/4, <0.1, >160, 0.25-0.5.' : undefined"
          :label="parameterInfo(form.parameter).label"
          :error="errors['entered.text'] ?? errors.entered"
        />
        <ChoiceField
          v-if="how === 'figure'"
          v-model="form.readBy"
          :options="wayOptions"
          label="Read"
          hint="How far off it can be hangs on this."
          :error="errors['entered.readBy']"
        />
        <ChoiceField
          v-if="form.parameter !== 'ph'"
          v-model="form.unit"
          :options="unitOptions"
          label="Unit"
          :error="errors['entered.unit']"
        />
        <TextField
          v-for="id in besideNeeded(form)"
          :key="id"
          v-model="form.beside[id]"
          inputmode="decimal"
          :label="besideInfo[id].label"
          :error="errors[`entered.beside.${id}`]"
        />
      </div>
      <div class="field-pair mt-3">
        <TextField v-model="form.takenAt" type="datetime-local" label="Taken at" :error="errors.takenAt" />
        <TextField v-model="form.by" label="By" :error="errors.by" />
        <ChoiceField v-if="kitOptions.length > 1" v-model="form.kitId" :options="kitOptions" label="Kit" />
        <FormField v-if="water.samplingPoints.length > 0" label="Where" :error="errors.samplingPointId">
          <template #default="{ id, state }"
            ><BFormSelect :id="id" v-model="form.samplingPointId" :options="pointOptions" :state="state"
          /></template>
        </FormField>
      </div>
      <SampleFields
        v-if="isDilutable(form, how)"
        v-model:dilution="form.dilution"
        v-model:sample-times="form.sampleTimes"
        :drops="how === 'drops'"
        :errors="errors"
      />
      <details class="mb-3 folded" :open="form.doubts.length > 0">
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
      <div v-if="unlikely" role="alert" class="unlikely">
        <p class="mb-2">{{ unlikely }}: hardly ever read in a water that animals live in. Is it right?</p>
        <BButton variant="outline-primary" @click="isRight">Yes, keep it</BButton>
      </div>
      <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
      <BButton type="submit" variant="primary" :disabled="saving">{{ saving ? 'Saving …' : 'Save' }}</BButton>
    </form>
  </BModal>
</template>

<style scoped>
.unlikely {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.75rem;
  margin-bottom: 1rem;
}
</style>
