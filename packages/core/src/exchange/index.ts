export * from './help-sheet';
export * from './sheet-markdown';
