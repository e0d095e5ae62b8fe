import { seededRandom } from '../quantity';
import { molarMass } from '../quantity';
import type { CycleLog, Feeding, SourceWater } from './cycle-log';
import type { CycleStartDraft } from './cycle-start';
import { advance } from './integrate';
import { type CycleState, type Kinetics, type Warmth, phOf, slot, warmthAt } from './nitrification';
import { broughtBy, changeWater, lose } from './replay';
import type { Guess } from './unknowns';

/** What will be done from now on: the keeper's school, and what they would like to try. */
export interface PlanAhead {
  /** A dose raises ammonia to this, mg/L as N. */
  readonly target: number;
  /** Dose of the challenge by which it is ready, mg/L as N; null where animals feed the filter. */
  readonly challenge: number | null;
  readonly redose: 'daily' | 'when-gone' | 'never';
  /** Alkalinity that a dose brings, meq in a mg of N: household ammonia is a base, ammonium chloride is none. */
  readonly doseAlkalinity: number;
  /** Nitrogen of a helping of food, mg/L; 0 where none goes in. */
  readonly food: number;
  /** Days from one helping to the next, as long as ammonia stays under the target; null: when the last has rotted. */
  readonly foodEvery: number | null;
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
  foodEvery: null,
  pauseAtPeak: start.pauseAtPeak,
  nextDoses: [],
  warmer: 0,
  keepKh: true,
  change,
});

/** The plan with helpings of food as this log shows them: what a keeper did is the best guess of what they will do. */
export function asFedSoFar(plan: PlanAhead, { events, days }: CycleLog): PlanAhead {
  const fed = events.flatMap((e) => (e.did === 'feed' ? [e.nitrogen] : []));
  if (plan.food <= 0 || fed.length < 2) return plan;
  return {
    ...plan,
    food: fed.reduce((sum, n) => sum + n, 0) / fed.length,
    foodEvery: Math.max(1, days / fed.length),
  };
}

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

/** One way the future may go: what a sample says, if the plan is kept about as well as plans are. */
export interface Ahead {
  readonly guess: Guess;
  readonly warmth: Warmth;
  /** Lot of this way: the same one gives the same slips of the keeper, whatever the plan. */
  readonly lot: number;
  /** Chance that KH is kept up as planned. */
  readonly keepsKh: number;
}

/** What nobody does quite as planned. Hedge Lamp's own. */
const keeper = {
  /** Spread of one dose against another. */
  dose: 0.12,
  /** Least share of the days on which the keeper comes by; drawn anew for each way. */
  comes: 0.4,
  /** Spread of what animals and decay bring, day by day. */
  load: 0.25,
  /** Share who keep KH up as planned: those who have read it in this log, who have not, and who saw it low and let it be. */
  keepsKh: { read: 0.9, unread: 0.75, letBe: 0.4 },
  /** Days after a low KH within which something is done about it, if it is. */
  mends: 3,
  /** Days that ammonia stands before those who do not keep KH change half the water, as people do who are at a loss. */
  atALoss: 7,
  /** Chance a day that part of the films is lost: a power cut, a medicine, tap water on the media. About one in thirteen a month. */
  mishap: 0.0025,
};

/** Chance that this keeper keeps KH up from now on: what they did is the best guess of what they will do. */
export function keepsKhAs({ observations, events, days }: CycleLog): number {
  const read = observations.filter((o) => o.of === 'alkalinity');
  if (read.length === 0) return keeper.keepsKh.unread;
  const mended = (day: number) =>
    events.some(
      (e) => (e.did === 'buffer' || e.did === 'change') && e.day >= day - 0.01 && e.day <= day + keeper.mends,
    );
  const low = read.filter((o) => o.value.high < bufferUnder && days - o.day > keeper.mends);
  return low.some((o) => !mended(o.day)) ? keeper.keepsKh.letBe : keeper.keepsKh.read;
}

const freeAmmonia = (state: CycleState, kinetics: Kinetics, warmth: Warmth): number => {
  const hydrogen = 10 ** -phOf(state[slot.alkalinity]!, kinetics.phAtOne);
  return state[slot.ammonia]! / (1 + hydrogen / warmth.ammoniumKa);
};

/** What the keeper put in and saw on the way so far. */
export interface PutIn {
  /** How many doses. */
  doses: number;
  /** Alkalinity as bicarbonate, meq/L. */
  buffered: number;
  /** Day of the last helping of food; −∞ where none went in yet. */
  fedOn: number;
  /** Day on which ammonia was last seen gone, or water changed because it did not go. */
  goneOn: number;
}

/** The keeper comes by, changes water where fish need it, buffers and doses. */
function comeBy(
  state: CycleState,
  plan: PlanAhead,
  putIn: PutIn,
  { guess, warmth }: Ahead,
  source: SourceWater,
  day: number,
  uneven: () => number,
): void {
  if (plan.change) {
    const free = freeAmmonia(state, guess.kinetics, warmth);
    if (free > plan.change.freeAmmonia || state[slot.nitrite]! > plan.change.nitrite)
      changeWater(state, plan.change.part, broughtBy(source, guess), guess.drifting);
  }
  if (plan.keepKh && state[slot.alkalinity]! < bufferUnder) {
    state[slot.alkalinity] = state[slot.alkalinity]! + bufferBy;
    putIn.buffered += bufferBy;
  }
  if (state[slot.ammonia]! < dosedUnder) putIn.goneOn = day;
  else if (!plan.keepKh && plan.challenge !== null && day - putIn.goneOn >= keeper.atALoss) {
    changeWater(state, 0.5, broughtBy(source, guess), guess.drifting);
    putIn.goneOn = day;
  }
  const ammonia = state[slot.ammonia]!;
  const hungry =
    plan.foodEvery === null
      ? ammonia < dosedUnder && state[slot.food]! < 0.7 * plan.food
      : ammonia < plan.target && day - putIn.fedOn >= plan.foodEvery;
  if (plan.food > 0 && hungry) {
    state[slot.food] = state[slot.food]! + plan.food * guess.feed;
    putIn.fedOn = day;
  }
  if (plan.redose === 'never') return;
  if (plan.redose === 'when-gone' && ammonia >= dosedUnder) return;
  if (plan.pauseAtPeak && state[slot.nitrite]! > nitritePeak) return;
  const wanted = (plan.nextDoses[putIn.doses] ?? plan.target) - ammonia;
  putIn.doses += 1;
  if (wanted <= 0) return;
  const dose = wanted * guess.dose * uneven();
  state[slot.ammonia] = ammonia + dose;
  state[slot.alkalinity] = state[slot.alkalinity]! + dose * plan.doseAlkalinity;
}

/** What is in the water of a change, where nothing is known of the tap. */
export const unknownSource: SourceWater = { ammonia: null, nitrite: null, nitrate: null, alkalinity: null };

/**
 * Runs a water ahead with the plan kept about as well as plans are: doses come out uneven, and on some days nobody comes by.
 * @param look called four times a day, first at the present; the keeper comes by right after a whole day's look
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
  const { guess, warmth: present, lot } = ahead;
  const warmth = plan.warmer === 0 ? present : warmthAt(present.celsius + plan.warmer, guess.bestWarmth);
  const random = seededRandom(lot);
  const comes = keeper.comes + (1 - keeper.comes) * random.next();
  const kept = random.next() < ahead.keepsKh ? plan : { ...plan, keepKh: false };
  const putIn: PutIn = { doses: 0, buffered: 0, fedOn: -Infinity, goneOn: 0 };
  let kinetics = guess.kinetics;
  for (let k = 0; k <= days * looksPerDay; k++) {
    if (k > 0) advance(state, 1 / looksPerDay, kinetics, warmth);
    if (look(k, state, warmth, putIn) === true) return;
    if (k % looksPerDay !== 0) continue;
    // Each day draws the same lots whatever the plan, so that a what-if differs by the plan alone.
    const [come, dose, load] = [random.next(), random.spread(keeper.dose), random.spread(keeper.load)];
    const [mishap, left] = [random.next(), random.next()];
    // From a third down to a thousandth is left, as of a loss in the past.
    if (k > 0 && mishap < keeper.mishap) lose(state, 0.35 * 10 ** (-2.5 * left));
    if (guess.kinetics.load > 0) kinetics = { ...guess.kinetics, load: guess.kinetics.load * Math.exp(load) };
    if (come < comes)
      comeBy(state, kept, putIn, { ...ahead, warmth }, source, k / looksPerDay, () => Math.exp(dose));
  }
}
