import { type Interval, interval, scale } from '../../quantity';
import type { PlanLine } from './action';
import type { Context } from './context';
import { effect, line, saltDeed, saltWords, shareWords } from './line';
import { type Picture, aired, freeAtOnce, freeAtOwnCo2, phAtOnce, rangeOver } from './picture';
import { type ChangeOption, newPart } from './sizing';

/** "Change half, 100 L: 60 L of RO and 40 L of Tap." */
function changeWords({ given }: Context, option: ChangeOption, again = false): string {
  const { waters, share } = option;
  const liters = waters.reduce((sum, w) => sum + w.liters, 0);
  const named = waters.filter((w) => w.source.id !== null);
  const from =
    waters.length > 1
      ? `: ${waters.map((w) => `${given.volume(w.liters)} ${w.source.name}`).join(' and ')}`
      : named.length === 1
        ? ` of ${named[0]!.source.name}`
        : '';
  return `Change ${shareWords(share)}${again ? ' again' : ''}, ${given.volume(liters)}${from}.`;
}

const shownRange = (i: Interval): Interval => interval(i.low, i.best, i.high);

/** What a change does to what matters, each before and after. */
function changeEffects(
  { given }: Context,
  origin: Picture,
  before: Picture,
  after: Picture,
  share: number,
): PlanLine['effects'] {
  const { figures } = given;
  const total = (p: Picture) => {
    const range = rangeOver(p, (t) => t.ammonia);
    return p.openTop ? interval(range.low, range.best, Infinity) : range;
  };
  const list: PlanLine['effects'] = [];
  if (figures.ammonia && figures.ammonia.best >= 0.1) {
    list.push(effect(given, 'Total ammonia', 'ammonia', total(before), total(after)));
    list.push(effect(given, 'Free ammonia at once', 'free-ammonia', freeAtOnce(before), freeAtOnce(after)));
    list.push(
      effect(
        given,
        'Free ammonia once its own CO2 is back',
        'free-ammonia',
        freeAtOwnCo2(origin, before),
        freeAtOwnCo2(origin, after),
      ),
    );
    list.push(
      effect(given, 'Free ammonia aired', 'free-ammonia', aired(before.best).free, aired(after.best).free),
    );
  }
  if (figures.nitrite && figures.nitrite.best > 0) {
    const left = (of: Interval): Interval => {
      const into = after.best.nitrite - (1 - share) * before.best.nitrite;
      const end = (x: number) => (x === Infinity ? Infinity : (1 - share) * x + into);
      return interval(end(of.low), end(of.best), end(of.high));
    };
    const was = scale(figures.nitrite, before.best.nitrite / figures.nitrite.best);
    list.push(effect(given, 'Nitrite', 'nitrite', was, left(was)));
  }
  if (figures.ph) {
    list.push(effect(given, 'pH at once', 'ph', phAtOnce(before), phAtOnce(after)));
    list.push(effect(given, 'pH aired', 'ph', aired(before.best).ph, aired(after.best).ph));
  }
  const exact = (
    label: string,
    figure: 'alkalinity' | 'hardness' | 'chloride' | 'temperature',
    b: number,
    a: number,
  ) => {
    if (figures[figure] && Math.abs(a - b) > 0.02 * Math.max(Math.abs(b), 0.1))
      list.push(effect(given, label, figure, shownRange(interval(b, b, b)), shownRange(interval(a, a, a))));
  };
  exact('KH', 'alkalinity', before.best.alkalinity, after.best.alkalinity);
  exact('GH', 'hardness', before.best.hardness, after.best.hardness);
  exact('Chloride', 'chloride', before.best.chloride, after.best.chloride);
  exact('Temperature', 'temperature', before.best.celsius, after.best.celsius);
  return list;
}

export interface ChangeLineGiven {
  readonly at: number;
  readonly within?: boolean;
  readonly nth: string;
  /** Where it is not told apart by what it is against. */
  readonly id?: string;
  readonly onlyIf?: string;
  readonly subjects: PlanLine['subjects'];
  readonly serves: readonly string[];
  readonly before: Picture;
  /** The water before the first step, whose CO2 comes back; that before this step where left out. */
  readonly origin?: Picture;
  readonly again?: boolean;
  /** Hours over which it drips in; at once where left out. */
  readonly overHours?: number | null;
  readonly details?: readonly string[];
}

/** What is said of new water, once in a plan: chlorine, warmth, and what was taken for granted. */
export function newWaterWords({ given }: Context, option: ChangeOption): string[] {
  const words: string[] = [];
  const bound = option.waters.map((w) => w.source);
  if (given.water.salted)
    words.push('Salt the new water to the strength of the tank first, all of it dissolved.');
  words.push(
    'Put in conditioner against chlorine, if it is tap water; match the temperature. Heater and lamp: plugs out first.',
  );
  if (bound.some((s) => s.id === null))
    words.push('You named no tap water, so this assumes clean water like that in the tank.');
  for (const s of bound.filter((b) => b.id !== null)) {
    if (s.figures.ammonia === null)
      words.push(`${s.name} was not tested for ammonia lately, so this assumes none in it.`);
    if (s.showedAmmoniaLongAgo)
      words.push(
        `${s.name} showed ammonia at its last test. That is too old to count on; this reckons with as much.`,
      );
    if (s.figures.ph === null || s.figures.alkalinity === null)
      words.push(`${s.name}: pH or KH was not read, so this is sized as if it were hard.`);
  }
  if (given.figures.alkalinity === null)
    words.push('KH was not read, so how far pH moves is a guess. Test KH of both waters.');
  return words;
}

/** A change of water as a line: how much of what, by when, what it does, and what its tick writes. */
export function changeLine(context: Context, option: ChangeOption, of: ChangeLineGiven): PlanLine {
  const { given } = context;
  const { share, waters, salts, after } = option;
  const liters = waters.reduce((sum, w) => sum + w.liters, 0);
  const overHours = of.overHours ?? null;
  const shrimp = overHours !== null && context.everyday.share < 0.5;
  const name = waters.length === 1 && waters[0]!.source.id !== null ? ` of ${waters[0]!.source.name}` : '';
  const says =
    overHours === null
      ? changeWords(context, option, of.again)
      : shrimp
        ? `Take ${given.volume(liters)} out, then drip as much${name} in over ${overHours} hours.`
        : `Drip in ${shareWords(share)}, ${given.volume(liters)}${name}, over ${overHours} hours; let as much run out.`;
  const typed = String(Number(liters.toPrecision(3)));
  return line({
    kind: overHours === null ? 'change' : 'drip',
    says,
    nth: of.nth,
    ...(of.id === undefined ? {} : { id: of.id }),
    at: of.at,
    within: of.within ?? false,
    onlyIf: of.onlyIf ?? '',
    subjects: of.subjects,
    serves: [...of.serves],
    details: [
      ...(salts.length > 0 ? [`Dissolve ${saltWords(salts)} in the new water: GH stays.`] : []),
      ...(of.details ?? []),
    ],
    amount: {
      share,
      waters: waters.map((w) => ({ waterId: w.source.id, name: w.source.name, liters: w.liters })),
      salts: [...salts],
      portions: null,
      hours: overHours,
    },
    effects: changeEffects(context, of.origin ?? of.before, of.before, after, share),
    writes: [
      {
        kind: 'water-change',
        detail: overHours === null ? '' : `${given.volume(liters)} dripped in`,
        amount:
          waters.length > 1
            ? {
                by: 'blend',
                parts: waters.map((w) => ({
                  sourceWaterId: w.source.id,
                  liters: String(Number(w.liters.toPrecision(3))),
                })),
                conditioned: true,
              }
            : overHours !== null && !shrimp
              ? {
                  by: 'part',
                  percent: String(Number((100 * newPart(share, true)).toPrecision(3))),
                  sourceWaterId: waters[0]!.source.id,
                  conditioned: true,
                }
              : { by: 'liters', liters: typed, sourceWaterId: waters[0]!.source.id, conditioned: true },
      },
      ...salts.map((s) => ({ kind: 'mineral' as const, detail: '', amount: saltDeed(s.salt, s.grams) })),
    ],
  });
}
