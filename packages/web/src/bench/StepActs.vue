<script setup lang="ts">
import { type Skipped, type Tube, isAtResult, stepOf, timerEnd } from '@hedge-lamp/core/bench';
import type { Workings } from '@hedge-lamp/core/quantity';
import { doubts as doubtInfo } from '@hedge-lamp/core/readings';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import type { Preview } from './reading-preview';

/** What can be done at a step: count on, answer, start its timer, go on, keep what it tells. */
const props = defineProps<{
  tube: Tube;
  previews: readonly Preview[];
  undone: Skipped | null;
  /** A figure that is hardly ever read, in words: asked about once. */
  unlikely: string | null;
}>();
defineEmits<{
  done: [];
  didIt: [];
  goOnWithout: [];
  isRight: [];
  timer: [];
  readEarly: [];
  back: [];
  answer: [answer: number];
  workings: [workings: Workings];
}>();

const step = computed(() => stepOf(props.tube));
const end = computed(() => timerEnd(props.tube));
const drops = computed(() => props.tube.drops[props.tube.step] ?? 0);
const told = computed(() => props.previews.flatMap((p) => (p && 'text' in p ? [p] : [])));
const reads = computed(() => isAtResult(props.tube));
const timed = computed(
  () => step.value.do === 'stand' || (step.value.do === 'shake' && step.value.seconds >= 5),
);
const following = computed(() => props.tube.method.steps[props.tube.step + 1]?.do);
const answered = computed(() => props.tube.answers[props.tube.step]);
</script>

<template>
  <div v-if="told.length > 0" class="previews" :class="{ many: told.length > 1 }" role="status">
    <p v-for="p in told" :key="p.text" class="preview">
      {{ p.text }}
      <BButton variant="link" class="open-workings" @mousedown.prevent @click="$emit('workings', p.workings)"
        >Workings<span class="visually-hidden"> of this reading</span></BButton
      >
    </p>
    <p v-for="d in tube.doubts" :key="d" class="quiet mb-0">{{ doubtInfo[d].effect }}</p>
  </div>
  <div v-if="undone" class="asked" role="alert">
    <p class="mb-2">{{ undone.asks }}</p>
    <div class="answers">
      <BButton variant="primary" aria-keyshortcuts="A" @mousedown.prevent @click="$emit('didIt')"
        >{{ undone.did }} <kbd aria-hidden="true">A</kbd></BButton
      >
      <BButton
        variant="outline-secondary"
        aria-keyshortcuts="B"
        @mousedown.prevent
        @click="$emit('goOnWithout')"
        >{{ undone.doubt === 'step-skipped' ? 'No: go on without a value' : 'No: go on, mark it' }}
        <kbd aria-hidden="true">B</kbd></BButton
      >
    </div>
    <p class="quiet mb-0 mt-2">{{ doubtInfo[undone.doubt].effect }} Or finish the step first.</p>
  </div>

  <div v-if="unlikely" class="asked" role="alert">
    <p class="mb-2">{{ unlikely }}: hardly ever read in a water that animals live in. Is it right?</p>
    <div class="answers">
      <BButton variant="primary" @mousedown.prevent @click="$emit('isRight')">Yes, keep it</BButton>
    </div>
    <p class="quiet mb-0 mt-2">Or type it again.</p>
  </div>

  <div class="acts">
    <template v-if="step.do === 'ask'">
      <BButton
        v-for="(a, k) in step.answers"
        :key="a.says"
        size="lg"
        :variant="answered === k ? 'primary' : 'outline-primary'"
        :aria-pressed="reads ? answered === k : undefined"
        @mousedown.prevent
        @click="$emit('answer', k)"
        >{{ a.says }}<kbd v-if="k < 3">{{ 'ABC'[k] }}</kbd></BButton
      >
    </template>
    <BButton
      v-if="timed && end === null"
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
      {{ following === 'read' ? 'Read it now anyway' : 'Go on now anyway' }}
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
      :disabled="told.length === 0 && step.do !== 'read'"
      @mousedown.prevent
      @click="$emit('done')"
    >
      {{
        tube.test.role === 'blank'
          ? 'Note the blank'
          : told.length > 1
            ? `Keep these ${told.length} readings`
            : 'Keep this reading'
      }}
      <kbd>Enter</kbd>
    </BButton>
    <BButton
      v-else-if="step.do !== 'stand' && step.do !== 'ask'"
      size="lg"
      :variant="timed ? 'outline-primary' : 'primary'"
      @mousedown.prevent
      @click="$emit('done')"
    >
      Step done <kbd>Enter</kbd>
    </BButton>
    <BButton v-if="tube.step > 0" variant="outline-secondary" @mousedown.prevent @click="$emit('back')"
      >Back a step</BButton
    >
  </div>
  <p v-if="step.do === 'ask' && answered !== undefined && step.answers[answered]?.means" class="means">
    {{ step.answers[answered]!.means }}
  </p>
</template>

<style scoped>
.previews {
  margin-top: 1rem;
}
.preview {
  margin: 0;
  font-size: 1.4rem;
  font-weight: 650;
}
.open-workings {
  font-size: 1rem;
}
/* The pads of a strip must stay in sight above what they tell. */
@media (max-width: 767px) {
  .many {
    margin-top: 0.4rem;
  }
  .many .preview {
    font-size: 1rem;
    line-height: 1.35;
  }
  .many .open-workings {
    display: none;
  }
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.answers .btn {
  min-height: 56px;
}
.asked {
  margin: 0.6rem 0 0;
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.75rem;
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
.means {
  margin: 0.8rem 0 0;
  font-size: 1.1rem;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
  font-size: 0.7em;
  margin-left: 0.4em;
}
@media (max-width: 767px) {
  .acts .btn {
    flex: 1 1 9rem;
  }
  kbd {
    display: none;
  }
}
</style>
