import { UnitChoiceSchema } from '@hedge-lamp/core/waters';
import { formOfReading, howIn, readReadingForm } from '../src/readings/reading-form';

const water = { units: UnitChoiceSchema.parse({}) };
const now = 1_764_000_000_000;
const about = {
  id: '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111',
  waterId: '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222',
  now,
};
const form = (change: Partial<ReturnType<typeof formOfReading>>) => ({
  ...formOfReading(null, water, now),
  ...change,
});
const read = (change: Partial<ReturnType<typeof formOfReading>>) =>
  readReadingForm(form(change), null, about);
const errorsIn = (change: Partial<ReturnType<typeof formOfReading>>) => {
  const result = read(change);
  return 'errors' in result ? result.errors : {};
};

describe('a reading written in', () => {
  it('keeps what was typed: a limit, a range, a fraction', () => {
    for (const text of ['<0.1', '0,25', '1/4', '0.25-0.5', 'trace', '>8']) {
      const result = read({ parameter: 'nitrite', methodId: null, text, unit: 'mg/L NO2' });
      expect(result).toMatchObject({ draft: { entered: { how: 'figure', text, unit: 'mg/L NO2' } } });
    }
  });

  it('carries a dilution and the size of the sample, with a comma too', () => {
    const drops = {
      parameter: 'alkalinity',
      methodId: 'kh-drops',
      drops: '9',
      sampleTimes: '2',
      dilution: '2,5',
    } as const;
    expect(read(drops)).toMatchObject({ draft: { entered: { drops: 9, sampleTimes: 2, dilution: 2.5 } } });
    expect(howIn(form(drops), null)).toBe('drops');
  });

  it('says nothing of dilution when nothing is typed there, or for pH', () => {
    const plain = read({ parameter: 'alkalinity', methodId: 'kh-drops', drops: '9' });
    expect(plain).toMatchObject({ draft: { entered: { how: 'drops', drops: 9 } } });
    expect(JSON.stringify(plain)).not.toMatch(/dilution|sampleTimes/);
    expect(JSON.stringify(read({ text: '7.4', dilution: '10' }))).not.toMatch(/dilution/);
  });

  it('refuses nonsense at its own field', () => {
    const kh = { parameter: 'alkalinity', methodId: 'kh-drops', drops: '9' } as const;
    expect(errorsIn({ ...kh, dilution: 'ten' })['entered.dilution']).toMatch(/how many times/);
    expect(errorsIn({ ...kh, dilution: '0.5' })['entered.dilution']).toMatch(/once or more/);
    expect(errorsIn({ ...kh, sampleTimes: '0' })['entered.sampleTimes']).toMatch(/At least a tenth/);
    expect(
      errorsIn({ parameter: 'nitrite', methodId: null, text: '0.5-0.2', unit: 'mg/L NO2' })['entered.text'],
    ).toMatch(/runs backwards/);
    expect(errorsIn({ ...kh, takenAt: '' }).takenAt).toMatch(/day and the time/);
  });
});
