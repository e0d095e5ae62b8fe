import {
  FieldError,
  type Interval,
  type QuantityKind,
  bounded,
  checkInterval,
  convert,
  convertInterval,
  canonicalUnit,
  mostMeant,
  parseRange,
  possiblePh,
  possibleTemperature,
  unitOf,
  units,
} from '@hedge-lamp/core/quantity';
import { knownParameters } from '@hedge-lamp/core/parameters';
import type { FieldErrors } from '../shell/field-errors';
import type { Pulled, Tool, ToolField, TypedFields } from './tool';

/** The fields of a tool as read: canonical intervals, choices, and the instants of what was read in a water. */
export interface Given {
  /** Canonical interval of a field that must be filled in. */
  readonly value: (id: string) => Interval;
  /** The same, null where an optional field is empty. */
  readonly maybe: (id: string) => Interval | null;
  /** In the unit as typed. */
  readonly typed: (id: string) => { readonly value: Interval; readonly unit: string };
  readonly choice: (id: string) => string;
  readonly takenAt: (id: string) => number | null;
}

export const choiceIn =
  (tool: Tool, typed: TypedFields) =>
  (id: string): string => {
    const field = tool.fields.find((f) => f.id === id);
    const options = field ? optionsOf(field, (other) => choiceIn(tool, typed)(other)) : [];
    const text = typed[id]?.text ?? '';
    // A choice that is not offered any more falls back to the first that is.
    return options.some((o) => o.value === text) ? text : (options[0]?.value ?? '');
  };

export const optionsOf = (field: ToolField, choice: (id: string) => string) =>
  typeof field.options === 'function' ? field.options(choice) : (field.options ?? []);

/** What of a water goes into a field, as things are chosen; nothing for most. */
export const pulledInto = (field: ToolField, choice: (id: string) => string): Pulled | undefined =>
  typeof field.pull === 'function' ? field.pull(choice) : field.pull;

const kindOf = (field: ToolField, choice: (id: string) => string): QuantityKind | undefined =>
  typeof field.kind === 'function' ? field.kind(choice) : field.kind;

/** The units to choose from in a field; one means that there is nothing to choose. */
export function unitsOf(field: ToolField, choice: (id: string) => string): readonly string[] {
  if (field.units) return field.units;
  const kind = kindOf(field, choice);
  return kind ? units[kind].map((u) => u.id) : field.unit ? [field.unit] : [];
}

/** The unit in force: the one chosen if the field offers it, else the usual one. */
export function unitIn(field: ToolField, chosen: string, choice: (id: string) => string): string {
  const offered = unitsOf(field, choice);
  const kind = kindOf(field, choice);
  const usual =
    field.unit ?? (kind === 'volume' ? 'L' : knownParameters().find((p) => p.kind === kind)?.usualUnit);
  return [chosen, usual].find((u) => u && offered.includes(u)) ?? offered[0] ?? '';
}

/** Words behind the label of a field that may stay empty. */
export const leaveOutWords = (field: ToolField): string =>
  field.optional ? ` (${field.exact ? 'optional' : 'if known'})` : '';

/** Fields that are blanks in the sentence of their tool. */
export const inSentence = (tool: Tool): ReadonlySet<string> =>
  new Set(tool.sentence?.flatMap((part) => (typeof part === 'string' ? [] : [part.field])));

export const isShown = (field: ToolField, choice: (id: string) => string): boolean =>
  field.when?.(choice) ?? true;

function read(field: ToolField, kind: QuantityKind | undefined, text: string, unit: string): Interval {
  if (kind === 'ph' || kind === 'temperature') {
    const possible = kind === 'ph' ? possiblePh : possibleTemperature;
    const to = (x: number) => convert(x, kind, canonicalUnit(kind), unit);
    const typed = parseRange(text, field.id, {
      floor: to(possible.low),
      ceiling: to(possible.high),
      fromZero: false,
    });
    const range = bounded(typed, { ...possible, low: to(possible.low), high: to(possible.high) });
    // A hair of rounding at the very ends: 122 °F converts to 50.000000000000007 °C.
    const slack = { ...possible, low: possible.low - 1e-9, high: possible.high + 1e-9 };
    checkInterval(convertInterval(range, kind, unit, canonicalUnit(kind)), field.id, slack);
    return range;
  }
  const trace = knownParameters().find((p) => p.kind === kind)?.trace;
  const range = parseRange(text, field.id, {
    floor: 0,
    exact: field.exact ?? false,
    trace: trace === undefined || !kind ? undefined : convert(trace, kind, canonicalUnit(kind), unit),
  });
  if (field.exact && !Number.isFinite(range.high))
    throw new FieldError(
      'out-of-range',
      field.id,
      'This is an amount to set, so it needs an upper end. Type a figure, or a range such as 4-6.',
    );
  return checkInterval(range, field.id, {
    label: field.label,
    unit,
    low: 0,
    high: range.high === Infinity ? Infinity : mostMeant,
  });
}

export interface Answer<Result> {
  readonly result: Result | null;
  /** By the field; under '' what is about none of them. */
  readonly errors: FieldErrors;
  /** Labels of what is still to be filled in. */
  readonly wanting: readonly string[];
  /** What could be read of the fields, in the units as typed; the rest may be wanting or wrong. */
  readonly figures: ReadonlyMap<string, { readonly value: Interval; readonly unit: string }>;
}

/**
 * Reads the fields and works the tool. What is empty is only wanting, not wrong; what is wrong is said beside
 * its field.
 */
export function answer(tool: Tool, typed: TypedFields): Answer<ReturnType<Tool['work']>> {
  const choice = choiceIn(tool, typed);
  const values = new Map<string, { value: Interval; unit: string; kind: QuantityKind | undefined }>();
  const errors: Record<string, string> = {};
  const wanting: string[] = [];
  for (const field of tool.fields) {
    if (field.options || !isShown(field, choice)) continue;
    const text = typed[field.id]?.text ?? '';
    const kind = kindOf(field, choice);
    const unit = unitIn(field, typed[field.id]?.unit ?? '', choice);
    if (text.trim() === '') {
      if (!field.optional) wanting.push(field.group ? `${field.label} (${field.group})` : field.label);
      continue;
    }
    try {
      if (kind) unitOf(kind, unit, field.id);
      values.set(field.id, { value: read(field, kind, text, unit), unit, kind });
    } catch (error) {
      if (!(error instanceof FieldError)) throw error;
      errors[field.id] = error.message;
    }
  }
  if (wanting.length > 0 || Object.keys(errors).length > 0)
    return { result: null, errors, wanting, figures: values };

  const entryOf = (id: string) => {
    const entry = values.get(id);
    if (!entry)
      throw new FieldError('not-a-number', id, 'Nothing is typed here yet. Type digits, for example 7.4.');
    return entry;
  };
  const canonical = ({
    value,
    unit,
    kind,
  }: {
    value: Interval;
    unit: string;
    kind: QuantityKind | undefined;
  }) => (kind ? convertInterval(value, kind, unit, canonicalUnit(kind)) : value);
  const given: Given = {
    value: (id) => canonical(entryOf(id)),
    maybe: (id) => {
      const entry = values.get(id);
      return entry ? canonical(entry) : null;
    },
    typed: entryOf,
    choice,
    takenAt: (id) => typed[id]?.takenAt ?? null,
  };
  try {
    return { result: tool.work(given), errors, wanting, figures: values };
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    const id = tool.named?.[error.field] ?? error.field;
    const known = tool.fields.some((f) => f.id === id && isShown(f, choice));
    return { result: null, errors: { [known ? id : '']: error.message }, wanting, figures: values };
  }
}
