import type { Plugin } from 'chart.js';
import type { TracePoint } from './trace-data';

/** An arrow for a point past the top of its card: its value is at least this. */
export function arrow(ink: string): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 18;
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = ink;
  pen.beginPath();
  pen.moveTo(9, 1);
  pen.lineTo(16, 11);
  pen.lineTo(11, 11);
  pen.lineTo(11, 17);
  pen.lineTo(7, 17);
  pen.lineTo(7, 11);
  pen.lineTo(2, 11);
  pen.fill();
  return canvas;
}

/** The newest reading stands at the very edge: room for its dot, in pixels. */
export const overEdge = 6;

/**
 * Draws the whiskers of readings from low to high, below the dots; each on the axis of its dataset.
 * @param isOfReadings tells which datasets hold readings
 */
export const whiskers = (isOfReadings: (dataset: number) => boolean): Plugin<'line'> => ({
  id: 'whiskers',
  beforeDatasetsDraw(chart) {
    const { ctx: pen, chartArea, scales } = chart;
    pen.save();
    pen.beginPath();
    pen.rect(chartArea.left, chartArea.top, chartArea.width + overEdge, chartArea.height);
    pen.clip();
    chart.data.datasets.forEach((dataset, k) => {
      if (!isOfReadings(k) || !chart.isDatasetVisible(k)) return;
      const y = scales[dataset.yAxisID ?? 'y']!;
      const ink = dataset.pointBorderColor ?? dataset.borderColor;
      if (typeof ink === 'string') pen.strokeStyle = ink;
      pen.lineWidth = 1.5;
      for (const point of dataset.data as unknown as TracePoint[]) {
        const x = scales.x!.getPixelForValue(point.x);
        const low = y.getPixelForValue(point.low ?? point.y);
        // Without a known end the whisker is a short dashed stem: the arrow says the rest.
        const high = point.high === null ? low - 24 : y.getPixelForValue(point.high);
        pen.setLineDash(point.high === null ? [3, 3] : []);
        pen.beginPath();
        pen.moveTo(x, low);
        pen.lineTo(x, high);
        pen.stroke();
        pen.setLineDash([]);
        pen.beginPath();
        pen.moveTo(x - 3, low);
        pen.lineTo(x + 3, low);
        if (point.high !== null) {
          pen.moveTo(x - 3, high);
          pen.lineTo(x + 3, high);
        }
        pen.stroke();
      }
    });
    pen.restore();
  },
});
