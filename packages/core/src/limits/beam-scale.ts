import { FieldError } from '../quantity/field-error';
import type { Band } from './limit';
import { type Status, severity } from './status';

/** A stretch of a beam with one status, as shares of its width. */
export interface BeamZone {
  readonly status: Band['status'];
  readonly from: number;
  readonly to: number;
}

/** Where the values of one subject lie along a beam, as shares of its width: 0 at the left end, 1 at the right. */
export interface BeamScale {
  /** From left to right, without gaps. */
  readonly zones: readonly BeamZone[];
  /** The value at the left edge of the open water, as it is written there; null where no hedge stands at that side. */
  readonly lowBank: number | null;
  /** The same at the right edge. */
  readonly highBank: number | null;
  /** Share of the width at which a value lies; beyond the ends it stays at the end, so that order is kept. */
  readonly place: (value: number) => number;
}

/** Bands as a beam is told them: open ends are null, as they travel, or infinite. */
interface BandGiven {
  readonly from: number | null;
  readonly to: number | null;
  readonly status: Band['status'];
}

/** Where each worse status begins on the right, share of the width; mirrored on the left. Hedge Lamp's own. */
const rightBegins: Readonly<Record<Exclude<Status, 'unread'>, number>> = {
  clear: 0.6,
  watch: 0.6,
  act: 0.74,
  urgent: 0.88,
};
const leftBegins: typeof rightBegins = { clear: 0.27, watch: 0.27, act: 0.14, urgent: 0.055 };

/** A limit that counts from its own step on lies a hair below it: it is written, and drawn, as what it is. */
const asWritten = (x: number): number => Number(x.toPrecision(7));

/** Value at the outer end of a side: as far beyond the last limit as that lies from the one before it. */
function outerEnd(limits: readonly number[], across: number, sign: 1 | -1): number {
  const last = limits.at(-1)!;
  const before = limits.at(-2);
  const step = before === undefined ? across : Math.abs(last - before);
  return last + sign * (step > 0 ? step : Math.abs(last) || 1);
}

/**
 * Lays the bands of a subject along a beam. What is open water stands in the middle, too little left of it, too much at
 * its right; its banks stand at the same two places in every beam, so that beams below each other make one channel.
 * Between two limits places are linear.
 *
 * Where no value is clear, as where two kinds of animals want different waters, the mildest stretch stands in the middle.
 * @param bands rising, covering all values, statuses falling and then rising; at least one
 * @param floor the least value that there can be, as 0 of a concentration; null where there is none
 * @throws FieldError where no band is given, or an inner bound is open
 * @example
 * beamScale([{ from: null, to: 40, status: 'clear' }, { from: 40, to: null, status: 'watch' }], 0).place(20) // 0.3
 */
export function beamScale(bands: readonly BandGiven[], floor: number | null): BeamScale {
  if (bands.length === 0) throw new FieldError('wrong-entry', 'bands', 'A beam needs at least one band.');
  const bounds = bands.slice(0, -1).map(({ to }) => {
    if (to === null || !Number.isFinite(to))
      throw new FieldError('wrong-entry', 'bands', 'Only the outermost band of a beam may be open.');
    return asWritten(to);
  });
  const mildest = Math.min(...bands.map((b) => severity(b.status)));
  const first = bands.findIndex((b) => severity(b.status) === mildest);
  const last = bands.findLastIndex((b) => severity(b.status) === mildest);
  // Limits going outward from the open water, each with the status that begins beyond it.
  const lows = bounds
    .slice(0, first)
    .reverse()
    .map((value, k) => ({ value, status: bands[first - 1 - k]!.status }));
  const highs = bounds.slice(last).map((value, k) => ({ value, status: bands[last + 1 + k]!.status }));
  const across =
    (lows.length > 0 && highs.length > 0
      ? highs[0]!.value - lows[0]!.value
      : Math.abs((lows[0] ?? highs[0])?.value ?? 1)) || 1;
  const placed = (
    side: readonly { readonly value: number; readonly status: Band['status'] }[],
    at: typeof rightBegins,
  ) => side.map(({ value, status }, k) => ({ value, at: k === 0 ? at.watch : at[status] }));

  const left = placed(lows, leftBegins);
  const right = placed(highs, rightBegins);
  const leftEnd = (): number => {
    const free =
      left.length > 0
        ? outerEnd(
            left.map((l) => l.value),
            across,
            -1,
          )
        : (right[0]?.value ?? 1) - across;
    const lowest = left.at(-1)?.value ?? right[0]?.value ?? Infinity;
    // Nothing is drawn where nothing can be; without a hedge at the left, the water begins at the floor.
    if (floor === null || floor >= lowest) return free;
    return left.length > 0 ? Math.max(free, floor) : floor;
  };
  const rightEnd = (): number =>
    right.length > 0
      ? outerEnd(
          right.map((r) => r.value),
          across,
          1,
        )
      : (left[0]?.value ?? 1) + across;
  const stops = [{ value: leftEnd(), at: 0 }, ...[...left].reverse(), ...right, { value: rightEnd(), at: 1 }];
  return {
    zones: zonesAlong([
      ...bands.slice(0, first + 1).map((b) => b.status),
      ...bands.slice(last + 1).map((b) => b.status),
    ]),
    lowBank: lows[0]?.value ?? null,
    highBank: highs[0]?.value ?? null,
    place: (value) => placeAmong(stops, value),
  };
}

/**
 * Where the statuses of a beam stand, from left to right: the mildest in the middle, its banks at the two places that all
 * beams share.
 * @param statuses falling to the mildest and rising again
 */
export function zonesAlong(statuses: readonly Band['status'][]): BeamZone[] {
  const mildest = Math.min(...statuses.map(severity));
  const middle = statuses.findIndex((s) => severity(s) === mildest);
  const edges = statuses.slice(1).map((status, k) => {
    const beyond = k < middle ? statuses[k]! : status;
    if (k === middle - 1) return leftBegins.watch;
    if (k === middle) return rightBegins.watch;
    return (k < middle ? leftBegins : rightBegins)[beyond];
  });
  return statuses.map((status, k) => ({ status, from: edges[k - 1] ?? 0, to: edges[k] ?? 1 }));
}

const letterOf: Readonly<Record<Band['status'], string>> = { clear: 'c', watch: 'w', act: 'a', urgent: 'u' };
const statusOf = new Map(
  Object.entries(letterOf).map(([status, letter]) => [letter, status as Band['status']]),
);

/** The statuses along a beam in short, from left to right: "uawcwau". */
export const zoneLetters = (zones: readonly BeamZone[]): string =>
  zones.map((z) => letterOf[z.status]).join('');

/** The zones that such letters stand for; letters that stand for none are left out. */
export const zonesOfLetters = (letters: string): BeamZone[] =>
  zonesAlong([...letters].flatMap((letter) => statusOf.get(letter) ?? []));

function placeAmong(
  stops: readonly { readonly value: number; readonly at: number }[],
  value: number,
): number {
  const [start] = stops;
  if (value <= start!.value) return start!.at;
  for (const [k, stop] of stops.entries()) {
    const before = stops[k - 1];
    if (before && value <= stop.value)
      return stop.value > before.value
        ? before.at + ((stop.at - before.at) * (value - before.value)) / (stop.value - before.value)
        : stop.at;
  }
  return stops.at(-1)!.at;
}
