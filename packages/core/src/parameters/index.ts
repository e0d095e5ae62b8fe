export * from './parameter';
