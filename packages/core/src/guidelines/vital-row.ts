import { uncheckedUnionizedFraction } from '../chemistry';
import { interval } from '../quantity';
import type { ParameterId } from '../parameters';
import { firstStepOf } from './effective';
import type { Facts } from './facts';
import { judge } from './judge';
import type { Light, VitalState } from './told-lamp';
import { type Subject, parameterOf } from '../limits/subject';
import { vitalSet } from './vital-set';

/** Up to this share of its claim a reading is fresh. Hedge Lamp's own. */
export const stillLit = 0.6;

/** One of the figures that the claim rests on. */
export interface VitalRow {
  readonly parameter: ParameterId;
  readonly state: VitalState;
  readonly light: Light;
  readonly takenAt: number | null;
  /** Milliseconds for which it may be part of the claim. */
  readonly claim: number;
  readonly because: string;
  readonly estimate: boolean;
}

/**
 * True where a zero cannot tell: the best guess is nothing, but the first step of its own card already lies past Clear.
 * Such a kit shows neither that it is well nor that it is not.
 */
export function cannotShow(facts: Facts, subject: Subject): boolean {
  const parameter = parameterOf(subject);
  const effective = facts.read(parameter);
  const value = effective?.value;
  if (!effective || !value || value.best > 0) return false;
  if (value.high > firstStepOf(effective.reading, facts.book) * (1 + 1e-9)) return false;
  const figure = facts.figure(subject);
  const bands = facts.bands(subject);
  if (!figure?.value || bands.length === 0) return false;
  const { worst, atBest } = judge(figure.value, bands);
  // Nothing of what is needed, such as KH or oxygen, is told well enough by a zero.
  return worst !== 'clear' && atBest === 'clear';
}

/** pH between two readings far apart, as where free ammonia is worked out. Hedge Lamp's own. */
const phApart = 0.3;

/** The same of a zero of total ammonia, and of a pH that was read lately but long before or after it. */
function cannotShowAtPhOfNow(facts: Facts): boolean {
  const total = facts.read('ammonia');
  const ph = facts.read('ph');
  if (!total?.value || total.value.best > 0 || !ph?.value || ph.state !== 'holds' || !facts.free)
    return false;
  // An open top is asked about as such: run the other range.
  if (!Number.isFinite(ph.value.high)) return false;
  if (total.value.high > firstStepOf(total.reading, facts.book) * (1 + 1e-9)) return false;
  const high = Math.min(14, ph.value.high + phApart);
  const top = total.value.high * uncheckedUnionizedFraction(high, facts.free.used.temperature.high);
  const bands = facts.bands('free-ammonia');
  return bands.length > 0 && judge(interval(0, 0, top), bands).worst !== 'clear';
}

/** Zero total ammonia of which even the top is harmless by itself, but not at every pH that it may have: pH decides, or the kit. */
const kitCannotShow = (facts: Facts, parameter: ParameterId): boolean =>
  parameter === 'nitrite'
    ? cannotShow(facts, 'nitrite') || cannotShow(facts, 'nitrite-for-chloride')
    : parameter === 'ammonia'
      ? cannotShow(facts, 'ammonia') ||
        (facts.free?.used.phKnown === true ? cannotShow(facts, 'free-ammonia') : cannotShowAtPhOfNow(facts))
      : false;

const found = new WeakMap<Facts, readonly VitalRow[]>();

/** The vital figures of a place, each with how its reading stands. Found once for the same facts: several rules ask. */
export function vitalRows(facts: Facts): readonly VitalRow[] {
  const known = found.get(facts);
  if (known) return known;
  const rows = rowsOf(facts);
  found.set(facts, rows);
  return rows;
}

function rowsOf(facts: Facts): VitalRow[] {
  return vitalSet(facts).map((parameter): VitalRow => {
    const effective = facts.read(parameter);
    const claim = facts.claim(parameter);
    if (!effective)
      return { parameter, state: 'never', light: 'dark', takenAt: null, claim, because: '', estimate: false };
    const { takenAt, state, because, carried } = effective;
    const age = facts.at - takenAt;
    const base = { parameter, takenAt, claim, because, estimate: carried !== null };
    if (state === 'no-value' || state === 'past' || state === 'old-bottle')
      return { ...base, state, light: 'dusk' };
    if (age > claim) return { ...base, state: 'too-old', light: 'dusk' };
    if (kitCannotShow(facts, parameter))
      return {
        ...base,
        state: 'cannot-show',
        light: 'dusk',
        because:
          effective.reading.methodId === null
            ? 'It was typed without its kit: choose the kit in the Log, or confirm it with drops.'
            : '',
      };
    return { ...base, state: 'holds', light: age <= stillLit * claim ? 'lit' : 'late' };
  });
}
