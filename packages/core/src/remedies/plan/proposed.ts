import { day, hour } from '../../wire';
import { listed } from '../../quantity';
import { midSentence, shortName } from '../../parameters';
import type { ParameterId } from '../../parameters';
import type { PlanLine } from './action';
import { rounded } from './clock';
import { type Context, type Section } from './context';
import { line } from './line';
import type { Concern } from './given';
import type { Proposal } from './proposal';

const named = (subjects: readonly ParameterId[]) => listed(subjects.map((s) => midSentence(shortName(s))));

const sized = [
  'change',
  'drip',
  'salt',
  'raise-kh',
  'raise-gh',
  'feed-less',
  'stop-feeding',
  'air',
  'bind',
  'gas-off',
] as const;

/** What was read so lately is not tested again for the asking; where animals suffer, sooner. Hedge Lamp's own. */
const justRead = { usual: 12 * hour, suffering: 2 * hour } as const;
const retestable: readonly Proposal['way'][] = ['as-usual', 'dawn-and-dusk'];

/** The tests of a proposal that still tell something new. */
function wanted(
  { given, suffering, emergency }: Context,
  concern: Concern,
  p: Proposal,
): readonly ParameterId[] {
  if (!retestable.includes(p.way) || p.says !== '' || concern.status === 'unread') return p.subjects;
  if (emergency && p.way !== 'as-usual') return [];
  const since = suffering || concern.rule === 'signs' ? justRead.suffering : justRead.usual;
  return p.subjects.filter((s) => {
    const at = given.readAt(s);
    return at === null || given.isPast(s) || given.at - at > since;
  });
}

function testWords({ subjects, way, dilution, says }: Proposal): string {
  if (says) return says;
  const names = named(subjects);
  switch (way) {
    case 'dilute':
      return `Dilute ${names} 1:${dilution > 1 ? dilution : 10} and test: it decides.`;
    case 'repeat':
      return `Repeat ${names} from a fresh sample.`;
    case 'double-sample':
      return `Test ${names} with twice the sample: a drop then counts half.`;
    case 'high-range':
      return `Run the high-range ${names} test: it decides.`;
    case 'low-range':
      return `Run the low-range ${names} test: it decides.`;
    case 'drops':
      return `Confirm ${names} with drops.`;
    case 'afternoon':
      return 'Test pH in the afternoon: light drives it up.';
    case 'dawn-and-dusk':
      return 'Test pH at dawn and at dusk, for two days.';
    case 'shaken':
      return 'Repeat nitrate: shake bottle 2 for 30 s and the tube for 60 s.';
    case 'upstream':
      return `Test ${names} again above and below, at the same hour.`;
    case 'other-kit':
      return `Repeat ${names} with the other kit, from a fresh sample.`;
    case 'phenolphthalein':
      return 'Repeat pH first, then the drop of phenolphthalein on a fresh sample.';
    case 'thermometer':
      return 'Read a thermometer.';
    case 'as-usual':
      return `Test ${names}${subjects.length > 1 ? ', in one sitting' : ''}.`;
  }
}

const testDetail = ({ way, dilution }: Proposal): string[] =>
  way === 'dilute'
    ? [
        `${dilution > 1 && dilution !== 10 ? `1 part sample, ${dilution - 1} parts distilled water` : '1 mL of sample and 9 mL distilled water'}; times ${dilution > 1 ? dilution : 10}.`,
      ]
    : [];

const dueAfter: Readonly<Record<Concern['status'], number>> = {
  unread: 0,
  clear: 7 * day,
  watch: 0,
  act: 0,
  urgent: 0,
};

/** Proposals that need no sizing: tests that decide, causes to look for, what to hold. */
export function proposedSection(context: Context): Section {
  const { given } = context;
  const lines: PlanLine[] = [];
  const frozen = given.water.kind === 'pond' && (given.figures.temperature?.best ?? 99) < 4;
  for (const concern of given.concerns) {
    for (const [k, p] of concern.proposals.entries()) {
      if ((sized as readonly string[]).includes(p.kind) && p.says === '') continue;
      if (frozen && (p.kind === 'warm' || p.kind === 'stop-feeding' || p.kind === 'feed-less')) continue;
      const standing =
        concern.note || (given.water.kind === 'source' && (p.kind !== 'test' || p.subjects.length === 0));
      const at = standing ? null : given.at + dueAfter[concern.status];
      const subjects = p.kind === 'test' ? wanted(context, concern, p) : p.subjects;
      if (p.kind === 'test' && p.subjects.length > 0 && subjects.length === 0) continue;
      if (frozen && p.kind === 'find-cause') continue;
      const base = {
        subjects: [...subjects],
        serves: [concern.findingId],
        placeId: p.kind === 'test' ? concern.placeId : null,
      };
      const where = concern.place && p.kind === 'test' ? ` (${concern.place})` : '';
      if (p.kind === 'test') {
        const says = testWords({ ...p, subjects: [...subjects] });
        lines.push(
          line({
            ...base,
            kind: 'test',
            nth: [p.way === 'as-usual' ? 'now' : p.way, concern.placeId ?? ''].filter(Boolean).join('@'),
            way: p.way,
            at,
            says: where ? says.replace(/\.$/, `${where}.`) : says,
            details: testDetail(p),
            dilution: p.dilution,
          }),
        );
      } else
        lines.push(
          line({
            ...base,
            kind: p.kind,
            nth: `${concern.rule}-${k}`,
            hold: p.hold,
            at:
              at === null || p.kind === 'blend' || p.kind === 'keep-apart'
                ? null
                : p.kind === 'find-cause'
                  ? rounded(at + 3 * hour)
                  : at,
            within: p.kind === 'find-cause',
            says: p.says,
          }),
        );
    }
  }
  return { lines };
}

/** Nothing is wrong: the next test, before the readings that Clear rests on run out. */
export function claimsSection(context: Context): Section {
  const { given } = context;
  const claims = given.claims.filter((c) => c.until > given.at);
  if (claims.length === 0) return { lines: [] };
  const first = Math.min(...claims.map((c) => c.until));
  const group = claims.filter((c) => c.until <= first + day);
  const subjects = [...new Set(group.map((c) => c.parameter))];
  return {
    lines: [
      line({
        kind: 'test',
        subjects,
        nth: 'claim',
        at: first,
        within: true,
        says: `Test ${named(subjects)}.`,
        placeId:
          group.length > 0 && group.every((c) => c.placeId === group[0]!.placeId) ? group[0]!.placeId : null,
      }),
    ],
  };
}
