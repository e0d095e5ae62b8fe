export * from './unionized-ammonia';
