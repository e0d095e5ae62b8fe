<script setup lang="ts">
import { hour } from '@hedge-lamp/core/wire';
import {
  type NotForeseen,
  type StageFound,
  type StallFound,
  type ToDo,
  besideAForecast,
  chanceWords,
  stageLabel,
  stages,
} from '@hedge-lamp/core/cycle';
import { shortName } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BProgress } from 'bootstrap-vue-next/components/BProgress';
import { computed } from 'vue';
import type { ProposedDeed } from '../remedies/deed-form';
import LinkButton from '../shell/LinkButton.vue';
import { useOpenedWorkings } from '../shell/workings-store';
import type { FitAnswer, Outlook } from './cycle-worker';
import { instantOf, readySentence } from './cycle-words';
import ToDoList from './ToDoList.vue';

/** The sentence for today: where the filter stands and why, when it will be ready, and what to do. */
const props = defineProps<{
  stage: StageFound | null;
  stall: StallFound | null;
  notForeseen: NotForeseen | null;
  fit: FitAnswer | null;
  outlook: Outlook | null;
  share: number | null;
  fault: string;
  stopped: boolean;
  todo: readonly ToDo[];
  startedAt: number;
  now: number;
  waterId: string;
  /** How it ended; empty while it runs. */
  ended: string;
}>();
defineEmits<{ stop: []; again: []; note: [deed: ProposedDeed] }>();
const opened = useOpenedWorkings();

const refusal = computed(() =>
  props.stage?.stage === 'ready'
    ? null
    : (props.notForeseen ?? props.fit?.doubt ?? props.outlook?.uncertain ?? null),
);
/** What is noted where the filter was upset, at the time after which it most likely was; the form lets one say how and when. */
const upset = computed<ProposedDeed>(() => ({
  kind: 'filter-stopped',
  at: Math.min(props.now, instantOf(props.startedAt, refusal.value?.stoppedAfter ?? 0) + hour),
}));
const headline = computed(() => {
  if (props.ended) return props.ended;
  if (props.stage?.stage === 'ready') return 'Ready.';
  if (refusal.value) return refusal.value.says;
  if (props.outlook) return readySentence(props.outlook.forecast, props.startedAt, props.now);
  if (props.share !== null) return 'Working out what lies ahead …';
  if (props.stopped) return 'The forecast was stopped.';
  return props.fault;
});
/** Beside a forecast that stands nothing "stands still": only what can be seen to slow it is told. */
const slows = computed(() =>
  props.stall && props.outlook && !refusal.value ? besideAForecast(props.stall) : [],
);
const standsStill = computed(() => (props.stall && (refusal.value || !props.outlook) ? props.stall : null));
/** What causes it, but for what stands among the things to do with its cure. */
const causes = computed(() =>
  (standsStill.value?.causes ?? slows.value).filter((c) => !props.todo.some((t) => t.says === c.cure)),
);
/** Where readings and fit see different stages, both are told. */
const byFit = computed(() => {
  const { fit, stage } = props;
  if (!fit || !stage || fit.doubt) return '';
  const share = chanceWords(fit.stage.share);
  if (fit.stage.stage === stage.stage)
    return fit.stage.share >= 0.5
      ? `The fit agrees (${share}).`
      : `To the fit it is the likeliest of several (${share}).`;
  // How likely that is today stands in the curve beside it, with the doubt about the model in it.
  if (fit.stage.stage === 'ready') return 'By the fit a whole dose may go within a day already.';
  const name = stageLabel[fit.stage.stage].toLowerCase();
  const further = stages.indexOf(fit.stage.stage) > stages.indexOf(stage.stage);
  return further
    ? `By the fit it is further on: ${name} (${share}).`
    : `The fit sees it otherwise: ${name} (${share}); the next reading tells.`;
});
</script>

<template>
  <section class="sheet verdict" :class="{ 'edge-act': standsStill }" aria-label="Where it stands today">
    <p class="headline" role="status">{{ headline }}</p>
    <div v-if="share !== null" class="working">
      <BProgress :value="Math.round(share * 100)" :max="100" aria-label="Forecast" />
      <BButton variant="outline-secondary" size="sm" @click="$emit('stop')">Stop</BButton>
    </div>
    <BButton v-if="stopped || fault" variant="outline-primary" class="mt-2" @click="$emit('again')"
      >Look ahead again</BButton
    >
    <div
      v-if="refusal?.stoppedAfter !== undefined && !refusal.noted && !ended"
      class="asks"
      role="group"
      aria-label="Did the filter stop?"
    >
      <p class="mb-2">
        <strong>Did the filter stop?</strong> A power cut, a medicine, tap water or a dry day can kill its
        films.
      </p>
      <BButton variant="primary" @click="$emit('note', upset)">It was upset</BButton>
      <LinkButton
        :to="{ name: 'bench', params: { waterId }, query: { tests: refusal.tests.join(',') } }"
        variant="outline-primary"
        >No: test again</LinkButton
      >
    </div>
    <template v-if="(standsStill || causes.length > 0) && !ended">
      <p class="stall">
        {{ standsStill ? `It stands still: ${standsStill.what}` : 'What slows it:' }}
      </p>
      <ul v-if="causes.length > 0">
        <li v-for="c in causes" :key="c.cause">
          {{ c.what }} <strong>{{ c.cure }}</strong>
        </li>
      </ul>
    </template>
    <p v-if="stage" class="stage">
      <strong v-if="stage.stage !== 'ready'"
        >{{ stageLabel[stage.stage]
        }}{{ refusal?.stoppedAfter !== undefined && !ended ? ', in doubt' : '' }}. </strong
      >{{ stage.reasons.join(' ') }}
      <span class="quiet">{{ byFit }}</span>
    </p>
    <p v-if="outlook && !refusal && !ended" class="mb-0">
      <button type="button" class="opens-workings" @click="opened.open(outlook.readyWorkings)">
        How this was worked out
      </button>
    </p>
    <LinkButton
      v-if="
        refusal &&
        refusal.tests.length > 0 &&
        (refusal.stoppedAfter === undefined || refusal.noted) &&
        !refusal.tests.every((of) => todo.some((t) => t.tests.includes(of))) &&
        !ended
      "
      :to="{ name: 'bench', params: { waterId }, query: { tests: refusal.tests.join(',') } }"
      class="mt-2"
      >To the bench<span class="visually-hidden"
        >: {{ refusal.tests.map(shortName).join(', ') }}</span
      ></LinkButton
    >
    <template v-if="todo.length > 0 && !ended">
      <h2>Today</h2>
      <ToDoList :todo="todo" :water-id="waterId" @note="$emit('note', $event)" />
    </template>
    <slot />
  </section>
</template>

<style scoped>
.verdict {
  border-left: 8px solid var(--hl-edge, var(--hl-lane));
  margin-bottom: 1rem;
}
.headline {
  font-size: 1.4rem;
  font-weight: 650;
  line-height: 1.25;
  margin: 0;
}
.working {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 1rem;
  align-items: center;
  margin: 0.6rem 0;
}
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin: 0.6rem 0;
}
.asks p {
  flex-basis: 100%;
}
.stall {
  color: var(--hl-act);
  font-weight: 650;
  margin: 0.5rem 0 0;
}
.stage {
  margin: 0.5rem 0;
}
h2 {
  margin: 1rem 0 0;
}
</style>
