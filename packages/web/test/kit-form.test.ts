import { type Kit, KitDraftSchema } from '@hedge-lamp/core/methods';
import { emptyKitForm, formOfKit, readKitForm } from '../src/methods/kit-form';
import { costWords, testWorkings } from '../src/methods/kit-words';
import { kitState } from '@hedge-lamp/core/methods';

const now = Date.UTC(2026, 10, 25, 12);
const day = 86_400_000;
const kit: Kit = {
  ...KitDraftSchema.parse({
    id: '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111',
    name: 'Hazel box',
    tests: [{ methodId: 'kh-drops', perBox: 50, counted: 20 }],
    price: 10,
    currency: 'EUR',
    countedAt: now - 30 * day,
  }),
  version: 3,
  createdAt: now - 90 * day,
  deletedAt: null,
  uses: [10, 20].map((d) => ({ methodId: 'kh-drops', at: now - d * day })),
};

describe('the form of a kit', () => {
  it('shows what is left now, and saving it untouched loses no use', () => {
    const form = formOfKit(kit, now);
    expect(form.tests[0]!.counted).toBe('18');
    const { draft } = readKitForm(form, now) as { draft: Kit };
    expect(kitState({ ...kit, ...draft }, now + 1)[0]!.left).toBe(18);
  });
  it('counts down what nobody touched while it was open, and takes a new count as it is', () => {
    const form = formOfKit(kit, now);
    const used = { ...kit, uses: [...kit.uses, { methodId: 'kh-drops', at: now + 1000 }] };
    const later = now + 60_000;
    expect(readKitForm(form, later, used)).toMatchObject({ draft: { tests: [{ counted: 17 }] } });
    form.tests[0]!.counted = '40';
    expect(readKitForm(form, later, used)).toMatchObject({ draft: { tests: [{ counted: 40 }] } });
  });
  it('takes what is not filled in as not known', () => {
    const form = {
      ...emptyKitForm(),
      name: 'Box',
      tests: [{ methodId: 'kh-drops', perBox: '', counted: '' }],
    };
    expect(readKitForm(form, now)).toMatchObject({
      draft: { price: null, tests: [{ perBox: null, counted: null }] },
    });
  });
  it('refuses words for figures, each at its field', () => {
    const form = {
      ...formOfKit(kit, now),
      price: 'dear',
      tests: [{ methodId: 'kh-drops', perBox: '1.5', counted: '-2' }],
    };
    const read = readKitForm(form, now) as { errors: Record<string, string> };
    expect(Object.keys(read.errors).sort()).toEqual(['price', 'tests.0.counted', 'tests.0.perBox']);
  });
});

describe('the workings of a kit', () => {
  it('show the count, the uses and the price with the keeper’s own figures', () => {
    const workings = testWorkings(kit, kitState(kit, now)[0]!, 'KH', now);
    expect(workings.substituted).toBe('20 − 2 = 18 tests');
    expect(JSON.stringify(workings.inputs)).toContain('10 EUR for 50 tests: 0.20 EUR each');
    expect(costWords(null, 'EUR')).toBe('price not noted');
  });
});
