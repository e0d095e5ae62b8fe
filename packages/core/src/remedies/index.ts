export * from './absurd-dose';
export * from './deed';
export * from './deed-amount';
export * from './water-change';
export * from './sign-id';
export * from './stock-count';
export * from './plan';
export * from './who-lives-there';
