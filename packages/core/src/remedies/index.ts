export * from './deed';
