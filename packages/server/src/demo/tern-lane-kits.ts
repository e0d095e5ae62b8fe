import { day } from '@hedge-lamp/core/wire';
import { type KitDraft, KitDraftSchema, methodOf } from '@hedge-lamp/core/methods';

const hazel = '5a1d0c0e-0000-4000-8000-000000000001';
const alder = '5a1d0c0e-0000-4000-8000-000000000002';

/** Which made-up box a method of the demo is in. */
const boxes: Readonly<Record<string, string>> = {
  'ammonia-salicylate-two-bottles': hazel,
  'nitrite-one-bottle': hazel,
  'nitrate-two-bottles': hazel,
  'kh-drops': alder,
  'gh-drops': alder,
};

export const kitOf = (methodId: string): string | null => boxes[methodId] ?? null;

/** The two boxes of Tern Lane: one in good order, one with a bottle that stood in the sun. All invented. */
export function ternLaneKits(now: number): KitDraft[] {
  const date = (daysAhead: number) => new Date(now + daysAhead * day).toISOString().slice(0, 10);
  const box = (
    id: string,
    name: string,
    price: number,
    left: Record<string, [perBox: number, counted: number]>,
  ) =>
    KitDraftSchema.parse({
      id,
      name,
      price,
      currency: 'EUR',
      countedAt: now - 60 * day,
      tests: Object.entries(left).map(([methodId, [perBox, counted]]) => ({ methodId, perBox, counted })),
      bottles: Object.keys(left).flatMap((methodId) =>
        methodOf(methodId).bottles.map((bottle, k) => ({
          methodId,
          bottleId: bottle.id,
          lot: `T${(methodId.length * 37 + k * 11) % 900}`,
          openedOn: date(-150),
          expiresOn: methodId === 'gh-drops' ? date(20) : date(400),
          marks: methodId === 'gh-drops' ? ['left-in-heat'] : [],
        })),
      ),
    });
  return [
    box(hazel, 'Hazel box', 38, {
      'ammonia-salicylate-two-bottles': [130, 96],
      'nitrite-one-bottle': [180, 140],
      'nitrate-two-bottles': [80, 50],
    }),
    box(alder, 'Alder box', 16.5, { 'kh-drops': [100, 62], 'gh-drops': [60, 12] }),
  ];
}
