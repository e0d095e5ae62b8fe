<script setup lang="ts">
import { type PlanAhead, bufferUnder } from '@hedge-lamp/core/cycle';
import { convert } from '@hedge-lamp/core/quantity';
import type { UnitChoice } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormCheckbox } from 'bootstrap-vue-next/components/BFormCheckbox';
import { computed, reactive, useId, watch } from 'vue';
import type { Outlook } from './cycle-worker';

/** Sliders that change the plan ahead: the next two doses, the warmth, what is done about KH and at nitrite's peak. */
const props = defineProps<{
  plan: PlanAhead;
  celsius: number;
  /** Whether ammonia is dosed at all. */
  dosed: boolean;
  planned: Outlook;
  trial: Outlook | null;
  units: UnitChoice;
}>();
const tried = defineModel<PlanAhead | null>({ required: true });
const id = useId();

const fresh = () => ({
  first: props.plan.target,
  second: props.plan.target,
  warmer: 0,
  keepKh: props.plan.keepKh,
  pauseAtPeak: props.plan.pauseAtPeak,
  part: Math.round((props.plan.change?.part ?? 0) * 100),
});
const form = reactive(fresh());
const reset = () => Object.assign(form, fresh());
watch(() => props.plan.target, reset);

watch(form, () => {
  const same = JSON.stringify(form) === JSON.stringify(fresh());
  const { first, second, warmer, keepKh, pauseAtPeak, part } = form;
  tried.value = same
    ? null
    : {
        ...props.plan,
        // A slider at the target stands for no wish of its own.
        nextDoses: props.dosed ? [Number(first), Number(second)] : [],
        warmer: Number(warmer),
        keepKh,
        pauseAtPeak,
        change: props.plan.change && { ...props.plan.change, part: part / 100 },
      };
});

const warmth = computed(() => {
  const { temperature } = props.units;
  const shown = convert(props.celsius + form.warmer, 'temperature', '°C', temperature);
  return `${Number(shown.toFixed(1))} ${temperature}`;
});
const lowKh = computed(() => {
  const { alkalinity } = props.units;
  return `${Number(convert(bufferUnder, 'alkalinity', 'meq/L', alkalinity).toPrecision(2))} ${alkalinity}`;
});
/** A dose of one's own may be larger than is usual. */
const most = computed(() => Math.max(6, props.plan.target));
const difference = computed(() => {
  if (!tried.value) return 'Move a slider, and the forecast is run again with it.';
  if (!props.trial) return 'Working it out …';
  const [was, is] = [props.planned.forecast.ready.middle, props.trial.forecast.ready.middle];
  if (is === null)
    return was === null
      ? 'Not ready within ten weeks either way.'
      : 'With that it would not be ready within ten weeks.';
  if (was === null) return 'With that it would be ready within ten weeks.';
  const days = Math.round(is - was);
  if (days === 0) return 'With that it would be ready on about the same day.';
  return `With that it would be ready about ${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'} ${days < 0 ? 'earlier' : 'later'}.`;
});
</script>

<template>
  <section class="sheet" aria-labelledby="what-if-heading">
    <h2 id="what-if-heading">What if</h2>
    <template v-if="dosed">
      <label :for="`${id}-first`"
        >Next dose <output class="figure-mono">to {{ form.first }} mg/L NH3-N</output></label
      >
      <input
        :id="`${id}-first`"
        v-model.number="form.first"
        type="range"
        class="form-range"
        min="0"
        :max="most"
        step="0.25"
      />
      <label :for="`${id}-second`"
        >The dose after it <output class="figure-mono">to {{ form.second }} mg/L NH3-N</output></label
      >
      <input
        :id="`${id}-second`"
        v-model.number="form.second"
        type="range"
        class="form-range"
        min="0"
        :max="most"
        step="0.25"
      />
    </template>
    <template v-if="plan.change">
      <label :for="`${id}-part`"
        >Water changed when a limit is passed <output class="figure-mono">{{ form.part }} %</output></label
      >
      <input
        :id="`${id}-part`"
        v-model.number="form.part"
        type="range"
        class="form-range"
        min="10"
        max="60"
        step="5"
      />
    </template>
    <label :for="`${id}-warm`"
      >Temperature <output class="figure-mono">{{ warmth }}</output></label
    >
    <input
      :id="`${id}-warm`"
      v-model.number="form.warmer"
      type="range"
      class="form-range"
      min="-6"
      max="6"
      step="0.5"
      aria-describedby="what-if-says"
    />
    <BFormCheckbox v-model="form.keepKh">Bicarbonate goes in when KH falls under {{ lowKh }}</BFormCheckbox>
    <BFormCheckbox v-if="dosed" v-model="form.pauseAtPeak">No dose while nitrite is high</BFormCheckbox>
    <p id="what-if-says" class="says" role="status">{{ difference }}</p>
    <BButton v-if="tried" variant="outline-secondary" size="sm" @click="reset">Back to my plan</BButton>
  </section>
</template>

<style scoped>
label {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 1ch;
  font-weight: 600;
}
.form-range {
  min-height: 44px;
}
output {
  font-weight: 400;
}
.says {
  margin: 0.6rem 0;
  font-weight: 650;
}
</style>
