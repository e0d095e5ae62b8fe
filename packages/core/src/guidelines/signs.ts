import { z } from 'zod';
import type { ParameterId } from '../readings/parameter';

/** What a keeper sees, before any test. */
export const signIds = [
  'gasping',
  'red-gills',
  'brown-gills',
  'listless',
  'flashing',
  'death',
  'molt-stuck',
  'thin-shells',
  'plants-melting',
  'cloudy',
] as const;
export const SignIdSchema = z.enum(signIds);
export type SignId = z.infer<typeof SignIdSchema>;

export interface Sign {
  readonly id: SignId;
  readonly label: string;
  /** What it often goes with. Common practice; not a diagnosis. */
  readonly often: string;
  /** What to test, first things first. */
  readonly tests: readonly ParameterId[];
  /** What to do while the tubes stand; harmless whatever the tests say. */
  readonly meanwhile: readonly string[];
  /** True where hours count. */
  readonly pressing: boolean;
}

const air = 'Air the water: an air stone, a lower outlet that breaks the surface, or pour it with a jug.';
const noFeed = 'Stop feeding.';
const noMedicine = 'Add no medicine and no salt before the tests are read.';
const readyWater = 'Make a bucket of treated water of the same temperature ready for a change.';

/** Common practice throughout. */
export const signs: readonly Sign[] = [
  {
    id: 'gasping',
    label: 'Gasping at the surface, outside feeding time',
    often: 'Too little oxygen, nitrite in the blood, or ammonia on the gills.',
    tests: ['temperature', 'ammonia', 'nitrite', 'ph'],
    meanwhile: [air, noFeed, readyWater, noMedicine],
    pressing: true,
  },
  {
    id: 'red-gills',
    label: 'Red, inflamed gills',
    often: 'Ammonia, or a fast change of pH.',
    tests: ['ammonia', 'ph', 'temperature', 'nitrite'],
    meanwhile: [air, noFeed, 'Do nothing that raises pH: no buffer, no hard water.', readyWater],
    pressing: true,
  },
  {
    id: 'brown-gills',
    label: 'Brown or gray gills, brown blood',
    often: 'Nitrite: it binds the blood so that it carries no oxygen.',
    tests: ['nitrite', 'chloride', 'ammonia', 'ph'],
    meanwhile: [
      air,
      noFeed,
      'If nitrite reads zero, dilute the sample ten times and test again.',
      readyWater,
    ],
    pressing: true,
  },
  {
    id: 'listless',
    label: 'Listless, clamped fins, not eating',
    often: 'Cold, ammonia, nitrite, a pH that slid, or illness.',
    tests: ['temperature', 'ammonia', 'nitrite', 'ph', 'alkalinity'],
    meanwhile: [noFeed, air, 'Leave the light low and the fish in peace.'],
    pressing: false,
  },
  {
    id: 'flashing',
    label: 'Flashing: scraping along stones or gravel',
    often: 'Parasites, ammonia, or a fast change of pH, KH or temperature.',
    tests: ['ammonia', 'ph', 'alkalinity', 'nitrite', 'temperature'],
    meanwhile: [
      noFeed,
      'Think back two days: new fish, a change, a treatment, a new bag of anything?',
      noMedicine,
    ],
    pressing: false,
  },
  {
    id: 'death',
    label: 'A death',
    often: 'Anything; what is dead also makes ammonia for the rest.',
    tests: ['ammonia', 'nitrite', 'ph', 'temperature', 'alkalinity', 'nitrate'],
    meanwhile: ['Take the dead animal out.', noFeed, air, readyWater],
    pressing: true,
  },
  {
    id: 'molt-stuck',
    label: 'Shrimp stuck at a molt, or a white ring round the body',
    often: 'Too little calcium, a large change at once, or GH and KH that swing.',
    tests: ['hardness', 'alkalinity', 'ph', 'ammonia', 'nitrite'],
    meanwhile: ['Change nothing large now: no big water change, no minerals all at once.', noFeed],
    pressing: false,
  },
  {
    id: 'thin-shells',
    label: 'Snail shells thin, white or pitted',
    often: 'Acid water, or too little calcium and carbonate.',
    tests: ['ph', 'alkalinity', 'hardness'],
    meanwhile: ['Offer food with calcium, such as a piece of cuttlebone.'],
    pressing: false,
  },
  {
    id: 'plants-melting',
    label: 'Plants melting or yellowing',
    often: 'New plants settling in, no nitrate or potassium, or a change of light and CO2.',
    tests: ['nitrate', 'potassium', 'alkalinity', 'ph', 'hardness'],
    meanwhile: [
      'Take melting leaves out: they rot and make ammonia.',
      'If much melts, test ammonia as well.',
    ],
    pressing: false,
  },
  {
    id: 'cloudy',
    label: 'Cloudy water',
    often: 'White: bacteria blooming in a new or overfed tank. Green: algae. Gray after digging: dust.',
    tests: ['ammonia', 'nitrite', 'ph', 'nitrate'],
    meanwhile: [noFeed, air, 'Do not clean the filter now: it is what will clear the water.'],
    pressing: false,
  },
];

/** What the caution says wherever animals look ill. */
export const signCaution =
  'This is no diagnosis. If animals suffer, or several fall ill, ask a vet or another fish-health professional; give medicines only by their word. A fish kill in a stream: the local authority.';

export interface SignPlan {
  readonly pressing: boolean;
  /** Tests in the order that most of the signs ask for, each once. */
  readonly tests: readonly ParameterId[];
  readonly meanwhile: readonly string[];
}

/** Tests and first steps for all the signs seen together: what the most signs ask for earliest comes first. */
export function planForSigns(seen: readonly SignId[]): SignPlan {
  const chosen = signs.filter((s) => seen.includes(s.id));
  const weight = new Map<ParameterId, number>();
  for (const sign of chosen)
    sign.tests.forEach((test, k) =>
      weight.set(test, (weight.get(test) ?? 0) + (sign.pressing ? 2 : 1) / (k + 1)),
    );
  return {
    pressing: chosen.some((s) => s.pressing),
    tests: [...weight].sort((a, b) => b[1] - a[1]).map(([test]) => test),
    meanwhile: [...new Set(chosen.flatMap((s) => s.meanwhile))],
  };
}
