import { dated } from '../clock/dated';
import {
  type Kit,
  type KitDraft,
  type KitTestState,
  bottleMarkInfo,
  paceDays,
} from '@hedge-lamp/core/methods';
import type { Workings } from '@hedge-lamp/core/quantity';
import { isSameYear } from 'date-fns';
import { withDates } from '../clock/words';

/** "0.38 EUR"; a dash word where it is not known. */
export const costWords = (cost: number | null, currency: string): string =>
  cost === null ? 'price not noted' : `${cost.toFixed(2)} ${currency}`.trim();

export const dayOf = (instant: number, now: number): string =>
  instant <= now ? 'now' : dated(instant, isSameYear(instant, now) ? 'd MMM' : 'd MMM yyyy');

/** How the tests left, the day they run out, and the cost of one were worked out. */
export function testWorkings(kit: Kit, state: KitTestState, name: string, now: number): Workings {
  const test = kit.tests.find((t) => t.methodId === state.methodId)!;
  const boxes = kit.tests.reduce((sum, t) => sum + (t.perBox ?? 0), 0);
  const cost = costWords(state.costPerTest, kit.currency);
  return {
    title: `${name}, ${kit.name}`,
    result: state.left === null ? 'Not counted' : `${state.left} tests left`,
    formula:
      'left = counted − used since; runs out = now + left ÷ tests a day; one test = price ÷ all tests of the box',
    substituted:
      test.counted === null
        ? 'Count what is left once, and it is counted down from there.'
        : `${test.counted} − ${state.usedSinceCount} = ${state.left} tests`,
    inputs: [
      {
        label: 'Counted',
        value:
          test.counted === null ? 'never' : `${test.counted} tests on ${dated(kit.countedAt, 'd MMM yyyy')}`,
      },
      {
        label: 'Used since',
        value: `${state.usedSinceCount} tests`,
        note: 'Every tube that reagent went into, also one that was set aside.',
      },
      {
        label: 'Pace',
        value: state.perDay === null ? 'not known yet' : `${state.perDay.toFixed(2)} tests a day`,
        note: `Of the last ${paceDays} days; two uses at least.`,
      },
      {
        label: 'Price',
        value:
          kit.price === null ? 'not noted' : `${kit.price} ${kit.currency} for ${boxes} tests: ${cost} each`,
      },
    ],
    sources: ['Counting and sharing the price evenly: Hedge Lamp’s own'],
    caveats: [
      ...(state.runsOutAt === null ? [] : [`At this pace it runs out on ${dayOf(state.runsOutAt, now)}.`]),
      'Drops differ, and bottles hold a little more or less: count again now and then.',
    ],
  };
}

/**
 * A kit as facts in words, to lay two versions beside each other.
 * @param leftOf tests left now, by method
 * @param names how methods and their bottles are called
 */
export function kitFacts(
  kit: KitDraft,
  leftOf: (methodId: string) => number | null,
  names: { method: (id: string) => string; bottle: (methodId: string, bottleId: string) => string },
): Record<string, string> {
  const count = (n: number | null) => (n === null ? '' : `${n} tests`);
  return {
    Name: kit.name,
    Price: kit.price === null ? '' : `${kit.price} ${kit.currency}`.trim(),
    Note: kit.note,
    ...Object.fromEntries(
      kit.tests.flatMap(({ methodId, perBox }) => [
        [`${names.method(methodId)}: full box`, count(perBox)],
        [`${names.method(methodId)}: left now`, count(leftOf(methodId))],
      ]),
    ),
    ...Object.fromEntries(
      kit.bottles.map((b) => [
        `${names.method(b.methodId)}: ${names.bottle(b.methodId, b.bottleId)}`,
        [
          b.openedOn && `opened ${withDates(b.openedOn)}`,
          b.expiresOn && `good until ${withDates(b.expiresOn)}`,
          b.lot && `lot ${b.lot}`,
          ...b.marks.map((m) => bottleMarkInfo[m].label.toLowerCase()),
        ]
          .filter(Boolean)
          .join(', '),
      ]),
    ),
  };
}
