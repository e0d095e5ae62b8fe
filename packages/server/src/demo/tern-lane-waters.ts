import { type WaterDraft, WaterDraftSchema } from '@hedge-lamp/core/waters';
import type { SeededRandom } from '@hedge-lamp/core/quantity';

export interface TernLane {
  readonly mains: WaterDraft;
  readonly rain: WaterDraft;
  readonly ro: WaterDraft;
  readonly fern: WaterDraft;
  readonly pond: WaterDraft;
  readonly loop: WaterDraft;
  readonly cube: WaterDraft;
  readonly footbridge: WaterDraft;
}

/** The waters of Tern Lane Glasshouse, a made-up community glasshouse. */
export function ternLaneWaters(random: SeededRandom): TernLane {
  const water = (draft: Partial<WaterDraft> & Pick<WaterDraft, 'name' | 'kind'>) =>
    WaterDraftSchema.parse({ id: random.id(), ...draft });
  const mains = water({ name: 'Mains tap', kind: 'source', note: 'Run it for a minute before sampling.' });
  const rain = water({ name: 'Rain butt', kind: 'source' });
  const ro = water({ name: 'RO barrel', kind: 'source' });
  return {
    fern: water({
      name: 'Fern Window',
      kind: 'aquarium',
      netLiters: 180,
      volumeFrom: {
        vessel: { shape: 'box', length: 100, width: 45, depth: 46 },
        substrateDepth: 6,
        decorLiters: 10.8,
      },
      stockGroups: ['community-fish', 'shrimp', 'water-plants'],
      sourceWaterId: mains.id,
    }),
    pond: water({
      name: 'Bell Pond',
      kind: 'pond',
      netLiters: 3400,
      stockGroups: ['goldfish'],
      meanDepth: 1.1,
      roofWater: true,
      sourceWaterId: rain.id,
      note: 'Under the gutter of the long roof: heavy rain runs in.',
    }),
    loop: water({
      name: 'Long Bench loop',
      kind: 'aquaponics',
      netLiters: 2250,
      stockGroups: ['goldfish', 'leafy-greens'],
      samplingPoints: [
        { id: random.id(), name: 'Fish tank outlet' },
        { id: random.id(), name: 'After the beds' },
      ],
      sourceWaterId: mains.id,
    }),
    cube: water({
      name: 'Nursery cube',
      kind: 'aquarium',
      netLiters: 54,
      cycling: true,
      sourceWaterId: mains.id,
    }),
    mains,
    rain,
    ro,
    footbridge: water({
      name: 'Footbridge',
      kind: 'stream',
      samplingPoints: [
        { id: random.id(), name: 'Above the bridge' },
        { id: random.id(), name: 'Below the bridge' },
      ],
    }),
  };
}
