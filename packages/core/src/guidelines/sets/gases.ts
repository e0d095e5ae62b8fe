import { limit } from '../../limits/limit';
import type { Guideline } from '../guideline';

const epaOxygen = 'US EPA 1986, EPA 440/5-86-003 (from memory)';

export const chlorineInWater: Guideline = {
  id: 'chlorine',
  name: 'Chlorine for whatever has gills',
  about: 'What mains water brings in where conditioner was forgotten.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics', 'stream'] },
  usual: true,
  beside: true,
  limits: [
    {
      onStep: ['urgent'],
      ...limit(
        'chlorine',
        'mg/L Cl2',
        { target: [null, 0], watch: [null, 0.011], act: [null, 0.019], urgent: [null, 0.1] },
        '0.011 mg/L for long, 0.019 at once: US EPA 1985, EPA 440/5-84-030 (from memory); urgent from 0.1: our own step',
      ),
    },
  ],
};

export const oxygenForAnimals: Guideline = {
  id: 'oxygen',
  name: 'Oxygen for animals',
  about: 'The least that warm-water fish stand for a month, for a week and for a day.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics', 'stream'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'dissolved-oxygen',
      'mg/L O2',
      { target: [6, null], watch: [5.5, null], act: [4, null], urgent: [3, null] },
      `5.5 mg/L over a month, 4 in a week, 3 on a day: ${epaOxygen}; which is Watch, Act, Urgent: our own reading`,
    ),
  ],
};

export const oxygenForYoung: Guideline = {
  id: 'oxygen-young',
  name: 'Oxygen for young animals',
  about: 'Eggs and fry stand less want of oxygen than grown fish.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics', 'stream'], young: true },
  usual: true,
  beside: true,
  limits: [
    limit(
      'dissolved-oxygen',
      'mg/L O2',
      { target: [6, null], watch: [6, null], act: [5, null] },
      `6 mg/L over a week, 5 on a day for early life in warm water: ${epaOxygen}`,
    ),
  ],
};

export const oxygenForTrout: Guideline = {
  id: 'oxygen-trout',
  name: 'Oxygen for trout and salmon',
  about: 'Fish of cold water want more of it.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics'], stock: ['trout'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'dissolved-oxygen',
      'mg/L O2',
      { target: [7, null], watch: [6.5, null], act: [5, null], urgent: [4, null] },
      `6.5 mg/L over a month, 5 in a week, 4 on a day for cold water: ${epaOxygen}; which is Watch, Act, Urgent: our own reading`,
    ),
  ],
};

export const carbonDioxideInWater: Guideline = {
  id: 'carbon-dioxide',
  name: 'Carbon dioxide for fish',
  about: 'What bottled CO2, a crowd or a warm night brings.',
  forWhom: { kinds: ['aquarium', 'standing', 'pond', 'aquaponics'] },
  usual: true,
  beside: true,
  limits: [
    limit(
      'carbon-dioxide',
      'mg/L CO2',
      { target: [null, 30], watch: [null, 30], act: [null, 40], urgent: [null, 80] },
      'up to 30 mg/L: common practice; the outer steps: our own',
    ),
  ],
};
