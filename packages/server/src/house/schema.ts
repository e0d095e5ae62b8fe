/** All tables, for the migration generator and for typed queries. */
export { ownCardsTable, photosTable } from '../color/table';
export { cycleStartsTable, forecastsTable } from '../cycle/table';
export { deedsTable, plansPutOffTable } from '../remedies/table';
export { kitUsesTable, kitsTable, methodsTable } from '../methods/table';
export { ownParametersTable } from '../parameters/table';
export { readingVersionsTable, readingsTable } from '../readings/table';
export { runEventsTable, runsTable } from '../bench/table';
export { watersTable } from '../waters/table';
export { madeAsTable } from '../database/made-as-table';
export { marksTable } from '../database/marks-table';
