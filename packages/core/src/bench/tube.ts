import type { CardMatch } from '../color';
import {
  type Method,
  type MethodBook,
  type Step,
  isTimed,
  lastStep,
  methodOf,
  shippedBook,
  usesReagent,
} from '../methods';
import type { DoubtId, Entered } from '../readings';
import type { ParameterId } from '../parameters';
import { cardFor } from '../readings/interpret';
import type { RunDraft } from './run';
import type { RunEvent } from './run-event';
import { canBeShakenUp, shakenUp } from './shaken-bottle';
import { type Skipped, skippedAt } from './skipped-step';
import type { Test } from './test';

/** One test of a run at an instant. Immutable; computed from events, never stored. */
export interface Tube {
  readonly testId: string;
  readonly test: Test;
  readonly method: Method;
  /** Index of the step it is at. */
  readonly step: number;
  /** The steps before it, in the order in which they were gone through: a branch leaves some out. */
  readonly trail: readonly number[];
  /** Drops counted, by step index. */
  readonly drops: Readonly<Record<number, number>>;
  /** Instants at which timers were started, by step index. */
  readonly timers: Readonly<Record<number, number>>;
  /** Steps whose bottle had been shaken minutes before, by step index: a short shake was asked for. */
  readonly again: Readonly<Record<number, true>>;
  /** Instants at which its bottles were shaken through, by bottle. */
  readonly shakenAt: Readonly<Record<string, number>>;
  /** Answers given, by step index. */
  readonly answers: Readonly<Record<number, number>>;
  readonly turned: boolean;
  /** Colors matched, by pad; a card is pad 0. */
  readonly matches: Readonly<Record<number, CardMatch>>;
  /** Cards of the keeper's own that were chosen instead of the method's, by pad. */
  readonly ownCards: Readonly<Record<number, { readonly id: string; readonly version: number }>>;
  readonly figure: { readonly text: string; readonly unit: string; readonly device?: 'simulated-pen' } | null;
  /** Those the keeper told, and those that a step left behind. */
  readonly doubts: readonly DoubtId[];
  /** Those the keeper told. */
  readonly told: readonly DoubtId[];
  /** What each step left undone, by step index. */
  readonly marks: Readonly<Record<number, DoubtId>>;
  /** Instant of the first event: when its water was taken into the tube. */
  readonly startedAt: number | null;
  /** Instant from which it may be read, when it had to stand. */
  readonly readableAt: number | null;
  /** Instant at which the first reagent went in; null while none did. */
  readonly reagentAt: number | null;
  /** Readings kept, by pad. */
  readonly readingIds: Readonly<Record<number, string>>;
  readonly confirmedAt: number | null;
  readonly state: 'running' | 'kept' | 'aside';
}

/** The step that a tube is at, as it is asked for: a bottle that was shaken minutes ago is only shaken up. */
export function stepOf(tube: Tube): Step {
  const step = tube.method.steps[tube.step]!;
  return tube.again[tube.step] ? shakenUp(step, tube.method) : step;
}

/** True at the step that the result comes from: a last count, a card, a meter, a last question. */
export const isAtResult = (tube: Tube): boolean => tube.step === lastStep(tube.method);

/** True where a color is matched with a card. */
export const readsColor = (tube: Tube): boolean =>
  stepOf(tube).do === 'read' && ['card', 'wheel', 'strip'].includes(tube.method.result.by);

/** True where a figure is typed. */
export const readsFigure = (tube: Tube): boolean =>
  stepOf(tube).do === 'read' && ['meter', 'column'].includes(tube.method.result.by);

const newTube = (test: Test, book: MethodBook): Tube => ({
  testId: test.id,
  test,
  method: methodOf(test.methodId, test.methodVersion, book),
  step: 0,
  trail: [],
  drops: {},
  timers: {},
  again: {},
  shakenAt: {},
  answers: {},
  turned: false,
  matches: {},
  ownCards: {},
  figure: null,
  doubts: test.doubts,
  told: test.doubts,
  marks: {},
  startedAt: null,
  readableAt: null,
  reagentAt: null,
  readingIds: {},
  confirmedAt: null,
  state: 'running',
});

/** Instant at which the timer of the present step ends; null when none runs. */
export function timerEnd(tube: Tube): number | null {
  const step = stepOf(tube);
  const started = tube.timers[tube.step];
  return isTimed(step) && started !== undefined ? started + step.seconds * 1000 : null;
}

/** Goes on to a step, the next one where none is named. A wait that follows begins by itself: the chemistry does not ask. */
function next(tube: Tube, at: number, to = tube.step + 1): Tube {
  const into = tube.method.steps[to];
  if (!into) return tube;
  const leaving = stepOf(tube);
  const shaken =
    leaving.do === 'shake' && !tube.again[tube.step] && tube.marks[tube.step] === undefined
      ? (leaving.bottle ?? null)
      : null;
  return {
    ...tube,
    step: to,
    shakenAt: shaken === null ? tube.shakenAt : { ...tube.shakenAt, [shaken]: at },
    trail: [...tube.trail, tube.step],
    turned: false,
    timers: into.do === 'stand' ? { ...tube.timers, [to]: at } : tube.timers,
    readableAt: leaving.do === 'stand' ? at : tube.readableAt,
    reagentAt: tube.reagentAt ?? (usesReagent(leaving) ? at : null),
  };
}

/** Lets time pass: a timer that is over has done its step at the instant it ended. */
function elapse(tube: Tube, now: number): Tube {
  const end = timerEnd(tube);
  return tube.state === 'running' && end !== null && end <= now ? elapse(next(tube, end), now) : tube;
}

const rejoined = (tube: Tube): Tube => ({
  ...tube,
  doubts: [...new Set([...tube.told, ...Object.values(tube.marks)])],
});
const withDoubt = (tube: Tube, doubt: DoubtId, on: boolean): Tube => {
  const others = tube.told.filter((d) => d !== doubt);
  return rejoined({ ...tube, told: on ? [...others, doubt] : others });
};
const withMark = (tube: Tube, step: number, doubt: DoubtId): Tube =>
  rejoined({ ...tube, marks: { ...tube.marks, [step]: doubt } });

/** What would be left undone if the present step were called done at an instant; null where nothing is. */
export function leftUndone(tube: Tube, at: number): Skipped | null {
  const started = tube.timers[tube.step];
  return skippedAt(stepOf(tube), {
    drops: tube.drops[tube.step] ?? 0,
    seconds: started === undefined ? null : (at - started) / 1000,
  });
}

/** Instant after which a color is past its window; null when it has none. */
export function windowEnd(tube: Tube): number | null {
  const step = stepOf(tube);
  return step.do === 'read' && step.windowSeconds !== undefined && tube.readableAt !== null
    ? tube.readableAt + step.windowSeconds * 1000
    : null;
}

/** A step at which only a short shake was asked for stays one. */
const asAsked = (tube: Tube, again: true | undefined): Tube =>
  again && canBeShakenUp(tube.method.steps[tube.step]!)
    ? { ...tube, again: { ...tube.again, [tube.step]: true } }
    : tube;

type StepEvent = Extract<RunEvent, { step: number }>;

/** The step that an answer leads to; the next one when it names none. */
function leadsTo(tube: Tube, answer: number): number | undefined {
  const step = stepOf(tube);
  const goTo = step.do === 'ask' ? step.answers[answer]?.goTo : undefined;
  const to = goTo === undefined ? -1 : tube.method.steps.findIndex((s) => s.id === goTo);
  return to > tube.step ? to : undefined;
}

function atStep(tube: Tube, event: StepEvent): Tube {
  const step = stepOf(tube);
  const counted = tube.drops[event.step] ?? 0;
  const counts = step.do === 'drop' || step.do === 'count-to-turn';
  switch (event.type) {
    case 'drop':
      return counts && !tube.turned
        ? {
            ...tube,
            drops: { ...tube.drops, [event.step]: counted + 1 },
            reagentAt: tube.reagentAt ?? event.at,
          }
        : tube;
    case 'take-back':
      if (!counts) return tube;
      // Taking back after the turn first takes back the turn.
      if (tube.turned) return { ...tube, turned: false };
      return { ...tube, drops: { ...tube.drops, [event.step]: Math.max(0, counted - 1) } };
    case 'turned':
      if (step.do !== 'count-to-turn' || counted === 0) return tube;
      // A first turn of two is only passed; the last one is the result.
      return isAtResult(tube) ? { ...tube, turned: true } : next(tube, event.at);
    case 'answered': {
      if (step.do !== 'ask' || !step.answers[event.answer]) return tube;
      const answered = { ...tube, answers: { ...tube.answers, [event.step]: event.answer } };
      return isAtResult(tube) ? answered : next(answered, event.at, leadsTo(tube, event.answer));
    }
    case 'timer-started':
      return isTimed(step)
        ? asAsked({ ...tube, timers: { ...tube.timers, [event.step]: event.at } }, event.again)
        : tube;
    case 'matched': {
      if (!readsColor(tube)) return tube;
      const pad = event.pad ?? 0;
      const { [pad]: _old, ...others } = tube.matches;
      const { [pad]: _card, ...otherCards } = tube.ownCards;
      return {
        ...tube,
        matches: event.match ? { ...others, [pad]: event.match } : others,
        ownCards: event.card ? { ...otherCards, [pad]: event.card } : otherCards,
      };
    }
    case 'figure':
      return readsFigure(tube)
        ? {
            ...tube,
            figure: {
              text: event.text,
              unit: event.unit,
              ...(event.device ? { device: event.device } : {}),
            },
          }
        : tube;
    case 'step-done': {
      if (isAtResult(tube) || step.do === 'count-to-turn' || step.do === 'ask') return tube;
      const asked = asAsked(tube, event.again);
      const undone = event.did ? null : leftUndone(asked, event.at);
      return next(undone ? withMark(asked, tube.step, undone.doubt) : asked, event.at);
    }
    case 'step-back': {
      const back = tube.trail.at(-1);
      if (back === undefined) return tube;
      // A timer gone back to starts afresh when it is asked to.
      const timers = Object.fromEntries(Object.entries(tube.timers).filter(([k]) => Number(k) < back));
      const again = Object.fromEntries(Object.entries(tube.again).filter(([k]) => Number(k) < back));
      const answers = Object.fromEntries(Object.entries(tube.answers).filter(([k]) => Number(k) < back));
      // Only what is gone back over can be made good.
      const marks = Object.fromEntries(Object.entries(tube.marks).filter(([k]) => Number(k) < back));
      return rejoined({
        ...tube,
        marks,
        step: back,
        trail: tube.trail.slice(0, -1),
        timers,
        again,
        answers,
        readableAt: null,
        matches: {},
        turned: false,
      });
    }
  }
}

function confirm(tube: Tube, event: Extract<RunEvent, { type: 'confirmed' }>): Tube {
  const pad = event.pad ?? 0;
  if (!enteredOf(tube, pad) || tube.readingIds[pad] !== undefined) return tube;
  const end = windowEnd(tube);
  const late = tube.state === 'running' && end !== null && event.at > end;
  const marked = late ? withMark(tube, tube.step, 'read-late') : tube;
  return {
    ...marked,
    state: 'kept',
    readingIds: { ...tube.readingIds, [pad]: event.readingId },
    confirmedAt: tube.confirmedAt ?? event.at,
  };
}

/** One event applied. Events that do not fit (an old step, a tube already kept) leave the tube as it is. */
function apply(before: Tube, event: RunEvent): Tube {
  if (event.type === 'added') return before;
  const passed = elapse(before, event.at);
  const tube = passed.startedAt === null ? { ...passed, startedAt: event.at } : passed;
  if (event.type === 'taken-up') return tube.state === 'aside' ? { ...tube, state: 'running' } : tube;
  // The pads of one strip are kept one after the other.
  if (event.type === 'confirmed') return tube.state === 'aside' ? tube : confirm(tube, event);
  if (tube.state !== 'running') return tube;
  switch (event.type) {
    case 'doubt':
      return withDoubt(tube, event.doubt, event.on);
    case 'set-aside':
      return { ...tube, state: 'aside' };
    default:
      return event.step === tube.step ? atStep(tube, event) : tube;
  }
}

/** The tests of a run: those it began with, and those put beside them, each once. */
export function testsOf(run: Pick<RunDraft, 'tests'>, events: readonly RunEvent[]): Test[] {
  const tests = [...run.tests];
  for (const event of events)
    if (event.type === 'added' && event.test.id === event.testId && !tests.some((t) => t.id === event.testId))
      tests.push(event.test);
  return tests;
}

/**
 * The tubes of a run after its events, as they stand at an instant. The same events give the same tubes on
 * every machine and after every crash.
 * @param book where methods are looked up; what ships when left out
 * @throws FieldError `unknown-method`
 */
export function tubesAt(
  run: Pick<RunDraft, 'tests'>,
  events: readonly RunEvent[],
  now: number,
  book: MethodBook = shippedBook,
): Tube[] {
  const seen = new Set<string>();
  const once = events.filter((e) => !seen.has(e.id) && seen.add(e.id));
  return testsOf(run, once).map((test) =>
    elapse(once.filter((e) => e.testId === test.id).reduce(apply, newTube(test, book)), now),
  );
}

/** What the sample was, where it was not as the leaflet asks. */
const sampleOf = ({ dilution }: Test) => (dilution === 1 ? {} : { dilution });

/**
 * What the tube has to tell so far; null while it has nothing that could be kept.
 * @param pad which pad of a strip; 0 for everything else
 */
export function enteredOf(tube: Tube, pad = 0): Entered | null {
  const { method, test } = tube;
  const step = stepOf(tube);
  if (!isAtResult(tube)) return null;
  if (step.do === 'count-to-turn') {
    if (!tube.turned) return null;
    // All acid that went in counts, also that to a first turn before.
    const counted = [...tube.trail, tube.step].filter((k) => method.steps[k]!.do === 'count-to-turn');
    const turns = method.steps.filter((s) => s.do === 'count-to-turn').length;
    return {
      how: 'drops',
      drops: counted.reduce((sum, k) => sum + (tube.drops[k] ?? 0), 0),
      ...(turns > 1 ? { firstTurn: counted.length > 1 ? (tube.drops[counted[0]!] ?? 0) : 0 } : {}),
      ...(test.sampleTimes === 1 ? {} : { sampleTimes: test.sampleTimes }),
      ...sampleOf(test),
    };
  }
  if (step.do === 'ask') {
    const answer = tube.answers[tube.step];
    return answer === undefined ? null : { how: 'answer', answer, says: step.answers[answer]!.says };
  }
  if (readsColor(tube)) {
    const match = tube.matches[pad];
    const card = cardFor(method, parameterAt(tube, pad));
    const own = tube.ownCards[pad];
    if (!match || !card) return null;
    const read = own ? { cardId: own.id, cardVersion: own.version } : { cardId: card.id };
    return { how: 'card', ...read, match, ...sampleOf(test) };
  }
  if (!tube.figure) return null;
  return method.result.by === 'column'
    ? { how: 'column', text: tube.figure.text, ...sampleOf(test) }
    : { how: 'meter', ...tube.figure };
}

/** What a pad of a strip tells, or the tube as a whole. */
export function parameterAt(tube: Tube, pad = 0): ParameterId {
  const { result, parameter } = tube.method;
  return result.by === 'strip' ? (result.pads[pad]?.parameter ?? parameter) : parameter;
}

/** The pads to read: one for everything but a strip. */
export const padsOf = (tube: Tube): number[] =>
  tube.method.result.by === 'strip' ? tube.method.result.pads.map((_pad, k) => k) : [0];

/** True when no tube wants anything any more. */
export const isFinished = (tubes: readonly Tube[]): boolean => tubes.every((t) => t.state !== 'running');
