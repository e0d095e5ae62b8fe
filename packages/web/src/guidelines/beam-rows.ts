import { type Gauge, beamFloor } from '@hedge-lamp/core/guidelines';
import { type BeamZone, beamScale, isComputed, statusWord } from '@hedge-lamp/core/limits';
import { shortName } from '@hedge-lamp/core/parameters';
import { formatBest, formatInterval, fromWire } from '@hedge-lamp/core/quantity';
import type { WireInterval } from '@hedge-lamp/core/wire';
import { agoInShort, withDates } from '../clock/words';
import { bankText } from '../shell/beam/bank-text';
import type { Along } from '../shell/beam/capsule';

/** One figure of a water as a row: its name, its beam, its figures, its word and its age. */
export interface BeamRow {
  readonly key: string;
  readonly gauge: Gauge;
  readonly name: string;
  readonly unit: string;
  /** True where the lamp rests on it. */
  readonly vital: boolean;
  readonly beam: {
    readonly zones: readonly BeamZone[];
    readonly at: Along | null;
    readonly open: boolean;
    readonly earlier: readonly Along[];
    readonly lowBank: string;
    readonly highBank: string;
  } | null;
  /** Best guess, or the open end: "1.4", "over 80"; empty where nothing was read. */
  readonly figure: string;
  readonly range: string;
  readonly word: string;
  readonly age: string;
  /** All of it for a screen reader. */
  readonly says: string;
}

const unreadWord: Readonly<Record<Gauge['state'], string>> = {
  holds: 'Noted',
  never: 'Unread',
  'too-old': 'Too old',
  past: 'Past',
  'no-value': 'No value',
  'old-bottle': 'Old bottle',
  'cannot-show': 'Cannot show',
};

/** The word beside the shape: that of its status, or why it has none. */
const wordOf = ({ status, state, judged, value }: Gauge): string =>
  status !== 'unread' ? statusWord[status] : judged || value === null ? unreadWord[state] : 'Noted';

/** What was bad stays bad. */
const asStale = (gauge: Gauge): Gauge => ({
  ...gauge,
  light: gauge.light === 'dark' ? 'dark' : 'dusk',
  ...(gauge.status === 'clear' ? { status: 'unread' as const, state: 'past' as const, remark: '' } : {}),
});

const along = (value: WireInterval, place: (x: number) => number): Along => [
  place(value.low ?? -Infinity),
  place(value.best),
  place(value.high ?? Infinity),
];

function beamOf(gauge: Gauge): BeamRow['beam'] {
  if (gauge.bands.length === 0) return null;
  const scale = beamScale(gauge.bands, beamFloor(gauge.subject));
  return {
    zones: scale.zones,
    at: gauge.value && along(gauge.value, scale.place),
    open: gauge.value?.high === null,
    earlier: gauge.earlier.map((e) => along(e, scale.place)),
    lowBank: bankText(scale.lowBank),
    highBank: bankText(scale.highBank),
  };
}

/**
 * A figure as it is shown.
 * @param restsOn true where the lamp rests on it
 * @param stale true where the server was not asked lately, or this device knows more than it: nothing is Clear then
 */
export function beamRow(told: Gauge, restsOn: boolean, now: number, stale = false): BeamRow {
  const gauge = stale ? asStale(told) : told;
  const { subject, value, takenAt, estimate, place } = gauge;
  const name = isComputed(subject) ? gauge.label : shortName(subject);
  const interval = value && fromWire(value);
  const open = value !== null && (value.high === null || value.low === null);
  const figure = interval ? (open ? formatInterval(interval) : formatBest(interval)) : '';
  const range = interval
    ? open
      ? 'no end known'
      : value.low === value.high
        ? ''
        : formatInterval(interval)
    : '';
  const plain = subject === 'ph' ? '' : gauge.unit;
  const unit = [plain, isComputed(subject) || estimate ? 'worked out' : ''].filter(Boolean).join(', ');
  const word = wordOf(gauge);
  const age = takenAt === null ? 'never' : agoInShort(takenAt, now);
  const figures = figure ? `${figure}${range ? ` (${range})` : ''}${plain ? ` ${plain}` : ''}` : 'not read';
  return {
    key: `${subject} ${gauge.placeId}`,
    gauge,
    name,
    unit,
    vital: restsOn,
    beam: beamOf(gauge),
    figure,
    range,
    word,
    age,
    says: `${place ? `${place}: ` : ''}${estimate && figure ? 'about ' : ''}${figures}${estimate ? ', worked out' : ''}, ${word}${takenAt === null ? '' : `, ${age}`}`,
  };
}

/**
 * What has to be said of figures beyond their rows: why one tells nothing, and what was taken for what is missing. What
 * holds for several is said once.
 */
export function besideRows(rows: readonly BeamRow[]): string[] {
  const of = new Map<string, string[]>();
  for (const { gauge, name } of rows) {
    const why = gauge.state === 'never' || gauge.state === 'too-old' ? '' : gauge.remark;
    const at = gauge.place ? `${name} (${gauge.place})` : name;
    for (const says of [why, ...gauge.gaps.filter((gap) => !gauge.remark.includes(gap))])
      if (says) of.set(says, [...(of.get(says) ?? []), at]);
  }
  return [...of].map(([says, names]) => `${names.join(', ')}: ${withDates(says)}`);
}
