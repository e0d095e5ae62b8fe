import { day } from '../wire';
import { measuredIds, shortName } from '../parameters';
import { waterKindInfo } from '../waters';
import { agoWords } from './age';
import type { Facts } from './facts';
import type { Finding } from './finding';
import { listed } from '../quantity';
import { type Status, lampWord, worse } from '../limits/status';
import { type VitalRow, vitalRows } from './vital-row';
import { type Lamp, type Rest } from './told-lamp';

function whyNot(facts: Facts, row: VitalRow): string {
  switch (row.state) {
    case 'holds':
      return '';
    case 'never':
      return 'Never read.';
    case 'too-old':
      return `Read ${agoWords(facts.at - row.takenAt!)}.`;
    case 'cannot-show':
      return 'This kit cannot show it.';
    case 'past':
    case 'no-value':
    case 'old-bottle':
      return row.because;
  }
}

function restsAt(facts: Facts): Rest[] {
  return vitalRows(facts).map((row) => ({
    parameter: row.parameter,
    label: shortName(row.parameter),
    place: facts.place.name,
    placeId: facts.place.id,
    light: row.light,
    takenAt: row.takenAt,
    estimate: row.estimate,
    because: whyNot(facts, row),
  }));
}

const isMissing = ({ light }: Rest): boolean => light === 'dusk' || light === 'dark';

/** What is missing, each once, with its place where there are several. */
const namesOf = (rests: readonly Rest[]): string[] => [
  ...new Set(rests.map((r) => (r.place ? `${r.label} (${r.place})` : r.label))),
];

/** Named beside what else is wrong: never read is one thing, read but no longer good for a claim another. */
const missingWords = (rests: readonly Rest[]): string =>
  [
    { words: 'Also unread', of: rests.filter((r) => r.takenAt === null) },
    { words: 'Read again', of: rests.filter((r) => r.takenAt !== null) },
  ]
    .filter(({ of }) => of.length > 0)
    .map(({ words, of }) => `${words}: ${listed(namesOf(of))}.`)
    .join(' ');

/** How recently anything was read that has a value, ms; where nobody lives there that is all that Clear asks for. */
const nobodyHolds = 14 * day;
const readLately = (facts: Facts): boolean =>
  measuredIds().some((p) => {
    const read = facts.read(p);
    return read?.value != null && facts.at - read.takenAt <= nobodyHolds;
  });

function clearWords(facts: Facts, estimate: boolean, notReady: boolean): string {
  if (facts.water.kind === 'source') return 'All that matters in a source was read lately and lies inside.';
  if (facts.water.kind === 'stream') return 'All that is watched here was read lately and lies inside.';
  if (facts.lives === 'nobody')
    return notReady
      ? 'Nobody lives here, as you said. It is not ready for animals.'
      : 'Nobody lives here, as you said. The filter was found ready within the week.';
  return estimate
    ? 'All that can harm here lies inside, worked out from the change; test to know.'
    : 'All that can harm here was read and lies inside its limits.';
}

/**
 * The lamp of a water from its places and what was found there.
 * @param places at least one; the worst counts
 * @param findings of all of them, worst first
 */
export function lampOf(places: readonly Facts[], findings: readonly Finding[]): Lamp {
  const [facts] = places as [Facts, ...Facts[]];
  const rests = places.flatMap(restsAt);
  const missing = rests.filter(isMissing);
  const bearing = findings.filter((f) => !f.note);
  let status: Status = bearing.map((f) => f.status).reduce(worse, missing.length > 0 ? 'unread' : 'clear');
  const kept = waterKindInfo[facts.water.kind].stocked;
  const nobody = kept && facts.lives === 'nobody';
  const nothingLately = nobody && !places.some(readLately);
  if (nothingLately) status = worse(status, 'unread');
  const notReady = nobody && !facts.filterReady;
  const worst = bearing.find((f) => f.status === status);
  const estimate = rests.some((r) => r.estimate);
  const at = (f: Finding) => (f.place ? `${f.place}: ${f.short}` : f.short);
  const sentence =
    status === 'clear'
      ? clearWords(facts, estimate, notReady)
      : worst
        ? at(worst)
        : nothingLately
          ? 'Nobody lives here, and nothing was read for 14 days. It is not ready for animals.'
          : `${listed(namesOf(missing))} must be read first.`;
  return {
    status,
    word: lampWord[status],
    sentence,
    place: worst?.place ?? '',
    rests,
    missing: status === 'unread' ? '' : missingWords(missing),
    asks: [
      ...(kept && facts.lives === 'untold' ? (['who-lives-here'] as const) : []),
      ...(facts.conditions.salted === 'untold' ? (['salt'] as const) : []),
    ],
    notReady,
    estimate: status === 'clear' && estimate,
  };
}
