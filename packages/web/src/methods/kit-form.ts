import { type BottleMark, type Kit, type KitDraft, KitDraftSchema, kitState } from '@hedge-lamp/core/methods';
import { v4 as newId } from 'uuid';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A kit as it stands in its form: figures and days as typed. */
export interface KitForm {
  id: string;
  name: string;
  price: string;
  currency: string;
  note: string;
  tests: {
    methodId: string;
    perBox: string;
    counted: string;
    /** What was left when the form was opened: untouched, it goes on being counted down meanwhile. */
    shown?: string;
  }[];
  bottles: {
    methodId: string;
    bottleId: string;
    lot: string;
    openedOn: string;
    expiresOn: string;
    marks: BottleMark[];
  }[];
}

/** @param currency that is filled in, free to be changed */
export const emptyKitForm = (currency = ''): KitForm => ({
  id: newId(),
  name: '',
  price: '',
  currency,
  note: '',
  tests: [],
  bottles: [],
});

const text = (x: number | null) => (x === null ? '' : String(x));

export function formOfKit(kit: Kit, now: number): KitForm {
  const left = new Map(kitState(kit, now).map((s) => [s.methodId, s.left]));
  const tests = kit.tests.map((t) => ({
    methodId: t.methodId,
    perBox: text(t.perBox),
    counted: text(left.get(t.methodId) ?? null),
    shown: text(left.get(t.methodId) ?? null),
  }));
  return {
    id: kit.id,
    name: kit.name,
    price: text(kit.price),
    currency: kit.currency,
    note: kit.note,
    tests,
    bottles: kit.bottles.map((b) => ({
      ...b,
      openedOn: b.openedOn ?? '',
      expiresOn: b.expiresOn ?? '',
      marks: [...b.marks],
    })),
  };
}

/** Nothing typed is nothing known. */
const figure = (typed: string): unknown => (typed.trim() === '' ? null : typedNumber(typed));

/**
 * Reads the form as the server will check it. Everything is counted anew as of now: a figure that nobody touched is
 * what is left now, also when tubes were run while the form was open.
 * @param kit as it is kept now; null for a new one
 */
export function readKitForm(
  form: KitForm,
  now: number,
  kit: Kit | null = null,
): { draft: KitDraft } | { errors: FieldErrors } {
  const left = new Map((kit ? kitState(kit, now) : []).map((s) => [s.methodId, s.left]));
  const countedIn = ({ methodId, counted, shown }: KitForm['tests'][number]) =>
    counted === shown && left.has(methodId) ? left.get(methodId)! : figure(counted);
  const parsed = KitDraftSchema.safeParse({
    id: form.id,
    name: form.name,
    price: figure(form.price),
    currency: form.currency.trim(),
    note: form.note,
    countedAt: now,
    tests: form.tests.map((t) => ({
      methodId: t.methodId,
      perBox: figure(t.perBox),
      counted: countedIn(t),
    })),
    bottles: form.bottles.map((b) => ({
      ...b,
      openedOn: b.openedOn === '' ? null : b.openedOn,
      expiresOn: b.expiresOn === '' ? null : b.expiresOn,
    })),
  });
  return parsed.success ? { draft: parsed.data } : { errors: errorsOf(parsed.error) };
}
