export * from './identifier';
export * from './instant';
export * from './problem';
export * from './route';
export * from './time-spans';
export * from './topic';
export * from './wire-interval';
export * from './zone-clock';
