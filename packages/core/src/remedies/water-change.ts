import {
  FieldError,
  type Interval,
  type Worked,
  add,
  checkInterval,
  checkValue,
  formatReading,
  interval,
  overOpenBox,
  point,
  possibleAmount,
  possibleConcentration,
  possibleShare,
  worked,
} from '../quantity';

/**
 * Arithmetic of water changes for anything dissolved: one change, a series, a drip, and where a routine settles.
 * Every figure of one call is in one unit of the caller's, which only the words need to know. Conservation of
 * mass in a well-mixed water; rules of thumb beside them are common practice.
 */
export interface ChangeOf {
  /** What it is about: "Nitrate". */
  readonly label: string;
  /** Unit with basis: "mg/L NO3". */
  readonly unit: string;
  /** In the tank now. */
  readonly now: Interval;
  /** In the water that goes in. */
  readonly source: Interval;
}

const conserved = 'Conservation of mass in well-mixed water';
const shock =
  'Limit a single change by pH, KH, temperature and GH as well as by volume: match them, or change less at a time.';

function check({ label, unit, now, source }: ChangeOf): void {
  checkInterval(now, 'now', possibleConcentration(label, unit));
  checkInterval(source, 'source', possibleConcentration(`${label} in the source`, unit));
}

const inputsOf = ({ label, unit, now, source }: ChangeOf) => [
  { label: `${label} now`, value: `${formatReading(now)} ${unit}` },
  { label: 'In the new water', value: `${formatReading(source)} ${unit}` },
];

const percent = (f: Interval) => `${formatReading(interval(f.low * 100, f.best * 100, f.high * 100))} %`;

/**
 * After one change: (1 − f) · now + f · source.
 * @param fraction of the water changed, 0 to 1
 */
export function afterChange(of: ChangeOf, fraction: Interval): Worked<Interval> {
  check(of);
  checkInterval(fraction, 'fraction', possibleShare('The part changed'));
  const value = overOpenBox([of.now, of.source, fraction], (c, s, f) => (1 - f) * c + f * s);
  return worked(value, () => ({
    title: `${of.label} after one change`,
    result: `${formatReading(value)} ${of.unit}`,
    formula: 'after = (1 − part changed) × now + part changed × source',
    substituted: `(1 − ${percent(fraction)}) × ${formatReading(of.now)} + ${percent(fraction)} × ${formatReading(of.source)} = ${formatReading(value)} ${of.unit}`,
    inputs: [...inputsOf(of), { label: 'Part changed', value: percent(fraction) }],
    sources: [conserved],
    caveats: [shock],
  }));
}

export interface Routine {
  /** Part changed each time, 0 to 1. */
  readonly fraction: Interval;
  /** Made between two changes, unit of the figures. */
  readonly made: Interval;
  /** True where the first change is done now; else a stretch of production comes before it. */
  readonly startsNow?: boolean;
}

function checkRoutine({ fraction, made }: Routine, of: ChangeOf): void {
  checkInterval(fraction, 'fraction', { ...possibleShare('The part changed'), low: Number.MIN_VALUE });
  checkInterval(made, 'made', possibleConcentration(`${of.label} made between changes`, of.unit));
}

export interface ChangeStep {
  readonly before: Interval;
  readonly after: Interval;
}

/**
 * A series of changes, each after one more stretch of production: `after` of the n-th is
 * s + (c − s)·(1 − f)^n + p·((1 − f) + … + (1 − f)^n). What is left of the start and what was made since are
 * bounded apart, so the ends hold for any part changed inside its range. Of a series that starts now each has one stretch
 * less before it.
 * @param changes how many, 1 to 520
 */
export function changeSeries(of: ChangeOf, routine: Routine, changes: number): Worked<readonly ChangeStep[]> {
  check(of);
  checkRoutine(routine, of);
  if (
    !Number.isInteger(
      checkValue(changes, 'changes', { label: 'The number of changes', unit: '', low: 1, high: 520 }),
    )
  )
    throw new FieldError('out-of-range', 'changes', 'Changes are counted in whole numbers.');
  const { fraction: f, made: p, startsNow = false } = routine;
  // The source's share and the rest of the start are one term: it rises with both, and moves one way with f.
  const start = (n: number): Interval =>
    overOpenBox([of.now, of.source, f], (c, s, part) => s + (c - s) * (1 - part) ** n);
  const kept = (part: number, n: number, from: 0 | 1): number => {
    let sum = 0;
    for (let j = from; j < n + from; j++) sum += (1 - part) ** j;
    return sum;
  };
  const since = (n: number, from: 0 | 1): Interval =>
    n === 0 ? point(0) : overOpenBox([p, f], (made, part) => made * kept(part, n, from));
  const stretches = (k: number) => (startsNow ? k : k + 1);
  const steps = Array.from({ length: changes }, (_, k): ChangeStep => ({
    before: add(start(k), since(stretches(k), 0)),
    after: add(start(k + 1), since(stretches(k), 1)),
  }));
  const last = steps.at(-1)!.after;
  return worked(steps, () => ({
    title: `${of.label} over ${changes} ${changes === 1 ? 'change' : 'changes'}`,
    result: `${formatReading(last)} ${of.unit} after the last`,
    formula: `${startsNow ? 'now, then each time' : 'each time'}: before = last + made; after = (1 − part changed) × before + part changed × source`,
    substituted: steps
      .slice(0, 6)
      .map(({ before, after }) => `${formatReading(before)} → ${formatReading(after)}`)
      .join('; '),
    inputs: [
      ...inputsOf(of),
      { label: 'Made between changes', value: `${formatReading(p)} ${of.unit}` },
      { label: 'Part changed each time', value: percent(f) },
    ],
    sources: [conserved],
    caveats: [shock],
  }));
}

export interface Settled {
  readonly before: Interval;
  readonly after: Interval;
}

/**
 * Where a routine settles in the end: s + p/f before a change, s + p·(1 − f)/f after it. Rises with source and
 * production, falls with the part changed.
 */
export function settledLevel(of: ChangeOf, routine: Routine): Worked<Settled> {
  check(of);
  checkRoutine(routine, of);
  const { fraction: f, made: p } = routine;
  const { source: s } = of;
  const level = (share: (part: number) => number): Interval =>
    overOpenBox([s, p, f], (source, made, part) => source + made * share(part));
  const value = { before: level((x) => 1 / x), after: level((x) => (1 - x) / x) };
  return worked(value, () => ({
    title: `Where ${of.label.toLowerCase()} settles`,
    result: `${formatReading(value.before)} before and ${formatReading(value.after)} ${of.unit} after each change`,
    formula: 'before = source + made ÷ part changed; after = source + made × (1 − part) ÷ part',
    substituted: `${formatReading(s)} + ${formatReading(p)} ÷ ${percent(f)} = ${formatReading(value.before)}; after: ${formatReading(value.after)} ${of.unit}`,
    inputs: [
      { label: 'In the new water', value: `${formatReading(s)} ${of.unit}` },
      { label: 'Made between changes', value: `${formatReading(p)} ${of.unit}` },
      { label: 'Part changed each time', value: percent(f) },
    ],
    sources: [conserved],
    caveats: ['As long as feeding, plants and animals stay as they are.', shock],
  }));
}

/**
 * A continuous change: new water drips in while as much runs over. s + (c − s)·e^(−v/V).
 * @param dripped liters that went through
 * @param liters of the water
 */
export function afterDrip(of: ChangeOf, dripped: Interval, liters: Interval): Worked<Interval> {
  check(of);
  checkInterval(dripped, 'dripped', { ...possibleAmount('The volume dripped', 'L'), low: 0 });
  checkInterval(liters, 'liters', possibleAmount('Volume', 'L'));
  const value = overOpenBox(
    [of.now, of.source, dripped, liters],
    (c, s, v, V) => s + (c - s) * Math.exp(-v / V),
  );
  return worked(value, () => ({
    title: `${of.label} after a drip`,
    result: `${formatReading(value)} ${of.unit}`,
    formula: 'after = source + (now − source) × e^(−volume dripped ÷ volume)',
    substituted: `${formatReading(of.source)} + (${formatReading(of.now)} − ${formatReading(of.source)}) × e^(−${formatReading(dripped)} ÷ ${formatReading(liters)}) = ${formatReading(value)} ${of.unit}`,
    inputs: [
      ...inputsOf(of),
      { label: 'Dripped through', value: `${formatReading(dripped)} L` },
      { label: 'Water', value: `${formatReading(liters)} L` },
    ],
    sources: [conserved],
    caveats: [
      'Mixed well all the while. It takes more water than one change of the same effect, and is gentler.',
    ],
  }));
}

/**
 * The part of the water to change, once, to come down (or up) to a target: (c − t) ÷ (c − s). Never proposes a
 * target beyond the source.
 * @returns share, 0 to 1; its high end is 1 where the source may not allow it
 * @throws FieldError `contradiction` when the source cannot bring it there at all
 */
export function fractionToReach(of: ChangeOf, target: number): Worked<Interval> {
  check(of);
  checkValue(target, 'target', { ...possibleConcentration('The target', of.unit), high: Number.MAX_VALUE });
  const { now, source } = of;
  const down = now.best > target;
  const [c, s] = down ? [now, source] : [flip(now), flip(source)];
  const t = down ? target : -target;
  if (now.best !== target && s.best >= t)
    throw new FieldError(
      'contradiction',
      'target',
      `A change cannot bring it ${down ? 'below' : 'above'} what the source brings in, ${formatReading(source)} ${of.unit}. Choose a target ${down ? 'above' : 'below'} that, or another source.`,
    );
  const part = (at: number, from: number): number => {
    if (at <= t) return 0;
    if (from >= t) return 1;
    return at === Infinity ? 1 : (at - t) / (at - from);
  };
  const value = interval(part(c.low, s.low), part(c.best, s.best), part(c.high, s.high));
  const wanted = formatReading(point(target));
  return worked(value, () => ({
    title: `Change for ${wanted} ${of.unit}`,
    result: percent(value),
    formula: 'part to change = (now − target) ÷ (now − source)',
    substituted: `(${formatReading(now)} − ${wanted}) ÷ (${formatReading(now)} − ${formatReading(source)}) = ${percent(value)}`,
    inputs: [...inputsOf(of), { label: 'Target', value: `${wanted} ${of.unit}` }],
    sources: [conserved],
    caveats: [shock],
  }));
}

const flip = (i: Interval): Interval => interval(-i.high, -i.best, -i.low);
