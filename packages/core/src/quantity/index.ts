export * from './atomic-weights';
export * from './field-error';
export * from './format-interval';
export * from './interval';
export * from './parse-figure';
export * from './units';
