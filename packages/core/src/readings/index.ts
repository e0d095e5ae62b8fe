export * from './doubt';
export * from './entered';
export * from './free-ammonia';
export * from './interpret';
export * from './parameter';
export * from './reading';
export * from './workings';
