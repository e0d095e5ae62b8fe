import { carbonateConstants } from '@hedge-lamp/core/chemistry';

/** A water known exactly: liters, °C, meq/L, pH, mmol/L. */
export interface Exact {
  liters: number;
  temperature: number;
  alkalinity: number;
  ph: number;
  hardness: number;
}
/** Moles of alkalinity and carbon, and liters × mol/L of ionic strength, that a salt brings. */
interface Added {
  alkalinity: number;
  carbon: number;
  strength: number;
}

/**
 * The same mix by another path, sharing no code with it but the published constants: activities after Davies
 * written out, the forms summed charge by charge, and plain bisection on the charge balance.
 * @param added what is dissolved in it beside the waters, mol in all
 */
export function byBisection(waters: readonly Exact[], added: Partial<Added> = {}): number {
  const gammas = (w: { alkalinity: number; hardness: number; temperature: number }, strength?: number) => {
    const mmol = (4 * w.hardness + w.alkalinity + Math.abs(2 * w.hardness - w.alkalinity)) / 2;
    const I = strength ?? mmol / 1000;
    const eps =
      87.74 - 0.40008 * w.temperature + 9.398e-4 * w.temperature ** 2 - 1.41e-6 * w.temperature ** 3;
    const A = 1.82e6 / (eps * (w.temperature + 273.15)) ** 1.5;
    const base = (Math.sqrt(I) / (1 + Math.sqrt(I)) - 0.3 * I) * -A;
    return { one: 10 ** base, two: 10 ** (4 * base), I };
  };
  /** Forms in mol/L for 1 mol/L of HCO3. */
  const forms = (ph: number, t: number, g: { one: number; two: number }) => {
    const k = carbonateConstants(t);
    const H = 10 ** -ph;
    return {
      co2: (H * g.one) / 10 ** -k.pK1,
      co3: (10 ** -k.pK2 * g.one) / (H * g.two),
      oh: 10 ** -k.pKw / (H * g.one),
      h: H / g.one,
    };
  };
  let [V, heat] = [0, 0];
  let { alkalinity: alk, carbon: C, strength: I } = { alkalinity: 0, carbon: 0, strength: 0, ...added };
  for (const w of waters) {
    const g = gammas(w);
    const f = forms(w.ph, w.temperature, g);
    const hco3 = (w.alkalinity / 1000 - f.oh + f.h) / (1 + 2 * f.co3);
    V += w.liters;
    heat += w.liters * w.temperature;
    alk += (w.liters * w.alkalinity) / 1000;
    C += w.liters * hco3 * (1 + f.co2 + f.co3);
    I += w.liters * g.I;
  }
  const t = heat / V;
  const g = gammas({ alkalinity: 0, hardness: 0, temperature: t }, I / V);
  let [low, high] = [0, 14];
  for (let step = 0; step < 100; step++) {
    const mid = (low + high) / 2;
    const f = forms(mid, t, g);
    const hco3 = C / V / (1 + f.co2 + f.co3);
    if (hco3 + 2 * hco3 * f.co3 + f.oh - f.h < alk / V) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
