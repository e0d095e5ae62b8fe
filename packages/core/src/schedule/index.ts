export * from './due';
export * from './due-test';
