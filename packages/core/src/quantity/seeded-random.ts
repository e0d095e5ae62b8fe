/** A small repeatable generator (mulberry32, public domain): the same seed gives the same everywhere. */
export interface SeededRandom {
  /** Uniform in 0 to 1. */
  next(): number;
  /** About normal: mean 0, the given standard deviation. */
  spread(deviation: number): number;
  /** An identifier in the shape of a random UUID. */
  id(): string;
}

export function seededRandom(seed: number): SeededRandom {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(next() * 16).toString(16)).join('');
  return {
    next,
    // The sum of twelve uniforms less six is near enough to normal for made-up noise.
    spread: (deviation) => deviation * (Array.from({ length: 12 }, next).reduce((a, b) => a + b, 0) - 6),
    id: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  };
}
