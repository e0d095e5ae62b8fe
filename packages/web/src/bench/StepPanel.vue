<script setup lang="ts">
import {
  type Run,
  type Skipped,
  type Tube,
  isAtResult,
  readsColor,
  readsFigure,
  stepOf,
  timerEnd,
  windowEnd,
} from '@hedge-lamp/core/bench';
import type { CardMatch } from '@hedge-lamp/core/color';
import type { Workings } from '@hedge-lamp/core/quantity';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useWaterQuestion } from '../waters/new-water-questions';
import { useWaters } from '../waters/waters-store';
import { countdown } from '../clock/words';
import type { CardRef } from '../color/ColorReading.vue';
import FalseZero from './FalseZero.vue';
import TurnStrip from '../color/TurnStrip.vue';
import CautionList from './CautionList.vue';
import type { OpenTube } from './bench-store';
import ColorCards from './ColorCards.vue';
import DropCounter from './DropCounter.vue';
import MeterEntry from './MeterEntry.vue';
import type { Preview } from './reading-preview';
import SampleNote from './SampleNote.vue';
import StepActs from './StepActs.vue';
import StepHead from './StepHead.vue';
import TimerFace from './TimerFace.vue';

/** Only a water that was begun with has any. */
const WaterQuestions = defineAsyncComponent(() => import('../waters/WaterQuestions.vue'));

/** One instruction at a time, large; the next one small; the steps behind and ahead in a row. */
const props = defineProps<{
  run: Run;
  tube: Tube;
  tubes: readonly Tube[];
  /** Its place in the rack, and the key that picks it. */
  number: number | null;
  now: number;
  /** What it will be kept as; one for each pad of a strip. */
  previews: readonly Preview[];
  /** What is asked before a step that was left undone is gone past. */
  undone: Skipped | null;
  /** A figure that is hardly ever read, asked about before it is kept. */
  unlikely: string | null;
  upNext: { readonly tube: Tube; readonly at: number } | null;
  afterThis: Tube | null;
  /** Of another water, where one wants a hand. */
  elsewhere: OpenTube | null;
  temperatureUnit: string;
}>();
const typed = defineModel<string | undefined>('typed');
defineEmits<{
  drop: [];
  takeBack: [];
  done: [];
  didIt: [];
  goOnWithout: [];
  isRight: [];
  timer: [];
  readEarly: [];
  back: [];
  answer: [answer: number];
  figure: [device?: 'simulated-pen'];
  match: [pad: number, match: CardMatch | null, own: CardRef | null];
  flashed: [on: boolean];
  dilute: [];
  workings: [workings: Workings];
  pick: [testId: string];
}>();

const waters = useWaters();
const water = computed(() => waters.byId(props.run.waterId));
const { question } = useWaterQuestion(() => water.value);
/** A question that is being answered stays when the time of the tube is up. */
const answering = ref(false);
const step = computed(() => stepOf(props.tube));
const next = computed(() => props.tube.method.steps[props.tube.step + 1]);
const bottle = computed(() => {
  const { value } = step;
  return 'bottle' in value ? props.tube.method.bottles.find((b) => b.id === value.bottle) : undefined;
});
const end = computed(() => timerEnd(props.tube));
/** A dip of a second needs no clock. */
const clocked = computed(() => {
  const { value } = step;
  return (value.do === 'shake' || value.do === 'stand' || value.do === 'dip') && value.seconds >= 5
    ? value
    : null;
});
const drops = computed(() => props.tube.drops[props.tube.step] ?? 0);
const late = computed(() => {
  const until = windowEnd(props.tube);
  return until !== null && props.now > until
    ? Math.max(1, Math.round((props.now - props.tube.readableAt!) / 60_000))
    : null;
});
const windowLeft = computed(() => {
  const until = windowEnd(props.tube);
  return until !== null && props.now <= until ? countdown(until, props.now) : null;
});
/** Another tube can go on while this one stands. */
const freeUntil = computed(() => {
  const { upNext } = props;
  if (step.value.do !== 'stand' || end.value === null || !upNext) return null;
  return upNext.tube.testId === props.tube.testId ? 'this' : upNext;
});
const figureUnit = computed(() => {
  const { result, parameter } = props.tube.method;
  if (result.by === 'column') return 'mm';
  if (parameter === 'temperature') return props.temperatureUnit;
  return result.by === 'meter' && result.unit !== 'pH' ? result.unit : '';
});
const error = computed(() => {
  const bad = props.previews.find((p) => p && 'error' in p);
  return bad && 'error' in bad ? bad.error : '';
});
</script>

<template>
  <section class="sheet step" :aria-label="tube.method.name">
    <StepHead :tube="tube" :water-id="run.waterId" :number="number" />
    <h2 class="say" aria-live="polite">{{ step.say }}</h2>
    <p v-if="step.why || step.matters !== 'usual'" class="why">
      <strong v-if="step.matters === 'critical'" class="critical-note">This step decides the result.</strong>
      <strong v-else-if="step.matters === 'forgiving'" class="quiet">No need to be exact.</strong>
      {{ step.why }}
    </p>
    <SampleNote :tube="tube" />
    <CautionList :tube="tube" :tubes="tubes" />

    <p v-if="late !== null" class="notice-line" role="status">
      The tube stood {{ late }} {{ late === 1 ? 'minute' : 'minutes' }};
      {{ readsColor(tube) ? 'its color may read high' : 'it may read high' }}. It will be marked so, and the
      low end of the range reaches further down.
    </p>
    <p v-else-if="windowLeft" class="quiet window">To be read within {{ windowLeft }}</p>
    <ColorCards
      v-if="readsColor(tube)"
      :tube="tube"
      @match="(pad, match, own) => $emit('match', pad, match, own)"
    />
    <FalseZero
      v-if="readsColor(tube) && tube.matches[0]"
      :key="`zero ${tube.testId}`"
      :tube="tube"
      :water-id="run.waterId"
      :now="now"
      @flashed="$emit('flashed', $event)"
      @dilute="$emit('dilute')"
    />
    <MeterEntry
      v-if="readsFigure(tube)"
      :key="tube.testId"
      v-model="typed"
      :label="tube.method.result.by === 'column' ? 'Height' : tube.method.name"
      :unit="figureUnit"
      :told="tube.figure?.text ?? ''"
      :error="error"
      :parameter="tube.method.parameter"
      :water-id="run.waterId"
      @figure="$emit('figure', $event)"
      @keep="$emit('done')"
    />

    <WaterQuestions
      v-if="water && (step.do === 'stand' || answering)"
      :water="water"
      @focusin="answering = true"
      @focusout="answering = false"
    />
    <div class="work">
      <DropCounter
        v-if="step.do === 'drop' || step.do === 'count-to-turn'"
        :drops="drops"
        :target="step.do === 'drop' ? step.drops : null"
        :bottle="bottle?.label ?? ''"
        :turned="tube.turned"
        @drop="$emit('drop')"
        @take-back="$emit('takeBack')"
      />
      <TurnStrip
        v-if="step.do === 'count-to-turn' && step.indicator && tube.method.result.by === 'titration'"
        :indicator="step.indicator"
        :unit="tube.method.result.unit"
        :per-drop="tube.method.result.perDrop"
        :from="step.from"
        :to="step.to"
      />
      <TimerFace
        v-if="clocked"
        :end="end"
        :seconds="clocked.seconds"
        :now="now"
        :stands="clocked.do === 'stand'"
      />
    </div>
    <p v-if="next && step.do !== 'ask'" class="next quiet">Next: {{ next.say }}</p>
    <p v-else-if="isAtResult(tube) && afterThis" class="next quiet">
      Then {{ afterThis.method.short }}: {{ stepOf(afterThis).say }}
    </p>
    <div class="outcome">
      <p v-if="freeUntil === 'this' && elsewhere" class="free">
        Meanwhile, at {{ waters.byId(elsewhere.run.waterId)?.name }}:
        <RouterLink
          class="go"
          :to="{
            name: 'bench',
            params: { waterId: elsewhere.run.waterId },
            query: { tube: elsewhere.tube.testId },
          }"
          >{{ elsewhere.tube.method.short }}: {{ stepOf(elsewhere.tube).say }}</RouterLink
        >
      </p>
      <p v-else-if="freeUntil === 'this' && end !== null && !question" class="free">
        Nothing else needs you meanwhile.
      </p>
      <p v-else-if="freeUntil && freeUntil !== 'this'" class="free">
        Meanwhile:
        <button type="button" class="go" @click="$emit('pick', freeUntil.tube.testId)">
          {{ freeUntil.tube.method.short }}: {{ stepOf(freeUntil.tube).say }}
        </button>
      </p>
      <StepActs
        :tube="tube"
        :previews="previews"
        :undone="undone"
        :unlikely="unlikely"
        @done="$emit('done')"
        @did-it="$emit('didIt')"
        @go-on-without="$emit('goOnWithout')"
        @is-right="$emit('isRight')"
        @timer="$emit('timer')"
        @read-early="$emit('readEarly')"
        @back="$emit('back')"
        @answer="$emit('answer', $event)"
        @workings="$emit('workings', $event)"
      />
    </div>
  </section>
</template>

<style scoped>
.step {
  padding: 1rem 1.5rem 1.25rem;
}
.say {
  font-size: 1.9rem;
  line-height: 1.2;
  margin: 0;
}
.why {
  margin: 0.35rem 0 0;
  font-size: 1.1rem;
  max-width: 85ch;
}
.critical-note {
  color: var(--hl-watch);
}
.work {
  display: flex;
  flex-wrap: wrap;
  gap: 0 2.5rem;
  align-items: flex-end;
}
/* What is decided here stays in sight above the rack, however much there is to look at. */
.outcome {
  position: sticky;
  bottom: var(--hl-foot, 0px);
  z-index: 5;
  margin: 0.4rem -1.5rem -1.25rem;
  padding: 0.2rem 1.5rem 1rem;
  background: var(--hl-sheet);
  border-radius: inherit;
}
.notice-line {
  margin: 0.6rem 0 0;
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.75rem;
}
.window {
  margin: 0.5rem 0 0;
}
.free {
  margin: 0.9rem 0 0;
}
.go {
  border: 0;
  padding: 0.5rem 0.25rem;
  min-height: 44px;
  background: none;
  color: var(--hl-link);
  font-weight: 600;
  text-align: left;
  text-decoration: underline;
}
.next {
  margin: 0.8rem 0 0;
}
@media (max-width: 767px) {
  .step {
    padding: 0.9rem 1rem 1rem;
  }
  .say {
    font-size: 1.75rem;
  }
  .why {
    font-size: 1rem;
  }
  .work > * {
    flex: 1 1 100%;
  }
  .outcome {
    bottom: calc(var(--hl-foot, 0px) + var(--hl-notices, 0px) + 65px);
    margin: 0.2rem -1rem -1rem;
    padding: 0.2rem 1rem 0.7rem;
  }
}
</style>
