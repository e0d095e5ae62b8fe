<script setup lang="ts">
import {
  RunSchema,
  type RunEvent,
  TestSchema,
  isAtResult,
  padsOf,
  stepOf,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { type Method, bookOf } from '@hedge-lamp/core/methods';
import { usualUnits } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { readingPreview } from './reading-preview';
import StepPanel from './StepPanel.vue';
import { useNow } from '../clock/use-now';
import { runUpTo } from '../methods/run-up-to';

/** The run as the bench would show it, to be tried: the same screen on made-up events that are kept nowhere. */
const props = defineProps<{
  method: Method;
  /** The step that is edited: the trial goes there. */
  step: number | null;
}>();
const now = useNow(500);
const units = usualUnits;
const events = shallowRef<RunEvent[]>([]);
const typed = ref<string>();
const testId = newId();
/** A wait is passed over here at a press; nobody tries a method out for ten minutes. */
const skipped = ref(0);

const test = computed(() =>
  TestSchema.parse({ id: testId, methodId: props.method.id, methodVersion: props.method.version }),
);
const run = computed(() =>
  RunSchema.parse({
    id: newId(),
    waterId: newId(),
    startedAt: 1_700_000_000_000,
    zone: 'Etc/UTC',
    tests: [test.value],
    events: [],
    finishedAt: null,
  }),
);
const book = computed(() => bookOf([props.method]));
const at = computed(() => now.value + skipped.value);
const tube = computed(() => tubesAt(run.value, events.value, at.value, book.value)[0]!);
const previews = computed(() =>
  padsOf(tube.value).map((pad) => readingPreview(tube.value, units, book.value, pad)),
);

type Plain = { type: RunEvent['type'] } & Record<string, unknown>;
function tell(body: Plain): void {
  events.value = [
    ...events.value,
    { id: newId(), testId, at: at.value, step: tube.value.step, ...body } as RunEvent,
  ];
}
function done(): void {
  const step = stepOf(tube.value);
  if (step.do === 'count-to-turn' && !tube.value.turned) tell({ type: 'turned' });
  else if (!isAtResult(tube.value)) tell({ type: 'step-done', did: true });
}
function goTo(step: number): void {
  const from = at.value;
  const runUp = runUpTo(props.method, step, testId, from);
  events.value = runUp.events;
  skipped.value += runUp.at - from;
  typed.value = undefined;
}
watch(
  () => props.step,
  (step) => {
    if (step !== null && step < props.method.steps.length) goTo(step);
  },
);
function skip(): void {
  const step = stepOf(tube.value);
  if ('seconds' in step) skipped.value += step.seconds * 1000;
}
function figure(): void {
  const { result } = props.method;
  tell({ type: 'figure', text: typed.value ?? '', unit: result.by === 'meter' ? result.unit : 'mm' });
}
</script>

<template>
  <section class="preview-bench" aria-label="How it runs">
    <div class="top">
      <h2>How it runs</h2>
      <BButton variant="outline-secondary" @click="skip">Skip the wait</BButton>
      <BButton variant="outline-secondary" @click="goTo(0)">From the beginning</BButton>
    </div>
    <StepPanel
      v-model:typed="typed"
      :run="run"
      :tube="tube"
      :tubes="[tube]"
      :number="null"
      :now="at"
      :previews="previews"
      :undone="null"
      :up-next="null"
      :after-this="null"
      :elsewhere="null"
      :unlikely="null"
      temperature-unit="°C"
      @drop="tell({ type: 'drop' })"
      @take-back="tell({ type: 'take-back' })"
      @done="done"
      @timer="tell({ type: 'timer-started' })"
      @read-early="tell({ type: 'step-done', did: true })"
      @back="tell({ type: 'step-back' })"
      @answer="tell({ type: 'answered', answer: $event })"
      @figure="figure"
      @match="(pad, match) => tell({ type: 'matched', pad, match })"
    />
    <p class="quiet mt-2 mb-0">A trial: nothing here is kept.</p>
  </section>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  margin-bottom: 0.5rem;
}
.top h2 {
  flex: 1;
  margin: 0;
}
/* The bench's own size has no room beside an editor. */
.preview-bench :deep(.say) {
  font-size: 1.5rem;
}
.preview-bench :deep(.clock),
.preview-bench :deep(.tally strong) {
  font-size: 3rem;
}
.preview-bench :deep(.one-drop) {
  min-height: 7rem;
}
</style>
