import { day } from '../wire';

/** What a pen shows at an instant. */
export interface PenSample {
  readonly at: number;
  readonly ph: number;
  /** °C */
  readonly celsius: number;
}

/** What any pen is to Hedge Lamp, a real one too: it says what it shows, and when it was calibrated. */
export interface Pen {
  readonly label: string;
  /** True for the stand-in: what it sends is made up, and is marked so wherever it is kept. */
  readonly simulated: boolean;
  /** Instant of the last calibration. */
  readonly calibratedAt: number;
  /** What it shows at an instant after it was dipped. */
  sampleAt(at: number): PenSample;
}

export interface SimulatedPenSetup {
  /** The water that it is dipped into. */
  readonly truth: { readonly ph: number; readonly celsius: number };
  readonly dippedAt: number;
  readonly calibratedAt: number;
  /** Chooses its noise; the same seed gives the same pen. */
  readonly seed: number;
}

/** What it showed in the air before, and how fast it follows. All sizes of this stand-in are invented. */
const before = { ph: 7, celsius: 21 };
const followSeconds = { ph: 5, celsius: 7 };
const noise = { ph: 0.012, celsius: 0.06 };
/** An electrode drifts by so much a day after its calibration. */
const driftPerDay = 0.004;

/** Noise that depends on the instant alone, so that the same question has the same answer: −1 to 1. */
function wobble(seed: number, at: number): number {
  let t = (seed + Math.floor(at / 500) * 0x9e3779b9) >>> 0;
  t = Math.imul(t ^ (t >>> 16), 0x21f0aaad);
  t = Math.imul(t ^ (t >>> 15), 0x735a2d97);
  return ((t ^ (t >>> 15)) >>> 0) / 2147483648 - 1;
}

/** A made-up pen that settles, trembles and drifts as a real one does. */
export function simulatedPen({ truth, dippedAt, calibratedAt, seed }: SimulatedPenSetup): Pen {
  return {
    label: 'Stand-in pen',
    simulated: true,
    calibratedAt,
    sampleAt(at) {
      const seconds = Math.max(0, (at - dippedAt) / 1000);
      const follow = (kind: 'ph' | 'celsius') =>
        truth[kind] + (before[kind] - truth[kind]) * Math.exp(-seconds / followSeconds[kind]);
      const drift = (driftPerDay * Math.max(0, at - calibratedAt)) / day;
      return {
        at,
        ph: follow('ph') + drift + noise.ph * wobble(seed, at),
        celsius: follow('celsius') + noise.celsius * wobble(seed + 1, at),
      };
    },
  };
}

/** A pen is steady when for so long nothing moved by more than so much. Common practice: about half a minute in all. */
const steadyForMs = 8000;
const steadyWithin = { ph: 0.03, celsius: 0.2 };

/**
 * What a pen shows for good, once it is steady.
 * @param samples oldest first
 * @returns the mean of the last eight seconds; null while it still moves
 */
export function steadyFigure(samples: readonly PenSample[]): Omit<PenSample, 'at'> | null {
  const last = samples.at(-1);
  if (!last || last.at - samples[0]!.at < steadyForMs) return null;
  const late = samples.filter((s) => last.at - s.at <= steadyForMs);
  const spread = (kind: 'ph' | 'celsius') =>
    Math.max(...late.map((s) => s[kind])) - Math.min(...late.map((s) => s[kind]));
  if (spread('ph') > steadyWithin.ph || spread('celsius') > steadyWithin.celsius) return null;
  const mean = (kind: 'ph' | 'celsius') => late.reduce((sum, s) => sum + s[kind], 0) / late.length;
  return { ph: mean('ph'), celsius: mean('celsius') };
}

/** Days after which a calibration is old. Common practice: monthly. */
const calibrationDays = 30;
export const isCalibrationOld = (pen: Pick<Pen, 'calibratedAt'>, now: number): boolean =>
  now - pen.calibratedAt > calibrationDays * day;
