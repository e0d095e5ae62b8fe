import { day } from '@hedge-lamp/core/wire';
import type { FactsGiven, Latest, PlaceGiven, SourceGiven } from '@hedge-lamp/core/guidelines';
import { type CycleStart, wayInfo } from '@hedge-lamp/core/cycle';
import type { Water } from '@hedge-lamp/core/waters';
import { newestStarts } from '../cycle/store';
import type { Database } from '../database/open-database';
import { listBottles } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import {
  latestReadings,
  latestReadingsAt,
  pastReadings,
  phPartnerOf,
  readingBefore,
} from '../readings/for-judging';
import { listDeeds, stockDeeds } from '../remedies/store';
import { listWaters } from '../waters/store';

const lately = 90 * day;

/** Gathers what judgments are made from. What several waters share, such as a source, is fetched once. */
export function gatherer(database: Database, at: number): (water: Water) => FactsGiven {
  const book = methodBook(database);
  const kits = listBottles(database);
  const waters = new Map(listWaters(database).map((w) => [w.id, w]));
  const starts = newestStarts(database);
  const latest = new Map<string, Latest>();
  const withPartner = (newest: Latest): Latest => ({
    ...newest,
    phPartner: phPartnerOf(database, newest.ph, book),
  });
  const latestOf = (id: string): Latest => {
    const there = latest.get(id);
    if (there) return there;
    const found = withPartner(latestReadings(database, id));
    latest.set(id, found);
    return found;
  };
  const placesOf = ({ id, samplingPoints }: Water): PlaceGiven[] =>
    [...samplingPoints.map((p) => p.id), null].map((place) => ({
      id: place,
      latest: withPartner(latestReadingsAt(database, id, place)),
    }));
  const sources = new Map<string, SourceGiven | null>();
  const sourceOf = (id: string): SourceGiven | null => {
    const there = sources.get(id);
    if (there !== undefined) return there;
    const source = waters.get(id);
    // A test that told nothing does not make what a tap showed before unknown.
    const found = source
      ? { water: source, latest: withPartner(latestReadings(database, id, { onlyWithValue: true })) }
      : null;
    sources.set(id, found);
    return found;
  };
  return (water) => {
    const several = water.samplingPoints.length > 0;
    const start = startOf(starts.get(water.id)) ?? null;
    const fishless = start !== null && start.fishless && start.live;
    return {
      water,
      latest: latestOf(water.id),
      ...(several ? { places: placesOf(water) } : {}),
      deeds: listDeeds(database, water.id, at - lately),
      ...(water.stock.length > 0 || water.livesHere === 'nobody' || fishless
        ? { stockDeeds: stockDeeds(database, water, fishless ? start.startedAt : null) }
        : {}),
      at,
      book,
      kits,
      history: (parameter) => pastReadings(database, water.id, parameter, several),
      earlier: (...asked) => readingBefore(database, water.id, ...asked),
      source: water.sourceWaterId === null ? null : sourceOf(water.sourceWaterId),
      sourceOf,
      start,
    };
  };
}

/** What the newest start of a filter says of who lives there; null where there is none, or it was given up. */
function startOf(start: CycleStart | undefined): FactsGiven['start'] {
  if (!start || start.outcome === 'given-up') return null;
  return {
    fishless: wayInfo[start.way].feeding !== 'fish',
    live: start.endedAt === null,
    readyAt: start.outcome === 'ready' ? start.endedAt : null,
    startedAt: start.startedAt,
  };
}
