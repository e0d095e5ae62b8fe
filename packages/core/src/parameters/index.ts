export * from './column-height';
export * from './known-parameters';
export * from './own-parameter';
export * from './parameter';
export * from './parameter-id';
export * from './registry';
export * from './way-to-read';
export * from './written-as';
