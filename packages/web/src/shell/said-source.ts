/**
 * A source as a reader is told it. In the code a value that was not looked up again says "from memory"; whoever reads it
 * there wants to know what that means for the figure.
 * @example
 * saidSource('EIFAC 1984 (from memory)') // 'EIFAC 1984 (not looked up again)'
 */
export const saidSource = (source: string): string => source.replaceAll('from memory', 'not looked up again');
