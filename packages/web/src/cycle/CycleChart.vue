<script setup lang="ts">
import { dateStyle } from '../clock/dated';
import 'chartjs-adapter-date-fns';
import {
  Chart,
  type ChartData,
  type ChartDataset,
  type ChartOptions,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  type Plugin,
  PointElement,
  type ScaleOptionsByType,
  TimeScale,
  Tooltip,
} from 'chart.js';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import type { TracePoint } from '../readings/trace-data';
import { arrow, overEdge, whiskers } from '../readings/whiskers';
import { useChartLook } from '../theme/chart-look';
import type { BandPoint, Lane } from './lanes';

Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 13;
Chart.register(LineController, LineElement, PointElement, LinearScale, TimeScale, Tooltip, Filler);

/** The lanes of a cycle one above the other on one axis of time: readings as whiskers, what the fit makes of them, and what it foresees. */
const props = defineProps<{
  lanes: readonly Lane[];
  flags: readonly { at: number; word: string }[];
  from: number;
  now: number;
  to: number;
  summary: string;
}>();
const look = useChartLook();

type Point = { x: number; y: number };
type Set = ChartDataset<'line', Point[]>;
const curve = (points: readonly BandPoint[], end: 'low' | 'mid' | 'high'): Point[] =>
  points.map((p) => ({ x: p.x, y: p[end] }));

/** Of each lane: band and middle of the past, the same ahead, then the readings. */
const setsOfLane = 7;
const isOfReadings = (dataset: number) => dataset % setsOfLane === setsOfLane - 1;
const drawWhiskers = whiskers(isOfReadings);

function setsOf(lane: Lane): Set[] {
  const { ink, amber, lane: green, tint, quiet } = look.value;
  const base = { yAxisID: lane.id, order: 3, pointRadius: 0, pointHitRadius: 0, clip: overEdge };
  const band = (points: readonly BandPoint[], fill: string): Set[] => [
    { ...base, data: curve(points, 'low'), borderWidth: 0 },
    { ...base, data: curve(points, 'high'), borderWidth: 0, fill: '-1', backgroundColor: fill },
  ];
  const up = arrow(ink);
  return [
    ...band(lane.past, `${tint('clear')}b0`),
    { ...base, order: 2, data: curve(lane.past, 'mid'), borderColor: green, borderWidth: 1.5 },
    ...band(lane.ahead, `${tint('watch')}b0`),
    {
      ...base,
      order: 2,
      data: curve(lane.ahead, 'mid'),
      borderColor: quiet,
      borderWidth: 1.5,
      borderDash: [5, 4],
    },
    {
      ...base,
      order: 1,
      data: [...lane.points],
      showLine: false,
      pointRadius: 3.5,
      pointHoverRadius: 6,
      pointHitRadius: 8,
      backgroundColor: amber,
      pointBorderColor: ink,
      pointStyle: lane.points.map((p) => (p.high === null ? up : 'circle')),
    },
  ];
}
const data = computed<ChartData<'line', Point[]>>(() => ({ datasets: props.lanes.flatMap(setsOf) }));

/** A lane holds its readings and its middle; a band that runs far over is cut, or it would squeeze the rest flat. */
function topOf(lane: Lane): number {
  const read = lane.points.map((p) => p.high ?? p.y * 1.3);
  const mids = [...lane.past, ...lane.ahead].map((p) => p.mid);
  const highs = [...lane.past, ...lane.ahead].map((p) => p.high);
  const most = Math.max(0, ...read, ...mids);
  return Math.max(1e-3, Math.min(Math.max(most, ...highs), most * 1.4)) * 1.05;
}

type Axis = Partial<ScaleOptionsByType<'linear'>>;
const laneAxes = computed(() =>
  Object.fromEntries(
    [...props.lanes].reverse().map((lane): [string, Axis] => [
      lane.id,
      {
        type: 'linear',
        // One above the other: Chart.js stacks from the bottom up.
        stack: 'lanes',
        stackWeight: lane.id === 'alkalinity' ? 0.7 : 1,
        offset: false,
        afterFit: roomForNames,
        min: 0,
        max: topOf(lane),
        title: {
          display: true,
          text: [lane.label, lane.unit],
          color: look.value.ink,
          font: { size: 12 },
        } as never,
        ticks: {
          color: look.value.quiet,
          maxTicksLimit: 4,
          autoSkip: true,
          padding: 4,
          callback: tick,
        } as never,
        grid: { color: look.value.line, drawTicks: false } as never,
        border: { color: look.value.line } as never,
      },
    ]),
  ),
);
/** On a phone Chart.js gives less than name and figures need side by side, px. */
const besideLanes = 76;
function roomForNames(axis: { width: number }): void {
  axis.width = Math.max(axis.width, besideLanes);
}
/** The top tick of one lane would run into the lowest of the next. */
function tick(this: { max: number }, value: number | string): string {
  return Number(value) >= this.max * 0.98 ? '' : String(Number(Number(value).toPrecision(3)));
}

/** Room above the lanes for the words on the flags. */
const flagRoom = 88;
/** What was done, as flags through all lanes, and a line at the present. */
const drawFlags: Plugin<'line'> = {
  id: 'flags',
  beforeDatasetsDraw(chart) {
    const { ctx: pen, chartArea, scales } = chart;
    const { ink, flag, sheet } = look.value;
    const upright = (at: number, style: string, dash: number[]) => {
      const x = scales.x!.getPixelForValue(at);
      pen.strokeStyle = style;
      pen.setLineDash(dash);
      pen.beginPath();
      pen.moveTo(x, chartArea.top);
      pen.lineTo(x, chartArea.bottom);
      pen.stroke();
      return x;
    };
    pen.save();
    pen.font = `11px ${Chart.defaults.font.family}`;
    pen.textBaseline = 'middle';
    let last = -Infinity;
    for (const { at, word } of props.flags) {
      pen.lineWidth = 1;
      const x = upright(at, `${flag}66`, [2, 3]);
      // Where flags stand close, a word would cover the one before: the lines still tell, and the log names them.
      if (x - last < 11) continue;
      last = x;
      pen.save();
      pen.translate(x, chartArea.top - 4);
      pen.rotate(-Math.PI / 2);
      pen.fillStyle = flag;
      pen.fillText(`⚑ ${word}`, 0, 0);
      pen.restore();
    }
    pen.lineWidth = 1.5;
    const x = upright(props.now, ink, []);
    pen.setLineDash([]);
    pen.fillStyle = ink;
    pen.fillRect(x - 17, chartArea.bottom - 18, 34, 18);
    pen.fillStyle = sheet;
    pen.textAlign = 'center';
    pen.font = `600 12px ${Chart.defaults.font.family}`;
    pen.fillText('now', x, chartArea.bottom - 8);
    pen.restore();
  },
};

const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false,
  layout: { padding: { top: props.flags.length > 0 ? flagRoom : 6, right: 8 } },
  interaction: { mode: 'nearest', intersect: true },
  scales: {
    x: {
      type: 'time',
      min: props.from,
      max: props.to,
      time: {
        tooltipFormat: dateStyle('d MMM, HH:mm'),
        unit: 'day',
        displayFormats: { day: dateStyle('d MMM') },
      },
      ticks: { color: look.value.quiet, maxRotation: 0, autoSkipPadding: 14 },
      grid: { display: false },
    },
    ...laneAxes.value,
  } as never,
  plugins: {
    legend: { display: false },
    tooltip: {
      filter: (item) => isOfReadings(item.datasetIndex),
      callbacks: {
        label: (item) => {
          const lane = props.lanes[Math.floor(item.datasetIndex / setsOfLane)]!;
          const p = item.raw as TracePoint;
          const text = (x: number) => String(Number(x.toPrecision(3)));
          const range =
            p.high === null ? `over ${text(p.y)}` : `${text(p.y)} (${text(p.low ?? p.y)}–${text(p.high)})`;
          return `${lane.label}: ${range} ${lane.unit}`.trim();
        },
      },
    },
  },
}));
</script>

<template>
  <div class="chart">
    <!-- Chart.js stacks an axis that comes in later on top of the others: with other lanes it is drawn anew. -->
    <Line
      :key="lanes.map(({ id }) => id).join()"
      :data="data as never"
      :options="options"
      :plugins="[drawFlags, drawWhiskers]"
      :aria-label="summary"
      role="img"
    />
  </div>
  <p class="key quiet">
    <span class="past-key" aria-hidden="true" /> what the water most likely held (four in five)
    <span class="ahead-key" aria-hidden="true" /> what is foreseen (four in five)
  </p>
</template>

<style scoped>
.chart {
  position: relative;
  height: min(74vh, 40rem);
  min-height: 31rem;
}
.key {
  font-size: 0.9rem;
  margin: 0.4rem 0 0;
}
.past-key,
.ahead-key {
  display: inline-block;
  width: 1.6rem;
  height: 0.8rem;
  margin: 0 0.3rem 0 0.8rem;
  border-radius: 2px;
}
.past-key {
  margin-left: 0;
  background: var(--hl-clear-tint);
  border-bottom: 2px solid var(--hl-lane);
}
.ahead-key {
  background: var(--hl-watch-tint);
  border-bottom: 2px dashed var(--hl-quiet);
}
</style>
