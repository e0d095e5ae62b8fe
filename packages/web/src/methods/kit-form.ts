import { type BottleMark, type Kit, type KitDraft, KitDraftSchema, kitState } from '@hedge-lamp/core/methods';
import { v4 as newId } from 'uuid';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A kit as it stands in its form: figures and days as typed. */
export interface KitForm {
  id: string;
  /** 0 for one that is not saved yet. */
  version: number;
  name: string;
  price: string;
  currency: string;
  note: string;
  tests: { methodId: string; perBox: string; counted: string }[];
  bottles: {
    methodId: string;
    bottleId: string;
    lot: string;
    openedOn: string;
    expiresOn: string;
    marks: BottleMark[];
  }[];
}

export const emptyKitForm = (): KitForm => ({
  id: newId(),
  version: 0,
  name: '',
  price: '',
  currency: '',
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
  }));
  return {
    id: kit.id,
    version: kit.version,
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
 * Reads the form as the server will check it. Everything is counted anew as of now: what is shown as left is what is
 * left now, so a figure that nobody touched stays right.
 */
export function readKitForm(form: KitForm, now: number): { draft: KitDraft } | { errors: FieldErrors } {
  const parsed = KitDraftSchema.safeParse({
    id: form.id,
    name: form.name,
    price: figure(form.price),
    currency: form.currency.trim(),
    note: form.note,
    countedAt: now,
    tests: form.tests.map((t) => ({ ...t, perBox: figure(t.perBox), counted: figure(t.counted) })),
    bottles: form.bottles.map((b) => ({
      ...b,
      openedOn: b.openedOn === '' ? null : b.openedOn,
      expiresOn: b.expiresOn === '' ? null : b.expiresOn,
    })),
  });
  return parsed.success ? { draft: parsed.data } : { errors: errorsOf(parsed.error) };
}
