import { FieldError, convert, parseFigure } from '@hedge-lamp/core/quantity';
import {
  type StockGroupId,
  type UnitChoice,
  UnitChoiceSchema,
  type Water,
  type WaterDraft,
  type WaterKind,
  CheckedWaterDraftSchema,
} from '@hedge-lamp/core/waters';
import { v4 as newId } from 'uuid';
import { type FieldErrors, errorsOf } from '../shell/field-errors';

/** A water as it stands in the form: figures as typed, so that nothing typed is ever lost. */
export interface WaterForm {
  id: string;
  name: string;
  kind: WaterKind;
  /** In `units.volume`, as typed. */
  volume: string;
  volumeFrom: WaterDraft['volumeFrom'];
  units: UnitChoice;
  stockGroups: StockGroupId[];
  cycling: boolean;
  samplingPoints: { id: string; name: string }[];
  sourceWaterId: string | null;
  note: string;
}

export const emptyWaterForm = (): WaterForm => ({
  id: newId(),
  name: '',
  kind: 'aquarium',
  volume: '',
  volumeFrom: null,
  units: UnitChoiceSchema.parse({}),
  stockGroups: [],
  cycling: false,
  samplingPoints: [],
  sourceWaterId: null,
  note: '',
});

/** Liters as the text of an input in another unit, to a tenth of a percent. */
export const volumeInput = (liters: number, unit: string): string =>
  String(Number(convert(liters, 'volume', 'L', unit).toPrecision(4)));

export function formOf(water: Water): WaterForm {
  const { netLiters, version: _v, createdAt: _c, updatedAt: _u, deletedAt: _d, ...rest } = water;
  return {
    ...structuredClone(rest),
    volume: netLiters === null ? '' : volumeInput(netLiters, water.units.volume),
  };
}

type Parsed = { readonly draft: WaterDraft } | { readonly errors: FieldErrors };

/** Reads the form; errors are by the field's path. */
export function readWaterForm(form: WaterForm): Parsed {
  const { volume, ...rest } = form;
  let netLiters: number | null = null;
  const errors: Record<string, string> = {};
  if (volume.trim() !== '') {
    try {
      netLiters = convert(parseFigure(volume, 'netLiters').value, 'volume', form.units.volume, 'L');
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
      errors.netLiters = error.message;
    }
  }
  // Kinds without a volume of their own leave what was typed alone, and do not send it.
  if (form.kind === 'source' || form.kind === 'stream') {
    netLiters = null;
    delete errors.netLiters;
  }
  const parsed = CheckedWaterDraftSchema.safeParse({ ...rest, netLiters });
  if (!parsed.success || errors.netLiters)
    return { errors: { ...(parsed.success ? {} : errorsOf(parsed.error)), ...errors } };
  return { draft: parsed.data };
}
