import { FieldError } from '../quantity';

/**
 * Where a rising function crosses zero between two ends, to 1e-10 of the argument. Regula falsi with the
 * Illinois change (Dowell & Jarratt 1971), which keeps the crossing bracketed and needs no derivative; of the
 * common packages none holds a bracketed root finder alone.
 * @throws FieldError `contradiction` when the function does not cross zero between the ends
 * @example solveRising((x) => x ** 2 - 2, 0, 2, 'ph') // 1.414214
 */
export function solveRising(f: (x: number) => number, low: number, high: number, field: string): number {
  let [a, b] = [low, high];
  let [fa, fb] = [f(a), f(b)];
  if (!(fa <= 0 && fb >= 0))
    throw new FieldError(
      'contradiction',
      field,
      'No pH from 0 to 14 goes with these figures together. One of them is off: check the figures and their units.',
    );
  let side = 0;
  for (let step = 0; step < 200 && b - a > 1e-10; step++) {
    // Far from the crossing the function bends by powers of ten, and only halving is to be trusted.
    const far = b - a > 0.1;
    const falsi = a - (fa * (b - a)) / (fb - fa);
    const x = far || !(falsi > a && falsi < b) ? (a + b) / 2 : falsi;
    const fx = f(x);
    // Over so short a stretch it is nearly straight: a step that lands on an end has found the crossing.
    if (fx === 0 || (!far && Math.min(x - a, b - x) < 1e-11)) return x;
    if (fx < 0) {
      [a, fa] = [x, fx];
      if (side === -1) fb /= 2;
      side = -1;
    } else {
      [b, fb] = [x, fx];
      if (side === 1) fa /= 2;
      side = 1;
    }
  }
  return (a + b) / 2;
}
