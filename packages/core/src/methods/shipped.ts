import { ammoniaNessler, ammoniaSalicylate, ammoniaThreeBottles } from './ammonia';
import { generalHardnessDrops } from './gh-drops';
import { carbonateHardnessDrops } from './kh-drops';
import type { Method } from './method';
import { nitratePowder, nitrateTwoBottles } from './nitrate';
import { nitriteOneBottle, nitritePowder, nitriteTwoBottles } from './nitrite';
import { penPh, penTemperature } from './pen';
import { phHigh, phLow, phWide } from './ph-cards';
import { potassiumTurbidity } from './potassium';
import { methodsOfParameters } from './of-parameters';
import { carbonateInRock } from './rock-acid';
import { fivePadStrip } from './strip';
import { alkalinityTitration, hardnessTitration } from './titrations';

/** The generic methods that ship; the first of a parameter is the usual one. */
export const shippedMethods: readonly Method[] = [
  ammoniaSalicylate,
  ammoniaThreeBottles,
  ammoniaNessler,
  carbonateHardnessDrops,
  alkalinityTitration,
  phWide,
  phLow,
  phHigh,
  penPh,
  penTemperature,
  nitriteOneBottle,
  nitriteTwoBottles,
  nitritePowder,
  nitrateTwoBottles,
  nitratePowder,
  generalHardnessDrops,
  hardnessTitration,
  potassiumTurbidity,
  fivePadStrip,
  carbonateInRock,
  ...methodsOfParameters,
];
