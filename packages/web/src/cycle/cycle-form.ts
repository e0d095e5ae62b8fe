import {
  CheckedCycleStartSchema,
  type CycleStart,
  type CycleStartDraft,
  type WayToStart,
} from '@hedge-lamp/core/cycle';
import { FieldError, parseFigure } from '@hedge-lamp/core/quantity';
import { type Water } from '@hedge-lamp/core/waters';
import { isAnimal } from '@hedge-lamp/core/limits';
import { v4 as newId } from 'uuid';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsOf } from '../shell/field-errors';

/** A start as it stands in the form: figures as typed. */
export interface CycleForm {
  id: string;
  startedAt: string;
  way: WayToStart;
  media: CycleStartDraft['media'];
  target: string;
  redose: CycleStartDraft['redose'];
  pauseAtPeak: boolean;
  ammoniaFrom: CycleStartDraft['ammoniaFrom'];
  strength: string;
  ended: 'no' | 'ready' | 'given-up';
  endedAt: string;
  note: string;
}

/** The way that this water's kind and stock suggest. */
const usualWay = (water: Pick<Water, 'kind' | 'stockGroups'>): WayToStart =>
  water.kind === 'aquaponics' ? 'loop' : water.stockGroups.some(isAnimal) ? 'with-fish' : 'fishless-ammonia';

export const emptyCycleForm = (water: Pick<Water, 'kind' | 'stockGroups'>, now: number): CycleForm => ({
  id: newId(),
  startedAt: toLocalInput(now),
  way: usualWay(water),
  media: 'none',
  target: '2',
  redose: 'when-gone',
  pauseAtPeak: false,
  ammoniaFrom: 'ammonium-chloride',
  strength: '9.5',
  ended: 'no',
  endedAt: toLocalInput(now),
  note: '',
});

export const cycleFormOf = (start: CycleStart, now: number): CycleForm => ({
  id: start.id,
  startedAt: toLocalInput(start.startedAt),
  way: start.way,
  media: start.media,
  target: String(start.target),
  redose: start.redose,
  pauseAtPeak: start.pauseAtPeak,
  ammoniaFrom: start.ammoniaFrom,
  strength: String(start.strength),
  ended: start.outcome ?? 'no',
  endedAt: toLocalInput(start.endedAt ?? now),
  note: start.note,
});

/** Reads the form; errors are by the field's path. */
export function readCycleForm(
  form: CycleForm,
  waterId: string,
): { draft: CycleStartDraft } | { errors: FieldErrors } {
  const errors: Record<string, string> = {};
  const figure = (text: string, field: string): number | undefined => {
    try {
      return parseFigure(text, field).value;
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
      errors[field] = error.message;
      return undefined;
    }
  };
  const at = (text: string, field: string): number | undefined => {
    const instant = fromLocalInput(text);
    if (instant === null) errors[field] = 'Give the day and the time.';
    return instant ?? undefined;
  };
  const { id, way, media, redose, pauseAtPeak, ammoniaFrom, ended, note } = form;
  const parsed = CheckedCycleStartSchema.safeParse({
    id,
    waterId,
    startedAt: at(form.startedAt, 'startedAt'),
    zone: thisZone(),
    way,
    media,
    target: figure(form.target, 'target'),
    redose,
    pauseAtPeak,
    ammoniaFrom,
    strength: figure(form.strength, 'strength'),
    endedAt: ended === 'no' ? null : at(form.endedAt, 'endedAt'),
    outcome: ended === 'no' ? null : ended,
    note,
  });
  // What could not be read comes before what follows from its being left out.
  if (Object.keys(errors).length > 0) return { errors };
  return parsed.success ? { draft: parsed.data } : { errors: errorsOf(parsed.error) };
}
