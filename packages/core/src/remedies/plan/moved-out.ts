import { hour, minute } from '../../wire';
import type { PlanLine } from './action';
import { testAmmonia } from './ammonia-steps';
import { morningAfter, rounded } from './clock';
import { type Context, type Section } from './context';
import { unfedPerGram } from './given';
import { line } from './line';

/** Under this part of the tank the water at hand is for the animals, not for the tank. Common practice. */
const littleWater = 0.2;

/** Little fit water: the animals go into it, since it would not thin the tank. */
export function movedOut(context: Context): Section | null {
  const { given, emergency, picture } = context;
  const { liters, animals } = given.water;
  if (!emergency || liters === null || !picture) return null;
  const told = [...(given.source ? [given.source] : []), ...given.others];
  // Water that runs as wanted is not little.
  if (told.length === 0 || told.some((s) => s.litersAtHand === null)) return null;
  const ready = told.reduce((sum, s) => sum + (s.litersAtHand ?? 0), 0);
  if (ready <= 0 || ready >= littleWater * liters) return null;
  const next = told.find((s) => s.next !== null)?.next ?? null;
  const { at } = given;
  const grams = given.stockGrams;
  const who =
    animals.some((g) => !['shrimp', 'crystal-shrimp', 'snails'].includes(g)) || animals.length === 0
      ? 'fish'
      : 'animals';
  const made = (hours: number) => {
    const of = (perGram: number) => (grams! * perGram * hours) / 24 / ready;
    return { low: of(unfedPerGram.low), best: of(unfedPerGram.best), high: of(unfedPerGram.high) };
  };
  const serves = context.servedBy('ammonia', 'free-ammonia', 'nitrite');
  const lines: PlanLine[] = [
    line({
      kind: 'move-out',
      at: rounded(at + 5 * minute),
      says: `Move the ${who} into the ${given.volume(ready)}: air stone, lid, dim light, no food.`,
      details: [
        `Temperature within ${given.apart(2)} of the tank. This much water helps the animals; in the tank it would not.`,
        ...(grams === null
          ? ['Tell their weight in the form of this water: then the plan says how fast ammonia rises there.']
          : [
              `Ammonia there: ${given.words('ammonia', made(4))} after 4 hours, ${given.words('ammonia', made(12))} after 12.`,
              ...(grams / ready > 10
                ? ['That is over 10 g a liter: too dense for a day, even with air.']
                : []),
            ]),
      ],
      serves,
    }),
    line({
      kind: 'test',
      nth: 'tub',
      subjects: ['ammonia'],
      at: at + 4 * hour,
      says: 'Test ammonia in that tub, and every 4 hours.',
      serves,
    }),
  ];
  const renewAt = next?.at ?? at + 6 * hour;
  lines.push(
    line({
      kind: 'change',
      nth: 'tub',
      at: renewAt,
      says: `Renew half of that tub, ${given.volume(ready / 2)}, as the next water is ready.`,
      details: next
        ? [`Of the next ${given.volume(next.liters)}; the rest is for the tank.`]
        : ['Tell when the next water is ready.'],
      serves,
      writes: [
        { kind: 'other', detail: `Renewed half of the tub, ${given.volume(ready / 2)}`, amount: null },
      ],
    }),
    line({
      kind: 'change',
      nth: 'tank-later',
      at: renewAt,
      says: 'Change the tank by halves as water is ready; keep its filter running.',
      details: [
        `Move them back once free ammonia is at or under ${given.rough('free-ammonia', given.limits.free.watch)}: drip tank water in over an hour.`,
      ],
      serves,
      writes: [],
    }),
    testAmmonia(
      context,
      morningAfter(renewAt, given.zone),
      'morning',
      'Test ammonia and pH in tub and tank.',
    ),
  );
  return {
    lines,
    cannot: [
      `${given.volume(ready)} in ${given.volume(liters)} thins next to nothing: the tank must wait for more water.`,
    ],
  };
}
