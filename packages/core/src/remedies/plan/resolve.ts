import { day, hour, minute } from '../../wire';
import { FieldError, listed } from '../../quantity';
import { type ParameterId, midSentence, knownIds, shortName } from '../../parameters';
import { type Plan, type PlanLine, rankOf } from './action';
import { ammoniaSection } from './ammonia';
import { chlorineSection, gasSection } from './gases';
import { frostSection, nobodySection, powerSection, signsSection } from './care';

import { type Context, type Section, contextOf, isAtLeast } from './context';
import type { PlanGiven } from './given';
import { chlorideSection, nitrateSection } from './nitrate';
import { line } from './line';
import { nitriteSection } from './nitrite';
import { claimsSection, proposedSection } from './proposed';
import { reservesSection } from './reserves';

const harms = { 'stop-feeding': 2, 'feed-less': 1 } as const;

/** Sections of a plan in the order of their weight: where two want the same, the first has its say. */
const sections: readonly ((context: Context, before: readonly PlanLine[]) => Section)[] = [
  signsSection,
  chlorineSection,
  gasSection,
  powerSection,
  frostSection,
  ammoniaSection,
  nitriteSection,
  nitrateSection,
  chlorideSection,
  reservesSection,
  nobodySection,
  proposedSection,
];

const isChange = ({ kind }: PlanLine) => kind === 'change' || kind === 'drip';

/** One line of each: no feeding outweighs half of it; air is asked for once. */
function onceEach(lines: readonly PlanLine[]): PlanLine[] {
  const kept: PlanLine[] = [];
  const merge = (into: PlanLine, from: PlanLine) => {
    const k = kept.indexOf(into);
    kept[k] = {
      ...into,
      serves: [...new Set([...into.serves, ...from.serves])],
      details: [...new Set([...into.details, ...from.details])],
    };
  };
  for (const l of lines) {
    const repeats = isChange(l) || l.kind === 'test' || l.kind === 'raise-kh' || l.kind === 'look';
    const same = kept.find((k) => k.id === l.id || (!repeats && k.says === l.says));
    if (same) {
      merge(same, l);
      continue;
    }
    if (l.kind === 'air' || (l.kind === 'find-cause' && !l.id.endsWith('warmth'))) {
      const there = kept.find((k) => k.kind === l.kind && !k.id.endsWith('warmth'));
      if (there) {
        merge(there, l);
        continue;
      }
    }
    if (l.kind === 'stop-feeding' || l.kind === 'feed-less') {
      const there = kept.find((k) => k.kind === 'stop-feeding' || k.kind === 'feed-less');
      if (there) {
        const longer = /two days/.test(l.says) && !/two days/.test(there.says);
        const stronger = harms[l.kind] > harms[there.kind as keyof typeof harms] || longer ? l : there;
        kept[kept.indexOf(there)] = { ...stronger, serves: [...new Set([...there.serves, ...l.serves])] };
        continue;
      }
    }
    kept.push(l);
  }
  return kept;
}

/**
 * Actions that exclude each other never stand in one plan.
 * @returns true where the second may not stand beside the first
 */
export function excludes(first: PlanLine, second: PlanLine): boolean {
  // What lifts pH waits while ammonia would be set free by it.
  if (first.kind === 'hold' && first.hold === 'buffer') return second.kind === 'raise-kh';
  if (first.kind === 'hold' && first.hold === 'raise-ph')
    return second.kind === 'hold' && second.hold === 'buffer' && second.says.startsWith('Hold: raise KH');
  // One water cannot be changed for two reasons at once: the first change serves both.
  if (
    isChange(first) &&
    isChange(second) &&
    first.onlyIf === '' &&
    second.onlyIf === '' &&
    first.id !== second.id
  )
    return (
      Math.abs((first.at ?? 0) - (second.at ?? 0)) < 20 * hour &&
      !first.id.includes('tub') &&
      !second.id.includes('tub')
    );
  if (isChange(first) && isChange(second) && first.onlyIf !== '' && second.onlyIf !== '')
    return (
      first.subjects[0] !== second.subjects[0] &&
      first.amount?.share != null &&
      second.amount?.share != null &&
      Math.abs((first.at ?? 0) - (second.at ?? 0)) < 2 * hour
    );
  // A large change beside a molt that is stuck.
  if (first.kind === 'hold' && first.id.endsWith('molt'))
    return isChange(second) && second.onlyIf === '' && (second.amount?.share ?? 0) > 0.15;
  // What to do if it climbs is another thing than what is done anyway.
  if (isChange(first) && first.onlyIf === '' && isChange(second) && second.id.endsWith('if-more'))
    return true;
  // A change moves KH and GH itself: what a salt adds waits for another day, when it is reckoned anew.
  if (isChange(first) && first.onlyIf === '' && (second.kind === 'raise-kh' || second.kind === 'raise-gh'))
    return Math.abs((first.at ?? 0) - (second.at ?? 0)) < day;
  // Raising KH by salt beside a change that brings KH would do it twice.
  return first.kind === 'drip' && first.id.endsWith('reserves') && second.kind === 'raise-kh';
}

/** What a line that stands makes superfluous: a change that was sized by the airing bound needs no word against hard water. */
const allows = (l: PlanLine): boolean =>
  (l.kind === 'drip' && l.id.endsWith('reserves')) || (l.kind === 'raise-kh' && l.onlyIf === '');

function withoutExcluded(all: readonly PlanLine[]): PlanLine[] {
  const kept: PlanLine[] = [];
  const allowed = all.some(allows);
  const ordered = [...all].sort((a, b) => (a.onlyIf === '' ? 0 : 1) - (b.onlyIf === '' ? 0 : 1));
  const lines = ordered.filter((l) => !(allowed && l.kind === 'hold' && l.hold === 'raise-ph'));
  for (const l of lines) {
    const against = kept.find((k) => excludes(k, l));
    if (!against) kept.push(l);
    else if (isChange(against) && isChange(l) && against.onlyIf !== '' && l.onlyIf !== '') {
      // One change for two poisons: either of them is reason enough.
      const k = kept.indexOf(against);
      const either = `${against.onlyIf.replace(/\.$/, '')}, or ${l.onlyIf.replace(/^Only if /, '')}`;
      kept[k] = { ...against, onlyIf: either, serves: [...new Set([...against.serves, ...l.serves])] };
    } else if (isChange(against) && isChange(l)) {
      const k = kept.indexOf(against);
      kept[k] = {
        ...against,
        serves: [...new Set([...against.serves, ...l.serves])],
        subjects: [...new Set([...against.subjects, ...l.subjects])],
      };
    }
  }
  return kept;
}

/** How near two tests lie to be one sitting. */
const oneSitting = 45 * minute;

const nameOf = (p: ParameterId): string => midSentence(shortName(p));

/**
 * One retest a parameter until something is done in between, the earliest; tests of one sitting stand in one line. Those
 * of another way or another place stay apart, and each later test of a series that hangs on what was read.
 */
function mergedTests(lines: readonly PlanLine[]): PlanLine[] {
  const isTest = (l: PlanLine) => l.kind === 'test';
  const plain = (l: PlanLine) => l.way === null || l.way === 'as-usual';
  const others = lines.filter((l) => !isTest(l));
  const changes = others.filter(
    (l) =>
      isChange(l) || l.kind === 'bind' || l.kind === 'raise-kh' || l.kind === 'salt' || l.kind === 'raise-gh',
  );
  const between = (a: number, b: number) => changes.some((c) => c.at !== null && c.at >= a && c.at < b);
  const series = /:(day-1|day-3|morning|tub)$/;
  const kept: PlanLine[] = [];
  const tests = lines
    .filter(isTest)
    .sort((a, b) => (a.at ?? Infinity) - (b.at ?? Infinity) || (plain(a) ? 1 : 0) - (plain(b) ? 1 : 0));
  for (const t of tests) {
    const covered = (p: ParameterId): boolean =>
      kept.some(
        (k) =>
          k.subjects.includes(p) &&
          (k.placeId === t.placeId || t.placeId === null) &&
          k.at !== null &&
          // A later test of the same tells something new once something was done, or a day of a series has gone by.
          ((t.at ?? Infinity) - k.at < oneSitting || !(between(k.at, t.at ?? Infinity) || series.test(t.id))),
      );
    const left = t.subjects.filter((p) => !covered(p));
    if (left.length === 0 && t.subjects.length > 0) {
      const there = kept.find((k) => t.subjects.some((p) => k.subjects.includes(p)))!;
      kept[kept.indexOf(there)] = { ...there, serves: [...new Set([...there.serves, ...t.serves])] };
      continue;
    }
    if (!plain(t)) {
      kept.push(t);
      continue;
    }
    const beside = kept.find(
      (k) =>
        plain(k) &&
        k.at !== null &&
        t.at !== null &&
        Math.abs(k.at - t.at) < oneSitting &&
        k.placeId === t.placeId &&
        !k.id.endsWith('tub') &&
        !t.id.endsWith('tub'),
    );
    if (beside) {
      const subjects = knownIds().filter((p) => beside.subjects.includes(p) || left.includes(p));
      const k = kept.indexOf(beside);
      kept[k] = {
        ...beside,
        subjects,
        says: `Test ${listed(subjects.map(nameOf))}${/it decides/.test(`${beside.says}${t.says}`) ? ': it decides what comes next' : ''}.`,
        details: [...new Set([...beside.details, ...t.details])],
        serves: [...new Set([...beside.serves, ...t.serves])],
      };
      continue;
    }
    kept.push(
      left.length === t.subjects.length
        ? t
        : { ...t, subjects: left, says: `Test ${listed(left.map(nameOf))}.` },
    );
  }
  return [...others, ...kept];
}

const order = (a: PlanLine, b: PlanLine): number =>
  (a.at ?? Infinity) - (b.at ?? Infinity) || rankOf(a.kind) - rankOf(b.kind);

/** Figures that go together at no pH size nothing: they are read again. */
function sound(section: (context: Context) => Section, context: Context): Section {
  try {
    return section(context);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return {
      lines: [
        line({
          kind: 'test',
          subjects: ['ph', 'alkalinity'],
          nth: 'contradiction',
          way: 'repeat',
          at: context.given.at,
          says: 'Repeat pH and KH: these figures do not go together.',
        }),
      ],
    };
  }
}

const times = ['', ' again', ' once more', ' a fourth time', ' a fifth time'] as const;

/** No sentence is said twice: a line that comes again says so, and what was said with an earlier one is left out. */
function withoutRepeats(lines: readonly PlanLine[]): PlanLine[] {
  const said = new Map<string, number>();
  const heard = new Set<string>();
  return lines.map((l) => {
    const n = said.get(l.says) ?? 0;
    said.set(l.says, n + 1);
    const from = / again\b/.test(l.says) ? 1 : 0;
    const says =
      n === 0 ? l.says : l.says.replace(/( again)?([,.:](?!\d)| \()/, `${times[n + from] ?? ' yet again'}$2`);
    const details = l.details.filter((d) => {
      // How much goes in is said with each change.
      if (/GH stays/.test(d)) return true;
      const isNew = !heard.has(d);
      heard.add(d);
      return isNew;
    });
    return { ...l, says, details };
  });
}

/** What was ticked within a day and need not be said again; a test or a change is another matter. */
function notDone(lines: readonly PlanLine[], { deeds, at }: PlanGiven): PlanLine[] {
  const ticked = new Set(
    deeds.filter((d) => d.planLine !== null && at - d.at < day).map((d) => d.planLine!.lineId),
  );
  const once = [
    'air',
    'gas-off',
    'move-out',
    'stop-feeding',
    'feed-less',
    'remove-dead',
    'media',
    'find-cause',
    'warm',
    'cool',
    'plants',
    'look',
    'vessel',
    'bind',
    'salt',
    'seed-filter',
    'replace-bottle',
    'blend',
    'keep-apart',
    'ask-professional',
  ];
  const fasting = deeds.some(
    (d) => d.planLine?.lineId.startsWith('stop-feeding') === true && at - d.at < day,
  );
  return lines.filter(
    (l) =>
      !(fasting && (l.kind === 'feed-less' || l.kind === 'stop-feeding')) &&
      !(ticked.has(l.id) && (once.includes(l.kind) || l.id.endsWith('tub'))),
  );
}

/** The plan of a water, all its poisons together: lines in order of time, less what was ticked within a day. */
export function planOf(given: PlanGiven): Plan {
  const context = contextOf(given);
  const parts: Section[] = [];
  for (const section of sections) {
    const before = parts.flatMap((p) => p.lines);
    parts.push(sound((c) => section(c, before), context));
  }
  const all = parts.flatMap((p) => p.lines);
  let lines = withoutExcluded(onceEach(all));
  lines = notDone(lines, given);
  const urgent = context.emergency;
  if (!lines.some((l) => l.kind === 'test' && l.at !== null)) lines.push(...claimsSection(context).lines);
  lines = withoutRepeats(mergedTests(lines).sort(order));
  const putOff = new Map(given.putOff.map((p) => [p.lineId, p.until]));
  const doneTicks = new Map<string, { tickId: string; says: string; at: number }>();
  for (const d of given.deeds)
    if (d.planLine && given.at - d.at < day && !doneTicks.has(d.planLine.tickId))
      doneTicks.set(d.planLine.tickId, { tickId: d.planLine.tickId, says: d.planLine.says, at: d.at });
  const asks = [...new Set(parts.flatMap((p) => p.asks ?? []))];
  return {
    at: given.at,
    emergency: urgent,
    lines: lines.map((l) => ({
      ...l,
      putOffUntil: (putOff.get(l.id) ?? 0) > given.at ? putOff.get(l.id)! : null,
    })),
    done: [...doneTicks.values()].sort((a, b) => a.at - b.at),
    cannot: [...new Set(parts.flatMap((p) => p.cannot ?? []))],
    asks: [
      ...asks.filter(
        (a) => a !== 'water-at-hand' || (given.others.length === 0 && given.source?.litersAtHand == null),
      ),
      ...(lines.some((l) => isChange(l) || l.hold === 'tap') &&
      given.source !== null &&
      (given.source.showedAmmoniaLongAgo ||
        (['ammonia', 'ph', 'alkalinity'] as const).some((p) => given.source!.figures[p] === null))
        ? (['source-tests'] as const)
        : []),
      ...(isAtLeast(context.levels.ammonia, 'act') && !given.water.hasFilter && given.stockGrams === null
        ? (['stock'] as const)
        : []),
      ...(lines.some(isChange) && given.source === null && given.others.length === 0
        ? (['source'] as const)
        : []),
    ],
    afterwards: [...given.afterwards],
  };
}
