import { hour } from '@hedge-lamp/core/wire';
import { type Lamp, type Standing } from '@hedge-lamp/core/guidelines';
import { lampWord } from '@hedge-lamp/core/limits';

/** How long a Clear that was told by the server may be shown without asking it again: claims run out by the day. */
const clearLasts = 12 * hour;

/**
 * Why what the server said of a water may no longer be taken for what is so: in a sentence, or null where it may.
 * @param unsent true where something of this water lies on this device and could not be sent
 * @param clocksAgree false where the clocks of server and device are apart, or that of the server cannot be right
 */
export function whyStale(
  { at }: Pick<Standing, 'at'>,
  now: number,
  unsent = false,
  clocksAgree = true,
): string | null {
  if (!clocksAgree) return 'The clocks differ, so nobody knows how old a test is.';
  if (unsent) return 'Something noted on this device is not sent yet.';
  return now - at > clearLasts ? 'The server was not asked lately.' : null;
}

/**
 * A lamp as it may be shown now. What was bad stays bad; Clear is a claim of the moment, and ends where the server was
 * not asked for long, or where this device knows of a test that the server does not.
 * @param unsent true where something of this water lies on this device and could not be sent
 * @param clocksAgree false where the clocks of server and device are apart, or that of the server cannot be right
 */
export function lampNow(
  { lamp, at }: Pick<Standing, 'lamp' | 'at'>,
  now: number,
  unsent = false,
  clocksAgree = true,
): Lamp {
  if (lamp.status !== 'clear') return lamp;
  const sentence = whyStale({ at }, now, unsent, clocksAgree);
  return sentence === null ? lamp : { ...lamp, status: 'unread', word: lampWord.unread, sentence };
}
