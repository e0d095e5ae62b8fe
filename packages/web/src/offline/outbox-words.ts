import { type RunEvent, type Tube } from '@hedge-lamp/core/bench';
import type { Entry } from './outbox';

/** Said when something could not be sent: nothing is called kept before the server has answered that it is on disk. */
export const waitsWords = (says: string): string =>
  `${says}: on this device, not on disk yet. It is sent when the server can take it.`;

const eventLabel: Readonly<Record<RunEvent['type'], string>> = {
  added: 'a tube put beside the others',
  drop: 'a drop',
  'take-back': 'a drop taken back',
  'step-done': 'a step done',
  'step-back': 'a step back',
  'timer-started': 'a timer started',
  turned: 'the color turned',
  answered: 'an answer',
  matched: 'a color read',
  figure: 'a figure',
  doubt: 'a doubt',
  confirmed: 'a reading kept',
  'set-aside': 'a tube set aside',
  'taken-up': 'a tube taken up again',
};

/**
 * What an entry is, in words.
 * @param tubeOf finds the tube of a test, where its run is known on this device
 */
export function entryWords({ thing }: Entry, tubeOf: (testId: string) => Tube | undefined): string {
  switch (thing.what) {
    case 'run':
      return 'The start of a run';
    case 'request':
      return thing.request.says;
    case 'photo':
      return 'A photograph of a tube';
    case 'event': {
      const { event } = thing;
      const name = tubeOf(event.testId)?.method.name ?? 'A tube on the bench';
      const what =
        event.type === 'figure' ? `the figure ${event.text} ${event.unit}` : eventLabel[event.type];
      return `${name}: ${what}`;
    }
  }
}
