import { type StockGroupId, isColdWater } from '../waters/stock-group';
import type { Water, WaterKind } from '../waters/water';
import type { Subject } from './subject';

export interface Advice {
  readonly why: string;
  readonly watch: string;
  readonly act: string;
}

type Side = 'high' | 'low';

/** Why it matters and what to do, by subject and side. Common practice in plain words. */
const table: Readonly<Partial<Record<`${Subject} ${Side}`, Advice>>> = {
  'free-ammonia high': {
    why: 'Free ammonia burns gills.',
    watch: 'Feed less. Do not raise pH.',
    act: 'Feed nothing. Do not raise pH. Change water for water of the same pH.',
  },
  'ammonia high': {
    why: 'Something is dying or overfed, or the filter is behind.',
    watch: 'Feed half. Look for something dead.',
    act: 'Feed nothing. Run the test once more, unless the animals suffer. If it stands, change water.',
  },
  'nitrite high': {
    why: 'Nitrite keeps the blood from carrying oxygen.',
    watch: 'Feed less.',
    act: 'More air. Feed nothing. Run the test once more, unless the animals suffer. If it stands, change water.',
  },
  'nitrate high': {
    why: 'It climbs between water changes and wears animals down.',
    watch: 'Bring the next water change forward.',
    act: 'Change water, and feed less.',
  },
  'nitrate low': {
    why: 'Plants starve for nitrogen under this: older leaves yellow and algae take over.',
    watch: 'Feed a little more, change less water, or dose nitrate for the plants.',
    act: 'Dose nitrate for the plants, little by little.',
  },
  'epa-month high': {
    why: 'Over a month this much harms mussels and young fish, at this pH and warmth.',
    watch: 'Look upstream for where it comes from.',
    act: 'Find where it comes from: test above and below. For a stream, tell the local authority.',
  },
  'epa-hour high': {
    why: 'This much can harm sensitive animals within hours, mussels first.',
    watch: 'Test again today at another hour: pH moves it.',
    act: 'In a kept water, stop feeding and change water. Of a stream, tell the local authority.',
  },
  'epa-hour-trout high': {
    why: 'This much can harm trout within hours.',
    watch: 'Test again today at another hour: pH moves it.',
    act: 'More air. Feed nothing. Change water.',
  },
  'nitrite-for-chloride high': {
    why: 'With this little chloride nitrite gets into the gills and binds the blood.',
    watch: 'Feed less.',
    act: 'More air. Feed nothing. Change water. A little salt shields: ten times the nitrite-N as chloride.',
  },
  'potassium low': {
    why: 'Plants short of it get pinholes in old leaves.',
    watch: 'Dose a fertilizer with potassium, half as much as its sheet says.',
    act: 'Dose a fertilizer with potassium, half as much as its sheet says.',
  },
  'potassium high': {
    why: 'More than plants use; it only builds up.',
    watch: 'Dose less potassium; a water change brings it down.',
    act: 'Stop dosing potassium and change a quarter of the water.',
  },
  'ph low': {
    why: 'The carbonate that holds pH may be mostly used up.',
    watch: 'Test KH: it decides.',
    act: 'Test KH: it decides. Do not raise pH fast, for that turns ammonia toxic.',
  },
  'ph high': {
    why: 'It is more than these animals like, and more of the ammonia is free.',
    watch: 'Test again at another time of day: plants move pH.',
    act: 'Look for the cause: limestone, algae, something put in. Lower it slowly, never with acid.',
  },
  'alkalinity low': {
    why: 'Little carbonate is left to hold pH: it can crash overnight.',
    watch: 'Test KH with twice the sample, and pH and ammonia beside it.',
    act: 'Test KH with twice the sample, and pH and ammonia. Raise KH by 1 °dKH a day, once ammonia allows it.',
  },
  'alkalinity high': {
    why: 'More than usual; it does no harm by itself, but pH will be hard to lower.',
    watch: 'Blend in RO or rain water, if these animals want it softer.',
    act: 'Blend in RO or rain water, slowly.',
  },
  'hardness low': {
    why: 'Molts, shells and the salt balance of fish need calcium.',
    watch: 'Raise it slowly, with harder water or a mineral mix.',
    act: 'Raise it slowly, with harder water or a mineral mix: 1 °dGH a day for shrimp, else 2.',
  },
  'hardness high': {
    why: 'Harder than usual for these animals.',
    watch: 'Blend in RO or rain water if they want it softer.',
    act: 'Blend in RO or rain water, slowly.',
  },
  'temperature low': {
    why: 'It is colder than these animals like: they eat little and fall ill.',
    watch: 'Feed little.',
    act: 'Warm it by no more than 1 °C an hour. Feed nothing.',
  },
  'temperature high': {
    why: 'It is warmer than these animals like, and warm water holds less oxygen.',
    watch: 'More air. Shade it.',
    act: 'More air at once. Cool it by no more than 1 °C an hour. Feed nothing.',
  },
  'chloride high': {
    why: 'Salt wears fresh-water animals and plants down.',
    watch: 'Is the salt a medicine? Say so in the form of this water. Else change water.',
    act: 'Is the salt a medicine? Say so in the form of this water. Else change water, part by part.',
  },
};

/** Where nobody lives and nothing is dosed, other things are to be done. */
const ofSource: Advice = {
  why: 'What a source carries, every water change brings in.',
  watch:
    'Test it again each season, and count on it when you change water; blend in RO or rain water if it is too much.',
  act: 'Use another source, or blend it with RO or rain water.',
};
const ofStream: Advice = {
  why: 'It is outside what this stretch should carry; a sample is one moment of it.',
  watch: 'Sample again above and below, at the same hour, and note rain and flow.',
  act: 'Sample again above and below; if it stands, tell the local authority.',
};

/** What of a water decides what is said of it. */
export interface Advised {
  readonly kind: WaterKind;
  readonly animals: readonly StockGroupId[];
  readonly hasFilter: boolean;
}

const softGroups: readonly StockGroupId[] = ['soft-water-fish', 'discus', 'crystal-shrimp'];

/** What fits who lives there, where the general advice would not. */
function fitting(subject: Subject, side: Side, { kind, animals, hasFilter }: Advised, own: Advice): Advice {
  if (subject === 'ammonia' && side === 'high' && !hasFilter)
    return { ...own, why: 'Animals make it, and without a filter nothing takes it away.' };
  if (subject === 'temperature' && side === 'low') {
    const tropical = animals.length > 0 && animals.every((g) => !isColdWater(g) && g !== 'snails');
    if (tropical && kind !== 'pond')
      return { ...own, watch: 'Check the heater. Feed little.', act: `Check the heater. ${own.act}` };
  }
  // Those that live in soft water are harmed by what would raise KH and GH.
  if (animals.length > 0 && animals.every((g) => softGroups.includes(g))) {
    if (subject === 'alkalinity' && side === 'low')
      return {
        why: 'These animals live with little KH; it must be steady, and not nothing.',
        watch: 'Test it with twice the sample. Change little at a time, with the same water.',
        act: 'Test it with twice the sample, and pH. Change a tenth a day with water of a little more KH.',
      };
    if (subject === 'ph' && side === 'low')
      return { ...own, why: 'It is low even for these animals, and may slide on.' };
  }
  return own;
}

/** What to say of a subject beyond clear; a source and a stream are not tended like a tank. */
export function adviceFor(subject: Subject, side: Side, of?: Advised): Advice {
  if (of?.kind === 'source') return ofSource;
  const own = table[`${subject} ${side}`];
  if (of?.kind === 'stream') return own ? { ...ofStream, why: ofStreamWhy(subject, own.why) } : ofStream;
  if (!own)
    return {
      why: 'It lies outside the usual advice for this water.',
      watch: 'Test again in a week.',
      act: 'Run the test once more before you act.',
    };
  return of ? fitting(subject, side, of, own) : own;
}

/** Nobody feeds or filters a stream. */
const ofStreamWhy = (subject: Subject, why: string): string =>
  subject === 'ammonia' || subject === 'nitrate' ? ofStream.why : why;

/** Ammonia, nitrite and nitrate are taken up by a filter only where there is one. */
export const hasFilter = ({ kind, filter }: Pick<Water, 'kind' | 'filter'>): boolean =>
  filter !== null ? filter.kind !== 'none' : kind !== 'standing' && kind !== 'stream' && kind !== 'source';
