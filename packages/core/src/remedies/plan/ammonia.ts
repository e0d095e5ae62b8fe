import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';
import type { PlanLine } from './action';
import { mostChangesInADay, oldAcidWater } from './caps';
import { changeLine, newWaterWords } from './change-line';
import { day, hour, minute, morningAfter, rounded } from './clock';
import { type Context, type Pourable, type Section, isAtLeast, nothing } from './context';
import { unfedPerGram } from './given';
import { line, shareWords } from './line';
import { type Picture, aired, mapPicture } from './picture';
import {
  type ChangeOption,
  type DayUsed,
  type Sized,
  dayAfter,
  freshDay,
  rested,
  sizeChange,
} from './sizing';
import { isNitriteTamed, isQuartered, nitriteGoesOn, notQuartered } from './nitrite';
import { type Tank, co2Of, freeAt, phAtCo2 } from './tank';

/** Total ammonia at which feeding half is no longer enough, mg/L as N. Common practice. */
const actOnTrace = 0.5;
/** pH range of a tube at the end of its card. Hedge Lamp's own. */
const wideRange = 0.8;
/** A source of more than this part of what the tank holds does not thin it. Hedge Lamp's own. */
const uselessFrom = 0.7;
/** Under this part of the tank the water at hand is for the animals, not for the tank. Common practice. */
const littleWater = 0.2;

const ownFree = (before: Tank, after: Tank): number => freeAt(after, phAtCo2(after, co2Of(before)));

/** Ammonia made while hours pass. */
const grown = (picture: Picture, perDay: number, hours: number): Picture =>
  perDay > 0 ? mapPicture(picture, (t) => ({ ...t, ammonia: t.ammonia + (perDay * hours) / 24 })) : picture;

/** Waters less what a step took of them. */
const drawn = (sources: readonly Pourable[], { waters }: ChangeOption): Pourable[] =>
  sources.flatMap((s) => {
    const { litersAtHand } = s.source;
    if (litersAtHand === null) return [s];
    const left = litersAtHand - (waters.find((w) => w.source === s.source)?.liters ?? 0);
    return left > 0.5 ? [{ ...s, source: { ...s.source, litersAtHand: left } }] : [];
  });

function sizedFor(
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
function stillOver(
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

interface Step {
  readonly option: ChangeOption;
  readonly before: Picture;
  readonly at: number;
}

/** Changes one after another within a day, each as large as it may be, until it is under Act at its own CO2. */
function emergencySteps(context: Context, start: Picture, from: number): { steps: Step[]; left: Picture } {
  const { given } = context;
  let sources = context.sources;
  let used = freshDay;
  let left = start;
  const steps: Step[] = [];
  for (let k = 0; k < mostChangesInADay; k++) {
    const at = k === 0 ? from : steps[k - 1]!.at + 2 * hour;
    const option = sizeChange({ ...sizedFor(context, left, sources, used, start), isEnough: () => false });
    if (!option) break;
    steps.push({ option, before: left, at });
    sources = drawn(sources, option);
    used = rested(dayAfter(used, left.best, option.after.best), 2);
    left = grown(option.after, given.load.best, 2);
    const nitrite = given.limits.nitrite.urgent;
    if (
      (context.levels.nitrite !== 'urgent' ||
        isNitriteTamed(start.best.nitrite, left.best.nitrite, nitrite)) &&
      ownFree(start.best, left.best) < given.limits.free.act &&
      left.best.ammonia < given.limits.ammonia.act * 4
    )
      break;
  }
  return { steps, left };
}

const binding = (context: Context, at: number, nth = ''): PlanLine => {
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

const testAmmonia = (
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

/** Little fit water: the animals go into it, since it would not thin the tank. */
function movedOut(context: Context): Section | null {
  const { given, emergency, picture } = context;
  const { liters, animals } = given.water;
  if (!emergency || liters === null || !picture) return null;
  const told = [...(given.source ? [given.source] : []), ...given.others];
  // Water that runs as wanted is not little.
  if (told.length === 0 || told.some((s) => s.litersAtHand === null)) return null;
  const ready = told.reduce((sum, s) => sum + (s.litersAtHand ?? 0), 0);
  if (ready <= 0 || ready >= littleWater * liters) return null;
  const next = told.find((s) => s.next !== null)?.next ?? null;
  const { at } = given;
  const grams = given.stockGrams;
  const who =
    animals.some((g) => !['shrimp', 'crystal-shrimp', 'snails'].includes(g)) || animals.length === 0
      ? 'fish'
      : 'animals';
  const made = (hours: number) => {
    const of = (perGram: number) => (grams! * perGram * hours) / 24 / ready;
    return { low: of(unfedPerGram.low), best: of(unfedPerGram.best), high: of(unfedPerGram.high) };
  };
  const serves = context.servedBy('ammonia', 'free-ammonia', 'nitrite');
  const lines: PlanLine[] = [
    line({
      kind: 'move-out',
      at: rounded(at + 5 * minute),
      says: `Move the ${who} into the ${given.volume(ready)}: air stone, lid, dim light, no food.`,
      details: [
        'Temperature within 2 °C of the tank. This much water helps the animals; in the tank it would not.',
        ...(grams === null
          ? ['Tell their weight in the form of this water: then the plan says how fast ammonia rises there.']
          : [
              `Ammonia there: ${given.words('ammonia', made(4))} after 4 hours, ${given.words('ammonia', made(12))} after 12.`,
              ...(grams / ready > 10
                ? ['That is over 10 g a liter: too dense for a day, even with air.']
                : []),
            ]),
      ],
      serves,
    }),
    line({
      kind: 'test',
      nth: 'tub',
      subjects: ['ammonia'],
      at: at + 4 * hour,
      says: 'Test ammonia in that tub, and every 4 hours.',
      serves,
    }),
  ];
  const renewAt = next?.at ?? at + 6 * hour;
  lines.push(
    line({
      kind: 'change',
      nth: 'tub',
      at: renewAt,
      says: `Renew half of that tub, ${given.volume(ready / 2)}, as the next water is ready.`,
      details: next
        ? [`Of the next ${given.volume(next.liters)}; the rest is for the tank.`]
        : ['Tell when the next water is ready.'],
      serves,
      writes: [
        { kind: 'other', detail: `Renewed half of the tub, ${given.volume(ready / 2)}`, amount: null },
      ],
    }),
    line({
      kind: 'change',
      nth: 'tank-later',
      at: renewAt,
      says: 'Change the tank by halves as water is ready; keep its filter running.',
      details: [
        `Move them back once free ammonia is at or under ${given.rough('free-ammonia', given.limits.free.watch)}: drip tank water in over an hour.`,
      ],
      serves,
      writes: [],
    }),
    testAmmonia(
      context,
      morningAfter(renewAt, given.zone),
      'morning',
      'Test ammonia and pH in tub and tank.',
    ),
  );
  return {
    lines,
    cannot: [
      `${given.volume(ready)} in ${given.volume(liters)} thins next to nothing: the tank must wait for more water.`,
    ],
  };
}

/** Ammonia that is only watched: less food, a test tomorrow, and what to do if it climbs. */
function watched(context: Context): Section {
  const { given, picture, sources } = context;
  const { at, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  const tomorrow = at + day;
  const lines: PlanLine[] = [
    line({
      kind: 'feed-less',
      subjects: ['ammonia'],
      at,
      says: water.young ? 'Feed half as much, but oftener.' : 'Feed half.',
      serves,
    }),
    line({
      kind: 'test',
      subjects: ['ammonia', 'nitrite'],
      nth: 'tomorrow',
      at: tomorrow,
      says: 'Test ammonia and nitrite.',
      serves,
    }),
  ];
  const total = given.figures.ammonia;
  if (picture && total && total.best < actOnTrace && Number.isFinite(total.high)) {
    const climbed = mapPicture(picture, (t) => ({ ...t, ammonia: Math.max(t.ammonia, actOnTrace) }));
    const option = sizeChange({
      ...sizedFor(context, climbed, sources, freshDay),
      mostShare: 0.25,
      isEnough: () => false,
    });
    if (option)
      lines.push(
        changeLine(context, option, {
          at: tomorrow + 15 * minute,
          nth: 'if-more',
          onlyIf: `Only if total ammonia reads ${given.rough('ammonia', actOnTrace)} or more.`,
          subjects: ['ammonia'],
          serves,
          before: climbed,
          details: newWaterWords(context, option),
        }),
      );
  }
  return { lines };
}

/** Frost: cold is on the side of the fish, and no warm water is poured in. */
function underIce(context: Context): Section {
  const { given } = context;
  const { at, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia', 'temperature');
  const tenth = water.liters === null ? '' : `, ${given.volume(water.liters / 10)}`;
  return {
    lines: [
      line({ kind: 'stop-feeding', subjects: [], at, says: 'Feed nothing while it is this cold.', serves }),
      line({
        kind: 'test',
        nth: 'thaw',
        subjects: ['ammonia', 'ph'],
        at: at + 7 * day,
        within: true,
        says: 'Test ammonia and pH, and again at the thaw.',
        serves,
      }),
      line({
        kind: 'drip',
        nth: 'thaw',
        says: `At the thaw: drip in a tenth${tenth}, no more than 2 °C warmer.`,
        subjects: ['ammonia'],
        serves,
        writes: [],
      }),
    ],
  };
}

/** No filter: what is made each day decides, not the changes. */
function withoutFilter({ given }: Context): PlanLine[] {
  const { water, load, limits } = given;
  if (water.hasFilter || load.best <= 0 || water.liters === null) return [];
  const stands = { low: load.low / 0.5, best: load.best / 0.5, high: load.high / 0.5 };
  if (stands.high < limits.ammonia.act) return [];
  return [
    line({
      kind: 'vessel',
      at: given.at + 7 * day,
      within: true,
      says: `Get a vessel of ${given.volume(5 * water.liters)} or more, with air and a filter.`,
      details: [
        `Unfed they make ${given.words('ammonia', load)} a day here. Half changed daily, it stands at ${given.words('ammonia', stands)} before each change.`,
        'Or keep fewer animals. Changing for ever is no plan.',
      ],
    }),
  ];
}

/** A water that needs acting on, on an ordinary day. */
function everydayChanges(context: Context, picture: Picture): Section {
  const { given, sources, everyday, lastChange } = context;
  const { at, limits, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  const lines: PlanLine[] = [];
  const acid = (given.figures.ph?.best ?? 7) < oldAcidWater.below;
  const notYet =
    lastChange !== null && at - lastChange < 20 * hour && (given.readAt('ammonia') ?? 0) < lastChange;
  const testAt = notYet ? Math.max(at, lastChange! + 2 * hour) : rounded(at + 2 * hour + 15 * minute);
  const enough = (after: Tank) =>
    acid
      ? after.ammonia <= oldAcidWater.ammonia
      : after.ammonia < limits.ammonia.act && ownFree(picture.best, after) <= limits.free.watch;
  let left = picture;
  let from = rounded(at + 15 * minute);
  let available = sources;
  let used = freshDay;
  if (notYet) {
    lines.push(testAmmonia(context, testAt, 'after'));
    from = rounded(Math.max(testAt + 15 * minute, lastChange! + day));
  }
  let first: ChangeOption | null = null;
  const perDay = given.load.best;
  for (let k = 0; k < 3; k++) {
    const option = sizeChange(sizedFor(context, left, available, used, picture));
    if (!option || (k === 0 && option.share < 0.1)) break;
    first ??= option;
    const again = k > 0 || notYet;
    lines.push(
      changeLine(context, option, {
        at: from,
        nth: String(k + 1),
        again,
        onlyIf: again ? conditionFor(context, left, picture, acid) : '',
        subjects: ['ammonia'],
        serves,
        before: left,
        origin: picture,
        overHours: everyday.drip ? (water.young ? 5 : 2) : null,
        details: k === 0 ? newWaterWords(context, option) : [],
      }),
    );
    if (k === 0 && !notYet) lines.push(testAmmonia(context, testAt, 'after'));
    left = option.after;
    if (enough(left.best)) break;
    used = dayAfter(used, picture.best, left.best);
    const soon =
      k === 0 &&
      !notYet &&
      !everyday.drip &&
      ownFree(picture.best, left.best) > limits.free.watch &&
      sizeChange({ ...sizedFor(context, left, available, used, picture), isEnough: () => false }) !== null;
    if (soon) from = rounded(testAt + 15 * minute);
    else {
      from = from + day;
      used = freshDay;
      available = sources;
      left = grown(left, perDay, 24);
    }
  }
  if (!first) {
    lines.push(
      line({
        kind: 'hold',
        hold: 'tap',
        at,
        says: `Hold: no change with ${sources.map((s) => s.source.name).join(' or ') || 'this water'} yet.`,
        details: ['It would free more of the ammonia than it takes out, or move the water too far in a day.'],
        serves,
      }),
      binding(context, rounded(at + 15 * minute)),
      testAmmonia(context, rounded(at + 4 * hour + 15 * minute), 'after'),
    );
    return {
      lines,
      asks: ['water-at-hand'],
      cannot: ['With this water no change helps: bind it, or fetch water that is softer.'],
    };
  }
  const named = sources.find((s) => s.source === given.source);
  if (
    named &&
    !first.waters.some((w) => w.source === given.source) &&
    sizeChange(sizedFor(context, picture, [named], freshDay)) === null
  )
    lines.push(
      line({
        kind: 'hold',
        hold: 'tap',
        at,
        says: `Hold: no ${named.source.name} yet.`,
        details: [`Even a twentieth of it lifts pH so far that the ammonia burns.`],
        serves,
      }),
    );
  if (acid && named) lines.push(...afterAcid(context, left, named, from));
  lines.push(...withoutFilter(context));
  return { lines };
}

/** Old acid water, once ammonia is low: little of the harder water at a time, day by day. */
function afterAcid(context: Context, left: Picture, named: Pourable, from: number): PlanLine[] {
  const { given } = context;
  const low = mapPicture(left, (t) => ({ ...t, ammonia: Math.min(t.ammonia, oldAcidWater.ammonia) }));
  const option = sizeChange({
    ...sizedFor(context, { ...low, corners: [low.best] }, [named], freshDay),
    mostShare: oldAcidWater.part,
    isEnough: () => false,
  });
  if (!option) return [];
  return [
    changeLine(context, option, {
      at: from + day,
      nth: 'acid',
      onlyIf: `Only once total ammonia reads ${given.rough('ammonia', oldAcidWater.ammonia)} or less.`,
      subjects: ['ph', 'alkalinity'],
      serves: context.servedBy('ph', 'alkalinity'),
      before: low,
      overHours: 3,
      details: [
        `Then ${shareWords(oldAcidWater.part)} a day, by drip. Test ammonia before each; stop over ${given.rough('ammonia', oldAcidWater.ammonia)}.`,
      ],
    }),
  ];
}

function conditionFor(context: Context, left: Picture, before: Picture, acid: boolean): string {
  const { given } = context;
  if (acid) return `Only if total ammonia still reads over ${given.rough('ammonia', oldAcidWater.ammonia)}.`;
  const { words } = stillOver(context, left, before);
  return words;
}

function inEmergency(context: Context, picture: Picture): Section {
  const { given, lastChange, levels } = context;
  const { at, limits, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  const lines: PlanLine[] = [];
  const readAt = given.readAt('ammonia') ?? 0;
  const notYet = lastChange !== null && lastChange > readAt && at - lastChange < day;
  const firstAt = notYet
    ? rounded(Math.max(at, lastChange! + 2 * hour) + 15 * minute)
    : rounded(at + 10 * minute);
  if (notYet) lines.push(testAmmonia(context, Math.max(at, lastChange! + 2 * hour), 'after'));
  const { steps, left } = emergencySteps(context, picture, firstAt);
  const reached = steps.length > 0 && ownFree(picture.best, left.best) < limits.free.act;
  const sourceAmmonia = given.source?.figures.ammonia?.best ?? 0;
  const bind = !reached || sourceAmmonia >= limits.ammonia.watch;
  if (bind) lines.push(binding(context, rounded(at + (notYet ? 10 : 20) * minute)));
  steps.forEach(({ option, before, at: when }, k) => {
    const again = k > 0 || notYet;
    const reasons = [
      stillOver(context, before, picture).words.replace(/\.$/, ''),
      ...(levels.nitrite === 'urgent'
        ? [`nitrite over ${given.rough('nitrite', nitriteGoesOn(limits.nitrite.urgent))}`]
        : []),
      ...(bind && k > 0 ? ['the conditioner bound nothing in the jar'] : []),
    ];
    const condition = again ? `${reasons.join(', or ')}.` : '';
    lines.push(
      changeLine(context, option, {
        at: when + (again && !notYet ? 15 * minute : 0),
        nth: String(k + 1),
        again,
        onlyIf: condition,
        subjects: levels.nitrite === 'urgent' ? ['ammonia', 'nitrite'] : ['ammonia'],
        id: `change:ammonia:${k + 1}`,
        serves,
        before,
        origin: picture,
        overHours: null,
        details: [
          ...(k === 0 ? newWaterWords(context, option) : []),
          ...(k === 0 && water.kind === 'pond' ? ['Let it in at the surface, over two hours.'] : []),
          ...(water.kind !== 'pond' && Math.abs(option.after.best.celsius - before.best.celsius) > 1
            ? ['Let it in over half an hour.']
            : []),
        ],
      }),
    );
    if (!(notYet && k === 0))
      lines.push(testAmmonia(context, when - (k === 0 ? 10 * minute : 0) + 2 * hour, `after-${k + 1}`));
  });
  const last = steps.at(-1)?.at ?? at;
  lines.push(
    testAmmonia(
      context,
      morningAfter(last, given.zone),
      'morning',
      'Test ammonia and pH: CO2 of the new water has left by then. Then daily.',
    ),
  );
  const cannot: string[] = [];
  if (levels.nitrite === 'urgent' && !isQuartered(picture.best.nitrite, left.best.nitrite))
    cannot.push(notQuartered);
  if (!reached && isAtLeast(levels.ammonia, 'urgent')) {
    cannot.push(
      steps.length === 0
        ? 'No change with this water helps now. Bind the ammonia, fetch other water, or move the animals out.'
        : 'Changes alone do not get it under Act within a day. Bind the ammonia, fetch other water, or move the animals out.',
    );
    if (steps.length === 0)
      lines.push(
        line({
          kind: 'move-out',
          at: rounded(at + 30 * minute),
          says: 'Move the animals into other, clean water: aired, covered, within 2 °C.',
          serves,
        }),
      );
  }
  return { lines, cannot, asks: ['water-at-hand'] };
}

/** What to hold while ammonia stands: whatever lifts pH. Air is never withheld from animals that gasp. */
function holds(context: Context, picture: Picture | null): PlanLine[] {
  const { given, suffering, emergency } = context;
  const total = given.figures.ammonia;
  const ph = given.figures.ph;
  if (!total || !ph || total.best < 0.25 || ph.best >= 7.5 || emergency) return [];
  const noAir =
    picture !== null && !suffering && ph.best < 7 && aired(picture.best).free.high > given.limits.free.act;
  return [
    line({
      kind: 'hold',
      hold: 'raise-ph',
      at: given.at,
      says: `Hold: no buffer, no hard water${noAir ? ', no new air stone' : ''}, until the ammonia is down.`,
      details: ['A higher pH sets it free, and free ammonia burns gills.'],
      serves: context.servedBy('ammonia', 'free-ammonia', 'ph', 'alkalinity'),
    }),
  ];
}

/** The part of a plan that brings ammonia down. */
export function ammoniaSection(context: Context): Section {
  const { given, levels, picture, suffering, sources } = context;
  const { at, figures, water } = given;
  const level = levels.ammonia;
  if (!isAtLeast(level, 'watch') || water.lives === 'nobody') return nothing;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  if (
    water.kind === 'pond' &&
    figures.temperature &&
    figures.temperature.best < 4 &&
    !isAtLeast(level, 'urgent')
  )
    return underIce(context);
  const total = figures.ammonia;
  if (!total) return nothing;
  const food = line({
    kind: 'stop-feeding',
    subjects: ['ammonia'],
    at,
    says: water.young ? 'Feed half as much, but oftener: fry starve.' : 'Feed nothing today.',
    serves,
  });
  const air = line({
    kind: 'air',
    at,
    says: 'Air more: a stone, or the outlet up so that it breaks the surface.',
    serves,
  });
  /** Less food until something is read. */
  const sparing = (until: string) =>
    isAtLeast(level, 'act')
      ? food
      : line({
          kind: 'feed-less',
          subjects: ['ammonia'],
          at,
          says: `Feed half until ${until} is read.`,
          serves,
        });
  const { ph } = figures;
  // At the end of a range of pH the tube says only “or more”: wide, and its best guess at the low end.
  const atRangeEnd =
    ph !== null && (ph.high === Infinity || (ph.high - ph.low >= wideRange && ph.best - ph.low < 0.15));
  const open = ph === null || atRangeEnd || given.isPast('ph');
  if (given.isPast('ammonia') && !suffering)
    return {
      lines: [
        sparing('it'),
        ...(level === 'urgent' ? [air] : []),
        testAmmonia(context, at, 'now', 'Test ammonia and pH first: what was read is the past.'),
      ],
    };
  // A test of five minutes that decides comes before a change, unless animals suffer.
  if (open && !suffering)
    return {
      lines: [
        sparing('pH'),
        ...(level === 'urgent' ? [air] : []),
        line({
          kind: 'test',
          subjects: ['ph'],
          nth: 'decides',
          way: atRangeEnd ? 'high-range' : 'as-usual',
          at,
          says: atRangeEnd ? 'Run the high-range pH test: it decides.' : 'Test pH: it decides.',
          serves,
        }),
        line({
          kind: 'test',
          subjects: ['ammonia'],
          nth: 'tomorrow',
          at: at + day,
          says: 'Test ammonia.',
          serves,
        }),
      ],
    };
  const moved = movedOut(context);
  if (moved) return { ...moved, lines: [air, food, ...moved.lines] };
  // What was worked out after a change proves nothing yet: the tests of that day and the next morning stand.
  if (level === 'watch' && context.wasEmergency) {
    const after = context.lastChange === null ? at : Math.max(at, context.lastChange + 2 * hour);
    return {
      lines: [
        ...(given.isEstimate('ammonia') ? [testAmmonia(context, after, 'after')] : []),
        food,
        testAmmonia(
          context,
          morningAfter(at, given.zone),
          'morning',
          'Test ammonia and pH: CO2 of the new water has left by then. Then daily.',
        ),
      ],
    };
  }
  if (level === 'watch')
    return { ...watched(context), lines: [...holds(context, picture), ...watched(context).lines] };
  if (!picture) {
    return {
      lines: [
        food,
        line({
          kind: 'tell',
          at,
          says: 'Tell the net volume of this water: without it no change can be sized.',
          serves,
        }),
        testAmmonia(context, at + 2 * hour, 'after'),
      ],
    };
  }
  const tapAmmonia = given.source?.figures.ammonia?.best ?? 0;
  const useless = sources.length > 0 && sources.every((s) => s.tanks[0]!.ammonia >= uselessFrom * total.best);
  if (useless) {
    const bindAt = rounded(at + 15 * minute);
    return {
      lines: [
        ...(level === 'urgent' ? [air] : []),
        food,
        ...holds(context, picture),
        line({
          kind: 'hold',
          hold: 'tap',
          at,
          says: `Hold: no change with ${given.source?.name ?? 'this water'}, which holds ammonia itself.`,
          details: [
            `It tends to ${given.rough('ammonia', tapAmmonia)}: half of it leaves ${given.rough('ammonia', (total.best + tapAmmonia) / 2)}.`,
          ],
          serves,
        }),
        binding(context, bindAt),
        testAmmonia(context, bindAt + 4 * hour, 'after', 'Test ammonia and pH.'),
      ],
      cannot: [
        'This tap cannot bring it down. Fetch other water, tested first: RO, rain, a neighbor’s well.',
      ],
      asks: ['water-at-hand'],
    };
  }
  if (context.emergency && isAtLeast(level, 'act')) {
    const section = inEmergency(context, picture);
    return { ...section, lines: [air, food, ...section.lines] };
  }
  const section = everydayChanges(context, picture);
  const untold = water.lives === 'untold';
  return {
    ...section,
    lines: [
      food,
      ...(water.young
        ? [line({ kind: 'remove-dead', at, says: 'Siphon out left food and anything dead.', serves })]
        : []),
      ...holds(context, picture),
      ...(untold
        ? [
            line({
              kind: 'tell',
              at,
              says: 'Say whether anything lives in it: it decides. If nothing does, leave the water.',
              serves,
            }),
          ]
        : []),
      ...section.lines,
    ],
  };
}
