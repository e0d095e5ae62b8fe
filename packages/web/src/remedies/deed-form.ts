import {
  CheckedDeedDraftSchema,
  type DeedAmount,
  type DeedDraft,
  type DeedKind,
  type SignId,
  amountsOf,
} from '@hedge-lamp/core/remedies';
import type { SaltId } from '@hedge-lamp/core/chemistry';
import type { StockEntry } from '@hedge-lamp/core/waters';
import type { StockGroupId } from '@hedge-lamp/core/limits';
import { v4 as newId } from 'uuid';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsOf } from '../shell/field-errors';

export type AmountWay = DeedAmount['by'] | 'words';
export const figureNames = [
  'text',
  'grams',
  'milliliters',
  'strength',
  'density',
  'percent',
  'liters',
  'protein',
  'count',
  'gramsEach',
  'millimeters',
  'hours',
  'nextLiters',
  'nextHours',
] as const;
type FigureName = (typeof figureNames)[number];
type RiseUnit = Extract<DeedAmount, { by: 'rise' }>['unit'];

/** Something done as it stands in the form: figures as typed, so that nothing typed is lost when its kind is changed. */
export interface DeedForm {
  id: string;
  kind: DeedKind;
  /** As an input of day and time takes it. */
  at: string;
  detail: string;
  by: AmountWay;
  figures: Record<FigureName, string>;
  unit: RiseUnit;
  salt: SaltId;
  rots: boolean;
  /** Kind of the animals; null where it is not said. */
  group: StockGroupId | null;
  stage: StockEntry['stage'];
  /** Null where it is not said: then it is taken as against ammonia, too. */
  against: 'chlorine' | 'ammonia' | null;
  /** What a change was made with: the water's own source, another one, or nobody knows. */
  source: string;
  conditioned: boolean;
  signs: SignId[];
}

/** Values of `source` beside the identifiers of waters. */
export const ownSource = 'own';
export const unknownSource = 'unknown';

/** What a form starts from, where something proposes it. */
export interface ProposedDeed {
  readonly kind: DeedKind;
  readonly amount?: DeedAmount | null;
  readonly detail?: string;
  /** When it was, ms since epoch; now where it is not said. */
  readonly at?: number;
}

/** The ways in which the amount of a kind can be told, words always among them. */
export const waysOf = (kind: DeedKind): AmountWay[] => [
  // Blends come from a ticked plan.
  ...(amountsOf[kind] ?? []).filter((by) => by !== 'blend'),
  'words',
];

export const wayLabel: Readonly<Record<AmountWay, string>> = {
  rise: 'By how much ammonia rises',
  'ammonium-chloride': 'Grams of ammonium chloride',
  'household-ammonia': 'Milliliters of household ammonia',
  part: 'Part of the water',
  liters: 'Liters changed',
  blend: 'Several waters',
  ready: 'Liters that stand ready',
  salt: 'Grams of a salt',
  feed: 'Grams of food',
  animals: 'How many',
  rain: 'Millimeters',
  hours: 'How long',
  against: 'Against what',
  signs: 'What you see',
  words: 'In words only',
};

export function emptyDeedForm(now: number, proposed?: ProposedDeed): DeedForm {
  const kind = proposed?.kind ?? 'water-change';
  const form: DeedForm = {
    id: newId(),
    kind,
    at: toLocalInput(proposed?.at ?? now),
    detail: proposed?.detail ?? '',
    by: waysOf(kind)[0]!,
    figures: {
      text: '',
      grams: '',
      milliliters: '',
      strength: '9.5',
      density: '0.96',
      percent: '',
      liters: '',
      protein: '40',
      count: '',
      gramsEach: '',
      millimeters: '',
      hours: '',
      nextLiters: '',
      nextHours: '',
    },
    unit: 'mg/L NH3-N',
    salt: 'sodium-bicarbonate',
    rots: false,
    group: null,
    stage: null,
    against: null,
    source: ownSource,
    conditioned: true,
    signs: [],
  };
  const amount = proposed?.amount;
  if (!amount) return form;
  form.by = amount.by;
  for (const [name, value] of Object.entries(amount)) {
    const figure = figureNames.find((f) => f === name);
    if (figure && typeof value === 'string') form.figures[figure] = value;
  }
  if (amount.by === 'rise') form.unit = amount.unit;
  if (amount.by === 'salt') form.salt = amount.salt;
  if (amount.by === 'feed') form.rots = amount.rots;
  if (amount.by === 'animals') {
    form.group = amount.group;
    form.stage = amount.stage;
  }
  if (amount.by === 'against') form.against = amount.against;
  if (amount.by === 'signs') form.signs = [...amount.signs];
  if (amount.by === 'ready') form.source = amount.sourceWaterId ?? ownSource;
  if (amount.by === 'part' || amount.by === 'liters') {
    form.conditioned = amount.conditioned !== false;
    if (amount.sourceWaterId !== undefined) form.source = amount.sourceWaterId ?? unknownSource;
  }
  return form;
}

const mainFigure: Readonly<Partial<Record<DeedAmount['by'], FigureName>>> = {
  rise: 'text',
  'ammonium-chloride': 'grams',
  'household-ammonia': 'milliliters',
  part: 'percent',
  liters: 'liters',
  salt: 'grams',
  feed: 'grams',
  animals: 'count',
  rain: 'millimeters',
  hours: 'hours',
  ready: 'liters',
};
/** Without its amount a dose says nothing to the cycle; the others may be told in words. */
const needsAmount: readonly DeedKind[] = ['ammonia-dose', 'challenge', 'water-ready'];

/** The amount as it stands in the form; null where it is told in words, or left empty where it may be. */
export function amountOf(form: DeedForm): DeedAmount | null {
  const { by, kind, figures } = form;
  if (by === 'words' || (by === 'against' && form.against === null)) return null;
  const main = mainFigure[by];
  if (main !== undefined && figures[main].trim() === '' && !needsAmount.includes(kind)) return null;
  return amountIn(form, by);
}
function amountIn(form: DeedForm, by: DeedAmount['by']): DeedAmount {
  const { figures, unit, salt, rots, group, stage, against, signs } = form;
  const { text, grams, milliliters, strength, density, percent, liters, protein } = figures;
  // What is as usual is left out, so that what was kept before says the same.
  const changed = {
    ...(form.source === ownSource
      ? {}
      : { sourceWaterId: form.source === unknownSource ? null : form.source }),
    ...(form.conditioned ? {} : { conditioned: false }),
  };
  switch (by) {
    case 'rise':
      return { by, text, unit };
    case 'ammonium-chloride':
      return { by, grams };
    case 'household-ammonia':
      return { by, milliliters, strength, density };
    case 'part':
      return { by, percent, ...changed };
    case 'liters':
      return { by, liters, ...changed };
    case 'blend':
      throw new Error('A blend is noted by ticking its line of a plan.');
    case 'ready':
      return {
        by,
        liters,
        sourceWaterId: form.source === ownSource || form.source === unknownSource ? null : form.source,
        nextLiters: figures.nextLiters,
        nextHours: figures.nextHours,
      };
    case 'salt':
      return { by, salt, grams };
    case 'feed':
      return { by, grams, protein, rots };
    case 'animals':
      return { by, group, count: figures.count, gramsEach: figures.gramsEach, stage };
    case 'rain':
      return { by, millimeters: figures.millimeters };
    case 'hours':
      return { by, hours: figures.hours };
    case 'against':
      return { by, against: against ?? 'ammonia' };
    case 'signs':
      return { by, signs: [...signs] };
  }
}

/** Reads the form; errors are by the field's path, such as "amount.grams". */
export function readDeedForm(
  form: DeedForm,
  waterId: string,
): { draft: DeedDraft } | { errors: FieldErrors } {
  const at = fromLocalInput(form.at);
  if (at === null) return { errors: { at: 'Give the day and the time.' } };
  const { id, kind, detail } = form;
  const parsed = CheckedDeedDraftSchema.safeParse({
    id,
    kind,
    detail,
    at,
    waterId,
    zone: thisZone(),
    amount: amountOf(form),
  });
  return parsed.success ? { draft: parsed.data } : { errors: errorsOf(parsed.error) };
}
