import { type Topic, type TopicCounts, topics } from './topic';

/** Stands beside every answer of the server, so that whoever wrote knows at once what is no longer current. */
export const writtenHeader = 'hedge-lamp-written';

/** How often each topic was written since one start of the server. */
export interface WrittenSoFar {
  /** Another one after each start of the server, when the counts begin anew. */
  readonly boot: string;
  readonly topics: Partial<TopicCounts>;
}

/**
 * As it stands beside an answer. Topics are named, so that versions that know other topics understand each other.
 * @example writeWritten({ boot: 'b7', topics: { waters: 0, readings: 3 } }) // 'b7 readings=3'
 */
export const writeWritten = ({ boot, topics: counts }: WrittenSoFar): string =>
  [boot, ...topics.filter((t) => counts[t]).map((t) => `${t}=${counts[t]}`)].join(' ');

/**
 * Reads it; null where nothing sound stands there, as beside the answer of an older server.
 * @example readWritten('b7 readings=3') // { boot: 'b7', topics: { readings: 3 } }
 */
export function readWritten(text: string | null): WrittenSoFar | null {
  const [boot, ...pairs] = (text ?? '').split(' ');
  if (!boot) return null;
  const read = pairs.map((pair) => pair.split('='));
  if (read.some(([, count]) => !/^\d{1,15}$/.test(count ?? ''))) return null;
  const known = new Set<string>(topics);
  const counts = read.filter(([name]) => known.has(name!)).map(([name, count]) => [name, Number(count)]);
  return { boot, topics: Object.fromEntries(counts) as Partial<Record<Topic, number>> };
}
