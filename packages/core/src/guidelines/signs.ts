import type { ParameterId } from '../parameters';
import type { DeedKind } from '../remedies/deed';
import { type SignId, signLabel } from '../remedies/sign-id';

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
const readyWater = 'Ready a bucket of water for a change: conditioner in, temperature matched.';

/** Common practice throughout. */
export const signs: readonly Sign[] = [
  {
    id: 'gasping',
    label: signLabel.gasping,
    often: 'Too little oxygen, nitrite in the blood, or ammonia on the gills.',
    tests: ['temperature', 'ammonia', 'nitrite', 'ph'],
    meanwhile: [air, noFeed, readyWater, noMedicine],
    pressing: true,
  },
  {
    id: 'red-gills',
    label: signLabel['red-gills'],
    often: 'Ammonia, or a fast change of pH.',
    tests: ['ammonia', 'ph', 'temperature', 'nitrite'],
    meanwhile: [air, noFeed, 'Do nothing that raises pH: no buffer, no hard water.', readyWater],
    pressing: true,
  },
  {
    id: 'brown-gills',
    label: signLabel['brown-gills'],
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
    label: signLabel.listless,
    often: 'Cold, ammonia, nitrite, a pH that slid, or illness.',
    tests: ['temperature', 'ammonia', 'nitrite', 'ph', 'alkalinity'],
    meanwhile: [noFeed, air, 'Leave the light low and the fish in peace.'],
    pressing: false,
  },
  {
    id: 'flashing',
    label: signLabel.flashing,
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
    label: signLabel.death,
    often: 'Anything; what is dead also makes ammonia for the rest.',
    tests: ['ammonia', 'nitrite', 'ph', 'temperature', 'alkalinity', 'nitrate'],
    meanwhile: ['Take the dead animal out.', noFeed, air, readyWater],
    pressing: true,
  },
  {
    id: 'molt-stuck',
    label: signLabel['molt-stuck'],
    often: 'Too little calcium, a large change at once, or GH and KH that swing.',
    tests: ['hardness', 'alkalinity', 'ph', 'ammonia', 'nitrite'],
    meanwhile: ['Change nothing large now: no big water change, no minerals all at once.', noFeed],
    pressing: false,
  },
  {
    id: 'thin-shells',
    label: signLabel['thin-shells'],
    often: 'Acid water, or too little calcium and carbonate.',
    tests: ['ph', 'alkalinity', 'hardness'],
    meanwhile: ['Offer food with calcium, such as a piece of cuttlebone.'],
    pressing: false,
  },
  {
    id: 'plants-melting',
    label: signLabel['plants-melting'],
    often: 'New plants settling in, GH or KH too low or too high for them, too little light, or no nitrate.',
    tests: ['hardness', 'alkalinity', 'nitrate', 'ph', 'potassium'],
    meanwhile: [
      'Look at the light: how many hours, how old the lamp, what shades it.',
      'Take melting leaves out: they rot and make ammonia.',
      'If much melts, test ammonia as well.',
    ],
    pressing: false,
  },
  {
    id: 'cloudy',
    label: signLabel.cloudy,
    often: 'White: bacteria blooming in a new or overfed tank. Green: algae. Gray after digging: dust.',
    tests: ['ammonia', 'nitrite', 'ph', 'nitrate'],
    meanwhile: [noFeed, air, 'Do not clean the filter now: it is what will clear the water.'],
    pressing: false,
  },
];

/** What the caution says wherever animals look ill. */
export const signCaution =
  'This is no diagnosis. If animals suffer, or several fall ill, ask a vet or another fish-health professional; give medicines only by their word. A fish kill in a stream: the local authority.';

/** Common practice: what kills within minutes comes before what kills within hours, and that before the rest. */
const byDanger: readonly SignId[] = [
  'gasping',
  'brown-gills',
  'death',
  'red-gills',
  'molt-stuck',
  'listless',
  'flashing',
  'cloudy',
  'thin-shells',
  'plants-melting',
];

/** Signs, the most dangerous first. */
export const signsByDanger = (seen: readonly SignId[]): SignId[] => byDanger.filter((s) => seen.includes(s));

export interface SignPlan {
  /** The signs, the most dangerous first. */
  readonly signs: readonly SignId[];
  readonly pressing: boolean;
  /** Tests in the order that most of the signs ask for, each once. */
  readonly tests: readonly ParameterId[];
  readonly meanwhile: readonly string[];
}

/** Tests and first steps for all the signs seen together: those of the most dangerous sign come first. */
export function planForSigns(seen: readonly SignId[]): SignPlan {
  const ordered = signsByDanger(seen);
  const chosen = ordered.flatMap((id) => signs.filter((s) => s.id === id));
  return {
    signs: ordered,
    pressing: chosen.some((s) => s.pressing),
    tests: [...new Set(chosen.flatMap((s) => s.tests))],
    meanwhile: [...new Set(chosen.flatMap((s) => s.meanwhile))],
  };
}

/** What is asked before anything else: a deed that explains a sign is worth more than a test. Common practice. */
export const askedFirst = [
  { kind: 'water-change', says: 'Changed water' },
  { kind: 'stocked', says: 'Added animals' },
  { kind: 'medicine', says: 'Treated them' },
  { kind: 'power-cut', says: 'Lost power' },
  { kind: 'filter-wash', says: 'Cleaned the filter' },
] as const satisfies readonly { kind: DeedKind; says: string }[];
