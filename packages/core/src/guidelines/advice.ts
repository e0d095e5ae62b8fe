import type { Status } from './status';
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
    act: 'Change a quarter of the water with treated water of the same pH and temperature, stop feeding, and do not raise pH.',
  },
  'ammonia high': {
    why: 'A grown-in filter leaves none; something is dying, overfed, or the filter is behind.',
    watch: 'Feed less, look for something dead, and test again tomorrow.',
    act: 'Run the test once more; if it stands, change a quarter of the water and stop feeding.',
  },
  'nitrite high': {
    why: 'Nitrite keeps the blood from carrying oxygen.',
    watch: 'Feed less and test again tomorrow.',
    act: 'Run the test once more; if it stands, change a quarter of the water and air it well.',
  },
  'nitrate high': {
    why: 'It climbs between water changes and wears fish and shrimp down.',
    watch: 'Bring the next water change forward.',
    act: 'Change 25 to 30 % of the water and test again tomorrow.',
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

export const adviceFor = (subject: Subject, side: Side): Advice =>
  table[`${subject} ${side}`] ?? {
    why: 'It lies outside the usual advice for this water.',
    watch: 'Test again in a week.',
    act: 'Run the test once more before you act.',
  };

/** By when to do it. Hedge Lamp's own steps. */
export const byWhen: Readonly<Record<Status, string>> = {
  unread: '',
  clear: '',
  watch: 'Within two days.',
  act: 'Today.',
  urgent: 'Now.',
};
