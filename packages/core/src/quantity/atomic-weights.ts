/** Standard atomic weights, g/mol: IUPAC 2021, abridged to five figures (Prohaska and others 2022). */
export const atomicWeight = {
  H: 1.008,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  Ca: 40.078,
} as const;

const { H, C, N, O, Ca } = atomicWeight;

/** Molar masses, g/mol. */
export const molarMass = {
  N,
  NH3: N + 3 * H,
  NH4: N + 4 * H,
  NO2: N + 2 * O,
  NO3: N + 3 * O,
  CaO: Ca + O,
  CaCO3: Ca + C + 3 * O,
} as const;
