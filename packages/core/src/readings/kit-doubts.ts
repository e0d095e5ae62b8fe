import { type BottleState, type Kit, bottleState } from '../methods';
import type { DoubtId } from './doubt';

/** What the state of a bottle lays on whatever is read with it. */
const bottleDoubts = ({ expired, marked }: BottleState): DoubtId[] => [
  ...(expired ? (['old-bottle'] as const) : []),
  ...(marked ? (['marked-bottle'] as const) : []),
];

/**
 * The doubts that the bottles of a kit lay on a test before it begins.
 * @param today "2026-11-25", by the keeper's calendar
 */
export const kitDoubts = (kit: Pick<Kit, 'bottles'>, methodId: string, today: string): DoubtId[] => [
  ...new Set(
    kit.bottles.filter((b) => b.methodId === methodId).flatMap((b) => bottleDoubts(bottleState(b, today))),
  ),
];
