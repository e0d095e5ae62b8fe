import type { Guideline } from './guideline';
import {
  classroomTank,
  generalAquarium,
  growingFilter,
  plantedTank,
  sourceWater,
  youngAnimals,
} from './sets/general';
import {
  carbonDioxideInWater,
  chlorineInWater,
  oxygenForAnimals,
  oxygenForTrout,
  oxygenForYoung,
} from './sets/gases';
import { aquaponics, ccme, eifac, epa2013, streamAndFarm } from './sets/published';
import {
  crystalShrimp,
  goldfish,
  goldfishInLoop,
  livebearers,
  pond,
  riftLake,
  shrimpAndSnails,
  softWater,
  trout,
} from './sets/stock';
import { warmthOfAnimals } from './sets/temperature';
import {
  freshWaterChloride,
  invertebrateNitrate,
  loopChloride,
  seaLife,
  troutWaste,
  vitalFloor,
} from './sets/vital';

/**
 * The guidelines that ship. Where no published figure stands beyond a named limit, the step from Watch to Act to
 * Urgent is Hedge Lamp's own and said so.
 */
export const shippedGuidelines: readonly Guideline[] = [
  generalAquarium,
  plantedTank,
  pond,
  aquaponics,
  classroomTank,
  goldfish,
  livebearers,
  softWater,
  riftLake,
  goldfishInLoop,
  crystalShrimp,
  shrimpAndSnails,
  trout,
  troutWaste,
  ...warmthOfAnimals,
  invertebrateNitrate,
  youngAnimals,
  growingFilter,
  sourceWater,
  streamAndFarm,
  epa2013,
  eifac,
  vitalFloor,
  seaLife,
  freshWaterChloride,
  loopChloride,
  chlorineInWater,
  oxygenForAnimals,
  oxygenForYoung,
  oxygenForTrout,
  carbonDioxideInWater,
  ccme,
];
