export * from './beam-scale';
export * from './guidance';
export * from './life-stage';
export * from './limit';
export * from './school';
export * from './status';
export * from './stock-group';
export * from './subject';
