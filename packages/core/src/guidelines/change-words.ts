import { type Interval, convert, formatReading } from '../quantity';
import { eifacFreeAmmoniaNitrogen } from '../chemistry';
import { type ChangeSize, type ChangeWater, changeSize } from '../remedies/change-size';
import { targetFor } from './applied-limits';
import type { Facts } from './facts';
import type { Finding } from './finding';
import { shownWords } from './shown';
import type { Subject } from './subject';

const volumes = ['ammonia', 'free-ammonia', 'nitrite', 'nitrate'] as const;
type Diluted = (typeof volumes)[number];
const isDiluted = (subject: Subject | null): subject is Diluted => volumes.includes(subject as Diluted);

const swingWord = { ph: 'pH', alkalinity: 'KH', hardness: 'GH', temperature: 'temperature' } as const;

const sideOf = (of: (subject: Subject) => Interval | null | undefined): ChangeWater => ({
  ph: of('ph') ?? null,
  alkalinity: of('alkalinity') ?? null,
  hardness: of('hardness') ?? null,
  temperature: of('temperature') ?? null,
  ammonia: of('ammonia') ?? null,
});

const percent = (part: number) => `${Math.round(part * 100)} %`;

/** How much water that is, where the volume is known. */
function litersOf({ water }: Facts, part: number): string {
  if (water.netLiters === null) return '';
  const amount = convert(water.netLiters * part, 'volume', 'L', water.units.volume);
  return ` (about ${Number(amount.toPrecision(2))} ${water.units.volume})`;
}

/** "comes to about 25 (18–30) mg/L"; past the top of a card only what is left of that is known. */
const afterWords = (facts: Facts, subject: Subject, after: Interval): string =>
  after.high === Infinity
    ? `is then still ${shownWords(facts.water, subject, after)}`
    : `comes to about ${shownWords(facts.water, subject, after)}`;

const why: Readonly<Record<ChangeSize['bound'], (size: ChangeSize) => string>> = {
  goal: () => '',
  volume: () => ' No more than half at once.',
  source: () => ' The source itself carries some, so no change brings it all the way.',
  shock: ({ swings }) => ` No more at once, because ${swingWord[swings!]} would swing with the source’s.`,
  useless: () => '',
};

/**
 * The size of the water change that brings a figure down, bounded by the source and by shock, and the warning where
 * it would free ammonia. Empty where a change does not bring it down, or there is nothing to change with.
 */
export function changeWords(facts: Facts, finding: Finding): string {
  const { subject } = finding;
  if (finding.rule !== 'limits' || !isDiluted(subject) || facts.water.kind === 'stream') return '';
  if (facts.water.kind === 'source') return '';
  if (finding.note || !['watch', 'act', 'urgent'].includes(finding.status)) return '';
  const figure = facts.figure(subject);
  const bands = facts.bands(subject);
  const clear = bands.find((b) => b.status === 'clear');
  if (!figure?.value || !clear || figure.value.best <= clear.to) return '';
  const aim = targetFor(facts.limits(subject))?.to ?? clear.to;
  // Free ammonia goes with the total; its target is the same share of it.
  const measured = subject === 'free-ammonia' ? 'ammonia' : subject;
  const now = facts.figure(measured)?.value;
  if (!now || now.best <= 0) return '';
  const share = figure.value.best / now.best;
  const target = subject === 'free-ammonia' ? Math.min(aim, clear.to) / share : Math.max(aim, 0);
  const source = facts.source?.figure(measured)?.value ?? null;
  const goal = { now, source, target: target > 0 ? target : clear.to / share };
  const size = changeSize(
    goal,
    sideOf((s) => facts.now(s)),
    sideOf((s) => facts.source?.figure(s)?.value),
  );
  const from = facts.source ? ` of ${facts.source.water.name}` : '';
  const label = measured === 'ammonia' ? 'total ammonia' : measured;
  if (size.fraction === 0)
    return source
      ? `A change cannot bring it down: the source carries ${shownWords(facts.water, measured, source)} itself.`
      : '';
  const words = [
    `Change ${percent(size.fraction)}${litersOf(facts, size.fraction)}${from}: ${label} ${afterWords(facts, measured, size.after)}.${why[size.bound](size)} Put in conditioner against chlorine; match the temperature.`,
  ];
  if (size.times !== null && size.times > 1)
    words.push(
      `${size.times} such changes, a day apart, bring it to ${target > 0 ? 'its target' : 'the clear'}.`,
    );
  if (!facts.source) words.push('You named no tap water, so this assumes clean water.');
  else if (!source)
    words.push(`${facts.source.water.name} was never tested for it, so this assumes none in it.`);
  if (size.ph && size.free) {
    const { before, after } = size.free;
    if (after.best > before.best && after.high > eifacFreeAmmoniaNitrogen)
      words.push(
        `Careful: it takes pH from ${formatReading(size.ph.before)} to ${formatReading(size.ph.after)}, and free ammonia from ${shownWords(facts.water, 'free-ammonia', before)} to ${shownWords(facts.water, 'free-ammonia', after)}. Change a tenth at a time and read pH between.`,
      );
  } else if (!size.ph && (facts.now('ammonia')?.best ?? 0) > 0.25)
    words.push('Read KH and pH of both waters first: a change that lifts pH turns ammonium into ammonia.');
  return words.join(' ').replace(/ (?=Careful:|Read KH)/, '\n');
}
