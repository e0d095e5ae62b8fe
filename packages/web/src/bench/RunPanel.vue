<script setup lang="ts">
import { type Run, stepOf, timerEnd } from '@hedge-lamp/core/bench';
import { isTimed } from '@hedge-lamp/core/methods';
import type { DoubtId } from '@hedge-lamp/core/readings';
import { UnitChoiceSchema } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import { thisZone } from '../clock/words';
import { useNotices } from '../shell/notice-store';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { type EventBody, useBench } from './bench-store';
import { readingPreview } from './reading-preview';
import StepPanel from './StepPanel.vue';
import { useBenchKeys } from './use-bench-keys';

const DoubtPicker = defineAsyncComponent(() => import('./DoubtPicker.vue'));
const BenchKeys = defineAsyncComponent(() => import('./BenchKeys.vue'));

/** A live run: the tubes, and the one in hand with its instruction. */
const props = defineProps<{ run: Run }>();
const bench = useBench();
const waters = useWaters();
const notices = useNotices();
const route = useRoute();
const link = useServerLink();

/** Straight from the store: a prop only follows at the next drawing, and one act may need what the last one did. */
const run = computed(() => bench.runs.find((r) => r.id === props.run.id) ?? props.run);
const tubes = computed(() => bench.tubesOf(run.value));
const live = computed(() => tubes.value.filter((t) => t.state === 'running'));
const tube = computed(() => live.value.find((t) => t.testId === bench.inHand) ?? live.value[0]);
watch(
  () => tube.value?.testId,
  (testId) => {
    bench.inHand = testId ?? '';
  },
  { immediate: true },
);
watch(
  () => route.query.tube,
  (asked) => {
    if (typeof asked === 'string') bench.inHand = asked;
  },
  { immediate: true },
);

const units = computed(() => waters.byId(props.run.waterId)?.units ?? UnitChoiceSchema.parse({}));
const preview = computed(() => tube.value && readingPreview(tube.value, units.value));
/** Drops counted that differ from the drops asked for; asked about once before going on. */
const miscount = ref<{ testId: string; step: number } | null>(null);
const doubting = ref(false);
const keysShown = ref(false);
const opened = useOpenedWorkings();
/** Figures typed but not told yet, by test. */
const typed = ref<Record<string, string>>({});

type PlainEvent = EventBody extends infer T
  ? T extends { testId: string }
    ? Omit<T, 'testId'>
    : never
  : never;
async function tell(...bodies: PlainEvent[]) {
  const { testId } = tube.value!;
  return bench.tell(props.run.id, ...bodies.map((body) => ({ ...body, testId }) as EventBody));
}
const atStep = <T extends string>(type: T) => ({ type, step: tube.value!.step });

function drop(): void {
  if (!tube.value) return;
  miscount.value = null;
  void tell(atStep('drop'));
}
function takeBack(): void {
  if (tube.value) void tell(atStep('take-back'));
}

/** A figure typed is told as it stands in its field, in the unit it was asked for in. */
function tellFigure(): void {
  const { testId, method, ...current } = tube.value!;
  const text = typed.value[testId];
  if (method.steps[current.step]!.do !== 'read-meter' || text === undefined) return;
  const ownUnit = method.result.by === 'meter' ? method.result.unit : '';
  const unit = method.parameter === 'temperature' ? units.value.temperature : ownUnit;
  void tell({ ...atStep('figure'), text, unit });
}

async function keep(): Promise<void> {
  tellFigure();
  // The tube is computed anew from the figure just told.
  if (!preview.value || 'error' in preview.value) return;
  const { text } = preview.value;
  const { testId } = tube.value!;
  const told = tell({ type: 'confirmed', readingId: newId(), zone: thisZone() });
  delete typed.value[testId];
  goOn();
  // Nothing is called kept before the server has answered that it is on disk.
  const outcome = await told;
  if (outcome === 'sent') notices.say(`Kept: ${text}.`);
  if (outcome === 'waiting')
    notices.say(`${text}: on this device, not on disk yet. It is sent when the server answers.`, {
      tone: 'bad',
    });
}

/** The next tube that wants a hand: one that may be read first, then one that does not merely stand. */
function goOn(): void {
  const wanting =
    live.value.find((t) => stepOf(t).do === 'read-card') ??
    live.value.find((t) => stepOf(t).do !== 'stand') ??
    live.value[0];
  bench.inHand = wanting?.testId ?? '';
}

function done(): void {
  const current = tube.value;
  if (!current) return;
  const step = stepOf(current);
  if (step.do === 'count-to-turn' && !current.turned) return void tell(atStep('turned'));
  if (step.do === 'count-to-turn' || step.do === 'read-card' || step.do === 'read-meter') return void keep();
  const counted = current.drops[current.step] ?? 0;
  const asked = miscount.value?.testId === current.testId && miscount.value.step === current.step;
  if (step.do === 'drop' && counted > 0 && counted !== step.drops && !asked) {
    miscount.value = { testId: current.testId, step: current.step };
    return;
  }
  const doubt: PlainEvent[] = asked ? [{ type: 'doubt', doubt: 'lost-count', on: true }] : [];
  miscount.value = null;
  void tell(...doubt, atStep('step-done'));
}

function timer(): void {
  if (tube.value && isTimed(stepOf(tube.value)) && timerEnd(tube.value) === null)
    void tell(atStep('timer-started'));
}
function read(): void {
  const ready = live.value.find((t) => stepOf(t).do === 'read-card');
  if (ready) bench.inHand = ready.testId;
  else if (tube.value && stepOf(tube.value).do === 'stand') void tell(atStep('step-done'));
}
function setAside(): void {
  const { testId, method } = tube.value!;
  const runId = props.run.id;
  void tell({ type: 'set-aside' });
  goOn();
  if (bench.runs.some((r) => r.id === runId))
    notices.say(`${method.name} is set aside.`, {
      undo: () => void bench.tell(runId, { type: 'taken-up', testId }),
    });
}
function setDoubt(doubt: DoubtId, on: boolean): void {
  void tell({ type: 'doubt', doubt, on });
}

useBenchKeys(
  {
    drop,
    takeBack,
    done,
    timer,
    read,
    doubt: () => (doubting.value = true),
    keys: () => (keysShown.value = true),
    pick: (number) => {
      const picked = bench.openTubes.find((t) => t.number === number);
      if (picked?.run.id === props.run.id) bench.inHand = picked.tube.testId;
    },
  },
  () => doubting.value || keysShown.value || opened.isOpen,
);
</script>

<template>
  <div v-if="tube" class="run">
    <StepPanel
      v-model:typed="typed[tube.testId]"
      :tube="tube"
      :now="bench.now"
      :preview="preview ?? null"
      :miscounted="miscount?.testId === tube.testId && miscount.step === tube.step"
      :temperature-unit="units.temperature"
      @drop="drop"
      @take-back="takeBack"
      @done="done"
      @timer="timer"
      @read-early="tell(atStep('step-done'))"
      @back="tell(atStep('step-back'))"
      @figure="tellFigure"
      @match="tell({ ...atStep('matched'), match: $event })"
      @workings="opened.open"
    />
    <div class="foot-acts">
      <BButton variant="outline-secondary" @mousedown.prevent @click="doubting = true">
        A doubt <kbd>D</kbd
        ><template v-if="tube.doubts.length > 0"> · {{ tube.doubts.length }} noted</template>
      </BButton>
      <BButton variant="outline-secondary" @mousedown.prevent @click="keysShown = true"
        >Keys <kbd>?</kbd></BButton
      >
      <BButton variant="outline-danger" class="ms-auto" @mousedown.prevent @click="setAside"
        >Set this test aside</BButton
      >
    </div>
    <DoubtPicker v-if="doubting" v-model="doubting" :doubts="tube.doubts" @change="setDoubt" />
    <BenchKeys v-if="keysShown" v-model="keysShown" />
  </div>
  <p v-else class="sheet" role="status">
    Every tube is done.
    {{
      link.reachable
        ? 'The readings are on their way to disk.'
        : 'The readings are on this device and go to disk as soon as the server answers. Leave this page open or come back to it.'
    }}
  </p>
</template>

<style scoped>
.run {
  display: grid;
  gap: 0.9rem;
}
.foot-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.foot-acts .btn {
  min-height: 56px;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
  font-size: 0.8em;
}
</style>
