import { type DeedAmount, deedKinds } from '@hedge-lamp/core/remedies';
import { amountOf, emptyDeedForm, readDeedForm, wayLabel, waysOf } from '../src/remedies/deed-form';

const now = new Date(2026, 10, 25, 18).getTime();
const waterId = '00000000-0000-4000-8000-000000000001';

describe('the form of something done', () => {
  it('offers words for every kind, and names each way', () => {
    for (const kind of deedKinds) {
      expect(waysOf(kind)).toContain('words');
      for (const way of waysOf(kind)) expect(wayLabel[way]).not.toBe('');
    }
    expect(waysOf('planting')).toEqual(['words']);
  });
  it.each([
    { by: 'rise', text: '2', unit: 'mg/L NH4' },
    { by: 'ammonium-chloride', grams: '0,41' },
    { by: 'household-ammonia', milliliters: '1.4', strength: '9.5', density: '0.96' },
    { by: 'part', percent: '30' },
    { by: 'liters', liters: '20' },
    { by: 'salt', salt: 'potassium-bicarbonate', grams: '3' },
    { by: 'feed', grams: '0.2', protein: '45', rots: true },
    { by: 'animals', group: 'koi', count: '3', gramsEach: '40', stage: 'young' },
    { by: 'animals', group: null, count: '1', gramsEach: '', stage: null },
    { by: 'rain', millimeters: '30' },
    { by: 'hours', hours: '5' },
    { by: 'against', against: 'ammonia' },
    { by: 'signs', signs: ['gasping', 'cloudy'] },
    { by: 'part', percent: '30', conditioned: false },
    { by: 'part', percent: '30', sourceWaterId: null },
    { by: 'liters', liters: '20', sourceWaterId: '00000000-0000-4000-8000-000000000002' },
  ] as const satisfies readonly DeedAmount[])('takes what is proposed and gives it back: $by', (amount) => {
    const kind = deedKinds.find((k) => waysOf(k).includes(amount.by))!;
    expect(amountOf(emptyDeedForm(now, { kind, amount }))).toEqual(amount);
  });
  it('lets a change be told in words, but not a dose', () => {
    const told = (kind: 'water-change' | 'ammonia-dose') =>
      readDeedForm({ ...emptyDeedForm(now, { kind }), detail: 'some' }, waterId);
    expect(told('water-change')).toMatchObject({ draft: { amount: null, detail: 'some' } });
    expect(told('ammonia-dose')).toEqual({ errors: { 'amount.text': 'Type a figure.' } });
  });
  it('says of a conditioner nothing that nobody chose', () => {
    const form = emptyDeedForm(now, { kind: 'conditioner' });
    expect(readDeedForm(form, waterId)).toMatchObject({ draft: { kind: 'conditioner', amount: null } });
    form.against = 'chlorine';
    expect(readDeedForm(form, waterId)).toMatchObject({ draft: { amount: { against: 'chlorine' } } });
  });
  it('refuses what cannot be, by its field, and keeps it as typed', () => {
    const form = emptyDeedForm(now, {
      kind: 'rain',
      amount: { by: 'rain', millimeters: '5000' },
    });
    expect(readDeedForm(form, waterId)).toEqual({
      errors: {
        'amount.millimeters': expect.stringMatching(/^Rain must be more than 0 and at most 1825 mm/),
      },
    });
    expect(form.figures.millimeters).toBe('5000');
    const dead = emptyDeedForm(now, {
      kind: 'loss',
      amount: { by: 'animals', group: 'koi', count: '0', gramsEach: '', stage: null },
    });
    expect(readDeedForm(dead, waterId)).toEqual({
      errors: { 'amount.count': 'Type how many as a whole number, 1 or more.' },
    });
  });
  it('keeps what was typed for one kind while another is looked at', () => {
    const form = emptyDeedForm(now, {
      kind: 'ammonia-dose',
      amount: { by: 'ammonium-chloride', grams: '0.4' },
    });
    expect(amountOf({ ...form, by: 'words' })).toBeNull();
    expect(amountOf({ ...form, by: 'ammonium-chloride' })).toEqual({ by: 'ammonium-chloride', grams: '0.4' });
  });
});
