import type { HelpSheet, SheetRow } from './told-sheet';
import { day, wallClock } from '../wire';
import { type Today, shownWords } from '../guidelines';
import { statusWord } from '../limits';
import type { Kit, MethodBook } from '../methods';
import { formatReading, fromWire } from '../quantity';
import { type Reading, doubts, drawnFromLabel } from '../readings';
import { knownIds, parameterInfo } from '../parameters';
import { type Deed, type Plan, deedDetail, deedTitle, stockNow } from '../remedies';
import { type Water, salinityLabel, waterKindInfo } from '../waters';
import { groupsIn, livesIn } from '../remedies';
import { stockGroupLabel } from '../limits';

export interface SheetGiven {
  readonly water: Water;
  /** Readings worth telling: see worthTelling. */
  readonly readings: readonly Reading[];
  readonly source: { readonly water: Water; readonly readings: readonly Reading[] } | null;
  readonly deeds: readonly Deed[];
  /** Arrivals, deaths and departures since the stock was told. */
  readonly stockDeeds?: readonly Deed[];
  readonly kits: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
  readonly today: Today;
  readonly book: MethodBook;
  readonly at: number;
  readonly zone: string;
}

/** Date and time in a zone, the same for every reader, with the zone named. Falls back to UTC for a zone unknown here. */
export function instantWords(at: number, zone: string): string {
  const { date, hours, minutes, zone: shown } = wallClock(at, zone);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${date} ${two(hours)}:${two(minutes)} ${shown}`;
}

const recent = 45 * day;

/**
 * The readings that belong on the page: the newest of each parameter, by each kit and at each place; those older than
 * six weeks only where there is no newer one of the parameter.
 */
export function worthTelling(readings: readonly Reading[], at: number): Reading[] {
  const newest = new Map<string, Reading>();
  for (const r of [...readings].sort((a, b) => b.takenAt - a.takenAt)) {
    const key = [r.parameter, r.methodId, r.kitId, r.samplingPointId].join(' ');
    const known = [...newest.values()].some((n) => n.parameter === r.parameter);
    if (!newest.has(key) && (!known || at - r.takenAt <= recent)) newest.set(key, r);
  }
  return [...newest.values()].sort(
    (a, b) => knownIds().indexOf(a.parameter) - knownIds().indexOf(b.parameter) || b.takenAt - a.takenAt,
  );
}

function rowOf(reading: Reading, water: Water, { kits, book }: Pick<SheetGiven, 'kits' | 'book'>): SheetRow {
  const { parameter, methodId, kitId, entered } = reading;
  const method = methodId === null ? null : (book.find(methodId, reading.methodVersion)?.name ?? methodId);
  const kit = kits.find((k) => k.id === kitId);
  const place = water.samplingPoints.find((p) => p.id === reading.samplingPointId)?.name;
  const diluted =
    'dilution' in entered && (entered.dilution ?? 1) > 1 ? [`diluted ${entered.dilution} times`] : [];
  const value =
    entered.how === 'answer'
      ? entered.says
      : reading.value
        ? shownWords(water, parameter, fromWire(reading.value))
        : 'no color of its card';
  return {
    what: parameterInfo(parameter).label,
    value,
    by: [method ?? 'method not noted', ...(kit ? [kit.name] : []), ...diluted].join(', '),
    when: instantWords(reading.takenAt, reading.zone),
    sample:
      [place, reading.drawnFrom ? drawnFromLabel[reading.drawnFrom] : null].filter(Boolean).join(', ') ||
      'not noted',
    doubts:
      [...reading.doubts.map((d) => doubts[d].label), ...(reading.note ? [reading.note] : [])].join('; ') ||
      'none noted',
  };
}

const aboutOf = (water: Water, deeds: readonly Deed[]): string[] => [
  waterKindInfo[water.kind].label,
  ...(water.netLiters === null ? [] : [`${Number(water.netLiters.toPrecision(3))} L net`]),
  ...(water.cycling ? ['filter still growing in'] : []),
  ...stockWords(water, deeds),
  ...(water.salinity === null ? [] : [salinityLabel[water.salinity]]),
];

/** Who lives there, with numbers and weights as far as they were told. */
function stockWords(water: Water, deeds: readonly Deed[]): string[] {
  const groups = groupsIn(water);
  if (groups.length === 0)
    return [
      livesIn(water, { deeds }) === 'nobody'
        ? 'No animals, as its keeper says'
        : 'Who lives there was not told',
    ];
  const lines = stockNow(water.stock, deeds).map(({ group, count, gramsEach, centimetersEach, stage }) =>
    [
      count === null ? '' : String(count),
      stage === 'young' ? 'young' : '',
      stockGroupLabel[group].toLowerCase(),
      gramsEach === null ? '' : `of ${gramsEach} g`,
      centimetersEach === null ? '' : `of ${centimetersEach} cm`,
    ]
      .filter(Boolean)
      .join(' '),
  );
  return [
    `Stock: ${groups.map((g) => stockGroupLabel[g]).join(', ')}`,
    ...(lines.length > 0 ? [`Counted: ${lines.join('; ')}`] : []),
  ];
}

/** The plan with the times of a keeper's clock, what was ticked first. */
function planLines({ done, lines, cannot }: Plan, zone: string): string[] {
  const short = (at: number) => instantWords(at, zone).slice(0, 16);
  return [
    ...done.map((d) => `Done ${short(d.at)}: ${d.says}`),
    ...lines
      .filter((l) => l.putOffUntil === null)
      .map((l) =>
        [l.at === null ? 'Later:' : `${l.within ? 'By ' : ''}${short(l.at)}:`, l.says, l.onlyIf]
          .filter(Boolean)
          .join(' '),
      ),
    ...cannot,
  ];
}

/** Gathers the page. All words; nothing is left out that a helper would ask for. */
export function helpSheet(given: SheetGiven): HelpSheet {
  const { water, readings, source, deeds, today, at, zone } = given;
  const computed = today.gauges
    .filter((g) => g.subject === 'free-ammonia' && g.value !== null)
    .map((g) =>
      [
        `${g.label}${g.place ? `, ${g.place}` : ''}: ${formatReading(fromWire(g.value!))} ${g.unit}.`,
        ...g.gaps,
      ].join(' '),
    );
  return {
    name: water.name,
    made: instantWords(at, zone),
    about: aboutOf(water, given.stockDeeds ?? deeds),
    rows: readings.map((r) => rowOf(r, water, given)),
    computed,
    source: source && {
      name: source.water.name,
      // In the units of the water itself, so that the two can be compared.
      rows: source.readings.map((r) => rowOf(r, { ...source.water, units: water.units }, given)),
    },
    done: deeds.map(
      (d) => `${instantWords(d.at, d.zone)}: ${[deedTitle(d), deedDetail(d)].filter(Boolean).join(', ')}`,
    ),
    lamp: [`${today.lamp.word}: ${today.lamp.sentence}`, today.lamp.missing].filter(Boolean).join(' '),
    findings: today.findings
      .filter((f) => f.status !== 'clear')
      .map(
        (f) =>
          `${f.note ? 'Note' : statusWord[f.status]}${f.place ? `, ${f.place}` : ''}: ${f.what} ${f.howSure}`,
      ),
    plan: planLines(today.plan, zone),
    neverRead: [
      ...new Set(
        today.gauges
          .filter((g) => g.value === null && g.workings === null && g.subject !== 'free-ammonia')
          .map((g) => (g.place ? `${g.label} (${g.place})` : g.label)),
      ),
    ],
  };
}
