import { z } from 'zod';
import { FieldError } from '../quantity/field-error';
import { fromCanonical, toCanonical, unitOf } from '../quantity/units';
import { behindFigure, parameterInfo } from '../parameters';
import { type Status, severity } from './status';
import { SubjectSchema, type Subject, isComputed, subjectKind, subjectLabel } from './subject';

/** A stretch of values with one status; `from` and `to` in canonical units, −∞ and ∞ at the outside. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly status: Exclude<Status, 'unread'>;
}

const figure = z.number({ error: 'Type this bound as a number, or leave it out.' }).nullable().default(null);

/** The two edges past which a status begins; null where there is none on that side. */
const EdgesSchema = z.object({ below: figure, above: figure });
export type Edges = z.infer<typeof EdgesSchema>;

/** Limits for one subject: what to aim for, and where Watch, Act and Urgent begin. All in one unit with its basis. */
export const LimitSchema = z
  .object({
    subject: SubjectSchema,
    unit: z.string(),
    /** What to aim for; lies inside the clear stretch. An open end is null. */
    target: z.object({ from: figure, to: figure }),
    watch: EdgesSchema,
    act: EdgesSchema,
    urgent: EdgesSchema,
    /** Published source, or "common practice". */
    source: z.string().max(300, 'At most 300 characters.'),
  })
  .superRefine((limit, context) => {
    for (const { path, message } of faultsOf(limit))
      context.addIssue({ code: 'custom', path: [...path], message });
  })
  .meta({ id: 'Limit' });
export type Limit = z.infer<typeof LimitSchema>;

export interface LimitFault {
  readonly path: readonly string[];
  /** What is wrong and what to do. */
  readonly message: string;
}

const statusesByRank = ['watch', 'act', 'urgent'] as const;
type Graded = (typeof statusesByRank)[number];
const word: Readonly<Record<Graded, string>> = { watch: 'Watch', act: 'Act', urgent: 'Urgent' };

/** What a figure of this subject can be at all, in the unit of the limit. */
function possibleIn(subject: Subject, unit: string): readonly [low: number, high: number] {
  if (isComputed(subject)) return [0, Infinity];
  const { kind, possible } = parameterInfo(subject);
  return [fromCanonical(possible[0], kind, unit), fromCanonical(possible[1], kind, unit)];
}

/** Everything that is contradictory in a limit; empty for a sound one. */
export function faultsOf(limit: {
  subject: Subject;
  unit: string;
  target: { from: number | null; to: number | null };
  watch: Edges;
  act: Edges;
  urgent: Edges;
}): LimitFault[] {
  const faults: LimitFault[] = [];
  const fault = (path: string, message: string) => faults.push({ path: path.split('.'), message });
  const kind = subjectKind(limit.subject);
  if (kind === 'presence') {
    fault('subject', `${subjectLabel(limit.subject)} has no amount, so no limit can be set for it.`);
    return faults;
  }
  try {
    unitOf(kind, limit.unit);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    fault('unit', error.message);
    return faults;
  }
  const behind = behindFigure(kind, limit.unit);
  const [least, most] = possibleIn(limit.subject, limit.unit);
  const said = (x: number) => `${Number(x.toPrecision(6))}${behind}`.replace('-', '−');
  const check = (path: string, x: number | null) => {
    if (x !== null && (x < least - 1e-9 || x > most + 1e-9))
      fault(
        path,
        `${subjectLabel(limit.subject)} lies between ${said(least)} and ${said(most)}; ${said(x)} cannot be. Check the figure and the unit.`,
      );
  };
  for (const status of statusesByRank) {
    check(`${status}.below`, limit[status].below);
    check(`${status}.above`, limit[status].above);
  }
  check('target.from', limit.target.from);
  check('target.to', limit.target.to);

  // Each worse status must begin further out than every milder one.
  for (const [k, worse] of statusesByRank.entries())
    for (const milder of statusesByRank.slice(0, k)) {
      const [w, m] = [limit[worse], limit[milder]];
      if (w.above !== null && m.above !== null && w.above < m.above)
        fault(
          `${worse}.above`,
          `${word[worse]} begins above ${said(w.above)}, but ${word[milder]} only above ${said(m.above)}. Put ${word[worse]} higher, or leave one out.`,
        );
      if (w.below !== null && m.below !== null && w.below > m.below)
        fault(
          `${worse}.below`,
          `${word[worse]} begins below ${said(w.below)}, but ${word[milder]} only below ${said(m.below)}. Put ${word[worse]} lower, or leave one out.`,
        );
    }
  const { low, high } = clearOf(limit);
  if (low.at >= high.at)
    fault(
      low.path,
      `Nothing would be clear: ${low.word} begins below ${said(low.at)} and ${high.word} above ${said(high.at)}. Leave room between them.`,
    );
  else {
    const { from, to } = limit.target;
    if (from !== null && to !== null && from > to)
      fault('target.from', `The target runs from ${said(from)} to ${said(to)}: put the lower figure first.`);
    if (from !== null && (from < low.at || from > high.at))
      fault(
        'target.from',
        `The target begins at ${said(from)}, where it would already be ${from < low.at ? low.word : high.word}. Put it inside the clear stretch.`,
      );
    if (to !== null && (to > high.at || to < low.at))
      fault(
        'target.to',
        `The target ends at ${said(to)}, where it would already be ${to > high.at ? high.word : low.word}. Put it inside the clear stretch.`,
      );
  }
  if (statusesByRank.every((s) => limit[s].below === null && limit[s].above === null))
    fault('watch.above', 'Give at least one bound; without any, nothing would ever be noticed.');
  return faults;
}

/** The clear stretch in the unit of the limit, with what begins at each end of it. */
function clearOf(limit: Pick<Limit, Graded>) {
  let low = { at: -Infinity, word: '', path: 'watch.below' };
  let high = { at: Infinity, word: '', path: 'watch.above' };
  for (const status of statusesByRank) {
    const { below, above } = limit[status];
    if (below !== null && below > low.at) low = { at: below, word: word[status], path: `${status}.below` };
    if (above !== null && above < high.at) high = { at: above, word: word[status], path: `${status}.above` };
  }
  return { low, high };
}

/** The bands of a limit, rising, covering every value; canonical units. A bound belongs to the band below it. */
export function bandsOf(
  limit: Omit<Limit, 'source' | 'target'> & { readonly onStep?: readonly Graded[] | undefined },
): Band[] {
  const kind = subjectKind(limit.subject);
  const canonical = (x: number) => toCanonical(x, kind, limit.unit);
  const bands: Band[] = [];
  let from = -Infinity;
  const push = (status: Band['status'], to: number) => {
    if (to > from) bands.push({ from, to, status });
    from = Math.max(from, to);
  };
  for (const status of [...statusesByRank].reverse()) {
    const { below } = limit[status];
    if (below !== null) push(status, canonical(below));
  }
  const highs = statusesByRank.flatMap((status) => {
    const { above } = limit[status];
    if (above === null) return [];
    const at = canonical(above);
    // A hair lower: the bound itself then lies beyond it.
    return [{ status, at: limit.onStep?.includes(status) ? at - 1e-9 * Math.max(1, Math.abs(at)) : at }];
  });
  push('clear', highs[0]?.at ?? Infinity);
  highs.forEach(({ status }, k) => push(status, highs[k + 1]?.at ?? Infinity));
  return bands;
}

type Pair = readonly [below: number | null, above: number | null];

/** A limit in short: each pair is "below, above". */
export function limit(
  subject: Subject,
  unit: string,
  bounds: { target?: Pair; watch?: Pair; act?: Pair; urgent?: Pair },
  source: string,
): Limit {
  const edges = ([below, above]: Pair = [null, null]): Edges => ({ below, above });
  const [from, to] = bounds.target ?? bounds.watch ?? [null, null];
  return {
    subject,
    unit,
    target: { from, to },
    watch: edges(bounds.watch),
    act: edges(bounds.act),
    urgent: edges(bounds.urgent),
    source,
  };
}

const statusAt = (bands: readonly Band[], value: number) =>
  bands.find((band) => value <= band.to)?.status ?? bands.at(-1)!.status;

/** Joins bands: at each value the strictest counts, so what is clear is clear to all. */
export function strictest(each: readonly (readonly Band[])[]): Band[] {
  const ends = [...new Set(each.flatMap((bands) => bands.map((b) => b.to)))].sort((a, b) => a - b);
  const joined: Band[] = [];
  let from = -Infinity;
  for (const to of ends) {
    // A value inside the stretch; ends belong to the band below them.
    const inside = to === Infinity ? Number.MAX_VALUE : to;
    const status = each
      .map((bands) => statusAt(bands, inside))
      .reduce((a, b) => (severity(a) >= severity(b) ? a : b));
    const last = joined.at(-1);
    if (last?.status === status) joined[joined.length - 1] = { ...last, to };
    else joined.push({ from, to, status });
    from = to;
  }
  return joined;
}
