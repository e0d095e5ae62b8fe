<script setup lang="ts">
import { convert } from '@hedge-lamp/core/quantity';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { useServerLink } from '../clock/server-link';
import { agoInWords } from '../clock/words';
import { usePen } from './use-pen';

/** What the pen shows, and when it has settled. The stand-in says plainly that it makes its figures up. */
const props = defineProps<{ parameter: ParameterId; unit: string; waterId: string }>();
defineEmits<{ take: [figure: string] }>();
const link = useServerLink();
const pen = usePen(props.waterId);

const figureOf = (shown: { ph: number; celsius: number }, digits: number) =>
  props.parameter === 'ph'
    ? shown.ph.toFixed(digits)
    : convert(shown.celsius, 'temperature', '°C', props.unit || '°C').toFixed(1);
const now = computed(() => (pen.latest.value ? figureOf(pen.latest.value, 2) : '–'));
const steady = computed(() => (pen.steady.value ? figureOf(pen.steady.value, 2) : null));
</script>

<template>
  <section class="pen" aria-label="Stand-in pen">
    <p class="made-up">
      <strong>Stand-in pen.</strong> It makes its figures up: no measurement of your water.
    </p>
    <p class="shows">
      <span class="figure-mono">{{ now }}</span>
      <span role="status">{{ steady === null ? 'settling …' : `steady at ${steady}` }}</span>
    </p>
    <div class="acts">
      <BButton
        variant="outline-primary"
        :disabled="steady === null"
        @mousedown.prevent
        @click="$emit('take', steady!)"
        >Take {{ steady ?? 'it when steady' }}</BButton
      >
      <BButton variant="outline-secondary" @mousedown.prevent @click="pen.dip">Dip again</BButton>
      <BButton variant="outline-secondary" @mousedown.prevent @click="pen.calibrate">Calibrate</BButton>
    </div>
    <p class="quiet mb-0">
      Calibrated {{ agoInWords(pen.calibratedAt.value, link.now())
      }}{{ pen.isOld.value ? '. That is over a month: calibrate it in two buffers first.' : '' }}
    </p>
  </section>
</template>

<style scoped>
.pen {
  flex: 1 1 22rem;
  border: 2px dashed var(--hl-unread);
  border-radius: 4px 18px;
  padding: 0.7rem 1rem;
  margin-bottom: 0.9rem;
}
p {
  margin: 0 0 0.4rem;
}
.shows {
  display: flex;
  gap: 1rem;
  align-items: baseline;
}
.shows .figure-mono {
  font-size: 2rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  margin-bottom: 0.4rem;
}
</style>
