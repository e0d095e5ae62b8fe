<script setup lang="ts">
import type { Finding, Gauge } from '@hedge-lamp/core/guidelines';
import { type Workings, formatBest, formatInterval, fromWire } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { agoInWords } from '../clock/words';
import StatusLamp from '../shell/StatusLamp.vue';
import BandGauge from './BandGauge.vue';

/** One figure of a water: best guess large, its range, the bands it lies in, how sure, how old. */
const props = defineProps<{ gauge: Gauge; finding: Finding | undefined; now: number }>();
defineEmits<{ workings: [workings: Workings] }>();

const unit = computed(() => (props.gauge.subject === 'ph' ? '' : props.gauge.unit));
const shown = computed(() => {
  const { value } = props.gauge;
  if (!value) return null;
  const interval = fromWire(value);
  const open = value.high === null || value.low === null;
  const range = formatInterval(interval);
  return open
    ? { figure: range, range: 'no end known' }
    : { figure: formatBest(interval), range: value.low === value.high ? '' : range };
});
const remark = computed(() => props.gauge.remark || (props.finding?.howSure ?? ''));
/** What its assumptions cost, where the remark does not say it already. */
const gaps = computed(() => props.gauge.gaps.filter((gap) => !remark.value.includes(gap)));
/** How old it is; empty where the remark says so already. */
const age = computed(() => {
  const { takenAt, estimate } = props.gauge;
  if (takenAt === null) return '';
  const ago = agoInWords(takenAt, props.now);
  return remark.value.includes(ago) ? '' : `${estimate ? 'from ' : ''}${ago}`;
});
const old = computed(
  () => props.gauge.status === 'unread' && props.gauge.value !== null && props.gauge.judged,
);
</script>

<template>
  <article class="gauge-card sheet" :class="{ old }">
    <header>
      <h3>
        {{ gauge.label }}<span v-if="gauge.place" class="place">, {{ gauge.place }}</span>
      </h3>
      <StatusLamp v-if="gauge.judged || !gauge.value" :status="gauge.status" word :size="15" />
      <span v-else class="quiet">Noted</span>
    </header>
    <template v-if="shown">
      <p class="reading" :class="{ estimate: gauge.estimate }">
        <span v-if="gauge.estimate" class="about">about</span>
        <strong class="figure-mono">{{ shown.figure }}</strong>
        <span class="unit">{{ unit }}</span>
        <span v-if="shown.range" class="range quiet">{{ shown.range }}</span>
      </p>
      <BandGauge v-if="gauge.bands.length > 0" :gauge="gauge" />
    </template>
    <p v-if="remark" class="remark" :class="{ quiet: gauge.sure && !gauge.remark }">{{ remark }}</p>
    <p v-for="gap in gaps" :key="gap" class="remark gap">{{ gap }}</p>
    <p v-if="gauge.judged && gauge.by.length > 0" class="by quiet">Limits: {{ gauge.by.join('; ') }}</p>
    <footer>
      <span class="quiet">{{ age }}</span>
      <BButton v-if="gauge.workings" variant="link" @click="$emit('workings', gauge.workings)">
        Workings<span class="visually-hidden">
          of {{ gauge.label }}{{ gauge.place ? `, ${gauge.place}` : '' }}</span
        >
      </BButton>
    </footer>
  </article>
</template>

<style scoped>
.gauge-card {
  display: flex;
  flex-direction: column;
  padding: 0.75rem 1rem 0.35rem;
}
header,
footer {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
}
h3 {
  font-size: 1rem;
  margin: 0;
}
.reading {
  margin: 0.1rem 0 0;
  line-height: 1.2;
}
.reading strong {
  font-size: 1.75rem;
}
.unit {
  white-space: nowrap;
  margin-left: 0.35rem;
}
.range {
  margin-left: 0.75rem;
  white-space: nowrap;
}
.estimate strong {
  text-decoration: underline dashed 2px;
  text-underline-offset: 5px;
}
.about {
  margin-right: 0.35rem;
}
.place {
  font-weight: 400;
}
.remark {
  margin: 0.35rem 0 0;
  font-size: 0.95rem;
}
.by {
  margin: 0.2rem 0 0;
  font-size: 0.85rem;
}
.old .reading {
  opacity: 0.75;
}
footer {
  margin-top: auto;
  min-height: 44px;
}
</style>
