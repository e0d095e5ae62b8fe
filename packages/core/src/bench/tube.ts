import type { CardMatch } from '../color';
import { type Method, type Step, isTimed, methodOf } from '../methods';
import type { DoubtId, Entered } from '../readings';
import type { RunDraft } from './run';
import type { RunEvent } from './run-event';

/** One test of a run at an instant. Immutable; computed from events, never stored. */
export interface Tube {
  readonly testId: string;
  readonly method: Method;
  /** Index of the step it is at; equals the number of steps only for no method. */
  readonly step: number;
  /** Drops counted, by step index. */
  readonly drops: Readonly<Record<number, number>>;
  /** Instants at which timers were started, by step index. */
  readonly timers: Readonly<Record<number, number>>;
  readonly turned: boolean;
  readonly match: CardMatch | null;
  readonly figure: { readonly text: string; readonly unit: string } | null;
  readonly doubts: readonly DoubtId[];
  /** Instant of the first event: when its water was taken into the tube. */
  readonly startedAt: number | null;
  /** Instant from which it may be read, when it had to stand. */
  readonly readableAt: number | null;
  readonly readingId: string | null;
  readonly confirmedAt: number | null;
  readonly state: 'running' | 'kept' | 'aside';
}

export const stepOf = (tube: Tube): Step => tube.method.steps[tube.step]!;

export const newTube = (testId: string, methodId: string): Tube => ({
  testId,
  method: methodOf(methodId),
  step: 0,
  drops: {},
  timers: {},
  turned: false,
  match: null,
  figure: null,
  doubts: [],
  startedAt: null,
  readableAt: null,
  readingId: null,
  confirmedAt: null,
  state: 'running',
});

/** Instant at which the timer of the present step ends; null when none runs. */
export function timerEnd(tube: Tube): number | null {
  const step = stepOf(tube);
  const started = tube.timers[tube.step];
  return isTimed(step) && started !== undefined ? started + step.seconds * 1000 : null;
}

/** Goes one step on. A wait that follows begins by itself: the chemistry does not ask. */
function next(tube: Tube, at: number): Tube {
  if (tube.step >= tube.method.steps.length - 1) return tube;
  const step = tube.step + 1;
  const into = tube.method.steps[step]!;
  const leaving = stepOf(tube);
  return {
    ...tube,
    step,
    timers: into.do === 'stand' ? { ...tube.timers, [step]: at } : tube.timers,
    readableAt: leaving.do === 'stand' ? at : tube.readableAt,
  };
}

/** Lets time pass: a timer that is over has done its step at the instant it ended. */
export function elapse(tube: Tube, now: number): Tube {
  const end = timerEnd(tube);
  return tube.state === 'running' && end !== null && end <= now ? elapse(next(tube, end), now) : tube;
}

const withDoubt = (tube: Tube, doubt: DoubtId, on: boolean): Tube => ({
  ...tube,
  doubts: on ? [...tube.doubts.filter((d) => d !== doubt), doubt] : tube.doubts.filter((d) => d !== doubt),
});

/** Instant after which a color is past its window; null when it has none. */
export function windowEnd(tube: Tube): number | null {
  const step = stepOf(tube);
  return step.do === 'read-card' && tube.readableAt !== null
    ? tube.readableAt + step.windowSeconds * 1000
    : null;
}

function atStep(
  tube: Tube,
  event: Exclude<RunEvent, { type: 'doubt' | 'confirmed' | 'set-aside' | 'taken-up' }>,
): Tube {
  const step = stepOf(tube);
  const counted = tube.drops[event.step] ?? 0;
  const counts = step.do === 'drop' || step.do === 'count-to-turn';
  switch (event.type) {
    case 'drop':
      return counts && !tube.turned ? { ...tube, drops: { ...tube.drops, [event.step]: counted + 1 } } : tube;
    case 'take-back':
      if (!counts) return tube;
      // Taking back after the turn first takes back the turn.
      if (tube.turned) return { ...tube, turned: false };
      return { ...tube, drops: { ...tube.drops, [event.step]: Math.max(0, counted - 1) } };
    case 'turned':
      return step.do === 'count-to-turn' && counted > 0 ? { ...tube, turned: true } : tube;
    case 'timer-started':
      return isTimed(step) ? { ...tube, timers: { ...tube.timers, [event.step]: event.at } } : tube;
    case 'matched':
      return step.do === 'read-card' ? { ...tube, match: event.match } : tube;
    case 'figure':
      return step.do === 'read-meter' ? { ...tube, figure: { text: event.text, unit: event.unit } } : tube;
    case 'step-done': {
      if (step.do === 'count-to-turn' || step.do === 'read-card' || step.do === 'read-meter') return tube;
      const end = timerEnd(tube);
      const early = step.do === 'stand' && end !== null && event.at < end;
      return next(early ? withDoubt(tube, 'read-early', true) : tube, event.at);
    }
    case 'step-back': {
      if (tube.step === 0) return tube;
      const back = tube.step - 1;
      // A timer gone back to starts afresh when it is asked to.
      const timers = Object.fromEntries(Object.entries(tube.timers).filter(([k]) => Number(k) < back));
      const doubts = tube.doubts.filter((d) => d !== 'read-early');
      return { ...tube, step: back, timers, doubts, readableAt: null, match: null, turned: false };
    }
  }
}

/** One event applied. Events that do not fit (an old step, a tube already kept) leave the tube as it is. */
function apply(before: Tube, event: RunEvent): Tube {
  const passed = elapse(before, event.at);
  const tube = passed.startedAt === null ? { ...passed, startedAt: event.at } : passed;
  if (event.type === 'taken-up') return tube.state === 'aside' ? { ...tube, state: 'running' } : tube;
  if (tube.state !== 'running') return tube;
  switch (event.type) {
    case 'doubt':
      return withDoubt(tube, event.doubt, event.on);
    case 'set-aside':
      return { ...tube, state: 'aside' };
    case 'confirmed': {
      if (!enteredOf(tube)) return tube;
      const end = windowEnd(tube);
      const late = end !== null && event.at > end;
      const marked = late ? withDoubt(tube, 'read-late', true) : tube;
      return { ...marked, state: 'kept', readingId: event.readingId, confirmedAt: event.at };
    }
    default:
      return event.step === tube.step ? atStep(tube, event) : tube;
  }
}

/**
 * The tubes of a run after its events, as they stand at an instant. The same events give the same tubes on
 * every machine and after every crash.
 */
export function tubesAt(run: Pick<RunDraft, 'tests'>, events: readonly RunEvent[], now: number): Tube[] {
  const seen = new Set<string>();
  const once = events.filter((e) => !seen.has(e.id) && seen.add(e.id));
  return run.tests.map(({ id, methodId }) =>
    elapse(once.filter((e) => e.testId === id).reduce(apply, newTube(id, methodId)), now),
  );
}

/** What the tube has to tell so far; null while it has nothing that could be kept. */
export function enteredOf(tube: Tube): Entered | null {
  const step = stepOf(tube);
  if (step.do === 'count-to-turn' && tube.turned) return { how: 'drops', drops: tube.drops[tube.step] ?? 0 };
  if (step.do === 'read-card' && tube.match) return { how: 'card', cardId: step.cardId, match: tube.match };
  if (step.do === 'read-meter' && tube.figure) return { how: 'meter', ...tube.figure };
  return null;
}

/** True when no tube wants anything any more. */
export const isFinished = (tubes: readonly Tube[]): boolean => tubes.every((t) => t.state !== 'running');
