export * from './stock-group';
export * from './tank-volume';
export * from './water';
