export * from './deed';
export * from './water-change';
export * from './change-size';
