/** Areas of the core as one module; what it exports is checked where it is written. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export function bundledCore(...areas: string[]): Promise<any>;
