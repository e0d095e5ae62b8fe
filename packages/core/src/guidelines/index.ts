export * from './advice';
export * from './finding';
export * from './judge';
export * from './limit';
export * from './shipped-limits';
export * from './status';
export * from './subject';
export * from './today';
