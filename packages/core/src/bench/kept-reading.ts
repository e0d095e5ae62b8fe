import type { ReadingDraft } from '../readings';
import type { RunDraft } from './run';
import type { RunEvent } from './run-event';
import { type Tube, enteredOf } from './tube';

/**
 * The reading that a confirmed tube stands for. A tube's water was sampled when its test began, so that is
 * its time; a meter's when it was kept.
 * @returns null when the tube is not kept or has nothing to tell
 */
export function keptReading(
  run: RunDraft,
  tube: Tube,
  event: Extract<RunEvent, { type: 'confirmed' }>,
): ReadingDraft | null {
  const entered = enteredOf(tube);
  if (!entered || tube.state !== 'kept') return null;
  return {
    id: event.readingId,
    waterId: run.waterId,
    samplingPointId: run.samplingPointId,
    parameter: tube.method.parameter,
    methodId: tube.method.id,
    takenAt: entered.how === 'meter' ? event.at : (tube.startedAt ?? event.at),
    zone: event.zone,
    entered,
    doubts: [...tube.doubts],
    by: run.by,
    note: '',
    runId: run.id,
  };
}
