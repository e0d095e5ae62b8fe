import type { WaterKind } from '../waters/water';
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
    watch: 'Feed less and test again tomorrow.',
    act: 'Change water for treated water of the same pH and temperature, stop feeding, and do not raise pH.',
  },
  'ammonia high': {
    why: 'A grown-in filter leaves none; something is dying, overfed, or the filter is behind.',
    watch: 'Feed less, look for something dead, and test again tomorrow.',
    act: 'Stop feeding and run the test once more, unless the animals suffer; if it stands, change water.',
  },
  'nitrite high': {
    why: 'Nitrite keeps the blood from carrying oxygen.',
    watch: 'Feed less and test again tomorrow.',
    act: 'Air it well and run the test once more, unless the animals suffer; if it stands, change water.',
  },
  'nitrate high': {
    why: 'It climbs between water changes and wears fish and shrimp down.',
    watch: 'Bring the next water change forward.',
    act: 'Change water, and feed less.',
  },
  'nitrate low': {
    why: 'Plants starve for nitrogen under this: older leaves yellow and algae take over.',
    watch: 'Feed a little more, change less water, or dose nitrate for the plants.',
    act: 'Dose nitrate for the plants, little by little.',
  },
  'epa-month high': {
    why: 'Over a month this much total ammonia harms mussels and young fish at this pH and temperature.',
    watch: 'Look upstream or upflow for where it comes from, and test again next week.',
    act: 'Find where it comes from; test above and below. For a stream, tell the local authority.',
  },
  'epa-hour high': {
    why: 'This much total ammonia kills within hours at this pH and temperature.',
    watch: 'Test again today, at another hour: pH moves it.',
    act: 'In a kept water change a quarter now and stop feeding. In a stream tell the local authority.',
  },
  'epa-hour-trout high': {
    why: 'This much total ammonia kills trout within hours at this pH and temperature.',
    watch: 'Test again today, at another hour: pH moves it.',
    act: 'Change a quarter of the water now, air it well, and stop feeding.',
  },
  'nitrite-for-chloride high': {
    why: 'With this little chloride nitrite gets into the gills and binds the blood.',
    watch: 'Feed less, and read nitrite and chloride again tomorrow.',
    act: 'Change a quarter of the water; ask a fish-health professional about salt for these animals.',
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
    why: 'Acid water stalls the filter, and the carbonate that holds pH is mostly used up.',
    watch: 'Test KH.',
    act: 'Test KH; raise it slowly, over days. Do not raise pH fast: it turns ammonia toxic.',
  },
  'ph high': {
    why: 'Above this, most of these animals are strained and more of the ammonia is free.',
    watch: 'Test again at another time of day: plants move pH.',
    act: 'Look for the cause, such as limestone or strong algae, and lower it slowly. Never with strong acid.',
  },
  'alkalinity low': {
    why: 'Little carbonate is left to hold pH, and the filter needs it: pH can crash overnight.',
    watch: 'Change some water for harder water, or add crushed coral, and test weekly.',
    act: 'Raise KH slowly, by no more than 1 to 2 °dKH a day, with bicarbonate or harder water.',
  },
  'alkalinity high': {
    why: 'More than usual; it does no harm by itself, but pH will be hard to lower.',
    watch: 'Blend in RO or rain water if your animals want it softer.',
    act: 'Blend in RO or rain water, slowly.',
  },
  'hardness low': {
    why: 'Molting, shells and the salt balance of fish need calcium.',
    watch: 'Blend in harder water, or add a mineral mix.',
    act: 'Raise it slowly with harder water or a mineral mix.',
  },
  'hardness high': {
    why: 'Harder than usual for these animals.',
    watch: 'Blend in RO or rain water if they want it softer.',
    act: 'Blend in RO or rain water, slowly.',
  },
  'temperature low': {
    why: 'Cold slows fish and filter alike.',
    watch: 'Check the heater and feed less.',
    act: 'Check the heater; warm by no more than 1 °C an hour.',
  },
  'temperature high': {
    why: 'Warm water holds less oxygen, and more of the ammonia is free.',
    watch: 'Air the water and shade it.',
    act: 'Air the water at once and cool it slowly.',
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

/** What to say of a subject beyond clear; a source and a stream are not tended like a tank. */
export function adviceFor(subject: Subject, side: Side, kind?: WaterKind): Advice {
  if (kind === 'source') return ofSource;
  const own = table[`${subject} ${side}`];
  if (kind === 'stream') return own ? { ...ofStream, why: own.why } : ofStream;
  return (
    own ?? {
      why: 'It lies outside the usual advice for this water.',
      watch: 'Test again in a week.',
      act: 'Run the test once more before you act.',
    }
  );
}
