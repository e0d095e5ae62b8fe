import {
  type Pen,
  type PenSample,
  isCalibrationOld,
  simulatedPen,
  steadyFigure,
} from '@hedge-lamp/core/bench';
import { useIntervalFn, useLocalStorage } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { useServerLink } from '../clock/server-link';

/** Samples older than this say nothing about whether it is steady. */
const rememberedMs = 30_000;

/** Made-up water for the stand-in: the same for the same water, so that a repeat tells the same. */
function madeUpTruth(waterId: string): { ph: number; celsius: number } {
  const seed = [...waterId].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % 10_007, 7);
  return { ph: 6.6 + (seed % 160) / 100, celsius: 18 + (seed % 83) / 10 };
}

/**
 * A pen in the water: what it shows now, and its figure once it is steady. Only the stand-in is there; a real pen
 * would be another `Pen`.
 */
export function usePen(waterId: string) {
  const link = useServerLink();
  const calibratedAt = useLocalStorage('hedge-lamp.pen-calibrated', link.now());
  const pen = (): Pen =>
    simulatedPen({
      truth: madeUpTruth(waterId),
      dippedAt: dippedAt.value,
      calibratedAt: calibratedAt.value,
      seed: waterId.length + waterId.charCodeAt(0),
    });
  const dippedAt = ref(link.now());
  const samples = shallowRef<PenSample[]>([]);

  const { resume } = useIntervalFn(
    () => {
      const at = link.now();
      samples.value = [...samples.value.filter((s) => at - s.at < rememberedMs), pen().sampleAt(at)];
    },
    500,
    { immediateCallback: true },
  );
  function dip(): void {
    dippedAt.value = link.now();
    samples.value = [];
    resume();
  }

  return {
    label: pen().label,
    latest: computed(() => samples.value.at(-1) ?? null),
    steady: computed(() => steadyFigure(samples.value)),
    calibratedAt,
    isOld: computed(() => isCalibrationOld({ calibratedAt: calibratedAt.value }, link.now())),
    calibrate: () => (calibratedAt.value = link.now()),
    dip,
  };
}
