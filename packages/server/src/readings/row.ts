import type { Reading } from '@hedge-lamp/core/readings';
import type { readingsTable } from './table';

export type Row = typeof readingsTable.$inferSelect;

export function fromRow({ low, best, high, purgeAt: _purgeAt, clockAhead, ...row }: Row): Reading {
  return {
    ...row,
    value: best === null ? null : { low, best, high },
    ...(clockAhead === null ? {} : { clockAhead }),
  };
}

/** A reading as it lies in the file; one that is kept anew goes nowhere for good. */
export function toRow({ value, clockAhead, ...reading }: Reading): Row {
  const { low, best, high } = value ?? { low: null, best: null, high: null };
  return { ...reading, low, best, high, purgeAt: null, clockAhead: clockAhead ?? null };
}
