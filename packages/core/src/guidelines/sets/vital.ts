import type { WaterKind } from '../../waters/water';
import type { Guideline, GuidelineLimit } from '../guideline';
import { limit } from '../../limits/limit';

const kept: readonly WaterKind[] = ['aquarium', 'standing', 'pond', 'aquaponics'];
const eifac = 'EIFAC 1970, Technical Paper 11';

/** Half of the usual limits of free ammonia: for trout in culture, and for young animals. */
export const halfFreeAmmonia: readonly GuidelineLimit[] = [
  {
    onStep: ['urgent'],
    ...limit(
      'free-ammonia',
      'mg/L NH3',
      { target: [null, 0.005], watch: [null, 0.0125], act: [null, 0.025], urgent: [null, 0.1] },
      `0.0125 mg/L NH3 for trout: Piper and others 1982 (from memory); act from EIFAC’s 0.025, urgent from 0.1, half of the usual: our own step`,
    ),
  },
];

/** Nitrite for those that stand little of it, where no chloride was read. */
export const sensitiveNitrite: readonly GuidelineLimit[] = [
  {
    when: 'chloride-unread',
    onStep: ['urgent'],
    ...limit(
      'nitrite',
      'mg/L NO2',
      { target: [null, 0], urgent: [null, 2] },
      'urgent from 2 mg/L where chloride is unread: our own step',
    ),
  },
];

/** Nitrate for eggs, fry and animals without a backbone. */
export const youngNitrate: GuidelineLimit = limit(
  'nitrate',
  'mg/L NO3-N',
  { target: [null, 5], watch: [null, 10] },
  '10 mg/L NO3-N can harm sensitive young and invertebrates: Camargo, Alonso & Salamanca 2005 (our own reading: Watch)',
);

/** Total ammonia and nitrite so high that no school may lift them. */
export const vitalFloor: Guideline = {
  id: 'emergency',
  name: 'What kills, whatever the school',
  about: 'Urgent for ammonia and nitrite. No school lifts it.',
  forWhom: { kinds: kept },
  usual: true,
  beside: true,
  limits: [
    {
      when: 'free-unbounded',
      ...limit(
        'ammonia',
        'mg/L NH3-N',
        { target: [null, 0], urgent: [null, 4] },
        'urgent above 4 mg/L where pH is unread: our own step',
      ),
    },
    {
      when: 'chloride-unread',
      onStep: ['urgent'],
      ...limit(
        'nitrite',
        'mg/L NO2',
        { target: [null, 0], urgent: [null, 5] },
        'urgent from 5 mg/L where chloride is unread: our own step',
      ),
    },
    {
      when: 'chloride-unread-soft',
      onStep: ['urgent'],
      ...limit(
        'nitrite',
        'mg/L NO2',
        { target: [null, 0], urgent: [null, 2] },
        'urgent from 2 mg/L in RO, rain or very soft water whose chloride is unread: our own step',
      ),
    },
  ],
};

const chlorideSource =
  '230 mg/L for long, 860 at once: US EPA 1988, EPA 440/5-88-001; urgent from 6000, about 10 g of salt a liter: our own step';

export const freshWaterChloride: Guideline = {
  id: 'fresh-water-chloride',
  name: 'Chloride for fresh-water animals',
  about: 'How much salt fresh-water animals stand, for long and at once.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'chloride',
      'mg/L Cl',
      { target: [null, 230], watch: [null, 230], act: [null, 860], urgent: [null, 6000] },
      chlorideSource,
    ),
  ],
};

export const loopChloride: Guideline = {
  id: 'loop-chloride',
  name: 'Chloride for the plants of a loop',
  about: 'Leafy greens stand less salt than fish do.',
  forWhom: { kinds: ['aquaponics'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'chloride',
      'mg/L Cl',
      { target: [null, 140], watch: [null, 140], act: [null, 350] },
      'FAO Irrigation and Drainage Paper 29 (Ayers & Westcot 1985, from memory)',
    ),
  ],
};

export const invertebrateNitrate: Guideline = {
  id: 'invertebrate-nitrate',
  name: 'Nitrate for shrimp and snails',
  about: 'Animals without a backbone stand less nitrate than grown fish.',
  forWhom: { kinds: kept, stock: ['shrimp', 'crystal-shrimp', 'snails'] },
  usual: true,
  beside: true,
  limits: [youngNitrate],
};

export const troutWaste: Guideline = {
  id: 'trout-waste',
  name: 'Ammonia and nitrite for trout and salmon',
  about: 'Trout in culture stand half the free ammonia, and little nitrite.',
  forWhom: { kinds: kept, stock: ['trout'] },
  usual: true,
  beside: true,
  limits: [...halfFreeAmmonia, ...sensitiveNitrite],
};

export const seaLife: Guideline = {
  id: 'sea-life',
  name: 'Free ammonia for sea life',
  about: 'Holds where the water was told to be sea water, in place of the fresh-water values.',
  forWhom: { kinds: kept },
  usual: true,
  beside: true,
  limits: [
    {
      when: 'marine',
      ...limit(
        'free-ammonia',
        'mg/L NH3',
        { target: [null, 0.02], watch: [null, 0.035], urgent: [null, 0.233] },
        '0.035 for long, 0.233 at once: US EPA 1989, salt water (from memory)',
      ),
    },
  ],
};

/** Values for fresh water beside the fishes’ own: see published.ts. */
export const freeAmmoniaLimit: GuidelineLimit = {
  when: 'fresh',
  onStep: ['urgent'],
  ...limit(
    'free-ammonia',
    'mg/L NH3',
    { target: [null, 0.01], watch: [null, 0.025], act: [null, 0.05], urgent: [null, 0.2] },
    `clear to 0.025 mg/L NH3: ${eifac}; harm from 0.05: IFAS FA16 (from memory); urgent from 0.2, the lowest lethal values for trout: ${eifac} (from memory)`,
  ),
};
