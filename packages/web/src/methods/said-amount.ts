import type { Step } from '@hedge-lamp/core/methods';

/** The figure that an instruction names, and the noun after it, by what is done. */
const named: Partial<Record<Step['do'], RegExp>> = {
  fill: /(\d+(?:\.\d+)?) (mL)\b/,
  drop: /(\d+) (drop)s?\b/,
  powder: /(\d+) ((?:level )?scoop)s?\b/,
  packet: /(\d+) (packet)s?\b/,
  invert: /(\d+) (time)s?\b/,
  shake: /(\d+) (second|minute)s?\b/,
  stand: /(\d+) (second|minute)s?\b/,
  dip: /(\d+) (second|minute)s?\b/,
};

const counted = (amount: number, noun: string): string =>
  `${amount} ${noun}${noun === 'mL' || amount === 1 ? '' : 's'}`;

/**
 * An instruction after its amount was changed: "10 drops from bottle 1" becomes "8 drops from bottle 1", and five
 * minutes four. One that did not name the amount before, or is in words of the keeper's own, stays as it is.
 * @param before the amount that the step had, in its unit; seconds for a time
 * @param after the amount that it has now
 */
export function sayingAmount(say: string, doing: Step['do'], before: number, after: number): string {
  const match = named[doing]?.exec(say);
  if (!match) return say;
  const [whole, figure, noun] = match;
  const unit = noun === 'minute' ? 60 : 1;
  if (Number(figure) * unit !== before) return say;
  const phrase = unit === 60 && after % 60 !== 0 ? counted(after, 'second') : counted(after / unit, noun!);
  return say.replace(whole, phrase);
}
