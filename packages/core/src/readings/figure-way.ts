import { z } from 'zod';

/** How a figure that was written down was read: what it can be off by hangs on that, not on its digits. */
export const figureWays = ['card', 'drops', 'meter', 'unknown'] as const;
export const FigureWaySchema = z.enum(figureWays, { error: 'Say how it was read.' });
export type FigureWay = z.infer<typeof FigureWaySchema>;

export const figureWayLabel: Readonly<Record<FigureWay, string>> = {
  card: 'On a color card, strip or wheel',
  drops: 'By drops, counted to a turn',
  meter: 'By a meter or a laboratory',
  unknown: 'I do not know',
};
