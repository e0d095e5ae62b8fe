import { type StockGroupId, isColdWater } from '../limits/stock-group';
import type { Water, WaterKind } from '../waters/water';
import { degreesApart } from '../quantity';
import type { ParameterId } from '../parameters';
import type { Proposed } from '../remedies/plan/proposal';
import { type Subject, parameterOf } from '../limits/subject';

export interface Advice {
  readonly why: string;
  /** What is proposed; sizes and times are the plan's to say. */
  readonly watch: readonly Proposed[];
  readonly act: readonly Proposed[];
}

type Side = 'high' | 'low';

const feedLess = (subject: ParameterId): Proposed => ({ kind: 'feed-less', subjects: [subject] });
const fast = (subject: ParameterId): Proposed => ({ kind: 'stop-feeding', subjects: [subject] });
const change = (subject: ParameterId): Proposed => ({ kind: 'change', subjects: [subject] });
const test = (...subjects: ParameterId[]): Proposed => ({ kind: 'test', subjects });
const raise = {
  kh: { kind: 'raise-kh', subjects: ['alkalinity'] },
  gh: { kind: 'raise-gh', subjects: ['hardness'] },
} as const satisfies Record<string, Proposed>;
const blend: Proposed = {
  kind: 'blend',
  says: 'Blend RO or rain water into the next changes, slowly, if they want it softer.',
};
const lookForDead: Proposed = {
  kind: 'find-cause',
  says: 'Look for something dead or left over, and take it out.',
};
const plantFood = (says: string): Proposed => ({ kind: 'plants', says });

/** Why it matters and what is proposed, by subject and side. Common practice in plain words. */
const table: Readonly<Partial<Record<`${Subject} ${Side}`, Advice>>> = {
  'free-ammonia high': {
    why: 'Free ammonia burns gills.',
    watch: [feedLess('ammonia')],
    act: [fast('ammonia'), change('ammonia')],
  },
  'ammonia high': {
    why: 'Something is dying or overfed, or the filter is behind.',
    watch: [feedLess('ammonia'), lookForDead],
    act: [fast('ammonia'), change('ammonia'), lookForDead],
  },
  'nitrite high': {
    why: 'Nitrite keeps the blood from carrying oxygen.',
    watch: [feedLess('nitrite')],
    act: [fast('nitrite'), change('nitrite')],
  },
  'nitrate high': {
    why: 'It climbs between water changes and wears animals down.',
    watch: [change('nitrate')],
    act: [change('nitrate')],
  },
  'nitrate low': {
    why: 'Plants starve for nitrogen under this: older leaves yellow and algae take over.',
    watch: [plantFood('Feed plants: dose nitrate little by little, or change less water.')],
    act: [plantFood('Feed plants: dose nitrate little by little.')],
  },
  'epa-month high': {
    why: 'Over a month this much harms mussels and young fish, at this pH and warmth.',
    watch: [feedLess('ammonia')],
    act: [fast('ammonia'), change('ammonia')],
  },
  'epa-hour high': {
    why: 'This much can harm sensitive animals within hours, mussels first.',
    watch: [feedLess('ammonia'), test('ph')],
    act: [fast('ammonia'), change('ammonia')],
  },
  'epa-hour-trout high': {
    why: 'This much can harm trout within hours.',
    watch: [feedLess('ammonia'), test('ph')],
    act: [fast('ammonia'), change('ammonia')],
  },
  'nitrite-for-chloride high': {
    why: 'With this little chloride nitrite gets into the gills and binds the blood.',
    watch: [feedLess('nitrite')],
    act: [fast('nitrite'), change('nitrite')],
  },
  'potassium low': {
    why: 'Plants short of it get pinholes in old leaves.',
    watch: [plantFood('Dose a fertilizer with potassium, half as much as its sheet says.')],
    act: [plantFood('Dose a fertilizer with potassium, half as much as its sheet says.')],
  },
  'potassium high': {
    why: 'More than plants use; it only builds up.',
    watch: [plantFood('Dose less potassium.')],
    act: [plantFood('Stop dosing potassium.')],
  },
  'ph low': {
    why: 'The carbonate that holds pH may be mostly used up.',
    watch: [test('alkalinity')],
    act: [test('alkalinity'), test('ammonia')],
  },
  'ph high': {
    why: 'It is more than these animals like, and more of the ammonia is free.',
    watch: [{ kind: 'test', subjects: ['ph'], way: 'dawn-and-dusk' }],
    act: [
      { kind: 'test', subjects: ['ph'], way: 'dawn-and-dusk' },
      {
        kind: 'find-cause',
        says: 'Look for what lifts pH: limestone, algae, something put in. Never use acid.',
      },
    ],
  },
  'alkalinity low': {
    why: 'Little carbonate is left to hold pH: it can crash overnight.',
    watch: [raise.kh, test('ph', 'ammonia')],
    act: [raise.kh, test('ph', 'ammonia')],
  },
  'alkalinity high': {
    why: 'More than usual; it does no harm by itself, but pH will be hard to lower.',
    watch: [blend],
    act: [blend],
  },
  'hardness low': {
    why: 'Molts, shells and the salt balance of fish need calcium.',
    watch: [raise.gh],
    act: [raise.gh],
  },
  'hardness high': {
    why: 'Harder than usual for these animals.',
    watch: [blend],
    act: [blend],
  },
  'chlorine high': {
    why: 'Chlorine burns gills and kills a filter within hours.',
    watch: [{ kind: 'bind', subjects: ['chlorine'] }],
    act: [{ kind: 'bind', subjects: ['chlorine'] }, { kind: 'air' }, fast('chlorine')],
  },
  'dissolved-oxygen low': {
    why: 'Animals and filter both suffocate under this; it is least before dawn.',
    watch: [{ kind: 'air' }, test('temperature')],
    act: [{ kind: 'air' }, fast('dissolved-oxygen'), lookForDead],
  },
  'carbon-dioxide high': {
    why: 'With this much CO2 around them fish cannot breathe their own out.',
    watch: [{ kind: 'gas-off' }, { kind: 'air' }],
    act: [{ kind: 'gas-off' }, { kind: 'air' }],
  },
  'chloride high': {
    why: 'Salt wears fresh-water animals and plants down.',
    watch: [change('chloride')],
    act: [change('chloride')],
  },
};

/** Where nobody lives and nothing is dosed, other things are to be done. */
const ofSource: Advice = {
  why: 'What a source carries, every water change brings in.',
  watch: [
    {
      kind: 'blend',
      says: 'Count on it when you change water; blend in RO or rain water if it is too much.',
    },
  ],
  act: [{ kind: 'blend', says: 'Use another source, or blend it with RO or rain water.' }],
};
/** Mains water with ammonia likely holds chloramine. */
const ofSourceAmmonia: Advice = {
  why: 'Mains water that shows ammonia likely holds chloramine; a well’s comes from the ground. What a source carries, every change brings in.',
  watch: [
    { kind: 'bind', says: 'With each change: conditioner that breaks chloramine, if it is mains water.' },
    {
      kind: 'hold',
      hold: 'tap',
      says: 'Hold: change a quarter at most. A grown-in filter takes that in a day.',
    },
    { kind: 'test', says: 'Test the water it goes into, the day after each change.' },
  ],
  act: [
    { kind: 'bind', says: 'With each change: conditioner that breaks chloramine, if it is mains water.' },
    {
      kind: 'hold',
      hold: 'tap',
      says: 'Hold: change a quarter at most. A grown-in filter takes that in a day.',
    },
    { kind: 'test', says: 'Test the water it goes into, the day after each change.' },
  ],
};
const ofStream = (subject: Subject): Advice => ({
  why: 'It is outside what this stretch should carry; a sample is one moment of it.',
  watch: [{ kind: 'test', subjects: [parameterOf(subject)], way: 'upstream' }],
  act: [
    { kind: 'test', subjects: [parameterOf(subject)], way: 'upstream' },
    { kind: 'ask-professional', says: 'Tell the local authority if the second sample says the same.' },
  ],
});

/** Degrees an hour by which a water with animals is warmed or cooled at most. Common practice. */
const degreesAnHour = 1;

/** The same of temperature, whose pace is said in the keeper's unit. */
function ofTemperature(side: Side, unit: string): Advice {
  const pace = `${degreesApart(degreesAnHour, unit)} an hour`;
  return side === 'low'
    ? {
        why: 'It is colder than these animals like: they eat little and fall ill.',
        watch: [feedLess('temperature')],
        act: [fast('temperature'), { kind: 'warm', says: `Warm it by no more than ${pace}.` }],
      }
    : {
        why: 'It is warmer than these animals like, and warm water holds less oxygen.',
        watch: [{ kind: 'air', says: 'Air more, and shade it.' }],
        act: [
          { kind: 'air', says: 'Air more, and shade it.' },
          { kind: 'cool', says: `Cool it by no more than ${pace}.` },
          fast('temperature'),
        ],
      };
}

/** What of a water decides what is said of it. */
export interface Advised {
  readonly kind: WaterKind;
  readonly animals: readonly StockGroupId[];
  readonly hasFilter: boolean;
  /** In which its keeper sees temperatures. */
  readonly degrees: string;
}

const softGroups: readonly StockGroupId[] = ['soft-water-fish', 'discus', 'crystal-shrimp'];

const steady: Proposed = {
  kind: 'hold',
  hold: 'buffer',
  says: 'Hold KH steady: these animals live with little of it.',
};

/** What fits who lives there, where the general advice would not. */
function fitting(
  subject: Subject,
  side: Side,
  { kind, animals, hasFilter, degrees }: Advised,
  own: Advice,
): Advice {
  if (subject === 'ammonia' && side === 'high' && !hasFilter)
    return { ...own, why: 'Animals make it, and without a filter nothing takes it away.' };
  if (subject === 'temperature' && side === 'low') {
    const tropical = animals.length > 0 && animals.every((g) => !isColdWater(g) && g !== 'snails');
    if (tropical && kind !== 'pond') {
      const heater: Proposed = {
        kind: 'warm',
        says: `Check the heater. Warm by no more than ${degreesApart(degreesAnHour, degrees)} an hour.`,
      };
      return {
        ...own,
        watch: [heater, ...own.watch],
        act: [heater, ...own.act.filter((p) => p.kind !== 'warm')],
      };
    }
  }
  // Those that live in soft water are harmed by what would raise KH and GH.
  if (animals.length > 0 && animals.every((g) => softGroups.includes(g))) {
    if (subject === 'alkalinity' && side === 'low')
      return {
        why: 'These animals live with little KH; it must be steady, and not nothing.',
        watch: [steady, { kind: 'test', subjects: ['alkalinity'], way: 'double-sample' }],
        act: [raise.kh, { kind: 'test', subjects: ['alkalinity'], way: 'double-sample' }, test('ph')],
      };
    if (subject === 'ph' && side === 'low')
      return { ...own, why: 'It is low even for these animals, and may slide on.' };
  }
  return own;
}

/** What to say of a subject beyond clear; a source and a stream are not tended like a tank. */
export function adviceFor(subject: Subject, side: Side, of?: Advised): Advice {
  if (of?.kind === 'source') return subject === 'ammonia' && side === 'high' ? ofSourceAmmonia : ofSource;
  const own =
    subject === 'temperature' ? ofTemperature(side, of?.degrees ?? '°C') : table[`${subject} ${side}`];
  if (of?.kind === 'stream') {
    const there = ofStream(subject);
    return own ? { ...there, why: ofStreamWhy(subject, own.why) } : there;
  }
  if (!own)
    return {
      why: 'It lies outside the usual advice for this water.',
      watch: [{ kind: 'test', subjects: [parameterOf(subject)], way: 'repeat' }],
      act: [{ kind: 'test', subjects: [parameterOf(subject)], way: 'repeat' }],
    };
  return of ? fitting(subject, side, of, own) : own;
}

/** Nobody feeds or filters a stream. */
const ofStreamWhy = (subject: Subject, why: string): string =>
  subject === 'ammonia' || subject === 'nitrate' ? ofStream(subject).why : why;

/** Ammonia, nitrite and nitrate are taken up by a filter only where there is one. */
export const hasFilter = ({ kind, filter }: Pick<Water, 'kind' | 'filter'>): boolean =>
  filter !== null ? filter.kind !== 'none' : kind !== 'standing' && kind !== 'stream' && kind !== 'source';
