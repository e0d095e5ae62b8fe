/** What a reagent can do to somebody; the words stand with the methods. */
export const hazardIds = ['acid', 'caustic', 'bleach', 'mercury', 'spirit', 'powder', 'dye'] as const;
export type HazardId = (typeof hazardIds)[number];

/** A dye that grows with what is measured: its bands of absorbance, for one unit of it. */
export interface Dye {
  readonly bands: readonly { readonly center: number; readonly width: number; readonly height: number }[];
  /** The amount at which half of the reagent is used up, so that the top swatches crowd. */
  readonly half: number;
}

/** A color that is held against a card. */
interface ByCard {
  readonly by: 'card';
  /** How the colors run: "clear to blue". */
  readonly colors: string;
  readonly unit: string;
  readonly values: readonly number[];
  readonly dye: Dye;
  /** The bottles, each by what it can do to somebody. */
  readonly bottles: readonly (readonly HazardId[])[];
  readonly milliliters: number;
  readonly dropsOfEach: number;
  readonly waitSeconds: number;
}

/** Drops that are counted until the color turns. */
interface ByDrops {
  readonly by: 'drops';
  readonly unit: string;
  readonly perDrop: number;
  readonly milliliters: number;
  readonly from: string;
  readonly to: string;
  /** What goes in before the counting begins. */
  readonly before: string;
  readonly hazards: readonly HazardId[];
}

/** A figure on a meter. */
interface ByMeter {
  readonly by: 'meter';
  readonly unit: string;
  /** What the meter can be off by, each way. */
  readonly accuracy: number;
}

/** The height of a column through which a mark can just be seen. */
interface ByColumn {
  readonly by: 'column';
  readonly unit: string;
  /** From the tallest column to the shortest, values rising. */
  readonly scale: readonly { readonly millimeters: number; readonly value: number }[];
}

/** How a parameter is read, as data; the words and the steps that all of a kind share are the methods' own. */
export type WayToRead = ByCard | ByDrops | ByMeter | ByColumn;
