import { day, hour, minute } from '../../wire';
import { type SaltId } from '../../chemistry';
import { convert } from '../../quantity';
import type { PlanLine } from './action';
import { mostChangesInADay, mostChloride } from './caps';
import { changeLine, newWaterWords } from './change-line';
import { morningAfter, rounded } from './clock';
import { type Context, type Section, isAtLeast, nothing } from './context';
import { gramsWords, line, saltDeed, saltName } from './line';
import { type Picture, mapPicture } from './picture';
import { nextChangeAt, threeInADay } from './day-spent';
import { type ChangeOption, type DayUsed, dayAfter, freshDay, rested, sizeChange } from './sizing';
import { dissolved, gramsToLift } from './tank';

/** Chloride shields at ten times nitrite-N by weight (SRAC 462, from memory). */
const shieldTimes = 10;
/** What the nitrite of an emergency is brought to in a day, at least. */
const quarter = 0.25;
const hair = 1.001;
/** Where nitrite is urgent with chloride unread, mg/L as N: 5 mg/L NO2. Our own step. */
const urgentUnshielded = 5 / 3.2845;

/** True once the nitrite of an emergency is quartered, and under what is urgent; mg/L as N. */
export const isNitriteTamed = (start: number, left: number, urgent: number): boolean =>
  left <= quarter * start * hair && left < Math.min(urgent, urgentUnshielded);
/** Over this the next change of an emergency is made, mg/L as N. */
export const nitriteGoesOn = (urgent: number): number => Math.min(urgent, urgentUnshielded);
export const notQuartered =
  'Changes with this water do not quarter the nitrite within a day: fetch other water, or move the animals out.';
export const isQuartered = (start: number, left: number): boolean => left <= quarter * start * hair;
const ion = (asN: number) => convert(asN, 'nitrite', 'mg/L NO2-N', 'mg/L NO2');

/**
 * Chloride to bring a water to against nitrite, mg/L: ten times the nitrogen at the top of the reading; where it holds
 * that already, ten times the ion.
 * @param top nitrite at the top of its range, mg/L as N
 * @param there chloride in the water, mg/L
 * @example chlorideWanted(6.09, 20, false) // 60.9
 */
export function chlorideWanted(top: number, there: number, loop: boolean): number {
  const byNitrogen = Math.min(shieldTimes * top, loop ? mostChloride.loop : mostChloride.nitrogen);
  if (there < byNitrogen) return byNitrogen;
  return Math.max(there, Math.min(shieldTimes * ion(top), loop ? mostChloride.loop : mostChloride.ion));
}

/** An open top is taken at this many times its best guess. Hedge Lamp's own. */
const openTimes = 2;

function salting(context: Context): PlanLine | null {
  const { given } = context;
  const nitrite = given.figures.nitrite!;
  const { liters, kind } = given.water;
  if (liters === null || given.water.salted) return null;
  const loop = kind === 'aquaponics';
  const best = Math.max(nitrite.best, nitrite.low);
  const top = Number.isFinite(nitrite.high) ? nitrite.high : openTimes * best;
  const there = given.figures.chloride?.best ?? 0;
  const wanted = chlorideWanted(top, there, loop);
  const rise = wanted - there;
  // Under a milligram or two nobody weighs it, and it shields no more.
  if (rise < Math.max(2, 0.05 * there)) return null;
  const salt: SaltId = loop ? 'calcium-chloride-dihydrate' : 'sodium-chloride';
  const grams = gramsToLift(salt, 'chloride', rise, liters);
  const before = given.figures.chloride ?? { low: 0, best: 0, high: 0 };
  const perLiter = grams / liters;
  return line({
    kind: 'salt',
    subjects: ['nitrite'],
    at: rounded(given.at + 5 * minute),
    says: `Dissolve ${gramsWords(grams)} ${saltName(salt)}; pour in a third every 20 minutes.`,
    details: [
      `Chloride comes to ${given.rough('chloride', wanted)}: it keeps nitrite out of the gills. The nitrite still has to go.`,
      `That is ${perLiter.toFixed(2)} g a liter${loop ? '' : ': catfish, loaches and plants bear it for days'}.`,
      ...(given.figures.chloride ? [] : ['Chloride was not read, so this counts on none.']),
      ...(loop
        ? ['Food grade, and not plain salt: sodium stays in a loop.']
        : ['Without iodine or anything against caking.']),
    ],
    serves: context.servedBy('nitrite', 'nitrite-for-chloride'),
    amount: { share: null, waters: [], salts: [{ salt, grams }], portions: 3, hours: 0.75 },
    effects: [
      {
        subject: 'chloride',
        label: 'Chloride',
        unit: given.shown('chloride', before).unit,
        before: {
          low: before.low,
          best: before.best,
          high: Number.isFinite(before.high) ? before.high : null,
        },
        after: {
          low: before.low + rise,
          best: before.best + rise,
          high: Number.isFinite(before.high) ? before.high + rise : null,
        },
      },
    ],
    writes: [{ kind: 'mineral', detail: 'against nitrite', amount: saltDeed(salt, grams) }],
  });
}

const testNitrite = (context: Context, at: number, nth: string, says = ''): PlanLine => {
  const { given } = context;
  const best = ion(given.figures.nitrite?.best ?? 0);
  const dilution = best > 20 ? 10 : best > 4 ? (best >= 18 ? 10 : 5) : 1;
  return line({
    kind: 'test',
    subjects: ['nitrite'],
    nth,
    at,
    way: dilution > 1 ? 'dilute' : 'as-usual',
    dilution,
    says: says || (dilution > 1 ? `Dilute nitrite 1:${dilution} and test.` : 'Test nitrite.'),
    serves: context.servedBy('nitrite', 'nitrite-for-chloride'),
  });
};

/**
 * The part of a plan against nitrite: chloride at once, then out with it.
 * @param before lines of the parts that come first: where ammonia is changed for, nitrite goes with it
 */
export function nitriteSection(context: Context, before: readonly PlanLine[]): Section {
  const { given, levels, emergency, lastChange } = context;
  const level = levels.nitrite;
  const { nitrite } = given.figures;
  const { at, water } = given;
  if (!isAtLeast(level, 'watch') || !nitrite || water.lives === 'nobody') return nothing;
  const serves = context.servedBy('nitrite', 'nitrite-for-chloride');
  const best = Math.max(nitrite.best, nitrite.low);
  const untilRead = [
    line({ kind: 'air', at, says: 'Air more until nitrite is read.', serves }),
    line({ kind: 'stop-feeding', subjects: ['nitrite'], at, says: 'Feed nothing until it is read.', serves }),
  ];
  if (given.isPast('nitrite') && !context.suffering && level !== 'watch')
    return {
      lines: [
        ...untilRead,
        testNitrite(context, at, 'now', 'Test nitrite first: what was read is the past.'),
      ],
    };
  if (level === 'watch' && context.wasEmergency)
    return {
      lines: [
        ...(given.isEstimate('nitrite')
          ? [testNitrite(context, lastChange === null ? at : Math.max(at, lastChange + 2 * hour), 'after')]
          : []),
        line({ kind: 'stop-feeding', subjects: ['nitrite'], at, says: 'Feed nothing today.', serves }),
        testNitrite(context, morningAfter(at, given.zone), 'morning'),
      ],
    };
  if (level === 'watch' || best <= 0) {
    const falseZero = given.concerns.some((c) =>
      c.proposals.some((p) => p.way === 'dilute' && p.subjects.includes('nitrite')),
    );
    if (falseZero || best <= 0) return { lines: untilRead };
    return {
      lines: [
        line({ kind: 'feed-less', subjects: ['nitrite'], at, says: 'Feed half.', serves }),
        testNitrite(context, at + day, 'tomorrow'),
      ],
    };
  }
  const lines: PlanLine[] = [
    line({
      kind: 'air',
      at,
      says: 'Air more: a stone, or the outlet up so that it breaks the surface.',
      serves,
    }),
    line({
      kind: 'stop-feeding',
      subjects: ['nitrite'],
      at,
      says: water.young
        ? 'Feed half as much, but oftener: fry starve.'
        : level === 'urgent'
          ? 'Feed nothing for two days.'
          : 'Feed nothing today.',
      serves,
    }),
  ];
  const salt = salting(context);
  if (salt) lines.push(salt);
  const urgent = level === 'urgent' || (emergency && context.wasEmergency);
  const readAt = given.readAt('nitrite') ?? 0;
  const notYet = lastChange !== null && lastChange > readAt && at - lastChange < day;
  const start = context.picture;
  if (!start) {
    lines.push(testNitrite(context, at + 2 * hour, 'after'));
    if (water.liters !== null)
      lines.push(
        line({
          kind: 'test',
          subjects: ['ph'],
          nth: 'decides',
          at,
          says: 'Test pH: the change of water is sized by it.',
          serves,
        }),
      );
    return { lines };
  }
  // One series of changes serves both poisons: see ammonia.ts.
  if (before.some((l) => l.subjects.includes('ammonia') && l.amount?.share != null)) {
    lines.push(
      testNitrite(context, at + 2 * hour, 'after'),
      testNitrite(context, morningAfter(at, given.zone), 'morning'),
    );
    return { lines };
  }
  // The change comes after the salt has gone in.
  let left: Picture = salt
    ? mapPicture(start, (t) => dissolved(t, salt.amount!.salts[0]!.salt, salt.amount!.salts[0]!.grams))
    : start;
  const first = notYet
    ? rounded(Math.max(at, lastChange + 2 * hour) + 15 * minute)
    : rounded(at + (salt && urgent ? 65 : 15) * minute);
  if (notYet) lines.push(testNitrite(context, Math.max(at, lastChange + 2 * hour), 'after'));
  const caps = emergency || urgent ? context.emergencyAgainst('nitrite') : context.everyday;
  const sized = (picture: Picture, used: DayUsed): ChangeOption | null => {
    const option = sizeChange({
      picture,
      origin: start,
      sources: context.sources,
      caps,
      free: given.limits.free,
      used,
      isEnough: (after) => after.nitrite <= given.limits.nitrite.watch,
      badness: (_b, after) => after.nitrite,
      keepHardness: given.figures.hardness !== null,
    });
    return option && option.after.best.nitrite < picture.best.nitrite * 0.97 ? option : null;
  };
  const made = [...context.spent.changes];
  // What an earlier change moved today counts; where that leaves no room, the next one waits until tomorrow.
  const isSpent = !sized(left, context.spent.used) && sized(left, freshDay) !== null;
  let used = isSpent ? freshDay : context.spent.used;
  const allowed = nextChangeAt(made, first);
  let when = rounded(isSpent ? Math.max(allowed, lastChange! + day) : allowed);
  const waits = when - first > hour;
  if (waits && !notYet) lines.push(testNitrite(context, rounded(at + 2 * hour), 'after'));
  const most = urgent ? mostChangesInADay : 1;
  for (let k = 0; k < most; k++) {
    const option = sized(left, used);
    // What comes a day later is planned by what is read then.
    if (!option || (k > 0 && when - at >= day)) break;
    const again = k > 0 || notYet || waits;
    made.push({ at: when, part: option.share });
    const over = urgent ? nitriteGoesOn(given.limits.nitrite.urgent) : given.limits.nitrite.act;
    lines.push(
      changeLine(context, option, {
        at: when,
        nth: `nitrite-${k + 1}`,
        again,
        onlyIf: again
          ? `Only if nitrite still reads ${k > 1 ? `${given.rough('nitrite', over)} or more` : `over ${given.rough('nitrite', over)}`}.`
          : '',
        subjects: ['nitrite'],
        serves,
        before: left,
        origin: start,
        overHours: !urgent && context.everyday.drip ? 5 : null,
        details: k === 0 ? newWaterWords(context, option) : [],
      }),
    );
    const testAt = urgent ? when + hour : at + day;
    if (!(notYet && k === 0))
      lines.push(testNitrite(context, testAt, k === 0 ? 'after-1' : `after-${k + 1}`));
    used = rested(dayAfter(used, left.best, option.after.best), 2);
    left = option.after;
    if (isNitriteTamed(start.best.nitrite, left.best.nitrite, given.limits.nitrite.urgent)) break;
    when = rounded(nextChangeAt(made, (urgent ? testAt : when) + (urgent ? hour : day)));
  }
  if (urgent) lines.push(testNitrite(context, morningAfter(waits ? at : when, given.zone), 'morning'));
  const cannot = [
    ...(urgent && allowed - first > hour ? [threeInADay] : []),
    ...(urgent && !isQuartered(start.best.nitrite, left.best.nitrite) ? [notQuartered] : []),
  ];
  return { lines, cannot, asks: urgent ? ['water-at-hand'] : [] };
}
