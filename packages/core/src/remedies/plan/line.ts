import { type SaltId, salts } from '../../chemistry';
import { type Interval, toWire } from '../../quantity';
import type { DeedAmount } from '../deed-amount';
import type { PlanFigure, PlanGiven } from './given';
import type { Effect, PlanLine } from './action';

type Needed = Pick<PlanLine, 'kind' | 'says'>;
type Optional = Partial<Omit<PlanLine, 'kind' | 'says' | 'key' | 'putOffUntil'>> & {
  /** Told apart from others of its kind. */
  readonly nth?: string;
};

/** A line of a plan with what is usual filled in. */
export function line(given: Needed & Optional): PlanLine {
  const { nth = '', ...own } = given;
  const subjects = own.subjects ?? [];
  const id = own.id ?? [own.kind, own.hold ?? '', subjects.join('+'), nth].filter(Boolean).join(':');
  const base = {
    subjects,
    way: null,
    hold: null,
    at: null,
    within: false,
    onlyIf: '',
    details: [],
    amount: null,
    effects: [],
    serves: [],
    dilution: 1,
    placeId: null,
    writes:
      own.kind === 'test' || own.kind === 'hold' || own.kind === 'tell'
        ? []
        : [{ kind: 'other' as const, detail: own.says.replace(/\.$/, ''), amount: null }],
    putOffUntil: null,
    ...own,
    id,
  };
  return { ...base, key: keyOf(base) };
}

/** What a tick agrees to: the words and the amounts, not the time. */
const keyOf = ({ id, says, amount, onlyIf }: Pick<PlanLine, 'id' | 'says' | 'amount' | 'onlyIf'>): string => {
  const text = JSON.stringify([id, says, onlyIf, amount]);
  let hash = 5381;
  for (let k = 0; k < text.length; k++) hash = ((hash * 33) ^ text.charCodeAt(k)) >>> 0;
  return hash.toString(36);
};

/** "half", "a third", "45 %". */
export function shareWords(share: number): string {
  const named: readonly (readonly [number, string])[] = [
    [0.5, 'half'],
    [0.33, 'a third'],
    [0.25, 'a quarter'],
    [0.1, 'a tenth'],
    [0.05, 'a twentieth'],
  ];
  return named.find(([x]) => Math.abs(x - share) < 1e-6)?.[1] ?? `${Math.round(share * 100)} %`;
}

/** Grams as one can weigh them. */
export function gramsWords(grams: number): string {
  if (grams >= 5000) return `${Number((grams / 1000).toPrecision(3))} kg`;
  const digits = grams >= 10 ? Math.round(grams) : Number(grams.toPrecision(2));
  return `${digits} g`;
}
export const saltWords = (list: readonly { readonly salt: SaltId; readonly grams: number }[]): string =>
  list.map(({ salt, grams }) => `${gramsWords(grams)} ${saltName(salt)}`).join(' and ');

const plainNames: Partial<Record<SaltId, string>> = {
  'sodium-bicarbonate': 'baking soda',
  'potassium-bicarbonate': 'potassium bicarbonate (KHCO3)',
  'calcium-chloride-dihydrate': 'calcium chloride (CaCl2·2H2O)',
  'magnesium-sulfate': 'Epsom salt (MgSO4·7H2O)',
  'sodium-chloride': 'plain salt (NaCl)',
};
export const saltName = (salt: SaltId): string => plainNames[salt] ?? salts[salt].name.toLowerCase();

export const saltDeed = (salt: SaltId, grams: number): DeedAmount => ({
  by: 'salt',
  salt,
  grams: String(Number(grams.toPrecision(3))),
});

/** A figure before and after, in the keeper's unit. */
export function effect(
  given: Pick<PlanGiven, 'shown'>,
  label: string,
  figure: PlanFigure | 'free-ammonia',
  before: Interval,
  after: Interval,
): Effect {
  const [b, a] = [given.shown(figure, before), given.shown(figure, after)];
  return { subject: figure, label, unit: b.unit, before: toWire(b.value), after: toWire(a.value) };
}
