import { day } from '../wire';
import { chemistryInfo } from '../color';
import { bottleState } from '../methods';
import type { Kit, MethodBook } from '../methods';
import { type Interval, fromWire, interval } from '../quantity';
import { type ParameterId, measuredIds, parameterInfo } from '../parameters';
import { type Reading, phOfPair } from '../readings';
import { cardFor } from '../readings/interpret';
import { canonicalUnit, convert } from '../quantity';
import type { Deed, DeedKind } from '../remedies';
import { type Carried, type Kept, type Poured, carry, dilutionsOf, sourceHolds } from './carried';
import { pastMakers, unsettledFor } from './events';
import type { FactsGiven, PastRead, SourceGiven } from './facts';
import type { Latest } from './figure';

/** How far a reading holds: it may be part of a claim only where it is `holds`. */
type ReadState = 'holds' | 'too-old' | 'past' | 'no-value' | 'old-bottle';

/** The newest reading of a parameter, as it holds today. */
export interface EffectiveReading {
  readonly reading: Reading;
  readonly takenAt: number;
  /** Canonical, carried through what was done since; null where the reading told no value. */
  readonly value: Interval | null;
  readonly state: ReadState;
  /** Why it does not hold, in a sentence; empty where it does. */
  readonly because: string;
  /** The changes it was carried through; null for a figure as it was read. */
  readonly carried: Carried | null;
  /** What made it the past: a deed, a change that could not be carried, or one beyond what is carried for a claim. */
  readonly pastBy: DeedKind | 'lost' | 'carried' | null;
  /** Why its top is open, in a sentence; empty where it is as it was read. */
  readonly opened: string;
  /** Milliseconds for which it may be part of a claim where that is shorter than usual; null as usual. */
  readonly holds: number | null;
}

export interface EffectiveGiven {
  readonly given: FactsGiven;
  readonly latest: Latest;
  readonly history: (parameter: ParameterId) => readonly PastRead[];
  readonly hasAnimals: boolean;
  readonly claim: (parameter: ParameterId) => number;
  readonly book: MethodBook;
  readonly kits: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
  readonly deeds: readonly Deed[];
  readonly stockDeeds: readonly Deed[];
}

/** What harms by being there: a figure that may be too low is the dangerous one. */
const isWaste = (parameter: ParameterId): boolean => parameter === 'ammonia' || parameter === 'nitrite';

/** Whether the reagent was past its date, or has a mark against it, on the day of the reading. */
export function bottleOf(
  { kitId, methodId, takenAt, doubts }: Reading,
  kits: EffectiveGiven['kits'],
): { readonly kit: string; readonly old: boolean; readonly spoiled: boolean } | null {
  const kit = kits.find((k) => k.id === kitId);
  const on = new Date(takenAt).toISOString().slice(0, 10);
  const states = (kit?.bottles ?? []).filter((b) => b.methodId === methodId).map((b) => bottleState(b, on));
  const old = doubts.includes('old-bottle') || states.some((s) => s.expired);
  const spoiled = doubts.includes('marked-bottle') || states.some((s) => s.marked);
  return old || spoiled ? { kit: kit?.name ?? '', old, spoiled } : null;
}

/** The first step of the card that a reading was made with, canonical; what a usual card first shows where no card is known. */
export function firstStepOf(reading: Reading, book: MethodBook): number {
  const { parameter, methodId, methodVersion, entered } = reading;
  const { kind, trace } = parameterInfo(parameter);
  const method = methodId === null ? undefined : book.find(methodId, methodVersion);
  const card =
    (entered.how === 'card' ? book.card(entered.cardId, entered.cardVersion) : undefined) ??
    (method && (method.parameter === parameter || method.result.by === 'strip')
      ? cardFor(method, parameter)
      : undefined);
  const dilution = 'dilution' in entered ? (entered.dilution ?? 1) : 1;
  if (card && chemistryInfo(card.chemistry).kind === kind && card.values[0] === 0 && card.values.length > 1)
    return dilution * convert(card.values[1]!, kind, card.unit, canonicalUnit(kind));
  return dilution * (trace ?? 0);
}

const dilutionOf = ({ entered }: Reading): number => ('dilution' in entered ? (entered.dilution ?? 1) : 1);

/**
 * Whether a color flashed and faded since the last diluted test: an undiluted zero after it closes nothing.
 * @param past newest first
 */
function flashStands(reading: Reading, past: readonly PastRead[]): boolean {
  if (dilutionOf(reading) > 1) return false;
  for (const p of past) {
    if (p.id === reading.id || p.takenAt > reading.takenAt) continue;
    if (reading.takenAt - p.takenAt > 21 * day || (p.dilution ?? 1) > 1) return false;
    if (p.doubts?.includes('flashed')) return true;
    // A plain color above zero in between came from somewhere the card reaches.
    if (p.value.low > 0 && p.value.high < Infinity) return false;
  }
  return false;
}

/** What a source holds as far as it was read lately: total ammonia, pH and KH at least. Nitrite does not last in a source. */
export function pouredOf(source: SourceGiven | null | undefined, at: number): Poured | null {
  if (!source) return null;
  const { latest } = source;
  const shows = (latest.ammonia?.value?.best ?? 0) > 0;
  const held = (parameter: ParameterId): Interval | null => {
    const reading = latest[parameter];
    if (!reading?.value || at - reading.takenAt > sourceHolds(parameter, shows)) return null;
    return fromWire(reading.value);
  };
  const poured = Object.fromEntries(measuredIds().map((p) => [p, held(p)])) as Record<
    ParameterId,
    Interval | null
  >;
  if (!poured.ammonia || !poured.ph || !poured.alkalinity) return null;
  return { ...poured, nitrite: poured.nitrite ?? interval(0, 0, 0.01) };
}

/** The newest readings of a water at one place, each as it holds today. */
export function effectiveReadings(from: EffectiveGiven): Map<ParameterId, EffectiveReading> {
  const { given, latest, history, claim, book, kits, deeds, stockDeeds } = from;
  const { water, at } = given;
  const makers = pastMakers(water, deeds, stockDeeds);
  const sources = (id: string) =>
    given.sourceOf?.(id) ?? (given.source?.water.id === id ? given.source : null);
  const kept: Partial<Record<ParameterId, Kept>> = {};
  const opened: Partial<Record<ParameterId, string>> = {};
  for (const parameter of measuredIds()) {
    const reading = latest[parameter];
    if (!reading?.value) continue;
    const pair = parameter === 'ph' && latest.phPartner ? phOfPair(reading, latest.phPartner, book) : null;
    let value = pair?.value ?? fromWire(reading.value);
    if (isWaste(parameter) && value.high < Infinity) {
      const bottle = bottleOf(reading, kits);
      if (bottle && value.best > 0) {
        value = interval(value.low, value.best, Infinity);
        opened[parameter] = 'Old or spoiled reagent reads low: it may be more.';
      } else if (value.low <= 0 && flashStands(reading, history(parameter))) {
        value = interval(value.low, value.best, Infinity);
        opened[parameter] = 'Its color flashed and faded lately: only a diluted test can close that.';
      }
    }
    kept[parameter] = { value, takenAt: reading.takenAt };
  }
  const changes = dilutionsOf({ water, deeds, pouredFrom: (id) => pouredOf(sources(id), at) });
  const carried = changes.length > 0 ? carry(kept, changes) : {};
  const found = new Map<ParameterId, EffectiveReading>();
  for (const parameter of measuredIds()) {
    const reading = latest[parameter];
    if (!reading) continue;
    const { takenAt } = reading;
    const through = carried[parameter] ?? null;
    const value = kept[parameter] ? (through?.value ?? kept[parameter].value) : null;
    const unsettled =
      from.hasAnimals &&
      isWaste(parameter) &&
      makers.some((m) => m.unsettles && at - m.at <= unsettledFor && m.at <= takenAt);
    const base = {
      reading,
      takenAt,
      value,
      carried: through && through.changes.length > 0 ? through : null,
      opened: opened[parameter] ?? '',
      holds: unsettled ? 2 * day : null,
      pastBy: null,
    };
    const not = (
      state: ReadState,
      because: string,
      pastBy: EffectiveReading['pastBy'] = null,
    ): EffectiveReading => ({ ...base, state, because, pastBy });
    const event = makers
      .filter((m) => m.parameters.includes(parameter) && m.at > takenAt && at >= m.from)
      .sort((a, b) => b.at - a.at)[0];
    const bottle = isWaste(parameter) ? bottleOf(reading, kits) : null;
    const limit = Math.min(claim(parameter), base.holds ?? Infinity);
    found.set(
      parameter,
      value === null
        ? not('no-value', noValueBecause(reading))
        : event
          ? not('past', event.because, event.kind)
          : through?.lost
            ? not('past', through.lost, through.isWhole ? 'carried' : 'lost')
            : bottle && value.best <= 0
              ? not(
                  'old-bottle',
                  bottle.old ? 'Its bottle is out of date.' : 'Its bottle has a mark against it.',
                )
              : at - takenAt > limit
                ? not('too-old', '')
                : { ...base, state: 'holds', because: '' },
    );
  }
  return found;
}

const noValueBecause = ({ doubts, entered }: Reading): string =>
  doubts.includes('step-skipped')
    ? 'A step that decides was left out.'
    : entered.how === 'answer'
      ? ''
      : 'Its color was not one of the card.';
