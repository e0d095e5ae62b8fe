import { FieldError, convert, parseFigure } from '@hedge-lamp/core/quantity';
import {
  type StockEntry,
  type UnitChoice,
  usualUnits,
  type Water,
  type WaterDraft,
  type WaterKind,
  CheckedWaterDraftSchema,
  waterKindInfo,
} from '@hedge-lamp/core/waters';
import { type StockGroupId } from '@hedge-lamp/core/limits';
import { v4 as newId } from 'uuid';
import { fromLocalInput, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { draftOf } from './water-draft';

type FilterKind = NonNullable<WaterDraft['filter']>['kind'];

/** One line of the stock as typed. */
export interface StockLineForm {
  id: string;
  group: StockGroupId;
  count: string;
  gramsEach: string;
  centimetersEach: string;
  stage: StockEntry['stage'];
  /** As it was kept; null for a new line. */
  told: StockEntry | null;
}
export const emptyStockLine = (group: StockGroupId): StockLineForm => ({
  id: newId(),
  group,
  count: '',
  gramsEach: '',
  centimetersEach: '',
  stage: null,
  told: null,
});

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
  livesHere: WaterDraft['livesHere'];
  stock: StockLineForm[];
  salinity: WaterDraft['salinity'];
  /** Meters and square meters, as typed. */
  meanDepth: string;
  surface: string;
  roofWater: boolean | null;
  filterKind: FilterKind | null;
  /** A day, as its input takes it. */
  filterSince: string;
  cycling: boolean;
  samplingPoints: { id: string; name: string }[];
  sourceWaterId: string | null;
  note: string;
}

/**
 * The units of whoever keeps these waters: those that they chose, else those of the newest water.
 * @param waters in any order
 * @param chosen in the settings
 */
export function unitsOfKeeper(
  waters: readonly Pick<Water, 'units' | 'createdAt'>[],
  chosen: Partial<UnitChoice> = {},
): UnitChoice {
  const newest = waters.reduce<(typeof waters)[number] | null>(
    (best, w) => (best === null || w.createdAt > best.createdAt ? w : best),
    null,
  );
  return { ...(newest?.units ?? usualUnits), ...chosen };
}

export const emptyWaterForm = (units: UnitChoice = usualUnits): WaterForm => ({
  id: newId(),
  name: '',
  kind: 'aquarium',
  volume: '',
  volumeFrom: null,
  units: { ...units },
  stockGroups: [],
  livesHere: null,
  stock: [],
  salinity: null,
  meanDepth: '',
  surface: '',
  roofWater: null,
  filterKind: null,
  filterSince: '',
  cycling: false,
  samplingPoints: [],
  sourceWaterId: null,
  note: '',
});

/** Liters as the text of an input in another unit, to a tenth of a percent. */
export const volumeInput = (liters: number, unit: string): string =>
  String(Number(convert(liters, 'volume', 'L', unit).toPrecision(4)));

const said = (x: number | null): string => (x === null ? '' : String(x));

export function formOf(water: Water): WaterForm {
  const { netLiters, stock, meanDepth, surface, filter, ...rest } = draftOf(water);
  return {
    ...structuredClone(rest),
    volume: netLiters === null ? '' : volumeInput(netLiters, water.units.volume),
    stock: stock.map((line) => ({
      id: line.id,
      group: line.group,
      count: said(line.count),
      gramsEach: said(line.gramsEach),
      centimetersEach: said(line.centimetersEach),
      stage: line.stage,
      told: line,
    })),
    meanDepth: said(meanDepth),
    surface: said(surface),
    filterKind: filter?.kind ?? null,
    filterSince: filter?.since == null ? '' : toLocalInput(filter.since).slice(0, 10),
  };
}

type Parsed = { readonly draft: WaterDraft } | { readonly errors: FieldErrors };

/** A figure as typed; null where nothing was. What cannot be read goes to `errors`. */
function typedFigure(text: string, field: string, errors: Record<string, string>): number | null {
  if (text.trim() === '') return null;
  try {
    return parseFigure(text, field).value;
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    errors[field] = error.message;
    return null;
  }
}

/** A line of stock; its count holds from now on where it was changed. */
function readLine(line: StockLineForm, k: number, now: number, errors: Record<string, string>): StockEntry {
  const { told } = line;
  const count = typedFigure(line.count, `stock.${k}.count`, errors);
  return {
    id: line.id,
    group: line.group,
    count,
    gramsEach: typedFigure(line.gramsEach, `stock.${k}.gramsEach`, errors),
    centimetersEach: typedFigure(line.centimetersEach, `stock.${k}.centimetersEach`, errors),
    stage: line.stage,
    toldAt: told !== null && told.count === count && told.group === line.group ? told.toldAt : now,
  };
}

/**
 * Reads the form; errors are by the field's path.
 * @param now when the counts of new lines are told
 */
export function readWaterForm(form: WaterForm, now: number): Parsed {
  const { volume, stock, meanDepth, surface, filterKind, filterSince, ...rest } = form;
  const errors: Record<string, string> = {};
  const typed = typedFigure(volume, 'netLiters', errors);
  let netLiters = typed === null ? null : convert(typed, 'volume', form.units.volume, 'L');
  // Kinds without a volume of their own leave what was typed alone, and do not send it.
  const stocked = waterKindInfo[form.kind].stocked;
  if (!stocked) {
    netLiters = null;
    delete errors.netLiters;
  }
  const since = filterSince === '' ? null : fromLocalInput(`${filterSince}T00:00`);
  const lines = stocked ? stock.map((line, k) => readLine(line, k, now, errors)) : [];
  const parsed = CheckedWaterDraftSchema.safeParse({
    ...rest,
    netLiters,
    stock: lines,
    stockGroups: [...new Set([...rest.stockGroups, ...lines.map((l) => l.group)])],
    livesHere: stocked ? rest.livesHere : null,
    salinity: stocked ? rest.salinity : null,
    meanDepth: typedFigure(meanDepth, 'meanDepth', errors),
    surface: typedFigure(surface, 'surface', errors),
    filter: stocked && filterKind !== null ? { kind: filterKind, since } : null,
  });
  if (!parsed.success || Object.keys(errors).length > 0)
    return { errors: { ...(parsed.success ? {} : errorsOf(parsed.error)), ...errors } };
  return { draft: parsed.data };
}
