import type { Guideline } from '../guideline';
import { limit } from '../../limits/limit';
import { wasteLimits } from './general';
import { freeAmmoniaLimit } from './vital';

const fao = 'FAO Fisheries Technical Paper 589 (Somerville and others 2014, from memory)';
const epa = 'US EPA 2013, EPA-822-R-13-001';
const teaching = 'stream and farm teaching, common practice';

export const aquaponics: Guideline = {
  id: 'aquaponics',
  name: 'Aquaponics loop',
  about: 'Ranges that fish, bacteria and plants can share.',
  forWhom: { kinds: ['aquaponics'] },
  usual: true,
  limits: [
    ...wasteLimits.filter((l) => l.subject === 'nitrite'),
    ...wasteLimits
      .filter((l) => l.subject === 'ammonia')
      .map((l) => ({
        ...l,
        ...(l.view === 'ammonia/under-one'
          ? { source: `under 1 mg/L: ${fao}; a trace watched: common practice` }
          : {}),
      })),
    limit(
      'nitrate',
      'mg/L NO3',
      { target: [5, 150], watch: [null, 150], act: [null, 400] },
      `5–150 mg/L: ${fao}; act above 400: our own step`,
    ),
    limit(
      'ph',
      'pH',
      { target: [6, 7], watch: [6, 7], act: [5.5, 7.6] },
      `6–7: ${fao}; the outer steps: our own`,
    ),
    limit(
      'alkalinity',
      'mg/L CaCO3',
      { target: [60, 140], watch: [60, 140], act: [36, null] },
      `60–140 mg/L as CaCO3: ${fao}; act under 2 °dKH: common practice`,
    ),
    limit(
      'hardness',
      '°dGH',
      { target: [4, 12], watch: [4, 20], act: [2, null] },
      'common practice; the outer steps: our own',
    ),
    limit(
      'temperature',
      '°C',
      { target: [18, 30], watch: [18, 30], act: [14, 32] },
      `18–30 °C: ${fao}; the outer steps: our own`,
    ),
  ],
};

export const streamAndFarm: Guideline = {
  id: 'stream-farm',
  name: 'Stream and farm teaching limits',
  about: 'What extension courses teach for a stream or a farm site.',
  forWhom: { kinds: ['stream'] },
  usual: true,
  limits: [
    limit(
      'alkalinity',
      'mg/L CaCO3',
      { target: [100, 400], watch: [100, 400] },
      `100–400 mg/L as CaCO3: ${teaching}`,
    ),
    limit(
      'hardness',
      'mg/L CaCO3',
      { target: [100, 400], watch: [100, 400] },
      `100–400 mg/L as CaCO3: ${teaching}`,
    ),
    limit(
      'ph',
      'pH',
      { target: [6.5, 8.5], watch: [6.5, 8.5], act: [6, 9] },
      `6.5–8.5: ${teaching}; the outer steps: our own`,
    ),
    limit(
      'nitrite',
      'mg/L NO2',
      { target: [null, 0], watch: [null, 0.15] },
      `anything readable: ${teaching}`,
    ),
  ],
};

const sampledAndKept = ['aquarium', 'pond', 'aquaponics', 'standing', 'stream'] as const;

export const epa2013: Guideline = {
  id: 'epa-2013',
  name: 'EPA 2013, ammonia',
  about: 'Total ammonia by pH and temperature: an hourly and a monthly criterion for fresh water.',
  forWhom: { kinds: ['stream', 'pond', 'aquarium', 'aquaponics', 'standing'] },
  // Made for running fresh water; elsewhere it is chosen.
  usual: ['stream'],
  beside: true,
  limits: [
    limit(
      'epa-month',
      '%',
      { target: [null, 50], watch: [null, 80], act: [null, 100] },
      `thirty-day average: ${epa}; watch from four fifths: our own step`,
    ),
    limit(
      'epa-hour',
      '%',
      { target: [null, 50], watch: [null, 80], urgent: [null, 100] },
      `one-hour average without salmonids: ${epa}; watch from four fifths: our own step`,
    ),
  ],
};

export const eifac: Guideline = {
  id: 'eifac',
  name: 'EIFAC, free ammonia and nitrite',
  about: 'What European inland fish stand for long: free ammonia, and nitrite by the chloride beside it.',
  forWhom: { kinds: sampledAndKept },
  usual: true,
  beside: true,
  limits: [
    freeAmmoniaLimit,
    limit(
      'nitrite-for-chloride',
      '%',
      { target: [null, 50], watch: [null, 100], act: [null, 300] },
      'nitrite guideline by chloride, act from three times it: EIFAC 1984, Technical Paper 46 (figures from memory)',
    ),
    {
      when: 'not-shielded',
      ...limit(
        'nitrite-for-chloride',
        '%',
        { target: [null, 50], urgent: [null, 1000] },
        'urgent from ten times EIFAC’s value, where chloride is under ten times nitrite-N: our own step',
      ),
    },
  ],
};

export const ccme: Guideline = {
  id: 'ccme',
  name: 'CCME, aquatic life',
  about: 'Canadian guidelines for the protection of life in fresh water, long term.',
  forWhom: { kinds: sampledAndKept },
  // Made for running fresh water; elsewhere it is chosen.
  usual: ['stream'],
  beside: true,
  limits: [
    limit(
      'nitrate',
      'mg/L NO3',
      { target: [null, 13], watch: [null, 13], act: [null, 550] },
      'long-term 13 mg/L NO3: CCME 2012; short-term 550 mg/L NO3: CCME 2012 (from memory)',
    ),
    limit(
      'free-ammonia',
      'mg/L NH3',
      { target: [null, 0.019], watch: [null, 0.019] },
      '0.019 mg/L un-ionized ammonia: CCME (from memory)',
    ),
    limit(
      'nitrite',
      'mg/L NO2-N',
      { target: [null, 0.06], watch: [null, 0.06] },
      '0.06 mg/L NO2-N: CCME (from memory)',
    ),
    limit('ph', 'pH', { target: [6.5, 9], watch: [6.5, 9] }, '6.5–9.0: CCME (from memory)'),
    limit(
      'chloride',
      'mg/L Cl',
      { target: [null, 120], watch: [null, 120], act: [null, 640] },
      '120 for long, 640 at once: CCME 2011',
    ),
  ],
};
