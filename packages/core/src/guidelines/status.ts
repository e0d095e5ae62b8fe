import { z } from 'zod';

/** How a water or a figure stands, mildest first. `unread` is no judgment: nothing, or nothing recent, was read. */
export const statuses = ['unread', 'clear', 'watch', 'act', 'urgent'] as const;
export const StatusSchema = z.enum(statuses);
export type Status = z.infer<typeof StatusSchema>;

export const statusWord: Readonly<Record<Status, string>> = {
  unread: 'Unread',
  clear: 'Clear',
  watch: 'Watch',
  act: 'Act',
  urgent: 'Urgent',
};

/** Rank for comparing: higher is worse. */
export const severity = (status: Status): number => statuses.indexOf(status);

export const worse = (a: Status, b: Status): Status => (severity(a) >= severity(b) ? a : b);
export const milder = (a: Status, b: Status): Status => (severity(a) <= severity(b) ? a : b);
