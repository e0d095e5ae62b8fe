import { unitIn, choiceIn, isShown, unitsOf } from './given';
import type { Tool, Typed, TypedFields } from './tool';

/**
 * A calculation in the address: `?total=0.3 (0.2–0.4)~mg/L NH3-N~1764000000000&ph=7.4`. Text, unit, and the
 * instant of the reading it came from, joined by "~"; a choice is its value alone.
 */
type Query = Readonly<Record<string, string>>;

/** Longer than anything that reads as a figure. */
const longest = 40;

export function toQuery(tool: Tool, typed: TypedFields): Query {
  const choice = choiceIn(tool, typed);
  const query: Record<string, string> = {};
  for (const field of tool.fields) {
    const entry = typed[field.id];
    if (!entry || entry.text.trim() === '' || !isShown(field, choice)) continue;
    if (field.options) {
      query[field.id] = choice(field.id);
      continue;
    }
    const unit = unitsOf(field, choice).length > 1 ? unitIn(field, entry.unit, choice) : '';
    const parts = [entry.text.trim(), unit, entry.takenAt === null ? '' : String(entry.takenAt)];
    while (parts.at(-1) === '') parts.pop();
    query[field.id] = parts.join('~');
  }
  return query;
}

/**
 * The fields from an address. What it does not name is empty; a unit that the field does not know falls back to
 * its own, and the field is told of.
 * @returns the fields, and sentences on what could not be taken over
 */
export function fromQuery(
  tool: Tool,
  query: Readonly<Record<string, unknown>>,
): { typed: TypedFields; lost: string[] } {
  const typed: Record<string, Typed> = {};
  const lost: string[] = [];
  for (const field of tool.fields) {
    const raw = query[field.id];
    const [text = '', unit = '', instant = ''] = typeof raw === 'string' ? raw.split('~') : [];
    const at = /^\d{12,13}$/.test(instant) ? Number(instant) : null;
    typed[field.id] = { text: text.slice(0, longest), unit, takenAt: at };
  }
  const choice = choiceIn(tool, typed);
  for (const field of tool.fields) {
    const entry = typed[field.id]!;
    if (field.options) {
      const chosen = choice(field.id);
      if (entry.text && entry.text !== chosen)
        lost.push(`“${entry.text}” is no choice of ${field.label}; ${chosen} was taken.`);
      typed[field.id] = { text: chosen, unit: '', takenAt: null };
      continue;
    }
    const unit = unitIn(field, entry.unit, choice);
    if (entry.unit && entry.unit !== unit && entry.text)
      lost.push(`“${entry.unit}” is no unit of ${field.label}; check the unit.`);
    typed[field.id] = { ...entry, unit };
  }
  for (const id of Object.keys(query))
    if (!tool.fields.some((f) => f.id === id))
      lost.push(`The address names “${id.slice(0, longest)}”, which this calculation does not know.`);
  return { typed, lost };
}
