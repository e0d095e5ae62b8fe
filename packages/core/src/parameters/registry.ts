import { alkalinity } from './alkalinity';
import { ammonia } from './ammonia';
import { calcium } from './calcium';
import { carbonDioxide } from './carbon-dioxide';
import { chloride } from './chloride';
import { chlorine } from './chlorine';
import { conductivity } from './conductivity';
import { dissolvedOxygen } from './dissolved-oxygen';
import { hardness } from './hardness';
import { iron } from './iron';
import { magnesium } from './magnesium';
import { nitrate } from './nitrate';
import { nitrite } from './nitrite';
import type { Parameter } from './parameter';
import { ph } from './ph';
import { phosphate } from './phosphate';
import { potassium } from './potassium';
import { rockCarbonate } from './rock-carbonate';
import { temperature } from './temperature';
import { turbidity } from './turbidity';

/** What ships, in the order of every list. All else about a parameter stands in its own file. */
export const shippedParameters = [
  ammonia,
  nitrite,
  nitrate,
  ph,
  alkalinity,
  hardness,
  temperature,
  dissolvedOxygen,
  chloride,
  carbonDioxide,
  chlorine,
  conductivity,
  turbidity,
  phosphate,
  potassium,
  iron,
  calcium,
  magnesium,
  rockCarbonate,
] as const satisfies readonly Parameter[];

export type ShippedParameterId = (typeof shippedParameters)[number]['id'];
