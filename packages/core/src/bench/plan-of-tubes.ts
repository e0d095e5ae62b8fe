import type { Method } from '../methods';
import { type ParameterId, parameterInfo } from '../parameters';
import { handSeconds } from './handling-time';
import type { PlanJob, PlanOp } from './plan';
import { type Tube, stepOf, timerEnd, windowEnd } from './tube';

/** A wait between two stretches of work may last so much longer. Hedge Lamp's own, cautious. */
const slackBetween = 600;

/** What hurts animals soonest comes first. */
const dangerRank = (parameter: ParameterId): number => parameterInfo(parameter).danger;

/**
 * The stretches of work of a method from a step on, taking no branch that leaves steps out.
 * @param first seconds until the first stretch can begin, and how much later it may
 * @param lead seconds of hands that come before the step
 */
function opsFrom(method: Method, step: number, first: { wait: number; slack: number }, lead = 0): PlanOp[] {
  const ops: PlanOp[] = [];
  let [hands, before, reads] = [lead, first, false];
  const close = () => {
    if (hands > 0) ops.push({ hands, ...before, ...(reads ? { reads } : {}) });
  };
  for (const s of method.steps.slice(step)) {
    if (s.do !== 'stand') {
      if (s.do === 'read' && hands === 0 && s.windowSeconds !== undefined && ops.length > 0)
        before = { ...before, slack: s.windowSeconds };
      reads = s.do === 'read' && hands === 0;
      hands += handSeconds(s, method.result.by);
      continue;
    }
    // Two waits with no work between them are one.
    if (hands === 0) before = { ...before, wait: before.wait + s.seconds };
    else {
      close();
      [hands, before] = [0, { wait: s.seconds, slack: slackBetween }];
    }
  }
  close();
  return ops;
}

/** A method that is not begun yet, for the planner. */
export const jobOfMethod = (id: string, method: Method): PlanJob => ({
  id,
  rank: dangerRank(method.parameter),
  ops: opsFrom(method, 0, { wait: 0, slack: Infinity }),
});

/** What is left of a tube, for the planner; a wait that runs holds the hands off until it ends. */
export function jobOfTube(tube: Tube, now: number): PlanJob {
  const { method, testId } = tube;
  const rank = dangerRank(method.parameter);
  if (tube.state !== 'running') return { id: testId, rank, ops: [] };
  const end = timerEnd(tube);
  if (end !== null && stepOf(tube).do !== 'stand') {
    // Who shakes has no hand free: that goes on first.
    const left = Math.max(0, (end - now) / 1000);
    return { id: testId, rank, ops: opsFrom(method, tube.step + 1, { wait: 0, slack: 0 }, left) };
  }
  if (end !== null) {
    const following = method.steps[tube.step + 1];
    const window = following?.do === 'read' ? following.windowSeconds : undefined;
    const first = { wait: Math.max(0, (end - now) / 1000), slack: window ?? slackBetween };
    return { id: testId, rank, ops: opsFrom(method, tube.step + 1, first) };
  }
  const until = windowEnd(tube);
  const left = until === null ? Infinity : (until - now) / 1000;
  return {
    id: testId,
    rank,
    ops: opsFrom(method, tube.step, { wait: 0, slack: left < 0 ? Infinity : left }),
    overdue: Math.max(0, -left),
  };
}
