export * from './identifier';
export * from './instant';
export * from './wire-interval';
export * from './time-spans';
export * from './zone-clock';
