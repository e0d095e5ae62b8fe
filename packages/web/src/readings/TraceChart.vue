<script setup lang="ts">
import { day as dayMs } from '@hedge-lamp/core/wire';
import { useMethods } from '../methods/methods-store';
import 'chartjs-adapter-date-fns';
import { statusWord } from '@hedge-lamp/core/limits';
import {
  Chart,
  type ChartData,
  type ChartOptions,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  type Plugin,
  PointElement,
  TimeScale,
  Tooltip,
} from 'chart.js';
import annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation';
import { format } from 'date-fns';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import { useChartLook } from '../theme/chart-look';
import { methodWords } from './reading-words';
import type { TracePoint, TraceSeries } from './trace-data';
import { arrow, overEdge, whiskers } from './whiskers';

const methods = useMethods();

Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 13;
Chart.register(
  LineController,
  LineElement,
  PointElement,
  LinearScale,
  TimeScale,
  Tooltip,
  Legend,
  annotation,
);

/** Readings as whiskers from low to high with a dot at best; bands as shading with a word; deeds as flags. */
const props = defineProps<{
  series: readonly TraceSeries[];
  bands: readonly { from: number | null; to: number | null; status: keyof typeof statusWord }[];
  flags: readonly { at: number; label: string; detail: string }[];
  axisTitle: string;
  from: number;
  to: number;
  summary: string;
  /** True for what cannot be less than nothing. */
  fromZero: boolean;
}>();
/** A dot was pressed: the reading's identifier. */
const emit = defineEmits<{ picked: [id: string] }>();

const look = useChartLook();
const strokes = computed(() => [look.value.ink, look.value.word('urgent'), look.value.word('clear')]);
const shapes = ['circle', 'rectRot', 'triangle'] as const;

const data = computed<ChartData<'line', TracePoint[]>>(() => ({
  datasets: props.series.map(({ methodId, place, points }, k) => {
    const stroke = strokes.value[k % strokes.value.length]!;
    const upArrow = arrow(stroke);
    return {
      label: [place, methodWords(methodId, methods.book)].filter(Boolean).join(', '),
      data: [...points],
      borderColor: stroke,
      borderWidth: 1,
      backgroundColor: k === 0 ? look.value.amber : stroke,
      pointBorderColor: stroke,
      pointRadius: 4,
      pointHoverRadius: 7,
      pointStyle: points.map((p) => (p.high === null ? upArrow : shapes[k % shapes.length]!)),
      // A gap of more than two months is a gap, not a trend.
      spanGaps: 62 * dayMs,
      clip: overEdge,
    };
  }),
}));

const drawWhiskers = whiskers(() => true);

/** Names each band beside the chart, where no reading covers the word. */
const bandWords: Plugin<'line'> = {
  id: 'band-words',
  afterDraw(chart) {
    const { ctx: pen, chartArea, scales } = chart;
    const y = scales.y!;
    pen.save();
    pen.font = `600 13px ${Chart.defaults.font.family}`;
    pen.textBaseline = 'middle';
    for (const band of props.bands) {
      const low = Math.max(band.from ?? -Infinity, y.min);
      const high = Math.min(band.to ?? Infinity, y.max);
      const [top, bottom] = [y.getPixelForValue(high), y.getPixelForValue(low)];
      if (bottom - top < 14) continue;
      pen.fillStyle = look.value.word(band.status);
      pen.fillText(statusWord[band.status], chartArea.right + 8, (top + bottom) / 2);
    }
    pen.restore();
  },
};

/** The axis holds every whisker whose end is known, and starts at zero where nothing can be less. */
const ends = computed(() => {
  const points = props.series.flatMap((s) => s.points);
  return {
    low: Math.min(...points.map((p) => p.low ?? p.y)),
    high: Math.max(...points.map((p) => p.high ?? p.y)),
  };
});

const annotations = computed<Record<string, AnnotationOptions>>(() => {
  const bands = props.bands.map((band, k): [string, AnnotationOptions] => [
    `band-${k}`,
    {
      type: 'box',
      ...(band.from === null ? {} : { yMin: band.from }),
      ...(band.to === null ? {} : { yMax: band.to }),
      backgroundColor: `${look.value.tint(band.status)}99`,
      borderWidth: 0,
      drawTime: 'beforeDraw',
      // Far bands must not squeeze the readings together.
      adjustScaleRange: false,
    },
  ]);
  const flags = props.flags.map((flag, k): [string, AnnotationOptions] => [
    `flag-${k}`,
    {
      type: 'line',
      xMin: flag.at,
      xMax: flag.at,
      borderColor: look.value.flag,
      borderWidth: 1,
      borderDash: [2, 3],
      label: {
        display: true,
        content: props.flags.length > 8 ? '⚑' : `⚑ ${flag.label}`,
        position: 'start',
        backgroundColor: 'transparent',
        // Beneath the readings, which matter more.
        drawTime: 'beforeDatasetsDraw',
        color: look.value.flag,
        font: { size: 12 },
        padding: 2,
        rotation: props.flags.length > 8 ? 0 : -90,
        xAdjust: -8,
      },
    },
  ]);
  return Object.fromEntries([...bands, ...flags]);
});

/** The reading whose dot is under the pointer; the keyboard's way to it is the table below. */
function dotAt(chart: Chart, event: Event | null): TracePoint | null {
  const [hit] = event ? chart.getElementsAtEventForMode(event, 'nearest', { intersect: true }, true) : [];
  return hit ? (props.series[hit.datasetIndex]?.points[hit.index] ?? null) : null;
}

const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  layout: { padding: { right: 60 } },
  interaction: { mode: 'nearest', intersect: false },
  onHover: (event, _, chart) => {
    chart.canvas.style.cursor = dotAt(chart, event.native) ? 'pointer' : 'default';
  },
  onClick: (event, _, chart) => {
    const dot = dotAt(chart, event.native);
    if (dot) emit('picked', dot.id);
  },
  scales: {
    x: {
      type: 'time',
      min: props.from,
      max: props.to,
      time: {
        tooltipFormat: 'd MMM yyyy, HH:mm',
        // Named by hand: on a narrow phone Chart.js would leave a year with one label.
        unit:
          props.to - props.from > 800 * dayMs ? 'year' : props.to - props.from > 62 * dayMs ? 'month' : 'day',
        displayFormats: { month: 'MMM', week: 'd MMM', day: 'd MMM' },
      },
      ticks: { color: look.value.quiet, maxRotation: 0, autoSkipPadding: 12 },
      grid: { color: look.value.line, display: false },
    },
    y: {
      title: { display: true, text: props.axisTitle, color: look.value.ink, font: { size: 14 } },
      ticks: { color: look.value.quiet },
      grid: { color: look.value.line },
      ...(props.fromZero ? { min: 0 } : { suggestedMin: ends.value.low }),
      suggestedMax: ends.value.high,
      grace: '8%',
    },
  },
  plugins: {
    legend: {
      display: props.series.length > 1,
      labels: { color: look.value.ink, usePointStyle: true, boxHeight: 7 },
    },
    tooltip: {
      callbacks: {
        label: (item) => {
          const p = item.raw as TracePoint;
          const text = (x: number) => String(Number(x.toPrecision(3)));
          if (p.high === null) return `over ${text(p.y)}`;
          return `${text(p.y)} (${text(p.low ?? p.y)}–${text(p.high)})`;
        },
        afterBody: (items) => {
          const at = items[0]?.parsed.x;
          if (at === undefined || at === null) return [];
          return props.flags
            .filter((f) => Math.abs(f.at - at) < dayMs)
            .map((f) => `⚑ ${format(f.at, 'd MMM')}: ${f.label}${f.detail ? ` (${f.detail})` : ''}`);
        },
      },
    },
    annotation: { annotations: annotations.value },
  },
}));
</script>

<template>
  <div class="chart">
    <Line
      :data="data as never"
      :options="options"
      :plugins="[drawWhiskers, bandWords]"
      :aria-label="summary"
      role="img"
    />
  </div>
</template>

<style scoped>
.chart {
  position: relative;
  height: min(56vh, 30rem);
  min-height: 20rem;
}
</style>
