<script setup lang="ts">
import { type Tube, stepOf, timerEnd, windowEnd } from '@hedge-lamp/core/bench';
import { type CardMatch, cardOf } from '@hedge-lamp/core/color';
import type { Workings } from '@hedge-lamp/core/quantity';
import { doubts as doubtInfo } from '@hedge-lamp/core/readings';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent } from 'vue';
import DropCounter from './DropCounter.vue';
import MeterEntry from './MeterEntry.vue';
import type { Preview } from './reading-preview';
import TimerFace from './TimerFace.vue';

const CardReader = defineAsyncComponent(() => import('../color/CardReader.vue'));

/** One instruction at a time, large; the next one small; the steps behind and ahead in a row. */
const props = defineProps<{
  tube: Tube;
  now: number;
  preview: Preview;
  miscounted: boolean;
  temperatureUnit: string;
}>();
const typed = defineModel<string | undefined>('typed');
defineEmits<{
  drop: [];
  takeBack: [];
  done: [];
  timer: [];
  readEarly: [];
  back: [];
  figure: [];
  match: [match: CardMatch | null];
  workings: [workings: Workings];
}>();

const step = computed(() => stepOf(props.tube));
const next = computed(() => props.tube.method.steps[props.tube.step + 1]);
const bottle = computed(() => {
  const { value } = step;
  return 'bottle' in value ? props.tube.method.bottles.find((b) => b.id === value.bottle) : undefined;
});
const caution = computed(
  () => step.value.caution ?? (step.value.do === 'count-to-turn' ? bottle.value?.caution : undefined),
);
const end = computed(() => timerEnd(props.tube));
const drops = computed(() => props.tube.drops[props.tube.step] ?? 0);
const late = computed(() => {
  const until = windowEnd(props.tube);
  return until !== null && props.now > until
    ? Math.round((props.now - props.tube.readableAt!) / 60_000)
    : null;
});
const reads = computed(() => ['count-to-turn', 'read-card', 'read-meter'].includes(step.value.do));
const keepable = computed(() => props.preview !== null && 'text' in props.preview);
const meterUnit = computed(() => {
  const { result, parameter } = props.tube.method;
  return parameter === 'temperature'
    ? props.temperatureUnit
    : result.by === 'meter' && result.unit !== 'pH'
      ? result.unit
      : '';
});
</script>

<template>
  <section class="sheet step" :aria-label="tube.method.name">
    <div class="head">
      <span>{{ tube.method.name }}</span>
      <span class="quiet count">Step {{ tube.step + 1 }} of {{ tube.method.steps.length }}</span>
    </div>
    <div class="progress-row" aria-hidden="true">
      <span
        v-for="(s, k) in tube.method.steps"
        :key="k"
        :class="{ past: k < tube.step, here: k === tube.step, critical: s.critical }"
      />
    </div>
    <h2 class="say" aria-live="polite">{{ step.say }}</h2>
    <p v-if="step.why || step.critical" class="why">
      <strong v-if="step.critical" class="critical-note">This step decides the result.</strong> {{ step.why }}
    </p>
    <p v-if="caution" class="caution"><strong>Careful:</strong> {{ caution }}</p>

    <template v-if="step.do === 'read-card'">
      <p v-if="late !== null" class="caution" role="status">
        The tube stood {{ late }} minutes; its color may read high. It will be marked so.
      </p>
      <CardReader :card="cardOf(step.cardId)" :match="tube.match" @match="$emit('match', $event)" />
    </template>
    <MeterEntry
      v-if="step.do === 'read-meter'"
      v-model="typed"
      :label="tube.method.name"
      :unit="meterUnit"
      :told="tube.figure?.text ?? ''"
      :error="preview && 'error' in preview ? preview.error : ''"
      @figure="$emit('figure')"
      @keep="$emit('done')"
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
      <TimerFace
        v-if="step.do === 'shake' || step.do === 'stand'"
        :end="end"
        :seconds="step.seconds"
        :now="now"
        :stands="step.do === 'stand'"
      />
      <div class="outcome">
        <p v-if="preview && 'text' in preview" class="preview" role="status">
          {{ preview.text }}
          <span v-for="d in tube.doubts" :key="d" class="quiet d-block doubt">{{ doubtInfo[d].effect }}</span>
        </p>
        <BButton
          v-if="preview && 'text' in preview"
          variant="link"
          class="open-workings"
          @mousedown.prevent
          @click="$emit('workings', preview.workings)"
          >Workings<span class="visually-hidden"> of this reading</span></BButton
        >
        <p v-if="miscounted && step.do === 'drop'" class="caution" role="alert">
          You counted {{ drops }} of {{ step.drops }}. Count on, or press Step done once more to go on; the
          reading is then marked.
        </p>

        <div class="acts">
          <BButton
            v-if="(step.do === 'shake' || step.do === 'stand') && end === null"
            size="lg"
            variant="primary"
            @mousedown.prevent
            @click="$emit('timer')"
          >
            Start the timer <kbd>T</kbd>
          </BButton>
          <BButton
            v-if="step.do === 'stand' && end !== null"
            variant="outline-secondary"
            @mousedown.prevent
            @click="$emit('readEarly')"
          >
            Read it now anyway
          </BButton>
          <BButton
            v-if="step.do === 'count-to-turn' && !tube.turned"
            size="lg"
            variant="outline-primary"
            :disabled="drops === 0"
            @mousedown.prevent
            @click="$emit('done')"
          >
            It turned {{ step.to }} <kbd>Enter</kbd>
          </BButton>
          <BButton
            v-else-if="reads"
            size="lg"
            variant="primary"
            :disabled="!keepable && step.do !== 'read-meter'"
            @mousedown.prevent
            @click="$emit('done')"
          >
            Keep this reading <kbd>Enter</kbd>
          </BButton>
          <BButton
            v-else-if="step.do !== 'stand'"
            size="lg"
            :variant="step.do === 'shake' ? 'outline-primary' : 'primary'"
            @mousedown.prevent
            @click="$emit('done')"
          >
            Step done <kbd>Enter</kbd>
          </BButton>
          <BButton v-if="tube.step > 0" variant="outline-secondary" @mousedown.prevent @click="$emit('back')"
            >Back a step</BButton
          >
        </div>
      </div>
    </div>
    <p v-if="next" class="next quiet">Next: {{ next.say }}</p>
  </section>
</template>

<style scoped>
.step {
  padding: 1rem 1.5rem 1.25rem;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  font-weight: 600;
}
.progress-row {
  display: flex;
  gap: 4px;
  margin: 0.4rem 0 0.9rem;
}
.progress-row span {
  flex: 1;
  height: 6px;
  border-radius: 3px;
  background: var(--hl-line);
}
.progress-row .past {
  background: var(--hl-clear);
}
.progress-row .here {
  background: var(--hl-amber);
  outline: 1px solid var(--hl-watch);
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
.count {
  white-space: nowrap;
}
.work {
  display: flex;
  flex-wrap: wrap;
  gap: 0 2.5rem;
  align-items: flex-end;
}
.outcome {
  flex: 1 1 20rem;
}
.caution {
  margin: 0.6rem 0 0;
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.75rem;
}
.open-workings {
  padding-left: 0;
}
.preview {
  margin: 1rem 0 0;
  font-size: 1.4rem;
  font-weight: 650;
}
.doubt {
  font-size: 1rem;
  font-weight: 400;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
  margin-top: 1.1rem;
}
.acts .btn {
  min-height: 60px;
  min-width: 9rem;
}
.next {
  margin: 0.8rem 0 0;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
  font-size: 0.7em;
  margin-left: 0.4em;
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
  .acts .btn {
    flex: 1 1 9rem;
  }
  kbd {
    display: none;
  }
}
</style>
