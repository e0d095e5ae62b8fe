import { day, hour, minute } from '../../wire';
import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';
import type { SaltId } from '../../chemistry';
import { convert, listed, toCanonical } from '../../quantity';
import { midSentence, shortName } from '../../parameters';
import type { PlanLine } from './action';
import { airing, isSensitive, oldAcidWater } from './caps';
import { changeLine, newWaterWords } from './change-line';
import { morningAfter, rounded } from './clock';
import { type Context, type Section, nothing } from './context';
import { effect, gramsWords, line, saltDeed, saltName, saltWords } from './line';
import { type Picture, aired, mapPicture, phAtOnce, rangeOver } from './picture';
import { keepsAmmoniaDown, phShift, sizeChange } from './sizing';
import { type Tank, airedPhOf, dissolved, gramsToLift, hardnessSalts } from './tank';
import type { Concern, PlanGiven } from './given';

const degree = toCanonical(1, 'alkalinity', '°dKH');
const ghDegree = toCanonical(1, 'hardness', '°dGH');
/** A portion under this is not worth the weighing, °dKH. Hedge Lamp's own. */
const leastPortion = 0.2;
/** First portion of a day where a whole degree would move pH too far at once. */
const firstStep = 0.3;

const proposers = (given: PlanGiven, kind: 'raise-kh' | 'raise-gh'): Concern[] =>
  given.concerns.filter((c) => !c.note && c.proposals.some((p) => p.kind === kind));

/** What lifts KH: baking soda; in a loop potassium bicarbonate, since sodium stays there. Common practice. */
const baseOf = ({ water }: PlanGiven): SaltId =>
  water.kind === 'aquaponics' ? 'potassium-bicarbonate' : 'sodium-bicarbonate';

/** Both bicarbonates bring the same to pH and KH: only their weight differs. */
const lifted = (picture: Picture, degrees: number): Picture =>
  mapPicture(picture, (t) =>
    dissolved(
      t,
      'sodium-bicarbonate',
      gramsToLift('sodium-bicarbonate', 'alkalinity', degrees * degree, t.liters),
    ),
  );
const gramsFor = (given: PlanGiven, degrees: number, liters: number): number =>
  gramsToLift(baseOf(given), 'alkalinity', degrees * degree, liters);

/** The largest lift of KH, in steps of a tenth of a degree, that keeps to pH and to the airing bound. */
function khPortion(
  picture: Picture,
  most: number,
  mostPh: number,
  free: PlanGiven['limits']['free'],
): number {
  for (let tenths = Math.round(most * 10); tenths >= 1; tenths--) {
    const after = lifted(picture, tenths / 10);
    if (phShift(picture.best, after.best) > mostPh + 0.02) continue;
    if (keepsAmmoniaDown(picture, after, free)) return tenths / 10;
  }
  return 0;
}

/**
 * Total ammonia up to which a water keeps to the airing bound, mg/L as N; null where it is far over any reading. About 0.5 at KH 2.9 °d
 * and 25 °C with the usual limits.
 */
export function ammoniaBound(tank: Tank, { watch, act }: PlanGiven['limits']['free']): number | null {
  const share = (ppm: number) => uncheckedUnionizedFraction(airedPhOf(tank, ppm), tank.celsius);
  const bound = Math.min(watch / share(airing.watchAtPpm), act / share(airing.actAtPpm));
  return bound > 10 ? null : bound;
}

function khLine(
  context: Context,
  before: Picture,
  degrees: number,
  at: number,
  nth: string,
  onlyIf: string,
): PlanLine {
  const { given } = context;
  const { liters } = before.best;
  const base = baseOf(given);
  const grams = gramsFor(given, degrees, liters);
  const after = lifted(before, degrees);
  const pond = given.water.kind === 'pond';
  const ammonia = given.figures.ammonia;
  const kh = (p: Picture) => rangeOver(p, (t) => t.alkalinity);
  return line({
    kind: 'raise-kh',
    subjects: ['alkalinity'],
    nth,
    at,
    onlyIf,
    says: `Dissolve ${gramsWords(grams)} ${saltName(base)}${pond ? '; pour it round the edge' : '; pour it in slowly'}.`,
    details: [
      `KH up by ${given.rough('alkalinity', degrees * degree)}.`,
      base === 'sodium-bicarbonate'
        ? 'Baking soda only, nothing sold to lift pH.'
        : 'Food grade, and no baking soda: sodium stays in a loop.',
    ],
    amount: {
      share: null,
      waters: [],
      salts: [{ salt: base, grams }],
      portions: null,
      hours: null,
    },
    effects: [
      effect(given, 'KH', 'alkalinity', kh(before), kh(after)),
      effect(given, 'pH at once', 'ph', phAtOnce(before), phAtOnce(after)),
      effect(given, 'pH aired', 'ph', aired(before.best).ph, aired(after.best).ph),
      ...(ammonia
        ? [
            effect(
              given,
              'Free ammonia aired',
              'free-ammonia',
              aired(before.best).free,
              aired(after.best).free,
            ),
          ]
        : []),
    ],
    serves: context.servedBy('alkalinity', 'ph'),
    writes: [{ kind: 'buffer', detail: '', amount: saltDeed(base, grams) }],
  });
}

const testReserves = (context: Context, at: number): PlanLine => {
  const { given } = context;
  const ammonia = (given.figures.ammonia?.best ?? 0) > 0.1;
  return line({
    kind: 'test',
    subjects: ammonia ? ['alkalinity', 'ph', 'ammonia'] : ['alkalinity', 'ph'],
    nth: 'reserves',
    at,
    says: ammonia ? 'Test KH, pH and ammonia.' : 'Test KH and pH before the next portion.',
    serves: context.servedBy('alkalinity', 'ph'),
  });
};

/** Low KH: bicarbonate in portions, none where ammonia forbids it. */
function khLines(context: Context, picture: Picture, from: number): Section {
  const { given } = context;
  const { figures, limits, water, at, zone } = given;
  const serves = context.servedBy('alkalinity', 'ph');
  const now = picture.best.alkalinity;
  const aim = limits.alkalinityFrom;
  const missing = (aim - now) / degree;
  const lines: PlanLine[] = [];
  // Half a drop of doubt is half of so little: twice the sample tells more.
  if (figures.alkalinity && figures.alkalinity.low <= 0)
    lines.push(
      line({
        kind: 'test',
        subjects: ['alkalinity'],
        nth: 'double',
        way: 'double-sample',
        at,
        says: 'Test KH with twice the sample: a drop then counts half.',
        serves,
      }),
    );
  // How far KH may rise hangs on the ammonia and on pH: what is not known of them is read first.
  const unknown = (['ammonia', 'ph', 'alkalinity'] as const).filter(
    (p) => figures[p] === null || given.isPast(p),
  );
  if (unknown.length > 0)
    return {
      lines: [
        ...lines,
        line({
          kind: 'test',
          subjects: [...unknown],
          nth: 'decides',
          at,
          says: `Test ${listed(unknown.map((p) => midSentence(shortName(p))))}: ${unknown.length > 1 ? 'they decide' : 'it decides'} how much KH may rise.`,
          serves,
        }),
      ],
    };
  if (missing <= 0.05) return lines.length > 0 ? { lines } : nothing;
  const buffered = given.deeds.find((d) => d.kind === 'buffer' && d.at > (given.readAt('alkalinity') ?? 0));
  if (buffered) {
    lines.push(testReserves(context, Math.max(at, buffered.at + 12 * hour)));
    return { lines };
  }
  const careful = isSensitive(water);
  const dayPh = careful ? 0.3 : 0.5;
  const most = Math.min(1, missing);
  const whole = khPortion(picture, most, dayPh, limits.free);
  const first =
    phShift(picture.best, lifted(picture, whole).best) > firstStep + 0.02
      ? khPortion(picture, most, firstStep, limits.free)
      : whole;
  if (Math.max(first, whole) < Math.min(leastPortion, missing)) {
    const bound = ammoniaBound(lifted(picture, leastPortion).best, limits.free);
    return {
      lines: [
        ...lines,
        line({
          kind: 'hold',
          hold: 'buffer',
          at,
          says: `Hold: raise KH only once ammonia is at or under ${given.rough('ammonia', bound ?? 0.25)}.`,
          details: ['More KH lifts pH as the water airs, and that frees the ammonia.'],
          serves,
        }),
      ],
    };
  }
  const doubt =
    figures.alkalinity && figures.alkalinity.low <= 0
      ? `Only if it turns near ${given.rough('alkalinity', picture.best.alkalinity)}.`
      : '';
  lines.push(khLine(context, picture, first, from, '1', doubt));
  let left = lifted(picture, first);
  let tomorrow = from + day;
  if (first < whole - 0.05) {
    const second = Number((whole - first).toFixed(1));
    tomorrow = morningAfter(from, zone);
    lines.push(khLine(context, left, second, tomorrow, '2', ''));
    left = lifted(left, second);
    lines.push(testReserves(context, tomorrow + 10 * hour));
  } else lines.push(testReserves(context, tomorrow));
  const lowest = (figures.alkalinity?.low ?? now) + whole * degree;
  if (left.best.alkalinity >= aim - 0.05 * degree && lowest < aim - 0.05 * degree) {
    const grams = gramsFor(given, 1, left.best.liters);
    lines.push(
      line({
        kind: 'raise-kh',
        subjects: ['alkalinity'],
        nth: 'again',
        at: tomorrow + 30 * minute,
        says: `Dissolve ${gramsWords(grams)} ${saltName(baseOf(given))} again.`,
        onlyIf: `Only if KH may still be under ${given.rough('alkalinity', aim)}.`,
        details: water.kind === 'pond' ? ['Oyster shell or coral in a bag keeps it up over the winter.'] : [],
        serves,
        writes: [],
      }),
    );
  }
  if (left.best.alkalinity < aim - 0.05 * degree) {
    const end = dissolved(
      left.best,
      'sodium-bicarbonate',
      gramsToLift('sodium-bicarbonate', 'alkalinity', aim - left.best.alkalinity, left.best.liters),
    );
    const bound = ammoniaBound(end, limits.free);
    const grams = gramsFor(given, 1, left.best.liters);
    lines.push(
      line({
        kind: 'raise-kh',
        subjects: ['alkalinity'],
        nth: 'daily',
        at: tomorrow + (first < whole - 0.05 ? day : 30 * minute),
        says: `Then ${gramsWords(grams)} a day: ${given.rough('alkalinity', degree)} at a time, until KH is ${given.rough('alkalinity', aim)}.`,
        onlyIf:
          (figures.ammonia?.best ?? 0) > 0.1 && bound !== null
            ? `Only while the top of the ammonia reading is at most ${given.rough('ammonia', bound)}.`
            : '',
        details: water.kind === 'pond' ? ['Oyster shell or coral in a bag keeps it up over the winter.'] : [],
        serves,
        writes: [],
      }),
    );
  }
  return { lines };
}

/** Low GH: calcium and magnesium, which bring no carbonate. */
function ghLines(context: Context, from: number): PlanLine[] {
  const { given, everyday } = context;
  const { hardness } = given.figures;
  const { liters } = given.water;
  if (!hardness || liters === null) return [];
  const missing = given.limits.hardnessFrom - hardness.best;
  if (missing <= 0.05 * ghDegree) return [];
  const before = hardness;
  const poured = given.deeds.find((d) => d.kind === 'mineral' && d.at > (given.readAt('hardness') ?? 0));
  const serves = context.servedBy('hardness');
  if (poured)
    return [
      line({
        kind: 'test',
        subjects: ['hardness'],
        nth: 'after',
        at: Math.max(given.at, poured.at + day),
        says: 'Test GH.',
        serves,
      }),
    ];
  const by = Math.min(missing, everyday.hardness);
  const salts = hardnessSalts(by, liters);
  const up = (x: number) => x + by;
  const degrees = convert(by, 'hardness', 'mmol/L', '°dGH');
  return [
    line({
      kind: 'raise-gh',
      subjects: ['hardness'],
      at: from,
      says: `Dissolve ${saltWords(salts)}.`,
      details: [
        `GH up by ${given.rough('hardness', degrees * ghDegree)} today; KH and pH stay. Pour it in slowly.`,
      ],
      amount: { share: null, waters: [], salts, portions: null, hours: null },
      effects: [
        effect(given, 'GH', 'hardness', before, {
          low: up(before.low),
          best: up(before.best),
          high: up(before.high),
        }),
      ],
      serves,
      writes: salts.map((s) => ({
        kind: 'mineral' as const,
        detail: 'for GH',
        amount: saltDeed(s.salt, s.grams),
      })),
    }),
  ];
}

/** Both KH and GH low, and a source that has both: little of it a day does it all. */
function fromTheSource(context: Context, picture: Picture): Section | null {
  const { given, sources, everyday, lastChange } = context;
  const named = sources.find((s) => s.source === given.source);
  const { alkalinity, hardness } = given.figures;
  if (
    !named ||
    !alkalinity ||
    !hardness ||
    !given.source?.figures.alkalinity ||
    !given.source.figures.hardness
  )
    return null;
  const tap = named.tanks[0]!;
  if (tap.alkalinity < given.limits.alkalinityFrom || tap.hardness < given.limits.hardnessFrom) return null;
  const serves = context.servedBy('alkalinity', 'hardness', 'ph');
  const acid = (given.figures.ph?.best ?? 7) < oldAcidWater.below;
  const total = given.figures.ammonia?.best ?? 0;
  if (acid && total > oldAcidWater.ammonia) return null;
  const option = sizeChange({
    picture,
    origin: picture,
    sources: [named],
    caps: everyday,
    free: given.limits.free,
    isEnough: (after) =>
      after.alkalinity >= given.limits.alkalinityFrom && after.hardness >= given.limits.hardnessFrom,
    badness: (_b, after) => Math.max(0, given.limits.alkalinityFrom - after.alkalinity),
    keepHardness: false,
    mostShare: acid ? oldAcidWater.part : 0.25,
  });
  if (!option) return null;
  const from =
    lastChange !== null && given.at - lastChange < 20 * hour
      ? lastChange + day
      : rounded(given.at + 10 * minute);
  let state = picture.best;
  const course: string[] = [];
  const khs: number[] = [];
  for (let k = 0; k < 7; k++) {
    state = {
      ...state,
      alkalinity: (1 - option.share) * state.alkalinity + option.share * tap.alkalinity,
      hardness: (1 - option.share) * state.hardness + option.share * tap.hardness,
    };
    khs.push(state.alkalinity);
  }
  course.push(
    `Again daily: KH ${[0, 1, 2].map((k) => given.rough('alkalinity', khs[k]!).replace(/ .*/, '')).join(', ')}. After the seventh: KH ${given.rough('alkalinity', state.alkalinity)}, GH ${given.rough('hardness', state.hardness)}.`,
  );
  const bound =
    total > 0.1 ? ammoniaBound({ ...picture.best, ...state, ammonia: total }, given.limits.free) : null;
  return {
    lines: [
      changeLine(context, option, {
        at: from,
        nth: 'reserves',
        subjects: ['alkalinity', 'hardness', 'ph'],
        serves,
        before: picture,
        overHours: 3,
        details: [...course, ...newWaterWords(context, option)],
      }),
      line({
        kind: 'test',
        subjects: total > 0.1 ? ['ammonia', 'ph', 'alkalinity'] : ['ph', 'alkalinity'],
        nth: 'reserves',
        at: from + day - 15 * minute,
        says: total > 0.1 ? 'Test ammonia, pH and KH before the next.' : 'Test pH and KH before the next.',
        details:
          bound === null
            ? []
            : [
                `Go on only while the top of the ammonia reading is at most ${given.rough('ammonia', bound)}; else stop and feed half.`,
              ],
        serves,
      }),
    ],
  };
}

/** KH and GH that are short, one after the other. */
export function reservesSection(context: Context): Section {
  const { given, picture, emergency } = context;
  if (given.water.lives === 'nobody' || emergency) return nothing;
  const [kh, gh] = [proposers(given, 'raise-kh'), proposers(given, 'raise-gh')];
  if (kh.length === 0 && gh.length === 0) return nothing;
  const serves = context.servedBy('alkalinity', 'ph');
  if (kh.length > 0 && given.figures.alkalinity && !picture)
    return {
      lines: [
        line({
          kind: 'test',
          subjects: ['ph', 'ammonia'],
          nth: 'decides',
          at: given.at,
          says: 'Test pH and ammonia: they decide how much KH may rise.',
          serves,
        }),
        ...(gh.length > 0 ? ghLines(context, rounded(given.at + 15 * minute)) : []),
      ],
    };
  if (kh.length > 0 && gh.length > 0 && picture) {
    const both = fromTheSource(context, picture);
    if (both) return both;
  }
  const hard = gh.length > 0 ? ghLines(context, rounded(given.at + 15 * minute)) : [];
  const later = hard.some((l) => l.kind === 'raise-gh');
  const soft =
    kh.length > 0 && picture && given.figures.alkalinity
      ? khLines(context, picture, later ? rounded(given.at + day) : rounded(given.at + 30 * minute))
      : nothing;
  const retest = later
    ? [
        line({
          kind: 'test',
          subjects: ['hardness', 'alkalinity'],
          nth: 'reserves',
          at: given.at + 2 * day,
          says: 'Test GH and KH.',
          serves: context.servedBy('hardness', 'alkalinity'),
        }),
      ]
    : [];
  return {
    lines: [...hard, ...soft.lines.filter((l) => !(later && l.kind === 'test' && l.way === null)), ...retest],
  };
}
