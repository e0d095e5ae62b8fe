export * from './deed';
export * from './water-change';
