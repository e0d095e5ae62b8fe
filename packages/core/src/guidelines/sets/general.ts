import type { Guideline, GuidelineLimit } from '../guideline';
import { limit } from '../../limits/limit';
import { halfFreeAmmonia, sensitiveNitrite, youngNitrate } from './vital';

const practice = 'common practice';
const own = 'the outer steps: our own';

const unbounded = 'urgent by total ammonia alone only where pH is unread';

/**
 * Total ammonia and nitrite by the four schools, for every kept water. Total ammonia by itself is Urgent only where the
 * free part cannot be told; nitrite by itself only where chloride was not read.
 */
export const wasteLimits: readonly GuidelineLimit[] = [
  ...(['under-one', 'acid-nitrite'] as const).flatMap((view): GuidelineLimit[] => [
    {
      view: `ammonia/${view}`,
      onStep: ['act'],
      ...limit(
        'ammonia',
        'mg/L NH3-N',
        { target: [null, 0], watch: [null, 0.15], act: [null, 1] },
        view === 'under-one'
          ? 'a trace watched, from 1 mg/L acted on: common practice'
          : 'from pH 7 up a trace watched, from 1 mg/L acted on; below pH 7 noted: common practice',
      ),
    },
  ]),
  {
    view: 'ammonia/any-trace',
    ...limit(
      'ammonia',
      'mg/L NH3-N',
      { target: [null, 0], act: [null, 0.15] },
      'any trace means a water change: common practice',
    ),
  },
  {
    view: 'ammonia/any-trace',
    when: 'free-unbounded',
    ...limit(
      'ammonia',
      'mg/L NH3-N',
      { target: [null, 0], urgent: [null, 2] },
      `${unbounded}: our own step for this school`,
    ),
  },
  ...(['under-one', 'any-trace', 'free-only'] as const).map((view): GuidelineLimit => ({
    view: `ammonia/${view}`,
    ...limit(
      'nitrite',
      'mg/L NO2',
      { target: [null, 0], watch: [null, 0.15], act: [null, 0.5] },
      'anything readable is wrong in a settled water: common practice; act above 0.5: our own step',
    ),
  })),
  {
    view: 'ammonia/acid-nitrite',
    ...limit(
      'nitrite',
      'mg/L NO2',
      { target: [null, 0], act: [null, 0.15] },
      'in acid water nitrite is what counts: common practice; the step: our own',
    ),
  },
];

/** Nitrate by the three schools. */
export const nitrateLimits: readonly GuidelineLimit[] = [
  {
    view: 'nitrate/twenty',
    onStep: ['act'],
    ...limit(
      'nitrate',
      'mg/L NO3',
      { target: [null, 10], watch: [null, 20], act: [null, 40] },
      'at or under 20 good, under 40 acceptable, from 40 change water: common practice',
    ),
  },
  {
    view: 'nitrate/forty',
    ...limit(
      'nitrate',
      'mg/L NO3',
      { target: [null, 20], watch: [null, 40], act: [null, 80] },
      'under 40 acceptable: common practice; act above 80: our own step',
    ),
  },
  {
    view: 'nitrate/planted',
    onStep: ['act'],
    ...limit(
      'nitrate',
      'mg/L NO3',
      { target: [10, 20], watch: [5, 20], act: [null, 40] },
      'planted tanks are happy at 10–20: common practice; watch under 5: our own step',
    ),
  },
];

export const generalAquarium: Guideline = {
  id: 'general-aquarium',
  name: 'General aquarium',
  about: 'What most keepers of mixed tropical fish go by.',
  forWhom: { kinds: ['aquarium', 'standing'] },
  usual: true,
  limits: [
    ...wasteLimits,
    ...nitrateLimits,
    limit(
      'ph',
      'pH',
      { target: [6.5, 8], watch: [6.5, 8], act: [6, 8.5] },
      `most fish 6.5–8.0: ${practice}; ${own}`,
    ),
    {
      view: 'alkalinity/four-to-eight',
      ...limit('alkalinity', '°dKH', { watch: [4, 8], act: [2, null] }, `4–8 °dKH, under 2 act: ${practice}`),
    },
    {
      view: 'alkalinity/three-up',
      ...limit(
        'alkalinity',
        '°dKH',
        { target: [4, 8], watch: [3, null], act: [2, null] },
        `3 °dKH will do, under 2 act: ${practice}`,
      ),
    },
    {
      view: 'hardness/either',
      ...limit(
        'hardness',
        '°dGH',
        { watch: [4, 12], act: [2, null] },
        `4–8 °dGH, another school 10–12, both clear here: ${practice}; act under 2: our own step`,
      ),
    },
    {
      view: 'hardness/four-to-eight',
      ...limit(
        'hardness',
        '°dGH',
        { watch: [4, 8], act: [2, null] },
        `4–8 °dGH: ${practice}; act under 2: our own`,
      ),
    },
    {
      view: 'hardness/ten-to-twelve',
      ...limit(
        'hardness',
        '°dGH',
        { watch: [10, 12], act: [4, null] },
        `10–12 °dGH: ${practice}; act under 4: our own`,
      ),
    },
    limit(
      'temperature',
      '°C',
      { target: [18, 26], watch: [10, 30] },
      'where no animals with limits of their own were told, 10–30 °C: our own step',
    ),
  ],
};

export const classroomTank: Guideline = {
  id: 'classroom-tank',
  name: 'Classroom tank',
  about: 'For a small tank that a class looks after: steady and easy to tell.',
  forWhom: { kinds: ['aquarium', 'standing'] },
  usual: false,
  beside: true,
  limits: [
    limit('ph', 'pH', { watch: [7.4, 8], act: [6.5, 8.5] }, `classroom tank 7.4–8.0: ${practice}; ${own}`),
    {
      onStep: ['act'],
      ...limit(
        'nitrate',
        'mg/L NO3',
        { target: [null, 20], watch: [null, 20], act: [null, 40] },
        `at or under 20 good, under 40 acceptable: ${practice}`,
      ),
    },
    limit(
      'ammonia',
      'mg/L NH3-N',
      { target: [null, 0], watch: [null, 0.15], act: [null, 0.5] },
      `zero: ${practice}; act above 0.5, before a weekend: our own step`,
    ),
  ],
};

export const plantedTank: Guideline = {
  id: 'planted-tank',
  name: 'Planted tank',
  about: 'Beside the general limits, where plants are grown. Nitrate follows the school you choose.',
  forWhom: { kinds: ['aquarium', 'standing'], planted: true },
  usual: true,
  limits: [
    limit(
      'potassium',
      'mg/L K',
      { target: [5, 20], watch: [5, 30] },
      `5–20 mg/L: ${practice} (figures from memory); watch above 30: our own step`,
    ),
  ],
};

export const youngAnimals: Guideline = {
  id: 'young-animals',
  name: 'Fry, eggs and shrimplets',
  about: 'Young animals stand less of everything: any readable waste is acted on.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics'], young: true },
  usual: true,
  limits: [
    limit(
      'ammonia',
      'mg/L NH3-N',
      { target: [null, 0], act: [null, 0.15] },
      `any trace: ${practice}; the step: our own`,
    ),
    {
      when: 'free-unbounded',
      ...limit(
        'ammonia',
        'mg/L NH3-N',
        { target: [null, 0], urgent: [null, 2] },
        `${unbounded}, from half of the usual: our own step`,
      ),
    },
    ...halfFreeAmmonia,
    limit(
      'nitrite',
      'mg/L NO2',
      { target: [null, 0], act: [null, 0.15] },
      `any trace: ${practice}; the step: our own`,
    ),
    ...sensitiveNitrite,
    {
      onStep: ['act'],
      ...limit('nitrate', 'mg/L NO3', { target: [null, 10], watch: [null, 20], act: [null, 40] }, practice),
    },
    youngNitrate,
  ],
};

export const growingFilter: Guideline = {
  id: 'growing-filter',
  name: 'Filter growing in',
  about: 'While the filter’s bacteria grow they need carbonate and a pH that is not acid.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics'], cycling: true },
  usual: true,
  limits: [
    limit(
      'alkalinity',
      '°dKH',
      { target: [4, 8], watch: [3, null], act: [2, null] },
      `under 2 to 3 °dKH the cycle stalls: ${practice}`,
    ),
    limit(
      'ph',
      'pH',
      { target: [7, 8], watch: [6.5, null], act: [6, null] },
      `slows under 7, nearly stops under 6: ${practice}`,
    ),
  ],
};

export const sourceWater: Guideline = {
  id: 'source-water',
  name: 'Source water',
  about: 'What a source carries, a water change brings in.',
  forWhom: { kinds: ['source'] },
  usual: true,
  limits: [
    limit(
      'ammonia',
      'mg/L NH3-N',
      { target: [null, 0], watch: [null, 0.15] },
      `${practice}: tap can carry ammonia`,
    ),
    limit('nitrite', 'mg/L NO2', { target: [null, 0], watch: [null, 0.15] }, practice),
    limit('nitrate', 'mg/L NO3', { target: [null, 10], watch: [null, 20] }, practice),
  ],
};
