import type { FactsGiven, Latest } from '@hedge-lamp/core/guidelines';
import type { Water } from '@hedge-lamp/core/waters';
import type { Database } from '../database/open-database';
import { listBottles } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { latestReadings, pastReadings, phPartnerOf, readingBefore } from '../readings/store';
import { listDeeds } from '../remedies/store';
import { listWaters } from '../waters/store';

const lately = 90 * 86_400_000;

/** Gathers what judgments are made from. What several waters share, such as a source, is fetched once. */
export function gatherer(database: Database, at: number): (water: Water) => FactsGiven {
  const book = methodBook(database);
  const kits = listBottles(database);
  const waters = new Map(listWaters(database).map((w) => [w.id, w]));
  const latest = new Map<string, Latest>();
  const latestOf = (id: string): Latest => {
    const there = latest.get(id);
    if (there) return there;
    const newest = latestReadings(database, id);
    const found = { ...newest, phPartner: phPartnerOf(database, newest.ph) };
    latest.set(id, found);
    return found;
  };
  return (water) => {
    const source = water.sourceWaterId === null ? undefined : waters.get(water.sourceWaterId);
    return {
      water,
      latest: latestOf(water.id),
      deeds: listDeeds(database, water.id, at - lately),
      at,
      book,
      kits,
      history: (parameter) => pastReadings(database, water.id, parameter),
      earlier: (...asked) => readingBefore(database, water.id, ...asked),
      source: source ? { water: source, latest: latestOf(source.id) } : null,
    };
  };
}
