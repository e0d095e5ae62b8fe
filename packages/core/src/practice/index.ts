export * from './seeded-random';
