import {
  clampRgb,
  converter,
  differenceCiede2000,
  formatHex,
  modeLab65,
  modeLrgb,
  modeRgb,
  modeXyz65,
  useMode as registerMode,
} from 'culori/fn';
import { z } from 'zod';
import type { Tristimulus } from './tristimulus';

// The slim build of culori knows only the spaces that are registered.
registerMode(modeRgb);
registerMode(modeLrgb);
registerMode(modeXyz65);
registerMode(modeLab65);
const toRgb = converter('rgb');
const toLab = converter('lab65');
const toLinear = converter('lrgb');

/** CIE L*a*b* under D65. */
export const LabSchema = z.strictObject({
  l: z.number().min(0).max(150),
  a: z.number().min(-200).max(200),
  b: z.number().min(-200).max(200),
});
export type Lab = Readonly<z.infer<typeof LabSchema>>;

/** White paper, told against itself. */
export const whiteLab: Lab = { l: 100, a: 0, b: 0 };

/** Red, green and blue of sRGB in proportion to light, 0 to 1. */
export type LinearRgb = readonly [r: number, g: number, b: number];

const plainLab = ({ l, a, b }: { l: number; a: number; b: number }): Lab => ({ l, a, b });

export const labOf = ({ x, y, z }: Tristimulus): Lab => plainLab(toLab({ mode: 'xyz65', x, y, z }));
export const labOfLinear = ([r, g, b]: LinearRgb): Lab => plainLab(toLab({ mode: 'lrgb', r, g, b }));
/** @param hex `#rrggbb` */
export const labOfHex = (hex: string): Lab => plainLab(toLab(hex)!);

/** Not cut off: outside 0 to 1 for colors that a screen cannot show. */
export function linearOfLab(lab: Lab): LinearRgb {
  const { r, g, b } = toLinear({ mode: 'lab65', ...lab });
  return [r, g, b];
}

/** Red, green and blue before they are cut off at what a screen can show: outside 0 to 1 it cannot. */
export function screenRgb(color: Tristimulus | Lab): LinearRgb {
  const { r, g, b } = toRgb('l' in color ? { mode: 'lab65', ...color } : { mode: 'xyz65', ...color });
  return [r, g, b];
}

/** The color as `#rrggbb` for a screen; colors a screen cannot show are clamped to the nearest it can. */
export function screenColor(color: Tristimulus | Lab): string {
  const [r, g, b] = screenRgb(color);
  return formatHex(clampRgb({ mode: 'rgb', r, g, b }));
}

const ciede2000 = differenceCiede2000();
const ciede2000Hue = differenceCiede2000(1.5);

/**
 * CIEDE2000 color difference. Source: CIE 142; Sharma, Wu & Dalal 2005. About 1 is just seen side by side.
 * @example deltaE({ l: 50, a: 2.6772, b: -79.7751 }, { l: 50, a: 0, b: -82.7485 }) // 2.0425
 */
export const deltaE = (a: Lab, b: Lab): number => ciede2000({ mode: 'lab65', ...a }, { mode: 'lab65', ...b });

/**
 * CIEDE2000 with less weight on lightness (kL = 1.5): a tube is darkened by its glass and lit by its rim, a
 * printed swatch is not, so that their lightness says less than their hue.
 */
export const deltaEHue = (a: Lab, b: Lab): number =>
  ciede2000Hue({ mode: 'lab65', ...a }, { mode: 'lab65', ...b });
