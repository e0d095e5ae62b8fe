export * from './action';
export * from './caps';
export * from './given';
export * from './proposal';
export { planOf, excludes } from './resolve';
