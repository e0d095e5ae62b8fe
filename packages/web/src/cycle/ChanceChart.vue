<script setup lang="ts">
import { dateStyle } from '../clock/dated';
import 'chartjs-adapter-date-fns';
import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  TimeScale,
  Tooltip,
} from 'chart.js';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import { useChartLook } from '../theme/chart-look';

Chart.register(LineController, LineElement, PointElement, LinearScale, TimeScale, Tooltip, Filler);

/** The chance that the filter is ready by each day; dashed beside it that of another plan. */
const props = defineProps<{
  chance: readonly { at: number; by: number }[];
  /** By the plan that is tried; null where none is. */
  tried: readonly { at: number; by: number }[] | null;
  summary: string;
}>();
const look = useChartLook();

const points = (chance: readonly { at: number; by: number }[]) =>
  chance.map(({ at, by }) => ({ x: at, y: by * 100 }));
const data = computed<ChartData<'line', { x: number; y: number }[]>>(() => ({
  datasets: [
    {
      label: 'as planned',
      data: points(props.chance),
      borderColor: look.value.lane,
      backgroundColor: `${look.value.tint('clear')}b0`,
      borderWidth: 2,
      pointRadius: 0,
      pointHitRadius: 6,
      fill: 'origin',
      order: 1,
      tension: 0.2,
    },
    ...(props.tried
      ? [
          {
            label: 'tried',
            order: 0,
            data: points(props.tried),
            borderColor: look.value.flag,
            borderDash: [6, 4],
            borderWidth: 2,
            pointRadius: 0,
            pointHitRadius: 6,
            tension: 0.2,
          },
        ]
      : []),
  ],
}));
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  interaction: { mode: 'index', intersect: false },
  scales: {
    x: {
      type: 'time',
      time: {
        unit: 'day',
        tooltipFormat: dateStyle('EEEE, d MMM'),
        displayFormats: { day: dateStyle('d MMM') },
      },
      ticks: { color: look.value.quiet, maxRotation: 0, autoSkipPadding: 14 },
      grid: { display: false },
    },
    y: {
      min: 0,
      max: 100,
      title: { display: true, text: 'chance, %', color: look.value.ink },
      ticks: { color: look.value.quiet, stepSize: 25 },
      grid: { color: look.value.line },
    },
  },
  plugins: {
    legend: { display: false },
    tooltip: {
      callbacks: {
        label: (item) => `ready by then, ${item.dataset.label}: ${Math.round(Number(item.parsed.y))} in 100`,
      },
    },
  },
}));
</script>

<template>
  <div class="chart">
    <Line :data="data as never" :options="options" :aria-label="summary" role="img" />
  </div>
</template>

<style scoped>
.chart {
  position: relative;
  height: 13rem;
}
</style>
