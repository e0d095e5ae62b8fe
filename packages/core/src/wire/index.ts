export * from './identifier';
export * from './instant';
export * from './wire-interval';
