export * from './backup-manifest';
export * from './backup-rotation';
export * from './backup-standing';
export * from './backup-words';
export * from './backups-told';
export * from './help-sheet';
export * from './sheet-markdown';
export * from './routes';
