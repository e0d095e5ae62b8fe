import { molarMass } from '../quantity';
import type { Feeding, SourceWater } from './cycle-log';
import type { CycleStartDraft } from './cycle-start';
import { advance } from './integrate';
import { type CycleState, type Kinetics, type Warmth, phOf, slot, warmthAt } from './nitrification';
import { changeWater } from './replay';

/** What will be done from now on: the keeper's school, and what they would like to try. */
export interface PlanAhead {
  /** A dose raises ammonia to this, mg/L as N. */
  readonly target: number;
  /** Dose of the challenge by which it is ready, mg/L as N; null where animals feed the filter. */
  readonly challenge: number | null;
  readonly redose: 'daily' | 'when-gone' | 'never';
  /** Alkalinity that a dose brings, meq in a mg of N: household ammonia is a base, ammonium chloride is none. */
  readonly doseAlkalinity: number;
  /** Nitrogen of the food that goes in when ammonia is gone and the last has rotted, mg/L; 0 where none does. */
  readonly food: number;
  /** True where no dose goes in while nitrite is high. */
  readonly pauseAtPeak: boolean;
  /** The next doses where they are to differ from the target: mg/L as N, 0 for none. */
  readonly nextDoses: readonly number[];
  /** Warmer (or colder) than it is now by so many °C. */
  readonly warmer: number;
  /** True where bicarbonate goes in when KH is low; else the cycle may eat all there is. */
  readonly keepKh: boolean;
  /** With fish: water is changed when one of these is passed; null without fish. */
  readonly change: ChangeWhen | null;
}
/** When and how much water is changed with fish in it. */
export interface ChangeWhen {
  /** mg/L as NH3-N and as NO2-N. */
  readonly freeAmmonia: number;
  readonly nitrite: number;
  /** Part of the water, 0 to 1. */
  readonly part: number;
}

/**
 * What a keeper of this school does if nothing else is said; only a filter fed with ammonia is dosed, and one fed
 * with food is fed again.
 * @param change limits at which water is changed; null without animals
 */
export const planOf = (
  start: Pick<CycleStartDraft, 'target' | 'redose' | 'pauseAtPeak' | 'ammoniaFrom'>,
  feeding: Feeding,
  change: PlanAhead['change'],
): PlanAhead => ({
  target: start.target,
  challenge: feeding === 'fish' ? null : start.target,
  redose: feeding === 'ammonia' ? start.redose : 'never',
  // NH3 + H2O → NH4+ + OH−: one equivalent a mole.
  doseAlkalinity: start.ammoniaFrom === 'household-ammonia' ? 1 / molarMass.N : 0,
  food: feeding === 'food' ? helping : 0,
  pauseAtPeak: start.pauseAtPeak,
  nextDoses: [],
  warmer: 0,
  keepKh: true,
  change,
});

/** Nitrogen that a helping of food gives off, mg/L. Hedge Lamp's own: a pinch of flakes. */
export const helping = 1;

/** Ammonia under this counts as gone when a keeper decides whether to dose, mg/L as N: the lowest step of a usual card. */
const dosedUnder = 0.25;
/** Nitrite above which the pausing school doses no more, mg/L as N: about where usual cards end. Hedge Lamp's own. */
export const nitritePeak = 1.5;
/** Alkalinity under which a keeper buffers, and what goes in then, meq/L: under 2 °dKH, 3 more (common practice). */
export const bufferUnder = 0.713;
export const bufferBy = 1.07;
/** Looks a day. */
export const looksPerDay = 4;

/** One way the future may go: what a sample says, if the plan is kept. */
export interface Ahead {
  readonly kinetics: Kinetics;
  readonly warmth: Warmth;
  /** The tap's alkalinity where nobody read it, meq/L. */
  readonly alkalinity: number;
}

const freeAmmonia = (state: CycleState, kinetics: Kinetics, warmth: Warmth): number => {
  const hydrogen = 10 ** -phOf(state[slot.alkalinity]!, kinetics.phAtOne);
  return state[slot.ammonia]! / (1 + hydrogen / warmth.ammoniumKa);
};

/** What was put in on the way so far. */
export interface PutIn {
  /** How many doses. */
  doses: number;
  /** Alkalinity as bicarbonate, meq/L. */
  buffered: number;
}

/** The keeper comes by once a day, changes water where fish need it, buffers and doses. */
function comeBy(state: CycleState, plan: PlanAhead, putIn: PutIn, ahead: Ahead, source: SourceWater): void {
  if (plan.change) {
    const free = freeAmmonia(state, ahead.kinetics, ahead.warmth);
    if (free > plan.change.freeAmmonia || state[slot.nitrite]! > plan.change.nitrite)
      changeWater(state, plan.change.part, {
        ...source,
        alkalinity: source.alkalinity ?? ahead.alkalinity,
      });
  }
  if (plan.keepKh && state[slot.alkalinity]! < bufferUnder) {
    state[slot.alkalinity] = state[slot.alkalinity]! + bufferBy;
    putIn.buffered += bufferBy;
  }
  const ammonia = state[slot.ammonia]!;
  if (plan.food > 0 && ammonia < dosedUnder && state[slot.food]! < 0.7 * plan.food)
    state[slot.food] = state[slot.food]! + plan.food;
  if (plan.redose === 'never') return;
  if (plan.redose === 'when-gone' && ammonia >= dosedUnder) return;
  if (plan.pauseAtPeak && state[slot.nitrite]! > nitritePeak) return;
  const dose = (plan.nextDoses[putIn.doses] ?? plan.target) - ammonia;
  putIn.doses += 1;
  if (dose <= 0) return;
  state[slot.ammonia] = ammonia + dose;
  state[slot.alkalinity] = state[slot.alkalinity]! + dose * plan.doseAlkalinity;
}

/** What is in clean water, where nothing is known of the tap. */
export const cleanSource: SourceWater = { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null };

/**
 * Runs a water ahead with the plan kept.
 * @param look called four times a day, first at the present; the keeper comes by right after each whole day's look
 * @param days whole days to run
 */
export function runAhead(
  now: CycleState,
  ahead: Ahead,
  plan: PlanAhead,
  source: SourceWater,
  days: number,
  look: (k: number, state: CycleState, warmth: Warmth, putIn: Readonly<PutIn>) => boolean | void,
): void {
  const state = now.slice();
  const warmth = plan.warmer === 0 ? ahead.warmth : warmthAt(ahead.warmth.celsius + plan.warmer);
  const putIn: PutIn = { doses: 0, buffered: 0 };
  for (let k = 0; k <= days * looksPerDay; k++) {
    if (k > 0) advance(state, 1 / looksPerDay, ahead.kinetics, warmth);
    if (look(k, state, warmth, putIn) === true) return;
    if (k % looksPerDay === 0) comeBy(state, plan, putIn, { ...ahead, warmth }, source);
  }
}
