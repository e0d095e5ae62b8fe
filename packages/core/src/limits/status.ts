import { z } from 'zod';

/**
 * How a water or a figure stands, mildest first. `unread` is no judgment: nothing, or nothing that holds, was read. It
 * is worse than Clear, since Clear is a claim, and milder than whatever was seen to be wrong.
 */
const statuses = ['clear', 'unread', 'watch', 'act', 'urgent'] as const;
export const StatusSchema = z.enum(statuses);
export type Status = z.infer<typeof StatusSchema>;

/** The word of a figure. */
export const statusWord: Readonly<Record<Status, string>> = {
  clear: 'Clear',
  unread: 'Unread',
  watch: 'Watch',
  act: 'Act',
  urgent: 'Urgent',
};

/** The word of the lamp, which speaks for a whole water. */
export const lampWord: Readonly<Record<Status, string>> = { ...statusWord, unread: 'Cannot say' };

/** Rank for comparing: higher is worse. */
export const severity = (status: Status): number => statuses.indexOf(status);

export const worse = (a: Status, b: Status): Status => (severity(a) >= severity(b) ? a : b);
export const milder = (a: Status, b: Status): Status => (severity(a) <= severity(b) ? a : b);
