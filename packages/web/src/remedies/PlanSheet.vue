<script setup lang="ts">
import type { Gauge } from '@hedge-lamp/core/guidelines';
import type { Plan } from '@hedge-lamp/core/remedies';
import { format } from 'date-fns';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useWaters } from '../waters/waters-store';
import PlanLineItem from './PlanLineItem.vue';
import { usePlan } from './use-plan';

const DeedForm = defineAsyncComponent(() => import('./DeedForm.vue'));

/** What to do about this water, in order. Each line is ticked, put off, or done by reading a test. */
const props = defineProps<{
  plan: Plan;
  gauges: readonly Gauge[];
  waterId: string;
  waterName: string;
  now: number;
}>();
const emit = defineEmits<{ changed: [] }>();
const { busy, failed, waiting, spoken, tick, takeBack, putOff } = usePlan(
  () => props.waterId,
  () => emit('changed'),
);
const waters = useWaters();
const source = computed(() => waters.byId(waters.byId(props.waterId)?.sourceWaterId ?? ''));
const telling = ref(false);
const told = ref(false);
function tell(): void {
  told.value = true;
  telling.value = true;
}
const standing = computed(() => props.plan.lines.filter((l) => l.putOffUntil === null));
const putAside = computed(() => props.plan.lines.filter((l) => l.putOffUntil !== null));
const nothing = computed(() => props.plan.lines.length === 0 && props.plan.done.length === 0);
/** Asked where it is needed: before the first change of water, and before what binds where there is none. */
const askBefore = computed(() =>
  props.plan.asks.includes('water-at-hand')
    ? (standing.value.find((l) => l.kind === 'change' || l.kind === 'drip') ??
      standing.value.find((l) => l.kind === 'bind'))
    : undefined,
);
const failureOf = (id: string) => (failed.value?.lineId === id ? failed.value.sentence : '');
/** A line that is gone from the plan can no longer say beside itself why its tick was refused. */
const orphan = computed(() => {
  const f = failed.value;
  return f && !props.plan.lines.some((l) => l.id === f.lineId) ? f.sentence : '';
});
const print = () => window.print();
</script>

<template>
  <section class="plan sheet" :class="{ emergency: plan.emergency }" aria-labelledby="plan-heading">
    <div class="head">
      <h2 id="plan-heading" tabindex="-1">{{ plan.emergency ? 'Do this now' : 'The plan' }}</h2>
      <BButton v-if="!nothing" variant="link" size="sm" class="print" @click="print">Print</BButton>
    </div>
    <p v-if="plan.emergency" class="quiet small">
      For {{ waterName }}. Animals that suffer: a vet or a fish-health professional knows more than a plan.
    </p>
    <p class="visually-hidden" role="status">{{ spoken }}</p>
    <p v-if="orphan" class="failure" role="alert">{{ orphan }}</p>
    <p v-if="nothing" class="quiet">Nothing to do.</p>
    <ul v-if="plan.afterwards.length > 0" class="afterwards">
      <li v-for="line in plan.afterwards" :key="line">{{ line }}</li>
    </ul>
    <ol v-if="plan.done.length > 0" class="done" aria-label="Done within a day">
      <li v-for="d in plan.done" :key="d.tickId">
        <span aria-hidden="true" class="ticked">✓</span>
        <span
          >{{ d.says }} <span class="quiet">{{ format(d.at, 'HH:mm') }}</span></span
        >
        <button
          type="button"
          class="undo"
          :aria-label="`Undo: ${d.says}`"
          :disabled="busy !== null"
          @click="takeBack(d.tickId)"
        >
          Undo
        </button>
      </li>
    </ol>
    <ol class="lines" :aria-label="`Plan for ${waterName}`">
      <template v-for="l in standing" :key="l.id">
        <li v-if="l === askBefore" class="ask">
          <span><strong>How much fit water stands ready?</strong> The plan is sized by it.</span>
          <BButton variant="outline-primary" @click="tell">Tell how much</BButton>
        </li>
        <PlanLineItem
          :line="l"
          :gauges="gauges"
          :water-id="waterId"
          :now="now"
          :busy="busy !== null"
          :waits="waiting.has(l.id)"
          :failure="failureOf(l.id)"
          @tick="tick(l)"
          @put-off="(hours) => putOff(l, hours)"
        />
      </template>
    </ol>
    <details v-if="putAside.length > 0" class="aside-lines">
      <summary>Put off ({{ putAside.length }})</summary>
      <ol class="lines">
        <PlanLineItem
          v-for="l in putAside"
          :key="l.id"
          :line="l"
          :gauges="gauges"
          :water-id="waterId"
          :now="now"
          :busy="busy !== null"
          :waits="waiting.has(l.id)"
          :failure="failureOf(l.id)"
          @tick="tick(l)"
          @put-off="(hours) => putOff(l, hours)"
        />
      </ol>
    </details>
    <p v-if="plan.asks.includes('source-tests') && source" class="quiet small">
      <RouterLink
        :to="{ name: 'bench', params: { waterId: source.id }, query: { tests: 'ammonia,ph,alkalinity' } }"
        >Test {{ source.name }}</RouterLink
      >
      for ammonia, pH and KH: then the plan need not guess.
    </p>
    <p v-if="plan.asks.includes('stock')" class="quiet small">
      <RouterLink :to="{ name: 'water-edit', params: { waterId } }"
        >Tell how many animals live here</RouterLink
      >
      and how heavy they are: then the plan knows what they make a day.
    </p>
    <p v-if="plan.asks.includes('source')" class="quiet small">
      <RouterLink :to="{ name: 'water-edit', params: { waterId } }"
        >Name the water you change with</RouterLink
      >
      and test it: then the plan can reckon with it.
    </p>
    <div v-if="$slots.default" class="acts"><slot /></div>
    <p v-for="line in plan.cannot" :key="line" class="cannot">{{ line }}</p>
    <DeedForm
      v-if="told"
      v-model="telling"
      :water-id="waterId"
      :proposed="{ kind: 'water-ready' }"
      @kept="emit('changed')"
    />
  </section>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
h2 {
  font-size: 1.25rem;
  margin: 0;
  scroll-margin-top: calc(var(--hl-bar) + 0.5rem);
}
h2:focus {
  outline: none !important;
  box-shadow: none !important;
}
.plan.sheet {
  margin-bottom: 1rem;
  background: var(--hl-shade);
  border-color: transparent;
}
.acts {
  padding-top: 0.75rem;
}
.emergency {
  border: 2px solid var(--hl-urgent, #7a1f4b);
}
.small {
  font-size: 0.875rem;
  margin: 0.2rem 0;
}
ol,
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
.done li {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) auto;
  gap: 0.7rem;
  align-items: center;
  min-height: 40px;
  color: var(--hl-quiet);
}
.ticked {
  text-align: center;
  font-weight: 700;
}
.undo {
  border: 0;
  background: none;
  min-height: 40px;
  text-decoration: underline;
  color: inherit;
}
.afterwards {
  padding-left: 0.8rem;
  border-left: 4px solid var(--hl-amber);
  margin: 0.4rem 0;
}
.ask {
  display: flex;
  gap: 0.7rem;
  justify-content: space-between;
  align-items: center;
  padding: 0.5rem 0;
  border-top: 1px solid var(--hl-line);
}
.ask button {
  flex: none;
}
.cannot {
  font-weight: 600;
  margin: 0.5rem 0 0;
  padding-left: 0.8rem;
  border-left: 4px double currentColor;
}
.aside-lines summary {
  min-height: 40px;
  cursor: pointer;
}
@media print {
  .print,
  .undo,
  .ask {
    display: none;
  }
  .plan.sheet {
    border: 0;
    padding: 0;
    background: none;
    color: #000;
  }
}
</style>
