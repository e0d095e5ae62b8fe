import { day, hour, minute } from '../../wire';
import type { PlanLine } from './action';
import { inEmergency } from './ammonia-emergency';
import { everydayChanges } from './ammonia-everyday';
import { binding, sizedFor, testAmmonia } from './ammonia-steps';
import { changeLine, newWaterWords } from './change-line';
import { morningAfter, rounded } from './clock';
import { type Context, type Section, isAtLeast, nothing } from './context';
import { line } from './line';
import { movedOut } from './moved-out';
import { type Picture, aired, mapPicture } from './picture';
import { freshDay, sizeChange } from './sizing';

/** Total ammonia at which feeding half is no longer enough, mg/L as N. Common practice. */
const actOnTrace = 0.5;
/** pH range of a tube at the end of its card. Hedge Lamp's own. */
const wideRange = 0.8;
/** A source of more than this part of what the tank holds does not thin it. Hedge Lamp's own. */
const uselessFrom = 0.7;

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
        says: `At the thaw: drip in a tenth${tenth}, no more than ${given.apart(2)} warmer.`,
        subjects: ['ammonia'],
        serves,
        writes: [],
      }),
    ],
  };
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
  if (level === 'watch') {
    const section = watched(context);
    return { ...section, lines: [...holds(context, picture), ...section.lines] };
  }
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
