import { day, hour } from '../wire';
import { convert, degreesApart, interval, point, scale } from '../quantity';
import type { Interval } from '../quantity';
import { type ParameterId, measuredIds } from '../parameters';
import {
  type PlanFigure,
  type PlanFigures,
  type PlanGiven,
  type PlanSource,
  type Steps,
  effectOf,
  planFigures,
  readyOf,
  stockGrams,
  stockNow,
  unfedPerGram,
} from '../remedies';
import { hasFilter } from './advice';
import { afterwardsOf } from './afterwards';
import { hasYoung, isPlanted } from './applied-limits';
import { sourceHolds } from './carried';
import type { Facts, FactsGiven, SourceGiven } from './facts';
import { figuresOf } from './figure';
import type { Finding } from './finding';
import { judge } from './judge';
import type { Band } from '../limits/limit';
import { carbonDioxide, deathsOf, muchCarbonDioxide, standingSigns } from './rules/signs';
import { displayUnit, roughWords, shownValue, shownWords } from './shown';
import { vitalRows } from './vital-row';

/** How long it is believed that water stands ready. Hedge Lamp's own. */
const readyLasts = day;
const lately = 14 * day;

/** Where a status begins on the side of too much. */
function stepsOf(bands: readonly Band[]): Steps {
  const clear = bands.find((b) => b.status === 'clear');
  const from = (status: Band['status']) =>
    bands.find((b) => b.status === status && (clear === undefined || b.from >= clear.to - 1e-12))?.from ??
    null;
  const [urgent, act, watch] = [from('urgent'), from('act'), from('watch')];
  return {
    watch: watch ?? act ?? urgent ?? Infinity,
    act: act ?? urgent ?? Infinity,
    urgent: urgent ?? Infinity,
  };
}

const noFigures = Object.fromEntries(planFigures.map((p) => [p, null])) as Record<PlanFigure, null>;

/**
 * What a source holds, each figure as long as it may be counted on. Ammonia that it showed does not go away by age: it is
 * reckoned with as it was read until somebody reads it again.
 */
function readOfSource(
  { latest }: SourceGiven,
  at: number,
): Pick<PlanSource, 'figures' | 'showedAmmoniaLongAgo'> {
  const shows = (latest.ammonia?.value?.best ?? 0) > 0;
  const isOld = (p: PlanFigure) => at - (latest[p]?.takenAt ?? at) > sourceHolds(p, shows);
  const held = (p: PlanFigure): Interval | null => {
    const reading = latest[p];
    if (!reading?.value || (isOld(p) && !(p === 'ammonia' && shows))) return null;
    const { low, best, high } = reading.value;
    return interval(low ?? -Infinity, best, high ?? Infinity);
  };
  return {
    figures: { ...noFigures, ...Object.fromEntries(planFigures.map((p) => [p, held(p)])) },
    showedAmmoniaLongAgo: shows && isOld('ammonia'),
  };
}

/** Water that was told to stand ready within a day, less what was poured since. */
function readyWaters(given: FactsGiven): (PlanSource & { readonly sourceId: string | null })[] {
  const { deeds = [], at, water } = given;
  const seen = new Set<string>();
  return deeds.flatMap((deed) => {
    if (deed.kind !== 'water-ready' || !deed.amount || at - deed.at > readyLasts) return [];
    const ready = readyOf(deed.amount);
    if (!ready || seen.has(ready.sourceWaterId ?? '')) return [];
    seen.add(ready.sourceWaterId ?? '');
    const used = deeds
      .filter((d) => d.kind === 'water-change' && d.at >= deed.at && d.amount !== null)
      .reduce((sum, d) => {
        const { amount } = d;
        if (amount?.by === 'blend')
          return (
            sum +
            amount.parts
              .filter((p) => p.sourceWaterId === ready.sourceWaterId)
              .reduce((all, p) => all + Number(p.liters.replace(',', '.')), 0)
          );
        if (
          (amount?.by !== 'liters' && amount?.by !== 'part') ||
          (amount.sourceWaterId ?? null) !== ready.sourceWaterId
        )
          return sum;
        return sum + (effectOf(amount, water.netLiters).part?.best ?? 0) * (water.netLiters ?? 0);
      }, 0);
    const source = ready.sourceWaterId === null ? null : (given.sourceOf?.(ready.sourceWaterId) ?? null);
    return [
      {
        sourceId: ready.sourceWaterId,
        id: ready.sourceWaterId,
        name: source?.water.name ?? 'the water at hand',
        ...(source ? readOfSource(source, at) : { figures: noFigures, showedAmmoniaLongAgo: false }),
        litersAtHand: Math.max(0, ready.liters - used),
        next: ready.next && { liters: ready.next.liters, at: deed.at + ready.next.hours * hour },
      },
    ];
  });
}

/** Ammonia made a day, mg/L as N: what animals give off where no filter takes it. Zero where it was not told. */
function loadOf(facts: Facts, grams: number | null): Interval {
  const { netLiters } = facts.water;
  if (hasFilter(facts.water) || grams === null || netLiters === null) return point(0);
  const { low, best, high } = unfedPerGram;
  return scale(interval(low, best, high), grams / netLiters);
}

/** Rise of nitrate a day between the newest two readings by one kit with nothing poured in between; null where unknown. */
function nitrateRise(facts: Facts): number | null {
  const [newest, ...past] = facts.history('nitrate');
  if (!newest) return null;
  const before = past.find((p) => p.methodId === newest.methodId && newest.takenAt - p.takenAt >= 3 * day);
  if (!before || newest.takenAt - before.takenAt > 60 * day) return null;
  if (facts.deeds.some((d) => d.kind === 'water-change' && d.at > before.takenAt && d.at < newest.takenAt))
    return null;
  const rise = (newest.value.best - before.value.best) / ((newest.takenAt - before.takenAt) / day);
  return rise > 0 ? rise : null;
}

/** True where what was read within a day, taken as it was read, is urgent: what was done since made it milder, or not. */
function wasUrgent(facts: Facts): boolean {
  const raw = figuresOf(facts.water, facts.latest, facts.book).of;
  return (['free-ammonia', 'nitrite', 'nitrite-for-chloride'] as const).some((subject) => {
    const figure = raw.get(subject);
    const bands = facts.bands(subject);
    return (
      figure?.value != null &&
      facts.at - figure.takenAt < day &&
      bands.length > 0 &&
      judge(figure.value, bands).status === 'urgent'
    );
  });
}

/** Reread first: too old, or past by something that no arithmetic can carry. */
const isLost = (facts: Facts, parameter: ParameterId): boolean => {
  const read = facts.read(parameter);
  if (!read) return false;
  if (read.state === 'too-old' || facts.at - read.takenAt > facts.claim(parameter)) return true;
  return (
    read.state === 'past' &&
    read.pastBy !== 'conditioner' &&
    read.pastBy !== 'carried' &&
    read.pastBy !== 'buffer'
  );
};

const zoneOf = (facts: Facts): string => {
  const readings = measuredIds().flatMap((p) => facts.latest[p] ?? []);
  const newest = readings.sort((a, b) => b.takenAt - a.takenAt)[0];
  return newest?.zone ?? facts.deeds[0]?.zone ?? 'UTC';
};

/** What a plan is made from: the place that is worst, all findings, and what was done lately. */
export function planGivenOf(
  given: FactsGiven,
  places: readonly Facts[],
  findings: readonly Finding[],
  putOff: PlanGiven['putOff'] = [],
): PlanGiven {
  const worst = findings.find((f) => !f.note && f.status !== 'clear' && f.placeId !== null);
  const facts = places.find((p) => p.place.id === worst?.placeId && p.place.name !== '') ?? places[0]!;
  const { water, at } = facts;
  const ready = readyWaters(given);
  const named = given.source ?? null;
  const ofNamed = named && ready.find((r) => r.sourceId === named.water.id);
  const figures: PlanFigures = {
    ...noFigures,
    ...Object.fromEntries(planFigures.map((p) => [p, facts.read(p)?.value ?? null])),
    ph: facts.figure('ph')?.value ?? null,
    temperature: facts.read('temperature')?.value ?? facts.free?.used.temperature ?? null,
  };
  const stock = stockNow(water.stock, facts.stockDeeds);
  const grams = stockGrams(stock);
  const deaths = deathsOf(facts);
  const co2 = carbonDioxide(facts);
  const clear = (p: 'alkalinity' | 'hardness' | 'nitrate') =>
    facts.bands(p).find((b) => b.status === 'clear');
  const zone = zoneOf(facts);
  const nitrate = stepsOf(facts.bands('nitrate'));
  return {
    at,
    zone,
    water: {
      kind: water.kind,
      liters: water.netLiters,
      animals: facts.animals,
      young: hasYoung(water),
      planted: isPlanted(water),
      hasFilter: hasFilter(water),
      cycling: water.cycling,
      lives: facts.lives,
      salted: facts.conditions.salted !== null,
      swings: facts.swings,
      sensitiveToNitrite: facts.conditions.soft || facts.animals.includes('trout') || hasYoung(water),
    },
    figures,
    temperatureAssumed: facts.read('temperature') === null,
    readAt: (p) => facts.read(p)?.takenAt ?? null,
    wasUrgent: wasUrgent(facts),
    isEstimate: (p) => facts.read(p)?.carried != null,
    isPast: (p) => isLost(facts, p),
    source: named && {
      id: named.water.id,
      name: named.water.name,
      ...readOfSource(named, at),
      litersAtHand: ofNamed?.litersAtHand ?? null,
      next: ofNamed?.next ?? null,
    },
    others: ready.filter((r) => r.sourceId !== named?.water.id || named === null),
    limits: {
      free: stepsOf(facts.bands('free-ammonia')),
      ammonia: stepsOf(facts.bands('ammonia')),
      nitrite: stepsOf(facts.bands('nitrite')),
      nitrate,
      alkalinityFrom: clear('alkalinity')?.from ?? 0,
      hardnessFrom: clear('hardness')?.from ?? 0,
      nitrateTarget: clear('nitrate')?.to ?? Infinity,
    },
    concerns: findings.map((f) => ({
      findingId: f.id,
      rule: f.rule,
      subject: f.subject,
      status: f.status,
      note: f.note,
      sure: f.sure,
      placeId: f.placeId,
      place: f.place,
      proposals: f.proposes,
    })),
    deeds: facts.deeds.filter((d) => at - d.at <= lately),
    signs: [...new Set(standingSigns(facts).map((s) => s.sign))],
    dying: deaths !== null && deaths.fish && deaths.most >= 2 && at - deaths.at <= day,
    muchCo2: co2 !== null && co2.best > muchCarbonDioxide,
    load: loadOf(facts, grams),
    nitrateRise: nitrateRise(facts),
    stockGrams: grams,
    claims: places.flatMap((f) =>
      vitalRows(f)
        .filter((r) => r.state === 'holds' && r.takenAt !== null)
        .map((r) => ({
          parameter: r.parameter,
          until: r.takenAt! + r.claim,
          placeId: f.place.name === '' ? null : f.place.id,
        })),
    ),
    putOff,
    afterwards: afterwardsOf(facts, given),
    volume: (liters) => {
      const amount = convert(liters, 'volume', 'L', water.units.volume);
      return `${Number(amount.toPrecision(amount >= 1000 ? 4 : 3))} ${water.units.volume}`;
    },
    words: (figure, value) => shownWords(water, figure, value),
    rough: (figure, value) => roughWords(water, figure, value),
    apart: (celsius) => degreesApart(celsius, displayUnit(water, 'temperature')),
    shown: (figure, value) => ({
      value: shownValue(water, figure, value),
      unit: figure === 'ph' ? '' : displayUnit(water, figure),
    }),
  };
}
