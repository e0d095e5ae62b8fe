/**
 * A water stepped minute by minute while a plan is carried out: a second solver and integrator, that shares nothing with
 * the one that makes the plan. Other constants (Harned & Davis 1943, J. Am. Chem. Soc. 65: 2030; Harned & Scholes 1941,
 * 63: 1706; Harned & Hamer 1933, 55: 2194; all from memory), activities by Güntelberg instead of Davies, plain bisection,
 * gas exchange as a rate. Free ammonia by Emerson and others 1975.
 */
export interface Flask {
  liters: number;
  celsius: number;
  /** meq/L. */
  alkalinity: number;
  /** mmol/L. */
  dic: number;
  /** mmol/L. */
  hardness: number;
  /** mg/L as N. */
  ammonia: number;
  nitrite: number;
  /** mg/L. */
  chloride: number;
}

interface Constants {
  readonly k1: number;
  readonly k2: number;
  readonly kw: number;
  readonly g: number;
  readonly henry: number;
}

function constantsAt(celsius: number, strength: number): Constants {
  const T = celsius + 273.15;
  const pK1 = 3404.71 / T + 0.032786 * T - 14.8435;
  const pK2 = 2902.39 / T + 0.02379 * T - 6.498;
  const pKw = 4470.99 / T + 0.01706 * T - 6.0875;
  const pKH = 2385.73 / T + 0.0152642 * T - 14.0184;
  const root = Math.sqrt(strength);
  const g = 10 ** ((-0.51 * root) / (1 + root));
  return { k1: 10 ** -pK1 / g, k2: (10 ** -pK2 * g) / g ** 4, kw: 10 ** -pKw / g, g, henry: 10 ** pKH };
}
const constantsOf = ({ celsius, alkalinity, hardness }: Pick<Flask, 'celsius' | 'alkalinity' | 'hardness'>) =>
  constantsAt(celsius, (1.5 * Math.abs(alkalinity) + 2 * Math.max(0, 2 * hardness - alkalinity)) / 1000);

/** Alkalinity, meq/L, that so much carbon carries at a pH. */
function carried(ph: number, dic: number, { k1, k2, kw, g }: Constants): number {
  const h = 10 ** -ph;
  const whole = h * h + k1 * h + k1 * k2;
  return (dic * (k1 * h + 2 * k1 * k2)) / whole + (kw / h - h / g) * 1000;
}
function bisect(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let n = 0; n < 50; n++) {
    const middle = (a + b) / 2;
    if (f(middle) < 0) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

export const acidity = (w: Flask): number => {
  const c = constantsOf(w);
  return bisect((ph) => carried(ph, w.dic, c) - w.alkalinity, 2, 13);
};
/** CO2, mmol/L. */
export function gasIn(w: Flask): number {
  const { k1, k2 } = constantsOf(w);
  const h = 10 ** -acidity(w);
  return (w.dic * h * h) / (h * h + k1 * h + k1 * k2);
}
/** Carbon that goes with a CO2, mmol/L. */
function carbonAt(w: Flask, gas: number): number {
  const c = constantsOf(w);
  const dicOf = (ph: number) => {
    const h = 10 ** -ph;
    return (gas * (h * h + c.k1 * h + c.k1 * c.k2)) / (h * h);
  };
  const ph = bisect((p) => carried(p, dicOf(p), c) - w.alkalinity, 2, 13);
  return dicOf(ph);
}
/** CO2 of water in balance with air of so many ppm, mmol/L. */
export const gasOfAir = (celsius: number, ppm: number): number => ppm * 1e-3 * constantsAt(celsius, 0).henry;

/** mg/L as N. */
export function freeIn(w: Flask): number {
  const pKa = 0.09018 + 2729.92 / (w.celsius + 273.15);
  return w.ammonia / (1 + 10 ** (pKa - acidity(w)));
}

/** Water of a pH. */
export function flask(given: Omit<Flask, 'dic'> & { readonly ph: number }): Flask {
  const { ph, ...rest } = given;
  const c = constantsOf(rest);
  const h = 10 ** -ph;
  const whole = h * h + c.k1 * h + c.k1 * c.k2;
  const left = rest.alkalinity - (c.kw / h - h / c.g) * 1000;
  return { ...rest, dic: Math.max(0, (left * whole) / (c.k1 * h + 2 * c.k1 * c.k2)) };
}

/** What is poured or dissolved, and when, minutes from the start. */
export interface Deed {
  readonly at: number;
  /** Minutes that it takes. */
  readonly lasts: number;
  readonly waters?: readonly { readonly water: Flask; readonly liters: number }[];
  /** True where as much runs out while it drips in; else it is taken out first. */
  readonly overflow?: boolean;
  /** What a salt brings in all, mmol or meq; chloride in mg. */
  readonly brings?: {
    readonly alkalinity?: number;
    readonly dic?: number;
    readonly hardness?: number;
    readonly chloride?: number;
  };
}

/** How CO2 goes in and out: not at all, back to a level, or to that of the air. */
export type Gas = { readonly to: number | null };
/** Half of the way takes about two hours. */
const exchangePerMinute = 1 / 170;

export interface Walked {
  readonly minute: number;
  readonly free: number;
  readonly water: Readonly<Flask>;
}

/** Steps a water minute by minute; what is seen at each quarter of an hour comes back. */
export function walk(
  start: Flask,
  deeds: readonly Deed[],
  gas: Gas,
  minutes: number,
  madePerDay = 0,
): Walked[] {
  const w: Flask = { ...start };
  const seen: Walked[] = [{ minute: 0, free: freeIn(w), water: { ...w } }];
  const pour = (water: Flask, liters: number, overflow: boolean) => {
    const share = liters / (overflow ? w.liters : w.liters + liters);
    for (const figure of [
      'celsius',
      'alkalinity',
      'dic',
      'hardness',
      'ammonia',
      'nitrite',
      'chloride',
    ] as const)
      w[figure] += share * (water[figure] - w[figure]);
    if (!overflow) w.liters += liters;
  };
  for (let minute = 0; minute < minutes; minute++) {
    for (const deed of deeds) {
      if (minute < deed.at || minute >= deed.at + deed.lasts) continue;
      const liters = (deed.waters ?? []).reduce((sum, x) => sum + x.liters, 0);
      if (minute === deed.at && !deed.overflow) w.liters -= liters;
      for (const { water, liters: all } of deed.waters ?? [])
        pour(water, all / deed.lasts, deed.overflow === true);
      for (const [name, much] of Object.entries(deed.brings ?? {}))
        w[name as 'alkalinity'] += much / deed.lasts / w.liters;
    }
    w.ammonia += madePerDay / 1440;
    // Carbon follows slowly; once a quarter is enough for a rate of hours.
    if (gas.to !== null && minute % 15 === 14) {
      const goal = carbonAt(w, gas.to);
      w.dic += (goal - w.dic) * (1 - Math.exp(-15 * exchangePerMinute));
    }
    if (minute % 15 === 14) seen.push({ minute: minute + 1, free: freeIn(w), water: { ...w } });
  }
  return seen;
}
/** The same water once all CO2 has gone where it goes. */
export const settledAt = (w: Flask, gas: number): number => freeIn({ ...w, dic: carbonAt(w, gas) });
