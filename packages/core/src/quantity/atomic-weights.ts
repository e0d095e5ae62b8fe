/** Standard atomic weights, g/mol: IUPAC 2021, abridged to five figures (Prohaska and others 2022). */
const atomicWeight = {
  H: 1.008,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Na: 22.99,
  Mg: 24.305,
  P: 30.974,
  S: 32.06,
  Cl: 35.45,
  K: 39.098,
  Ca: 40.078,
  Fe: 55.845,
} as const;

const { H, C, N, O, Na, Mg, P, S, Cl, K, Ca } = atomicWeight;
const H2O = 2 * H + O;

/** Molar masses, g/mol. */
export const molarMass = {
  C,
  N,
  Cl,
  H2O,
  Mg,
  P,
  Ca,
  CO2: C + 2 * O,
  PO4: P + 4 * O,
  HCO3: H + C + 3 * O,
  NH3: N + 3 * H,
  NH4: N + 4 * H,
  NO2: N + 2 * O,
  HNO2: H + N + 2 * O,
  NO3: N + 3 * O,
  CaO: Ca + O,
  CaCO3: Ca + C + 3 * O,
  NaHCO3: Na + H + C + 3 * O,
  KHCO3: K + H + C + 3 * O,
  Na2CO3: 2 * Na + C + 3 * O,
  K2CO3: 2 * K + C + 3 * O,
  'Ca(OH)2': Ca + 2 * (O + H),
  CaCl2: Ca + 2 * Cl,
  'CaCl2·2H2O': Ca + 2 * Cl + 2 * H2O,
  'MgSO4·7H2O': Mg + S + 4 * O + 7 * H2O,
  'CaSO4·2H2O': Ca + S + 4 * O + 2 * H2O,
  NH4Cl: N + 4 * H + Cl,
  NaCl: Na + Cl,
  KNO3: K + N + 3 * O,
  NaNO3: Na + N + 3 * O,
} as const;
