export * from './stock-entry';
export * from './stock-group';
export * from './who-lives-there';
export * from './tank-volume';
export * from './water';
