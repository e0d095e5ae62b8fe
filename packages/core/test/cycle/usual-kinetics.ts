import { type Kinetics, usualLimits } from '@hedge-lamp/core/cycle';

/** A filter of middling speed that nothing is fed to and no plants eat from. */
export const usualKinetics: Kinetics = {
  ammoniaGrowth: 0.6,
  nitriteGrowth: 0.55,
  ammoniaHalf: 0.6,
  nitriteHalf: 0.5,
  load: 0,
  uptake: 0,
  phAtOne: 7.5,
  ...usualLimits,
};
