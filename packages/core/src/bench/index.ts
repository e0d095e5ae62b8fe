export * from './kept-reading';
export * from './run';
export * from './run-event';
export * from './tube';
