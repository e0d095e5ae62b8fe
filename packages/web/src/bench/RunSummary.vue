<script setup lang="ts">
import {
  type Run,
  type Tube,
  enteredOf,
  padsOf,
  suggestionsFor,
  testRoleLabel,
} from '@hedge-lamp/core/bench';
import { formatReading } from '@hedge-lamp/core/quantity';
import { interpret, parameters, phFromTwo } from '@hedge-lamp/core/readings';
import { UnitChoiceSchema } from '@hedge-lamp/core/waters';
import { computed, toRef } from 'vue';
import { useRouter } from 'vue-router';
import { useMethods } from '../methods/methods-store';
import LinkButton from '../shell/LinkButton.vue';
import { useOpenedWorkings } from '../shell/workings-store';
import { useWaters } from '../waters/waters-store';
import { useBench } from './bench-store';
import { readingPreview } from './reading-preview';
import SuggestionList from './SuggestionList.vue';
import { useRun } from './use-run';

/** What came of a run that is done: each reading with its workings, what a blank and both pH ranges say. */
const props = defineProps<{ run: Run }>();
const bench = useBench();
const opened = useOpenedWorkings();
const waters = useWaters();
const methods = useMethods();
const router = useRouter();
const at = useRun(toRef(props, 'run'));

const tubes = computed(() => bench.tubesOf(props.run));
const water = computed(() => waters.byId(props.run.waterId));
const units = computed(() => water.value?.units ?? UnitChoiceSchema.parse({}));
const placeOf = (tube: Tube) =>
  water.value?.samplingPoints.find((p) => p.id === tube.test.samplingPointId)?.name;
const nameOf = (tube: Tube) =>
  [
    tube.method.name,
    tube.test.role === 'test' ? '' : testRoleLabel[tube.test.role].toLowerCase(),
    tube.test.dilution === 1 ? '' : `diluted ${tube.test.dilution} times`,
    placeOf(tube) ?? '',
  ]
    .filter(Boolean)
    .join(', ');

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

/** The range of a kept tube in its canonical unit, for comparing. */
function valueOf(tube: Tube) {
  const entered = enteredOf(tube);
  if (!entered || tube.state !== 'kept') return null;
  const { id: methodId, version: methodVersion, parameter } = tube.method;
  return interpret({ parameter, methodId, methodVersion, entered, doubts: tube.doubts }, methods.book).value;
}

/** What tubes say about each other: a blank, the same again, both pH ranges. */
const remarks = computed(() => {
  const found: string[] = [];
  for (const tube of tubes.value) {
    const value = valueOf(tube);
    const of = tubes.value.find((t) => t.testId === tube.test.ofTestId);
    if (!value) continue;
    if (tube.test.role === 'blank') {
      found.push(
        value.best > 0
          ? `The blank of ${tube.method.name} is not clear: the kit reads ${formatReading(value)} where there should be nothing. What it reads in your water may be that much too high.`
          : `The blank of ${tube.method.name} is clear, as it should be.`,
      );
    } else if (of && ['repeat', 'second-sample'].includes(tube.test.role)) {
      const other = valueOf(of);
      const agree = other && value.low <= other.high && other.low <= value.high;
      if (other)
        found.push(
          agree
            ? `${tube.method.name}: both tubes agree.`
            : `${tube.method.name}: the two tubes do not agree. ${tube.test.role === 'repeat' ? 'Run it a third time, and look at the bottle.' : 'The water is not the same all over, or one tube went wrong.'}`,
        );
    }
  }
  const range = (id: string) =>
    tubes.value.find((t) => (t.method.copiedFrom ?? t.method.id) === id && t.state === 'kept');
  const [low, high] = [range('ph-low-range'), range('ph-high-range')];
  const [a, b] = [low && valueOf(low), high && valueOf(high)];
  if (a && b) {
    const { together, contradiction } = phFromTwo(a, b).value;
    found.push(together ? `Both pH ranges together: pH ${formatReading(together)}.` : contradiction!);
  }
  return found;
});

function takeUp(suggestion: (typeof at.suggestions.value)[number]): void {
  at.add(suggestion.tube, {
    methodId: suggestion.methodId,
    dilution: suggestion.dilution,
    role: suggestion.kind === 'repeat' ? 'repeat' : 'test',
  });
  void router.push({ name: 'bench', params: { waterId: props.run.waterId } });
}
const suggestions = computed(() => suggestionsFor(tubes.value));
const first = computed(() => tubes.value[0]);
const isRock = computed(() => tubes.value.every((t) => parameters[t.method.parameter].kind === 'presence'));
defineEmits<{ again: [] }>();
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
    <p v-for="r in remarks" :key="r" class="remark">{{ r }}</p>
    <SuggestionList :suggestions="suggestions" class="mb-3" @take="takeUp" />
    <p class="quiet">
      Kept on disk. Rinse the tubes, cap the bottles and wash your hands. What is in the tubes is waste by
      your kit’s sheet and local rules; it never goes back into the water.
    </p>
    <div class="d-flex flex-wrap gap-2">
      <LinkButton v-if="!isRock" variant="primary" :to="{ name: 'today', params: { waterId: run.waterId } }"
        >See how the water is</LinkButton
      >
      <button v-if="first" type="button" class="btn btn-outline-primary" @click="$emit('again')">
        Start another run
      </button>
    </div>
  </section>
</template>

<style scoped>
.summary {
  max-width: 46rem;
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
</style>
