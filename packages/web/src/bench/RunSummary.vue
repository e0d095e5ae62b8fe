<script setup lang="ts">
import { type Run, type Suggestion, type Tube, padsOf, runRemarks } from '@hedge-lamp/core/bench';
import { doubts } from '@hedge-lamp/core/readings';
import { computed, defineAsyncComponent, toRef } from 'vue';
import { useRouter } from 'vue-router';
import { useMethods } from '../methods/methods-store';
import { intervalWords } from '../readings/reading-words';
import LinkButton from '../shell/LinkButton.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { readingPreview } from './reading-preview';
import { sampleWords } from './sample-words';
import SuggestionList from './SuggestionList.vue';
import { useRun } from './use-run';

const WaterQuestions = defineAsyncComponent(() => import('../waters/WaterQuestions.vue'));

/** What came of a run that is done: each reading with its workings, what a blank and both pH ranges say. */
const props = withDefaults(
  defineProps<{
    run: Run;
    /** Runs that are still live, on other waters. */
    elsewhere?: readonly Run[];
  }>(),
  { elsewhere: () => [] },
);
const opened = useOpenedWorkings();
const waters = useWaters();
const methods = useMethods();
const router = useRouter();
const at = useRun(toRef(props, 'run'));

const { tubes, units } = at;
const water = computed(() => waters.byId(props.run.waterId));
/** How the water stands with what was kept now; what was judged before the run ended tells nothing of it. */
const lamp = computed(() => {
  const standing = waters.standings.get(props.run.waterId);
  const { finishedAt } = props.run;
  return standing && finishedAt !== null && standing.at > finishedAt ? waters.asOfNow(standing) : null;
});
const placeOf = (tube: Tube) =>
  water.value?.samplingPoints.find((p) => p.id === tube.test.samplingPointId)?.name;
const nameOf = (tube: Tube) => [tube.method.name, ...sampleWords(tube, placeOf(tube))].join(', ');

const results = computed(() =>
  tubes.value.map((tube) => ({
    id: tube.testId,
    name: nameOf(tube),
    kept: padsOf(tube).flatMap((pad) => {
      const preview =
        tube.readingIds[pad] === undefined ? null : readingPreview(tube, units.value, methods.book, pad);
      return preview && 'text' in preview ? [preview] : [];
    }),
  })),
);

const remarks = computed(() =>
  runRemarks(tubes.value, (value, parameter) => intervalWords(value, parameter, units.value), methods.book),
);

function takeUp(suggestion: Suggestion): void {
  at.takeUp(suggestion);
  void router.push({ name: 'bench', params: { waterId: props.run.waterId } });
}
defineEmits<{ again: [] }>();
const print = () => window.print();
</script>

<template>
  <section class="sheet summary">
    <h2>This run is done</h2>
    <ul class="results">
      <li v-for="r in results" :key="r.id">
        <span class="quiet">{{ r.name }}</span>
        <span v-if="r.kept.length > 0" class="figures">
          <button
            v-for="k in r.kept"
            :key="k.text"
            type="button"
            class="opens-workings"
            @click="opened.open(k.workings)"
          >
            {{ k.text }}<span class="visually-hidden">: open the workings</span>
          </button>
        </span>
        <strong v-else>Set aside, nothing kept</strong>
      </li>
    </ul>
    <p v-for="r in remarks" :key="r.text" class="remark" :class="{ wrong: !r.good }">
      {{ r.text }}
      <template v-if="r.kind === 'blank' && r.doubted.length > 0">
        In
        <RouterLink :to="{ name: 'log', params: { waterId: run.waterId } }">the log</RouterLink> the reading
        can be marked “{{ doubts['blank-colored'].label }}”: its range then reaches down to zero.
      </template>
    </p>
    <SuggestionList :suggestions="at.suggestions.value" class="mb-3" @take="takeUp" />
    <p class="quiet">
      Kept on disk. Rinse the tubes, cap the bottles and wash your hands. What is in the tubes is waste by
      your kit’s sheet and local rules; it never goes back into the water.
    </p>
    <p v-if="water && lamp" class="judged">
      <StatusLamp :status="lamp.status" :size="22" word lamp />
      <span>{{ lamp.sentence }} {{ lamp.missing }}</span>
    </p>
    <WaterQuestions v-if="water" :water="water" class="mb-3" />
    <div class="acts d-flex flex-wrap gap-2">
      <LinkButton
        v-for="other in elsewhere"
        :key="other.id"
        :to="{ name: 'bench', params: { waterId: other.waterId } }"
        >Go on with {{ waters.byId(other.waterId)?.name ?? 'another water' }}</LinkButton
      >
      <LinkButton
        :variant="elsewhere.length > 0 ? 'outline-primary' : 'primary'"
        :to="{ name: 'today', params: { waterId: run.waterId } }"
        >See how the water is</LinkButton
      >
      <button type="button" class="btn btn-outline-primary" @click="$emit('again')">Start another run</button>
      <button type="button" class="btn btn-outline-secondary" @click="print">Print</button>
    </div>
  </section>
</template>

<style scoped>
.summary {
  max-width: 46rem;
}
.judged {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.75rem;
  font-size: 1.1rem;
}
.results {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.5rem;
}
.results li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0.25rem 1rem;
  border-bottom: 1px solid var(--hl-line);
  padding-bottom: 0.35rem;
}
.figures {
  display: grid;
  justify-items: end;
}
.remark {
  border-left: 6px solid var(--hl-clear);
  padding-left: 0.75rem;
}
.remark.wrong {
  border-color: var(--hl-watch);
}
@media print {
  .acts {
    display: none !important;
  }
}
</style>
