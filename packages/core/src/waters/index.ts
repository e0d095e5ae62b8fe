export * from './stock-entry';
export * from './tank-volume';
export * from './water';
export * from './unit-choice';
export * from './routes';
