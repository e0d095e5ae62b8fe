import { type CycleLog, gatherLog, slowedBy, toDo, tooUncertain } from '@hedge-lamp/core/cycle';
import { UnitChoiceSchema, usualUnits } from '@hedge-lamp/core/waters';
import { day, madeLog, madeReading, madeStart, startedAt } from './made-log';

const units = UnitChoiceSchema.parse({ temperature: '°F', alkalinity: 'mg/L CaCO3' });
const as = (log: CycleLog): CycleLog => ({ ...log, units });
const poor = madeLog(
  13,
  {
    ammonia: [
      [8, '2 (1.5–3)'],
      [13, '2 (1.5–3)'],
    ],
    alkalinity: [[13, '1 (0–1)']],
  },
  [
    { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 },
    { day: 2, did: 'warm', celsius: 16 },
  ],
);
const now = startedAt + 13 * day;
const given = (log: CycleLog) => ({
  start: madeStart(),
  log,
  stage: 'ammonia-falling' as const,
  stall: null,
  challenge: null,
  deeds: [],
  liters: 100,
  now,
  readyNow: null,
  mayHoldAnimals: false,
  khRunsOut: 0.9,
});
const ready = { ready: { early: 30, middle: 40, late: 50, atAll: 0.9 } };
const told = (log: CycleLog): string[] => [
  ...slowedBy(log, [], now).flatMap((c) => [c.what, c.cure]),
  ...toDo(given(log)).flatMap((t) => [t.says, t.why, t.deed?.detail ?? '']),
  tooUncertain(log, ready)!.says,
];

describe('what a cycle says is in the units of its keeper', () => {
  it('of KH and of warmth, with no other beside', () => {
    const [usual, theirs] = [told(poor).join('\n'), told(as(poor)).join('\n')];
    expect(usual).toMatch(/for 3 °dKH/);
    expect(usual).toMatch(/has 16 °C: at 18 °C a film/);
    // 1 °dKH is 17.85 mg/L as CaCO3: 3 are 53.5, shown as 54; 0.4 are 7.1. 16 °C are 60.8 °F.
    expect(theirs).toMatch(/for 54 mg\/L CaCO3/);
    expect(theirs).toMatch(/7\.1 mg\/L CaCO3 with each mg of nitrogen/);
    expect(theirs).toMatch(/has 60.8 °F: at 64 °F a film/);
    expect(theirs).not.toMatch(/°C|°dKH/);
    expect(usual).not.toMatch(/°F|CaCO3/);
  });
  it('where the water was gathered with its units', () => {
    const of = (u: typeof units) =>
      gatherLog({
        water: { netLiters: 100, stockGroups: [], kind: 'aquarium', units: u },
        start: madeStart(),
        readings: [madeReading('ammonia', 1, '2')],
        deeds: [],
        source: {},
        now,
      });
    expect(of(units).assumed.join(' ')).toContain('68 °F to 82 °F is taken');
    expect(of(units).log.units).toEqual(units);
    expect(of(usualUnits).assumed.join(' ')).toContain('20 °C to 28 °C is taken');
  });
});
