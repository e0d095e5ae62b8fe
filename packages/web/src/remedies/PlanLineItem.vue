<script setup lang="ts">
import { type Gauge, beamFloor } from '@hedge-lamp/core/guidelines';
import { beamScale } from '@hedge-lamp/core/limits';
import { fromWire } from '@hedge-lamp/core/quantity';
import type { Effect, PlanLine } from '@hedge-lamp/core/remedies';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { useMethods } from '../methods/methods-store';
import { computed } from 'vue';
import MoveBeam from '../shell/beam/MoveBeam.vue';
import { beamMove } from '../shell/beam/move';
import { effectWords, isHold, whenWords } from './plan-words';

/** One line of a plan: when, what, what it does; ticked, put off, or led to the bench. */
const props = defineProps<{
  line: PlanLine;
  /** Figures of the water: they know between which limits an effect lies. */
  gauges: readonly Gauge[];
  waterId: string;
  now: number;
  busy: boolean;
  waits: boolean;
  failure: string;
}>();
const emit = defineEmits<{ tick: []; putOff: [hours: number | null] }>();

const when = computed(() => whenWords(props.line, props.now));
const hold = computed(() => isHold(props.line));
const tickable = computed(() => props.line.writes.length > 0);
const isTest = computed(() => props.line.kind === 'test');
const methods = useMethods();
const onBench = computed(() => props.line.subjects.filter(methods.isOnBench));
const benchTo = computed(() => ({
  name: 'bench',
  params: { waterId: props.waterId },
  query: {
    tests: onBench.value.join(','),
    ...(props.line.dilution > 1 ? { dilute: String(props.line.dilution) } : {}),
    ...(props.line.placeId ? { place: props.line.placeId } : {}),
  },
}));
const tellTo = computed(() =>
  props.line.subjects.includes('chloride') && !props.line.says.includes('form')
    ? { name: 'log', params: { waterId: props.waterId } }
    : { name: 'water-edit', params: { waterId: props.waterId } },
);
/** Drawn where limits are known in the unit in which the effect is told. */
function moveOf({ subject, unit, before, after }: Effect) {
  const bands = props.gauges.find(
    (g) => g.subject === subject && (subject === 'ph' || g.unit === unit) && g.bands.length > 0,
  )?.bands;
  return bands
    ? beamMove(beamScale(bands, beamFloor(subject)), fromWire(before), fromWire(after))
    : undefined;
}
const effects = computed(() => props.line.effects.map((e) => ({ says: effectWords(e), move: moveOf(e) })));
const off = computed(() => props.line.putOffUntil !== null);
</script>

<template>
  <li class="line" :class="{ hold, off, later: line.onlyIf !== '' }">
    <BButton
      v-if="tickable"
      class="tick"
      variant="outline-primary"
      :disabled="busy || waits"
      :aria-label="`Done: ${line.says}`"
      @click="emit('tick')"
      ><span aria-hidden="true">✓</span></BButton
    >
    <span v-else class="pip" aria-hidden="true"><i /></span>
    <div>
      <div v-if="!hold" class="top">
        <p class="when">{{ off ? `put off${when ? `; ${when}` : ``}` : when }}</p>
        <template v-if="tickable || isTest">
          <button
            v-if="off"
            type="button"
            class="plain"
            :aria-label="`Back into the plan: ${line.says}`"
            :disabled="busy"
            @click="emit('putOff', null)"
          >
            Back into the plan
          </button>
          <details v-else class="put-off">
            <summary :aria-label="`Put off: ${line.says}`">Put off</summary>
            <button type="button" class="plain" :disabled="busy" @click="emit('putOff', 2)">two hours</button>
            <button type="button" class="plain" :disabled="busy" @click="emit('putOff', 24)">a day</button>
          </details>
        </template>
      </div>
      <p class="says">{{ line.says }}</p>
      <p v-if="line.onlyIf" class="only-if">{{ line.onlyIf }}</p>
      <p v-for="d in line.details" :key="d" class="detail">{{ d }}</p>
      <p v-if="waits" class="only-if">Ticked on this device, not on disk yet.</p>
      <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
      <div class="acts">
        <RouterLink
          v-if="isTest && onBench.length > 0"
          :to="benchTo"
          :aria-label="`To the bench: ${line.says}`"
          >To the bench</RouterLink
        >
        <RouterLink v-if="line.kind === 'tell'" :to="tellTo" :aria-label="`Tell it: ${line.says}`"
          >Tell it</RouterLink
        >
        <details v-if="effects.length > 0" class="does">
          <summary :aria-label="`What it does: ${line.says}`">What it does</summary>
          <ul>
            <li v-for="e in effects" :key="e.says">
              <span class="figure-mono">{{ e.says }}</span>
              <MoveBeam v-if="e.move" :move="e.move" :height="46" />
            </li>
          </ul>
        </details>
      </div>
    </div>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr);
  gap: 0.7rem;
  padding: 0.55rem 0;
  border-top: 1px solid var(--hl-line);
}
.line:first-child {
  border-top: 0;
}
.tick {
  width: 44px;
  height: 44px;
  padding: 0;
  border-radius: 4px 14px;
  font-size: 1.2rem;
}
.tick span {
  opacity: 0.28;
}
.tick:hover span,
.tick:focus-visible span {
  opacity: 1;
}
.pip {
  display: grid;
  place-items: center;
  height: 44px;
}
.pip i {
  width: 12px;
  height: 12px;
  border-radius: 50%;
  background: var(--hl-amber);
  border: 1.8px solid var(--bs-body-color);
}
.hold .pip i {
  width: 26px;
  height: 12px;
  border-radius: 0;
  border: 0;
  background: none;
  border-top: 4px solid var(--bs-body-color);
  border-bottom: 4px solid var(--bs-body-color);
}
.later > div {
  border-left: 2px dashed var(--hl-quiet);
  padding-left: 0.7rem;
}
.off .says {
  color: var(--hl-quiet);
}
p {
  margin: 0;
}
.top {
  display: flex;
  justify-content: space-between;
  align-items: center;
  flex-wrap: wrap;
  min-height: 28px;
}
.put-off[open] {
  display: flex;
  gap: 0.3rem;
}
.top summary,
.top .plain {
  font-size: 0.85rem;
  color: var(--hl-quiet);
}
.when {
  font-size: 0.85rem;
  font-weight: 650;
  color: var(--hl-quiet);
}
.says {
  font-weight: 650;
  line-height: 1.3;
}
.only-if {
  font-weight: 600;
}
.detail {
  font-size: 0.9rem;
  color: var(--hl-quiet);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
  font-size: 0.9rem;
}
.acts a,
summary,
.plain {
  display: inline-grid;
  align-items: center;
  min-height: 32px;
}
summary {
  cursor: pointer;
  text-decoration: underline;
  list-style: none;
}
summary::-webkit-details-marker {
  display: none;
}
.plain {
  border: 0;
  background: none;
  padding: 0 0.3rem;
  color: inherit;
  text-decoration: underline;
}
.acts ul {
  list-style: none;
  padding: 0 0 0.3rem;
  margin: 0;
  font-size: 0.85rem;
}
.acts li + li {
  margin-top: 0.3rem;
}
.does[open] {
  flex: 1 0 100%;
}
@media print {
  .acts details:not([open]),
  .acts a,
  .plain,
  .put-off {
    display: none;
  }
  .tick span {
    visibility: hidden;
  }
}
</style>
