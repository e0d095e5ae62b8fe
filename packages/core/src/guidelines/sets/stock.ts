import type { Guideline } from '../guideline';
import { limit } from '../limit';
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
      { target: [10, 22], watch: [2, 25], act: [null, 30] },
      `goldfish and koi: ${memory}`,
    ),
  ],
};

export const goldfish: Guideline = {
  id: 'goldfish',
  name: 'Goldfish indoors',
  about: 'Cooler and harder than tropical fish.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['goldfish'] },
  usual: true,
  limits: [
    limit('temperature', '°C', { target: [16, 22], watch: [2, 25], act: [null, 30] }, `goldfish: ${memory}`),
    limit(
      'hardness',
      '°dGH',
      { target: [8, 16], watch: [8, 20], act: [4, null] },
      `goldfish, higher: ${memory}`,
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
  name: 'Soft-water fish and crystal shrimp',
  about: 'From soft, acid water: little KH and GH is what they need, and it must be held steady.',
  forWhom: { kinds: ['aquarium', 'standing'], stock: ['soft-water-fish', 'crystal-shrimp'] },
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
      `soft-water fish and crystal shrimp, much lower: ${memory}`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [3, 6], watch: [2, 7], act: [1, null] },
      `soft-water fish and crystal shrimp: ${memory}`,
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
  name: 'Trout and salmon',
  about: 'Cold, clean, full of oxygen.',
  forWhom: { kinds: ['pond', 'aquaponics', 'standing', 'stream'], stock: ['trout'] },
  usual: true,
  limits: [
    limit(
      'temperature',
      '°C',
      { target: [8, 15], watch: [3, 18], act: [null, 21] },
      `trout, under 18 °C: ${memory}`,
    ),
    limit(
      'epa-hour-trout',
      '%',
      { target: [null, 50], watch: [null, 80], urgent: [null, 100] },
      'one-hour average with salmonids present: US EPA 2013, EPA-822-R-13-001; watch from four fifths: our own step',
    ),
  ],
};
