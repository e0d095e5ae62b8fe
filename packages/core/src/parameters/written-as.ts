import type { Interval } from '../quantity';

/** What may have to be told beside a figure before it means an amount. */
export const besideIds = ['celsius', 'meters', 'salt'] as const;
export type BesideId = (typeof besideIds)[number];
type Beside = Readonly<Record<BesideId, Interval>>;

export const besideInfo: Readonly<
  Record<
    BesideId,
    { readonly label: string; readonly unit: string; readonly possible: readonly [number, number] }
  >
> = {
  celsius: { label: 'Temperature of the water, °C', unit: '°C', possible: [0, 40] },
  meters: { label: 'Height above the sea, m', unit: 'm above the sea', possible: [-430, 5000] },
  salt: {
    label: 'Salt in the water, g/kg (0 for fresh, 35 for sea)',
    unit: 'g/kg of salt',
    possible: [0, 45],
  },
};

/** A way to write a figure that no factor turns into the canonical unit: it hangs on something else, or it bends. */
export interface WrittenAs {
  /** Shown and stored as its unit. */
  readonly id: string;
  readonly meaning: string;
  readonly needs: readonly BesideId[];
  /** What can be written at all. */
  readonly possible: readonly [low: number, high: number];
  /** The canonical interval, each end from the ends that make it so. */
  readonly canonical: (written: Interval, beside: Beside) => Interval;
  readonly formula: string;
  readonly source: string;
  readonly caveat: string;
}
