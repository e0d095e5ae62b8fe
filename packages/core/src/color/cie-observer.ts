/**
 * The CIE 1931 2° color-matching functions, as the multi-lobe fit of
 * Wyman, Sloan & Shirley 2013, "Simple analytic approximations to the CIE XYZ color matching functions",
 * Journal of Computer Graphics Techniques 2(2): 1–11.
 */
function lobe(x: number, center: number, below: number, above: number): number {
  const t = (x - center) * (x < center ? below : above);
  return Math.exp(-0.5 * t * t);
}

/** x̄, ȳ, z̄ at a wavelength in nm. */
export function observer1931(nm: number): readonly [x: number, y: number, z: number] {
  return [
    1.056 * lobe(nm, 599.8, 0.0264, 0.0323) +
      0.362 * lobe(nm, 442.0, 0.0624, 0.0374) -
      0.065 * lobe(nm, 501.1, 0.049, 0.0382),
    0.821 * lobe(nm, 568.8, 0.0213, 0.0247) + 0.286 * lobe(nm, 530.9, 0.0613, 0.0322),
    1.217 * lobe(nm, 437.0, 0.0845, 0.0278) + 0.681 * lobe(nm, 459.0, 0.0385, 0.0725),
  ];
}
