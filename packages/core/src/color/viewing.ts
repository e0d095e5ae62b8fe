import { z } from 'zod';

/** The schools of holding a tube against a card. Common practice; leaflets differ. */
export const viewings = ['against-white', 'off-white', 'from-above', 'comparator', 'wheel'] as const;
export const ViewingSchema = z.enum(viewings, { error: `Choose how it is held: ${viewings.join(', ')}.` });
export type Viewing = z.infer<typeof ViewingSchema>;

export interface ViewingInfo {
  readonly label: string;
  /** How it is done. */
  readonly how: string;
  /** What to mind. */
  readonly mind: string;
  /** True where light goes down the whole column of water and not only through the tube's width. */
  readonly throughColumn: boolean;
  /** True where an untreated tube of the same water is laid over the colors, and what it takes away counts for both. */
  readonly withBlank: boolean;
}

export const viewingInfo: Readonly<Record<Viewing, ViewingInfo>> = {
  'against-white': {
    label: 'Against white',
    how: 'Tube flat against the white of the card, daylight from the front.',
    mind: 'A shadow of your hand on the tube makes it look stronger.',
    throughColumn: false,
    withBlank: false,
  },
  'off-white': {
    label: 'Half an inch off',
    how: 'Tube half an inch (about 1 cm) in front of the white, so that light passes behind it.',
    mind: 'A colored wall behind you shines in: turn until the white is white.',
    throughColumn: false,
    withBlank: false,
  },
  'from-above': {
    label: 'From above',
    how: 'Tube open and upright on the white, in shade, looking down the column.',
    mind: 'More water to look through: every color is deeper than from the side, and pale ones are easier to tell.',
    throughColumn: true,
    withBlank: false,
  },
  comparator: {
    label: 'Comparator with blank',
    how: 'Untreated water over the colors, the test over white, both looked down through.',
    mind: 'Cloudy or yellow water tints both alike, so that it does not count.',
    throughColumn: true,
    withBlank: true,
  },
  wheel: {
    label: 'Wheel to the light',
    how: 'Tube and untreated blank in the wheel, held to a white sky or lamp; turn until both look the same.',
    mind: 'Never to the sun itself.',
    throughColumn: false,
    withBlank: true,
  },
};

/** Inside width of a common test tube, mm. Common practice: 13 to 16. */
const tubeWidth = 15;

/**
 * Tube widths of water that are looked through.
 * @param milliliters what the tube is filled with
 */
export function pathOf(viewing: Viewing, milliliters = 5): number {
  if (!viewingInfo[viewing].throughColumn) return 1;
  const column = (milliliters * 1000) / (Math.PI * (tubeWidth / 2) ** 2);
  return column / tubeWidth;
}
