export * from './method';
export * from './shipped';
export * from './titration-interval';
export * from './dilution';
