import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';
import type { PlanLine } from './action';
import type { Context, Pourable } from './context';
import { line } from './line';
import { type Picture, mapPicture } from './picture';
import type { ChangeOption, DayUsed, Sized } from './sizing';
import { type Tank, co2Of, freeAt, phAtCo2 } from './tank';

/** Free ammonia of a water once the CO2 that it had before is back, mg/L as NH3-N. */
export const ownFree = (before: Tank, after: Tank): number => freeAt(after, phAtCo2(after, co2Of(before)));

/** Ammonia made while hours pass. */
export const grown = (picture: Picture, perDay: number, hours: number): Picture =>
  perDay > 0 ? mapPicture(picture, (t) => ({ ...t, ammonia: t.ammonia + (perDay * hours) / 24 })) : picture;

/** Waters less what a step took of them. */
export const drawn = (sources: readonly Pourable[], { waters }: ChangeOption): Pourable[] =>
  sources.flatMap((s) => {
    const { litersAtHand } = s.source;
    if (litersAtHand === null) return [s];
    const left = litersAtHand - (waters.find((w) => w.source === s.source)?.liters ?? 0);
    return left > 0.5 ? [{ ...s, source: { ...s.source, litersAtHand: left } }] : [];
  });

/** What a change against ammonia is sized by, on an ordinary day or in an emergency. */
export function sizedFor(
  context: Context,
  picture: Picture,
  sources: readonly Pourable[],
  used: DayUsed,
  origin: Picture = picture,
): Sized {
  const { given, emergency, everyday } = context;
  const { free, ammonia } = given.limits;
  const caps = emergency ? context.emergencyAgainst('ammonia') : everyday;
  return {
    picture,
    origin,
    sources,
    caps:
      emergency || !everyday.drip
        ? caps
        : { ...caps, share: Math.max(caps.share, given.water.young ? 0.5 : 0) },
    free,
    used,
    isEnough: (after) => after.ammonia <= ammonia.watch && ownFree(origin.best, after) <= free.watch,
    badness: (before, after) => ownFree(before, after) + 0.02 * after.ammonia,
    keepHardness: given.figures.hardness !== null,
    continuous: !emergency && everyday.drip && given.water.young,
  };
}

/** "Only if ammonia still reads over 0.3 mg/L NH3-N": where its free part would pass Act at the tank's own CO2. */
export function stillOver(
  { given }: Context,
  picture: Picture,
  before: Picture,
): { readonly words: string; readonly total: number } {
  const celsius = picture.best.celsius;
  const ph = phAtCo2(picture.best, co2Of(before.best));
  const { free, ammonia } = given.limits;
  const total = Math.min(free.act / uncheckedUnionizedFraction(ph, celsius), ammonia.act);
  return { words: `Only if total ammonia still reads over ${given.rough('ammonia', total)}.`, total };
}

/** Conditioner that binds ammonia, for the whole water, tried in a jar. */
export const binding = (context: Context, at: number, nth = ''): PlanLine => {
  const { given } = context;
  return line({
    kind: 'bind',
    nth,
    subjects: ['ammonia'],
    at,
    says: `Bind ammonia: conditioner for all ${given.volume(given.water.liters ?? 0)}, by its label, once.`,
    details: [
      'Try it in a jar beside it: one jar treated, one not. Test both by the time on the label.',
      'Never over the label. Some conditioners take oxygen: air with it.',
    ],
    serves: context.servedBy('ammonia', 'free-ammonia'),
    writes: [{ kind: 'conditioner', detail: '', amount: { by: 'against', against: 'ammonia' } }],
  });
};

/** A test of ammonia and pH at an instant of the plan. */
export const testAmmonia = (
  context: Context,
  at: number,
  nth: string,
  says = 'Test ammonia and pH: it decides what comes next.',
): PlanLine =>
  line({
    kind: 'test',
    subjects: ['ammonia', 'ph'],
    nth,
    at,
    says,
    serves: context.servedBy('ammonia', 'free-ammonia'),
  });
