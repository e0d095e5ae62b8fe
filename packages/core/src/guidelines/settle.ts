import { type MethodBook, isDilutable, isSizable } from '../methods';
import { type Interval, FieldError, fromWire, interval } from '../quantity';
import { type Reading, bleachDilution, interpret, worthRepeating } from '../readings';
import { judge } from './judge';
import type { Band } from '../limits/limit';
import { midSentence } from '../parameters';

/** A test that would narrow a figure. */
export interface Narrowing {
  readonly label: string;
  /** What it costs: 0 no reagent, 1 one test, 2 one test and some trouble, 5 something to buy. Hedge Lamp's own. */
  readonly cost: number;
  /** The figure after it, if it reads as the best guess has it. */
  readonly narrowed: Interval;
  /** True where what it reads cannot be guessed, but it is sure to tell more. */
  readonly opensUp?: boolean;
}

/** A stretch around the best guess, a part as wide each way. */
const around = ({ low, best, high }: Interval, share: number): Interval =>
  interval(best - (best - low) * share, best, best + (high - best) * share);

/** The cheapest ways to know a measured figure better. */
export function measuredNarrowings(reading: Reading, book: MethodBook): Narrowing[] {
  if (!reading.value) return [];
  const value = fromWire(reading.value);
  const method = reading.methodId === null ? undefined : book.find(reading.methodId, reading.methodVersion);
  const found: Narrowing[] = [];
  const kind = method?.result.by;
  // A color that flashed is far over its card: the same again would read the same nothing.
  if (reading.doubts.includes('flashed')) {
    found.push({
      label: `A test diluted ${bleachDilution} times`,
      cost: 1,
      narrowed: value,
      opensUp: true,
    });
    return found;
  }
  if (worthRepeating(reading.doubts).length > 0)
    try {
      const plain = interpret({ ...reading, doubts: [] }, book).value;
      if (plain) found.push({ label: 'The same test again, without its doubts', cost: 1, narrowed: plain });
    } catch (error) {
      // A method or card that is gone: what a repeat would give cannot be said.
      if (!(error instanceof FieldError)) throw error;
    }
  if (value.high === Infinity) {
    if (reading.parameter === 'ph')
      found.push({ label: 'The high-range test', cost: 1, narrowed: value, opensUp: true });
    else
      found.push({
        label: 'A test of the sample diluted with distilled water',
        cost: method && !isDilutable(method) ? 3 : 2,
        narrowed: value,
        opensUp: true,
      });
    return found;
  }
  if (value.low === -Infinity)
    return [...found, { label: 'The low-range test', cost: 1, narrowed: value, opensUp: true }];
  if (method && kind === 'titration' && isSizable(method))
    found.push({
      label: 'The same test with twice the sample, where each drop counts half',
      cost: 1,
      narrowed: around(value, 0.5),
    });
  if (kind === 'strip')
    found.push({ label: 'A drop test instead of the strip', cost: 1, narrowed: around(value, 0.3) });
  if (reading.parameter === 'temperature')
    found.push({ label: 'A second thermometer', cost: 0, narrowed: around(value, 0.5) });
  else if (kind !== 'titration')
    found.push({ label: 'A second test from a new sample', cost: 1.5, narrowed: around(value, 0.7) });
  if (reading.parameter === 'ph' && kind !== 'meter')
    found.push({ label: 'A calibrated pen', cost: 5, narrowed: around(value, 0.3) });
  else if (kind === 'card' || kind === 'wheel')
    found.push({ label: 'Another kit with finer steps', cost: 5, narrowed: around(value, 0.4) });
  return found;
}

/** From here on it is something to buy, not a test to run. */
const toBuy = 5;

/**
 * Names the cheapest test that settles a verdict by itself; where none does, the one to start with. Where only a thing
 * to buy would, the cheapest test at hand is named before it.
 * @param bands that the figure is judged by
 */
export function settledBy(bands: readonly Band[], narrowings: readonly Narrowing[]): string {
  const cheapest = [...narrowings].sort((a, b) => a.cost - b.cost);
  const enough = cheapest.find(({ narrowed, opensUp }) => opensUp || judge(narrowed, bands).sure);
  const width = ({ narrowed }: Narrowing) => narrowed.high - narrowed.low;
  const [most] = cheapest.filter((n) => n.cost < toBuy).sort((a, b) => width(a) - width(b));
  if (enough && enough.cost >= toBuy && most)
    return `${most.label} may settle it; ${midSentence(enough.label)} would.`;
  if (enough) return `${enough.label} would settle it.`;
  return `No single test settles it. Start with ${most ? midSentence(most.label) : 'a repeat'}.`;
}
