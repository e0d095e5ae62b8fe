import type { Guideline } from '../guideline';
import { limit } from '../../limits/limit';
import { nitrateLimits, wasteLimits } from './general';

const memory = 'common practice (figures from memory)';
const own = 'the outer steps: our own';

export const pond: Guideline = {
  id: 'pond',
  name: 'Goldfish and koi pond',
  about: 'Outdoors, cool, and open to rain that carries no carbonate.',
  forWhom: { kinds: ['pond'] },
  usual: true,
  limits: [
    ...wasteLimits,
    ...nitrateLimits.filter((l) => l.view !== 'nitrate/planted'),
    { ...nitrateLimits[0]!, view: 'nitrate/planted' },
    limit('ph', 'pH', { watch: [6.5, 8.5], act: [6, 9] }, `pond 6.5–8.5: common practice; ${own}`),
    limit(
      'alkalinity',
      '°dKH',
      { target: [4, 10], watch: [4, 12], act: [2, null] },
      'under 2 act, 4 and more steady: common practice',
    ),
    limit('hardness', '°dGH', { target: [8, 16], watch: [4, 20], act: [2, null] }, `${memory}; ${own}`),
    limit(
      'temperature',
      '°C',
      { target: [4, 22], watch: [null, 30] },
      'where no animals with limits of their own were told, to 30 °C: our own step',
    ),
  ],
};

export const goldfish: Guideline = {
  id: 'goldfish',
  name: 'Goldfish and koi indoors',
  about: 'Harder than tropical fish like it.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['goldfish', 'round-goldfish', 'koi'] },
  usual: true,
  limits: [
    limit(
      'ph',
      'pH',
      { target: [6.8, 8.2], watch: [6.5, 8.5], act: [6, 9] },
      `goldfish and koi 6.5–8.5: common practice; ${own}`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [8, 16], watch: [8, 20], act: [4, null] },
      `goldfish, higher: ${memory}`,
    ),
  ],
};

/** In a loop the plants’ range holds beside theirs. */
export const goldfishInLoop: Guideline = {
  id: 'goldfish-loop',
  name: 'Goldfish and koi in a loop',
  about: 'Their pH beside that of the loop.',
  forWhom: { kinds: ['aquaponics'], stock: ['goldfish', 'round-goldfish', 'koi'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'ph',
      'pH',
      { target: [6.5, 7], watch: [6.5, 8.5], act: [6, 9] },
      `goldfish and koi 6.5–8.5: common practice; ${own}`,
    ),
  ],
};

export const livebearers: Guideline = {
  id: 'livebearers',
  name: 'Livebearers',
  about: 'From hard, neutral to basic water.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond'], stock: ['livebearers'] },
  usual: true,
  limits: [
    limit(
      'hardness',
      '°dGH',
      { target: [10, 18], watch: [8, 20], act: [4, null] },
      `livebearers, higher: ${memory}`,
    ),
    limit(
      'ph',
      'pH',
      { target: [7.2, 8], watch: [7, 8.3], act: [6.5, 8.8] },
      `livebearers, neutral to basic: ${memory}`,
    ),
    limit(
      'alkalinity',
      '°dKH',
      { target: [6, 12], watch: [4, 15], act: [2, null] },
      `livebearers: ${memory}`,
    ),
  ],
};

export const softWater: Guideline = {
  id: 'soft-water',
  name: 'Soft-water fish',
  about: 'From soft, acid water: little KH and GH is what they need, and it must be held steady.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['soft-water-fish', 'discus'] },
  usual: true,
  limits: [
    limit(
      'ph',
      'pH',
      { target: [5.8, 6.8], watch: [5.5, 7], act: [5, 7.5] },
      `soft-water fish, lower: ${memory}`,
    ),
    limit(
      'alkalinity',
      '°dKH',
      { target: [1, 3], watch: [1, 4], act: [0.5, null] },
      `soft-water fish, much lower: ${memory}`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [3, 6], watch: [2, 7], act: [1, null] },
      `soft-water fish: ${memory}`,
    ),
  ],
};

export const crystalShrimp: Guideline = {
  id: 'crystal-shrimp',
  name: 'Crystal shrimp and other soft-water shrimp',
  about: 'Next to no KH, some GH for the molt, and no swings.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['crystal-shrimp'] },
  usual: true,
  limits: [
    limit('ph', 'pH', { target: [5.8, 6.8], watch: [5.5, 7], act: [5, 7.5] }, `crystal shrimp: ${memory}`),
    limit(
      'alkalinity',
      '°dKH',
      { target: [0, 2], watch: [null, 4], act: [null, 6] },
      `crystal shrimp, 0 to 2: ${memory}; ${own}`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [4, 6], watch: [3, 7], act: [2, null] },
      `crystal shrimp, for the molt: ${memory}`,
    ),
  ],
};

export const riftLake: Guideline = {
  id: 'rift-lake',
  name: 'Rift-lake cichlids',
  about: 'From hard, basic lakes.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['rift-lake-fish'] },
  usual: true,
  limits: [
    limit(
      'ph',
      'pH',
      { target: [7.8, 8.6], watch: [7.6, 8.8], act: [7, 9.2] },
      `rift-lake cichlids, higher: ${memory}`,
    ),
    limit(
      'alkalinity',
      '°dKH',
      { target: [10, 16], watch: [8, 18], act: [5, null] },
      `rift-lake cichlids, much higher: ${memory}`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [10, 18], watch: [8, 20], act: [4, null] },
      `rift-lake cichlids, higher: ${memory}`,
    ),
  ],
};

export const shrimpAndSnails: Guideline = {
  id: 'shrimp-snails',
  name: 'Shrimp and snails',
  about: 'They build shells and molt: hardness first, and no swings.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['shrimp', 'snails'] },
  usual: true,
  limits: [
    limit(
      'hardness',
      '°dGH',
      { target: [6, 12], watch: [4, 15], act: [2, null] },
      `shells and molts need calcium: ${memory}`,
    ),
    limit(
      'alkalinity',
      '°dKH',
      { target: [3, 8], watch: [2, 12], act: [1, null] },
      `shells thin in water without carbonate: ${memory}`,
    ),
    limit(
      'ph',
      'pH',
      { target: [6.8, 7.8], watch: [6.5, 8.2], act: [6, 8.8] },
      `acid water pits shells: ${memory}`,
    ),
  ],
};

export const trout: Guideline = {
  id: 'trout',
  name: 'Trout and salmon, the hourly criterion',
  about: 'Cold, clean, full of oxygen.',
  forWhom: { kinds: ['aquarium', 'pond', 'aquaponics', 'standing', 'stream'], stock: ['trout'] },
  usual: true,
  limits: [
    limit(
      'epa-hour-trout',
      '%',
      { target: [null, 50], watch: [null, 80], urgent: [null, 100] },
      'one-hour average with salmonids present: US EPA 2013, EPA-822-R-13-001; watch from four fifths: our own step',
    ),
  ],
};
