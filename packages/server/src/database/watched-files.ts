import { statSync } from 'node:fs';

const markOf = (path: string): string => {
  try {
    const { dev, ino } = statSync(path);
    return `${dev} ${ino}`;
  } catch {
    return 'gone';
  }
};

/**
 * Tells whether files are still those that were opened. What is written to a file that was deleted or replaced under a
 * running server is on no disk that anybody finds again.
 */
export function watchFiles(paths: readonly string[]): () => boolean {
  const then = paths.map(markOf);
  return () => paths.every((path, k) => markOf(path) === then[k]);
}
