import { changeLimits } from '@hedge-lamp/core/cycle';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';
import { waterId } from './made-log';

const water = (stockGroups: string[], own: object[] = []) => ({
  ...WaterDraftSchema.parse({
    id: waterId,
    name: 'Tank',
    kind: 'aquarium',
    netLiters: 100,
    cycling: true,
    stockGroups,
    guidance: { own },
  }),
  version: 1,
  livesToldAt: null,
  createdAt: 0,
  updatedAt: 0,
  deletedAt: null,
});

describe('when water is changed while a filter grows in', () => {
  it('is never asked where no animals live', () => {
    expect(changeLimits(water([]))).toBeNull();
    expect(changeLimits(water(['water-plants']))).toBeNull();
  });
  it('is where the limits of the water say that one must act, a third of it', () => {
    const limits = changeLimits(water(['community-fish']))!;
    expect(limits.freeAmmonia).toBeGreaterThan(0.005);
    expect(limits.freeAmmonia).toBeLessThan(0.06);
    expect(limits.nitrite).toBeGreaterThan(0.02);
    expect(limits.nitrite).toBeLessThan(1);
    expect(limits.part).toBeCloseTo(1 / 3, 2);
  });
  it('follows a limit of the keeper’s own', () => {
    const own = {
      subject: 'nitrite',
      unit: 'mg/L NO2',
      target: { from: null, to: 0.1 },
      watch: { below: null, above: 0.1 },
      act: { below: null, above: 3.2845 },
      urgent: {},
      source: 'mine',
    };
    expect(changeLimits(water(['community-fish'], [own]))!.nitrite).toBeCloseTo(1, 3);
  });
});
