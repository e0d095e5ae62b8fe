import { holdWords, agoWords } from './age';
import type { Facts } from './facts';
import type { Figure } from './figure';
import { judge } from './judge';
import type { Light, VitalState } from './told-lamp';
import { type ComputedSubject, type Subject, isComputed, parameterOf } from '../limits/subject';
import { type ParameterId, shortName } from '../parameters';
import { cannotShow, stillLit, vitalRows } from './vital-row';

/** How much light lies on a figure, why it may not hold, and what to do about that. */
export interface FigureState {
  readonly light: Light;
  /** `holds` where it may be part of a claim. */
  readonly state: VitalState;
  /** The state in a sentence; empty where it holds. */
  readonly because: string;
}

/** How the newest reading of a parameter holds, whatever it says. */
function stateOfReading(facts: Facts, parameter: ParameterId): FigureState {
  const effective = facts.read(parameter);
  if (!effective) return { light: 'dark', state: 'never', because: 'Not tested yet.' };
  const { state, because, takenAt } = effective;
  const age = facts.at - takenAt;
  const claim = facts.claim(parameter);
  if (state === 'no-value' || state === 'past' || state === 'old-bottle')
    return { light: 'dusk', state, because };
  if (age > claim)
    return {
      light: 'dusk',
      state: 'too-old',
      because: `Read ${agoWords(age)}; a reading holds ${holdWords(claim)} here.`,
    };
  return { light: age <= stillLit * claim ? 'lit' : 'late', state: 'holds', because: '' };
}

/** True where what was read tells neither that it is well nor that it is not. */
const isBlind = (facts: Facts, subject: Subject): boolean =>
  (facts.bands(subject).length > 0 && cannotShow(facts, subject)) ||
  vitalRows(facts).some((v) => v.parameter === subject && v.state === 'cannot-show');

/** What a worked-out figure was worked out from, beside what it speaks of. */
const restsOn: Readonly<Record<ComputedSubject, ParameterId>> = {
  'free-ammonia': 'ph',
  'epa-month': 'ph',
  'epa-hour': 'ph',
  'epa-hour-trout': 'ph',
  'nitrite-for-chloride': 'chloride',
};

const order: readonly Light[] = ['lit', 'late', 'dusk', 'dark'];
const dimmer = (a: FigureState, b: FigureState): FigureState =>
  order.indexOf(b.light) > order.indexOf(a.light) ? b : a;

/**
 * How a figure of a water holds now. What is worked out holds no better than what it was worked out from.
 * @param figure as it is judged; undefined where it was never read
 */
export function figureState(facts: Facts, subject: Subject, figure: Figure | undefined): FigureState {
  if (!figure)
    return {
      light: 'dark',
      state: 'never',
      because: subject === 'free-ammonia' ? 'Needs a total ammonia reading.' : 'Not tested yet.',
    };
  const own = stateOfReading(facts, parameterOf(subject));
  if (!figure.value)
    return {
      light: 'dusk',
      state: 'no-value',
      because: `${own.because} ${
        facts.read(parameterOf(subject))?.reading.doubts.includes('step-skipped')
          ? 'Run it again.'
          : 'Dilute the sample and test again.'
      }`.trim(),
    };
  if (isBlind(facts, subject))
    return {
      light: 'dusk',
      state: 'cannot-show',
      because: 'This kit cannot show it. Confirm it with drops.',
    };
  // What was never read was taken at its widest: that is in the figure, and its gap is told.
  const beside = isComputed(subject) && facts.read(restsOn[subject]) ? restsOn[subject] : null;
  if (beside === null) return own;
  const other = stateOfReading(facts, beside);
  return dimmer(own, { ...other, because: other.because && `${shortName(beside)}: ${other.because}` });
}

/** True where the figure lies in open water at both ends: a claim that only a reading that holds may make. */
export function readsClear(facts: Facts, subject: Subject, value: NonNullable<Figure['value']>): boolean {
  const bands = facts.bands(subject);
  return bands.length === 0 || judge(value, bands).status === 'clear';
}
