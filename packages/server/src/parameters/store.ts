import { type OwnParameter, knowOwnParameters, sameMeaning } from '@hedge-lamp/core/parameters';
import { sql } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { versionedDocuments } from '../database/versioned-documents';
import { refused } from '../wire/problem';
import { ownParametersTable } from './table';

export const parameterDocuments = versionedDocuments(ownParametersTable, 'parameter');

/** Makes the keeper's own parameters of this file known to all that computes. */
export const learnParameters = (database: Queries): void =>
  knowOwnParameters(parameterDocuments.list(database));

/**
 * Keeps a parameter as its next version.
 * @throws ProblemError where readings stand in another unit
 */
export function saveParameter(database: Queries, parameter: OwnParameter, now: number) {
  const kept = parameterDocuments.save(database, parameter, now, (newest, within) => {
    if (sameMeaning(newest, parameter)) return;
    const readings = within.get<{ readings: number }>(
      sql`select count(*) as readings from readings where parameter = ${parameter.id}`,
    )?.readings;
    if (readings)
      throw refused(
        'unit',
        `${readings === 1 ? 'One reading stands' : `${readings} readings stand`} in ${newest.unit}: the unit stays. For another unit add another parameter.`,
      );
  });
  learnParameters(database);
  return kept;
}

/** Puts a parameter away or brings it back; its readings stay, and still know their unit. */
export function markParameter(database: Queries, id: string, deletedAt: number | null) {
  const kept = parameterDocuments.mark(database, id, deletedAt);
  learnParameters(database);
  return kept;
}
