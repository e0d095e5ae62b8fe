import type { ReadingDraft } from '../readings';
import type { RunDraft } from './run';
import type { RunEvent } from './run-event';
import { type Tube, enteredOf, parameterAt } from './tube';

/**
 * The reading that a confirmed tube stands for. Its time is when the sample was taken, where that was told; else
 * when the test began, and for a meter, when it was kept.
 * @returns null when the tube is not kept, has nothing to tell, or is a blank: distilled water is not this water
 */
export function keptReading(
  run: RunDraft,
  tube: Tube,
  event: Extract<RunEvent, { type: 'confirmed' }>,
): ReadingDraft | null {
  const pad = event.pad ?? 0;
  const entered = enteredOf(tube, pad);
  const { test } = tube;
  if (!entered || tube.state !== 'kept' || test.role === 'blank') return null;
  const began = tube.startedAt ?? event.at;
  return {
    id: event.readingId,
    waterId: run.waterId,
    samplingPointId: test.samplingPointId ?? run.samplingPointId,
    parameter: parameterAt(tube, pad),
    methodId: tube.method.id,
    methodVersion: tube.method.version,
    kitId: test.kitId,
    takenAt:
      run.sampledAt !== null && test.role !== 'second-sample'
        ? run.sampledAt
        : entered.how === 'meter'
          ? event.at
          : began,
    zone: event.zone,
    entered,
    doubts: [...tube.doubts],
    by: run.by,
    drawnFrom: run.drawnFrom,
    note: test.role === 'test' ? '' : test.role === 'repeat' ? 'Repeat' : 'Second sample',
    runId: run.id,
  };
}
