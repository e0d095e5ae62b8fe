import { day, hour } from '../../wire';
import type { PlanLine } from './action';
import { changeLine, newWaterWords } from './change-line';
import { rounded } from './clock';
import { type Context, type Section, isAtLeast, nothing } from './context';
import { line, shareWords } from './line';
import { shares, sizeChange } from './sizing';

/** What is changed against nitrate at once: a quarter at Watch, three tenths at Act. Common practice; it is no emergency. */
const atWatch = 0.25;
const atAct = 0.3;
/** A reading of which the top is twice its low end or more does not tell how many changes it takes. Hedge Lamp's own. */
const vague = 2;
/** Days of changing that a person would accept. Hedge Lamp's own. */
const mostDays = 40;

/** Days until a daily change brings nitrate under a target, with what is made between; null where it never does. */
export function daysToReach(
  now: number,
  source: number,
  share: number,
  made: number,
  target: number,
): number | null {
  let level = now;
  for (let n = 0; n <= mostDays; n++) {
    if (level < target) return n;
    level = (1 - share) * level + share * source + made;
  }
  return null;
}

/** The part of a plan that brings nitrate, or salt, down: on an ordinary day, within its caps. */
export function nitrateSection(context: Context): Section {
  const { given, levels, everyday, picture, lastChange } = context;
  const level = levels.nitrate;
  const { nitrate } = given.figures;
  const { at, water, limits } = given;
  if (!isAtLeast(level, 'watch') || !nitrate || water.lives === 'nobody' || context.emergency) return nothing;
  // Ammonia that wants acting on comes first, and its changes take nitrate along.
  if (isAtLeast(levels.ammonia, 'act')) return nothing;
  const best = Math.max(nitrate.best, nitrate.low);
  if (best <= limits.nitrateTarget) return nothing;
  const serves = context.servedBy('nitrate');
  if (given.isPast('nitrate'))
    return {
      lines: [
        line({
          kind: 'test',
          subjects: ['nitrate'],
          nth: 'now',
          at,
          says: 'Test nitrate first: what was read is the past.',
          serves,
        }),
      ],
    };
  const lines: PlanLine[] = [];
  const open = !Number.isFinite(nitrate.high) || nitrate.high >= vague * Math.max(nitrate.low, 1e-6) * 1.5;
  const changedSince = lastChange !== null && lastChange > (given.readAt('nitrate') ?? 0);
  const byStrip = given.concerns.some((c) =>
    c.proposals.some((p) => p.way === 'drops' && p.subjects.includes('nitrate')),
  );
  if (level === 'act' && open && !changedSince && !byStrip)
    lines.push(
      line({
        kind: 'test',
        subjects: ['nitrate'],
        nth: 'diluted',
        way: 'dilute',
        dilution: 5,
        at,
        says: 'Dilute nitrate 1:4 and test: it tells how many changes it takes.',
        details: ['One part sample, four parts distilled water; times five.'],
        serves,
      }),
    );
  const feedLess = line({
    kind: 'feed-less',
    subjects: ['nitrate'],
    at,
    says: 'Feed less; add fast plants.',
    serves,
  });
  const source = given.source?.figures.nitrate?.best ?? 0;
  if (given.source && source >= best * 0.95)
    return {
      lines: [
        ...lines,
        line({
          kind: 'blend',
          subjects: ['nitrate'],
          says: `Blend RO or rain water into the next changes: ${given.source.name} holds as much nitrate itself.`,
          serves,
        }),
        feedLess,
      ],
      cannot: [
        `A change with ${given.source.name} cannot bring nitrate under ${given.rough('nitrate', source)}.`,
      ],
    };
  if (!picture) {
    const apart = (figure: 'alkalinity' | 'hardness'): number => {
      const [here, there] = [given.figures[figure], given.source?.figures[figure]];
      return here && there ? Math.abs(here.best - there.best) : 0;
    };
    const mild = shares.find(
      (s) =>
        s <= Math.min(atWatch, everyday.share) &&
        s * apart('alkalinity') <= everyday.alkalinity + 1e-9 &&
        s * apart('hardness') <= everyday.hardness + 1e-9,
    );
    if (mild === undefined)
      return {
        lines: [...lines, feedLess],
        cannot: ['No change with this water is mild enough today. Blend it with RO, so that KH and GH fit.'],
      };
    return {
      lines: [
        ...lines,
        line({
          kind: 'change',
          subjects: ['nitrate'],
          nth: 'unsized',
          at: at + (level === 'watch' ? 2 * day : 0),
          within: level === 'watch',
          says: `Change ${shareWords(mild)}${water.liters === null ? '' : `, ${given.volume(mild * water.liters)}`}; test pH of both waters first.`,
          details: ['pH was not read: where the new water has more, it frees ammonia.'],
          serves,
          writes:
            water.liters === null
              ? []
              : [
                  {
                    kind: 'water-change',
                    detail: '',
                    amount: {
                      by: 'part',
                      percent: String(Math.round(100 * mild)),
                      sourceWaterId: given.source?.id ?? null,
                      conditioned: true,
                    },
                  },
                ],
        }),
      ],
    };
  }
  const drip = everyday.drip && everyday.share < 0.5;
  const when =
    lastChange !== null && at - lastChange < 20 * hour ? lastChange + day : rounded(at + 15 * 60_000);
  const option = sizeChange({
    picture,
    origin: picture,
    sources: context.sources,
    caps: everyday,
    free: limits.free,
    isEnough: (after) => after.nitrate <= limits.nitrateTarget,
    badness: (_b, after) => after.nitrate,
    keepHardness: everyday.drip && given.figures.hardness !== null,
    mostShare: level === 'watch' ? atWatch : atAct,
  });
  if (!option) {
    // What is not known is taken at its worst: a test may allow what that forbids.
    const untested = context.sources.filter(
      ({ source: from }) =>
        from.id !== null && (from.figures.ph === null || from.figures.alkalinity === null),
    );
    const unread = given.figures.ammonia === null || given.isPast('ammonia');
    const again = line({
      kind: 'test',
      subjects: ['nitrate'],
      nth: 'again',
      at: at + 3 * day,
      says: 'Test nitrate.',
      serves,
    });
    if (untested.length > 0 || unread)
      return {
        lines: [
          ...lines,
          feedLess,
          ...untested.map(({ source: from }) =>
            line({
              kind: 'tell',
              nth: `source-${from.id}`,
              at,
              says: `Test pH and KH of ${from.name}: then the change can be sized.`,
              serves,
            }),
          ),
          ...(unread
            ? [
                line({
                  kind: 'test',
                  subjects: ['ammonia'],
                  nth: 'decides',
                  at,
                  says: 'Test ammonia: a change may set it free.',
                  serves,
                }),
              ]
            : []),
          again,
        ],
        asks: ['source-tests'],
      };
    return {
      lines: [...lines, feedLess, again],
      cannot: ['No change with this water is mild enough today. Blend it with RO, so that KH and pH fit.'],
    };
  }
  const { share } = option;
  const made = given.nitrateRise ?? 0;
  const goal = [limits.nitrateTarget, limits.nitrate.act].find((x) => source + made / share < x) ?? null;
  const days = goal === null ? null : daysToReach(option.after.best.nitrate, source, share, made, goal);
  const settles = source + made / share;
  const floor =
    source > 0 ? `It cannot go under the ${given.rough('nitrate', source)} of ${given.source!.name}.` : '';
  const course =
    level === 'act' && drip
      ? days === null || goal === null
        ? `Daily, it settles near ${given.rough('nitrate', settles)}: feed less, or more plants.`
        : `The same each day: under ${given.rough('nitrate', goal)} after ${days + 1} days${made > 0 ? `; it settles near ${given.rough('nitrate', settles)}` : ''}.`
      : floor;
  lines.push(
    changeLine(context, option, {
      at: level === 'watch' && !changedSince ? at + 2 * day : when,
      within: level === 'watch',
      nth: 'nitrate',
      again: changedSince,
      subjects: ['nitrate'],
      serves,
      before: picture,
      overHours: drip ? 2 : null,
      onlyIf: changedSince
        ? `Only if nitrate still reads over ${given.rough('nitrate', limits.nitrateTarget)}.`
        : '',
      details: [...(course ? [course] : []), ...newWaterWords(context, option)],
    }),
  );
  const effect = {
    subject: 'nitrate' as const,
    label: 'Nitrate',
    unit: given.shown('nitrate', nitrate).unit,
  };
  const end = (x: number) => (x === Infinity ? Infinity : (1 - share) * x + share * source);
  const sourceRange = given.source?.figures.nitrate ?? { low: source, best: source, high: source };
  const after = {
    low: (1 - share) * nitrate.low + share * sourceRange.low,
    best: end(nitrate.best),
    high:
      nitrate.high === Infinity
        ? Infinity
        : (1 - share) * nitrate.high + share * Math.min(sourceRange.high, nitrate.high),
  };
  const wire = (i: { low: number; best: number; high: number }) => {
    const { value } = given.shown('nitrate', i);
    return { low: value.low, best: value.best, high: Number.isFinite(value.high) ? value.high : null };
  };
  const last = lines.pop()!;
  lines.push({
    ...last,
    effects: [{ ...effect, before: wire(nitrate), after: wire(after) }, ...last.effects],
  });
  if (level === 'act') {
    if (!drip && !changedSince)
      lines.push(
        line({
          kind: 'change',
          subjects: ['nitrate'],
          nth: 'nitrate-again',
          at: when + day + hour,
          says: `Change as much again: about ${given.rough('nitrate', (1 - share) * after.best + share * source)} then.`,
          onlyIf: `Only if nitrate still reads over ${given.rough('nitrate', limits.nitrate.act)}.`,
          serves,
          writes: [],
        }),
      );
    lines.push(
      line({
        kind: 'test',
        subjects: ['nitrate'],
        nth: 'again',
        at: at + (drip ? 3 : 1) * day,
        says: 'Test nitrate.',
        serves,
      }),
      feedLess,
    );
  }
  return { lines };
}

/** Salt that wears fresh-water animals down: out with it part by part, unless it is a medicine. */
export function chlorideSection(context: Context): Section {
  const { given, levels, picture, everyday } = context;
  if (!isAtLeast(levels.chloride, 'watch') || given.water.lives === 'nobody' || !picture || context.emergency)
    return nothing;
  const option = sizeChange({
    picture,
    origin: picture,
    sources: context.sources,
    caps: everyday,
    free: given.limits.free,
    isEnough: () => false,
    badness: (_b, after) => after.chloride,
    keepHardness: false,
    mostShare: atWatch,
  });
  const serves = context.servedBy('chloride');
  const ask = line({
    kind: 'tell',
    nth: 'salt',
    subjects: ['chloride'],
    says: 'Say in the form of this water whether the salt is a medicine.',
    serves,
  });
  if (!option || option.after.best.chloride >= picture.best.chloride * 0.97) return { lines: [ask] };
  return {
    lines: [
      ask,
      changeLine(context, option, {
        at: given.at + day,
        within: true,
        nth: 'chloride',
        onlyIf: 'Only if the salt is no medicine.',
        subjects: ['chloride'],
        serves,
        before: picture,
        overHours: everyday.drip ? 2 : null,
        details: newWaterWords(context, option),
      }),
    ],
  };
}
