import { day as dayMs } from '../wire';
import {
  type Interval,
  type Worked,
  add,
  formatReading,
  interval,
  molarMass,
  overBox,
  overlap,
  point,
  scale,
  subtract,
  worked,
} from '../quantity';
import type { Deed } from '../remedies';
import type { CycleLog, SourceWater } from './cycle-log';
import { effectOfDeed, nitrogenWords } from './gather-log';

interface BookRow {
  readonly label: string;
  /** mg/L as N. */
  readonly amount: Interval;
  readonly note: string;
}
export interface NitrogenBooks {
  /** Days since the start on which the books are closed; null where they cannot be. */
  readonly closedOn: number | null;
  readonly cameIn: readonly BookRow[];
  readonly isThere: readonly BookRow[];
  readonly wentOut: readonly BookRow[];
  /** What came in less what is there and what went out, mg/L as N; no known end where a reading is past its card. */
  readonly difference: Interval;
  readonly verdict: 'balanced' | 'missing' | 'surplus' | 'unknown';
  readonly sentence: string;
  /** What may be wrong, likeliest first. */
  readonly suspicions: readonly string[];
}

const nothing = point(0);
const total = (rows: readonly BookRow[]): Interval => add(nothing, ...rows.map((r) => r.amount));
const forms = ['ammonia', 'nitrite', 'nitrate'] as const;
type Form = (typeof forms)[number];
const formLabel: Readonly<Record<Form, string>> = {
  ammonia: 'As ammonia',
  nitrite: 'As nitrite',
  nitrate: 'As nitrate',
};
/** What a new water holds where nobody read it before the first dose, mg/L as N. Hedge Lamp's own. */
const unread: Readonly<Record<Form, Interval>> = {
  ammonia: interval(0, 0, 0.25),
  nitrite: interval(0, 0, 0.1),
  nitrate: interval(0, 2, 10),
};
/** Nitrate within the first week still tells what the tap brought. */
const firstWeek = 7;
/** A kit that reports nitrogen, entered as the ion, or the other way round. */
const basis = molarMass.NO3 / molarMass.N;

interface BooksGiven {
  readonly log: CycleLog;
  readonly deeds: readonly Deed[];
  readonly liters: number | null;
  readonly source: SourceWater;
  /** ms since epoch. */
  readonly startedAt: number;
}

/** The reading of a form nearest before a day, or the first one. */
function readBefore(log: CycleLog, of: Form, day: number): Interval | null {
  const readings = log.observations.filter((o) => o.of === of);
  return (readings.filter((o) => o.day <= day).at(-1) ?? readings[0])?.value ?? null;
}

function atTheStart(log: CycleLog): BookRow[] {
  const first = log.events.find((e) => e.did === 'dose' || e.did === 'feed')?.day ?? log.days;
  return forms.map((of) => {
    const until = of === 'nitrate' ? Math.max(first, firstWeek) : first;
    const reading = log.observations.find((o) => o.of === of && o.day <= until);
    return {
      label: `There at the start, ${formLabel[of].toLowerCase()}`,
      amount: reading?.value ?? unread[of],
      note: reading ? '' : 'not read before the first dose: assumed',
    };
  });
}

/** Readings of so many days count as one set. */
const together = 1;

/**
 * The newest day on which all three forms were read: only then can the books be closed, for nitrogen moves from one to
 * the next. Null where that never was.
 */
function closingDay(log: CycleLog): number | null {
  const of = (form: Form) => log.observations.filter((o) => o.of === form);
  const day = of('nitrate')
    .reverse()
    .find((n) =>
      (['ammonia', 'nitrite'] as const).every((form) =>
        of(form).some((o) => Math.abs(o.day - n.day) <= together),
      ),
    )?.day;
  return day ?? null;
}

/**
 * The nitrogen of a cycle: what came in by doses, food and tap, what is there in the newest readings, what left by
 * changes, and what does not add up. Conservation of mass; every figure in mg/L of this water, as N.
 */
export function nitrogenBooks({
  log: whole,
  deeds,
  liters,
  source,
  startedAt,
}: BooksGiven): Worked<NitrogenBooks> {
  const closed = closingDay(whole);
  const log =
    closed === null
      ? whole
      : { ...whole, observations: whole.observations.filter((o) => o.day <= closed + together) };
  const end = startedAt + (closed ?? whole.days) * dayMs;
  const done = deeds
    .filter((d) => d.deletedAt === null && d.at >= startedAt && d.at <= end)
    .map((deed) => ({ day: (deed.at - startedAt) / dayMs, effect: effectOfDeed(deed, liters) }));
  const doses = done.flatMap(({ effect }) => effect?.ammonia ?? []);
  const foods = done.flatMap(({ effect }) => effect?.food ?? []);
  const changes = done.flatMap(({ day, effect }) => (effect?.part ? [{ day, part: effect.part }] : []));
  // What nobody read of the tap is unknown, not nothing.
  const tap = add(nothing, ...forms.map((of) => (source[of] === null ? unread[of] : point(source[of]))));
  const unreadTap = forms.filter((of) => source[of] === null);
  const times = (n: number) => `${n} ${n === 1 ? 'time' : 'times'}`;

  const cameIn: BookRow[] = [
    ...atTheStart(log),
    ...(doses.length > 0
      ? [{ label: 'Ammonia dosed', amount: add(nothing, ...doses), note: times(doses.length) }]
      : []),
    ...(foods.length > 0
      ? [
          {
            label: 'Food and feed',
            amount: add(nothing, ...foods),
            note: `${times(foods.length)}; some of it may not have rotted yet`,
          },
        ]
      : []),
    ...(changes.length > 0
      ? [
          {
            label: 'With new water',
            amount: add(
              nothing,
              ...changes.map(({ part }) => overBox([part, tap], (of, water) => of * water)),
            ),
            note:
              unreadTap.length > 0
                ? `${times(changes.length)}; ${unreadTap.join(', ')} of the tap not read: assumed`
                : times(changes.length),
          },
        ]
      : []),
  ];
  const isThere = forms.flatMap((of): BookRow[] => {
    const last = log.observations.filter((o) => o.of === of).at(-1);
    return last
      ? [{ label: formLabel[of], amount: last.value, note: `read on day ${Math.floor(last.day) + 1}` }]
      : [];
  });
  const wentOut: BookRow[] =
    changes.length > 0
      ? [
          {
            label: 'With water changed',
            amount: add(
              nothing,
              ...changes.map(({ day, part }) => {
                const held = forms.flatMap((of) => readBefore(log, of, day) ?? []);
                const all = add(nothing, ...held);
                return interval(
                  all.low * part.low,
                  all.best * part.best,
                  all.high === Infinity ? Infinity : all.high * part.high,
                );
              }),
            ),
            note: 'by the readings before each change',
          },
        ]
      : [];

  const difference = subtract(total(cameIn), add(total(isThere), total(wentOut)));
  const open = difference.low === -Infinity;
  const verdict =
    closed === null || (open && difference.high >= 0)
      ? 'unknown'
      : overlap(difference, nothing)
        ? 'balanced'
        : difference.low > 0
          ? 'missing'
          : 'surplus';

  const nitrate = isThere.find((r) => r.label === formLabel.nitrate)?.amount;
  const suspicions: string[] = [];
  if (verdict === 'missing' || verdict === 'surplus') {
    const [factor, says] =
      verdict === 'missing'
        ? ([
            basis,
            'The nitrate kit may report nitrogen (NO3-N) while its figure was entered as the ion: times 4.43 the books balance.',
          ] as const)
        : ([
            1 / basis,
            'The nitrate kit may report the ion (NO3) while its figure was entered as nitrogen: divided by 4.43 the books balance.',
          ] as const);
    if (nitrate && nitrate.best > 0) {
      const other =
        factor > 1
          ? subtract(difference, scale(nitrate, factor - 1))
          : add(difference, scale(nitrate, 1 - factor));
      if (overlap(other, nothing)) suspicions.push(says);
    }
    const dosed = add(nothing, ...doses);
    if (dosed.best > 0) {
      const ratio = 1 - difference.best / dosed.best;
      if (ratio > 0.4 && ratio < 2.5)
        suspicions.push(
          `The doses may have been about ${Number(ratio.toPrecision(2))} times what is written: check strength, spoon and volume.`,
        );
    }
    if (verdict === 'missing') {
      suspicions.push('A nitrate bottle that was not shaken reads low: shake bottle 2 hard and repeat it.');
      if (log.planted) suspicions.push('Plants took some up: they are not in these books.');
    } else if (log.feeding !== 'ammonia')
      suspicions.push('Food, fish or something dead gives off more than is noted.');
    suspicions.push('Two nitrate kits can differ by two or three times; check yours against a standard.');
  }
  if (open) suspicions.push('A reading is past its card: dilute it and the books can be closed.');

  const sentence = {
    balanced: 'The books balance within the ranges of the readings.',
    missing: `${nitrogenWords(difference)} went in and cannot be found.`,
    surplus: `${nitrogenWords(interval(-difference.high, -difference.best, -difference.low))} more is there than went in.`,
    unknown:
      closed === null
        ? 'Cannot tell yet: test ammonia, nitrite and nitrate on one day to close the books.'
        : 'Cannot tell: a reading is past its card.',
  }[verdict];
  const sum = (rows: readonly BookRow[]) => (rows.length > 0 ? formatReading(total(rows)) : '0');
  return worked(
    { closedOn: closed, cameIn, isThere, wentOut, difference, verdict, sentence, suspicions },
    () => ({
      title: 'Nitrogen books',
      result: sentence,
      formula: 'difference = came in − is there − went out, all as N',
      substituted: `${sum(cameIn)} − ${sum(isThere)} − ${sum(wentOut)} = ${formatReading(difference)} mg/L N`,
      inputs: [...cameIn, ...isThere, ...wentOut].map(({ label, amount, note }) => ({
        label,
        value: nitrogenWords(amount),
        ...(note ? { note } : {}),
      })),
      sources: [
        'Conservation of mass',
        'Ammonia from fed protein: Timmons & Ebeling (from memory); nitrogen in protein 16 % (from memory)',
      ],
      caveats: ['What plants, animals and dirt in the filter hold is not in it.', ...suspicions],
    }),
  );
}
