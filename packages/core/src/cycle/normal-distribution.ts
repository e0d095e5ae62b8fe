/** Complementary error function; fractional error under 1.2e-7 (Press and others, Numerical Recipes, section 6.2). */
function erfc(x: number): number {
  const z = x < 0 ? -x : x;
  const t = 1 / (1 + 0.5 * z);
  const value =
    t *
    Math.exp(
      -z * z -
        1.26551223 +
        t *
          (1.00002368 +
            t *
              (0.37409196 +
                t *
                  (0.09678418 +
                    t *
                      (-0.18628806 +
                        t *
                          (0.27886807 +
                            t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277)))))))),
    );
  return x >= 0 ? value : 2 - value;
}

/**
 * Probability that a normal variable falls between two ends. Far out both ends lie on one side, where the difference of
 * the small tails is taken so that nothing is lost to rounding.
 * @param low may be −∞
 * @param high may be ∞
 * @example normalBetween(-1.96, 1.96, 0, 1) // 0.95
 */
export function normalBetween(low: number, high: number, mean: number, deviation: number): number {
  const scale = 1 / (deviation * Math.SQRT2);
  const [a, b] = [(low - mean) * scale, (high - mean) * scale];
  if (a > 0) return 0.5 * (erfc(a) - (b === Infinity ? 0 : erfc(b)));
  if (b < 0) return 0.5 * (erfc(-b) - (a === -Infinity ? 0 : erfc(-a)));
  return 1 - 0.5 * ((a === -Infinity ? 0 : erfc(-a)) + (b === Infinity ? 0 : erfc(b)));
}

/**
 * Share of a normal distribution under z standard deviations.
 * @example shareUnder(1.96) // 0.975
 */
export const shareUnder = (z: number): number => normalBetween(-Infinity, z, 0, 1);
