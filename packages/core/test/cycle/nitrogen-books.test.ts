import { nitrogenBooks } from '@hedge-lamp/core/cycle';
import { type Reads, madeDeed, madeLog, startedAt } from './made-log';

const dose = (onDay: number) =>
  madeDeed('ammonia-dose', onDay, { by: 'rise', text: '2', unit: 'mg/L NH3-N' });
const clean = { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null };
const event = (day: number) => ({ day, did: 'dose' as const, nitrogen: 2, alkalinity: 0 });
const start: Reads = {
  ammonia: [[0, '0 (0–0.1)']],
  nitrite: [[0, '0 (0–0.1)']],
  nitrate: [[0, '4.43 (3–6)']],
};
const books = (end: Reads, deeds = [dose(0.5), dose(10)], source = clean) => {
  const reads = Object.fromEntries(
    (['ammonia', 'nitrite', 'nitrate'] as const).map((of) => [of, [...start[of]!, ...(end[of] ?? [])]]),
  );
  return nitrogenBooks({
    log: madeLog(20, reads, [event(0.5), event(10)]),
    deeds,
    liters: 100,
    source,
    startedAt,
  });
};

describe('the nitrogen books', () => {
  it('balance where what was dosed is found again: 1 + 4 = 0 + 1 + 4 mg/L N', () => {
    const { value } = books({
      ammonia: [[20, '0 (0–0.1)']],
      nitrite: [[20, '3.28 (3–3.6)']],
      nitrate: [[20, '17.7 (16–20)']],
    });
    expect(value.verdict).toBe('balanced');
    expect(value.difference.best).toBeCloseTo(0, 1);
    expect(value.cameIn.find((r) => r.label === 'Ammonia dosed')!.amount.best).toBe(4);
  });
  it('miss what a kit that reports nitrogen hides, and name the basis first', () => {
    const { value } = books({
      ammonia: [[20, '0 (0–0.1)']],
      nitrite: [[20, '0 (0–0.1)']],
      nitrate: [[20, '5 (4–6)']],
    });
    expect(value.verdict).toBe('missing');
    expect(value.suspicions[0]).toContain('NO3-N');
  });
  it('have too much where the ion was entered as nitrogen', () => {
    const { value } = books({
      ammonia: [[20, '0 (0–0.1)']],
      nitrite: [[20, '0 (0–0.1)']],
      nitrate: [[20, '98 (90–110)']],
    });
    expect(value.verdict).toBe('surplus');
    expect(value.suspicions[0]).toContain('divided by 4.43');
  });
  it('say how far the doses may be off', () => {
    const { value } = books({
      ammonia: [[20, '0 (0–0.1)']],
      nitrite: [[20, '0 (0–0.1)']],
      nitrate: [[20, '39.8 (38–42)']],
    });
    expect(value.suspicions.join(' ')).toContain('about 2 times what is written');
  });
  it('cannot be closed past a card, nor before all three were read on one day', () => {
    const past = books({ ammonia: [[20, '0']], nitrite: [[20, 'over 5']], nitrate: [[20, '5 (4–6)']] }).value;
    expect(past.verdict).toBe('unknown');
    expect(past.suspicions.join(' ')).toContain('dilute it');
    const apart = nitrogenBooks({
      log: madeLog(20, { ammonia: [[20, '0']], nitrite: [[20, '0']], nitrate: [[10, '5']] }),
      deeds: [],
      liters: 100,
      source: clean,
      startedAt,
    }).value;
    expect(apart.closedOn).toBeNull();
    expect(apart.sentence).toContain('on one day');
  });
  it('count what a change took and brought: half of 1 + 4 mg/L out, half of the tap’s 2 in', () => {
    const change = madeDeed('water-change', 15, { by: 'part', percent: '50' });
    const { value } = books(
      {
        ammonia: [
          [14, '0 (0–0.1)'],
          [20, '0 (0–0.1)'],
        ],
        nitrite: [
          [14, '3.28 (3–3.6)'],
          [20, '1.64 (1.5–1.8)'],
        ],
        nitrate: [
          [14, '17.7 (16–20)'],
          [20, '13.3 (12–15)'],
        ],
      },
      [dose(0.5), dose(10), change],
      { ...clean, nitrate: 2 },
    );
    expect(value.wentOut[0]!.amount.best).toBeCloseTo(2.5, 1);
    expect(value.cameIn.find((r) => r.label === 'With new water')!.amount.best).toBeCloseTo(1, 6);
    expect(value.verdict).toBe('balanced');
  });
  it('open their workings', () => {
    expect(books({}).workings.formula).toBe('difference = came in − is there − went out, all as N');
  });
});
