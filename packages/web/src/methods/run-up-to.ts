import type { RunEvent } from '@hedge-lamp/core/bench';
import type { Method, Step } from '@hedge-lamp/core/methods';
import { v4 as newId } from 'uuid';

/** Which answer does not lead past a step; the first where all do. */
function answerToward(step: Extract<Step, { do: 'ask' }>, steps: readonly Step[], to: number): number {
  const lands = ({ goTo }: { goTo?: string | undefined }) =>
    steps.findIndex((s) => s.id !== undefined && s.id === goTo);
  return Math.max(
    0,
    step.answers.findIndex((a) => lands(a) <= to),
  );
}

export interface RunUp {
  readonly events: RunEvent[];
  /** The instant at which the tube is at the step, when all waits were waited. */
  readonly at: number;
}

/**
 * Made-up events that bring a tube to a step of its method, every wait in full: for trying a method out, never kept.
 * @param to index of the step
 * @param from the instant at which the run begins
 */
export function runUpTo(method: Method, to: number, testId: string, from: number): RunUp {
  const events: RunEvent[] = [];
  let at = from;
  const tell = (body: { type: RunEvent['type'] } & Record<string, unknown>) =>
    events.push({ id: newId(), testId, at, ...body } as RunEvent);
  let step = 0;
  while (step < to) {
    const doing = method.steps[step]!;
    if (doing.do === 'ask') {
      const answer = answerToward(doing, method.steps, to);
      tell({ type: 'answered', step, answer });
      const { goTo } = doing.answers[answer]!;
      step =
        goTo === undefined
          ? step + 1
          : Math.max(
              step + 1,
              method.steps.findIndex((s) => s.id === goTo),
            );
      continue;
    }
    if (doing.do === 'count-to-turn') {
      tell({ type: 'drop', step });
      tell({ type: 'turned', step });
    } else if (doing.do === 'stand') at += doing.seconds * 1000;
    else tell({ type: 'step-done', step, did: true });
    step += 1;
  }
  return { events, at };
}
