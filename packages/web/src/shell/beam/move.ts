import type { BeamScale, BeamZone } from '@hedge-lamp/core/limits';
import type { Interval } from '@hedge-lamp/core/quantity';
import type { Along } from './capsule';

/** A figure as it is and as it would become, along a beam of which the stretch that matters is shown. */
export interface BeamMove {
  readonly zones: readonly BeamZone[];
  readonly before: Along;
  readonly beforeOpen: boolean;
  readonly after: Along;
  readonly afterOpen: boolean;
  readonly lowBank: number | null;
  readonly highBank: number | null;
  /** The stretch that is shown, as shares of the beam. */
  readonly from: number;
  readonly to: number;
}

/** The least that is shown of a beam, and how far from both figures a bank may stand to be shown with them. */
const leastShown = 0.45;
const reach = 0.5;
const margin = 0.1;

/** Lays a figure before and after a deed along a beam. */
export function beamMove(scale: BeamScale, before: Interval, after: Interval): BeamMove {
  const along = ({ low, best, high }: Interval): Along => [
    scale.place(low),
    scale.place(best),
    scale.place(high),
  ];
  // An open top runs to the end of the beam.
  const end = ({ high }: Interval) => (high === Infinity ? 1 : scale.place(high));
  let from = Math.min(scale.place(before.low), scale.place(after.low));
  let to = Math.max(end(before), end(after));
  const apart = (bank: number) => Math.max(from - bank, bank - to, 0);
  const bank = scale.zones
    .slice(1)
    .map((z) => z.from)
    .filter((_, k) => scale.zones[k]!.status === 'clear' || scale.zones[k + 1]!.status === 'clear')
    .sort((a, b) => apart(a) - apart(b))[0];
  if (bank !== undefined && Math.max(to, bank) - Math.min(from, bank) <= reach) {
    from = Math.min(from, bank);
    to = Math.max(to, bank);
  }
  const width = Math.min(1, Math.max(leastShown, to - from + 2 * margin));
  const start = Math.min(Math.max((from + to - width) / 2, 0), 1 - width);
  return {
    zones: scale.zones,
    before: along(before),
    beforeOpen: before.high === Infinity,
    after: along(after),
    afterOpen: after.high === Infinity,
    lowBank: scale.lowBank,
    highBank: scale.highBank,
    from: start,
    to: start + width,
  };
}
