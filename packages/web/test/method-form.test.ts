import { type Method, methodOf, shippedMethods } from '@hedge-lamp/core/methods';
import { copyOf, emptyStep, formOfMethod, readMethodForm } from '../src/methods/method-form';

const id = '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111';
const faultsIn = (change: (form: ReturnType<typeof formOfMethod>) => void, of = 'nitrate-two-bottles') => {
  const form = copyOf(methodOf(of), id);
  change(form);
  const read = readMethodForm(form);
  return 'faults' in read ? read.faults : [];
};

describe('the form of the method editor', () => {
  it.each(shippedMethods.map((m) => [m.name, m] as const))(
    '%s goes through it unchanged',
    (_name, method) => {
      const read = readMethodForm(formOfMethod(method)) as { method: Method };
      expect(read.method).toEqual({ ...method, version: method.version + 1, basis: 'own leaflet' });
    },
  );

  it('makes a copy under its own identifier that knows what it was copied from, also of a copy', () => {
    const first = readMethodForm(copyOf(methodOf('ph-low-range'), id)) as { method: Method };
    expect(first.method).toMatchObject({ id, version: 1, copiedFrom: 'ph-low-range' });
    const second = copyOf(first.method, '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222');
    expect(second.copiedFrom).toBe('ph-low-range');
  });

  it('reads figures with a comma, and card values with commas or spaces between', () => {
    const form = copyOf(methodOf('kh-drops'), id);
    form.perDrop = '0,5';
    expect(readMethodForm(form)).toMatchObject({ method: { result: { perDrop: 0.5 } } });
    const card = copyOf(methodOf('nitrite-one-bottle'), id);
    card.card.values = '0 0.25; 0.5, 1';
    expect(readMethodForm(card)).toMatchObject({
      method: { result: { card: { values: [0, 0.25, 0.5, 1] } } },
    });
  });

  it.each<[string, Parameters<typeof faultsIn>[0], string, RegExp]>([
    ['words for drops', (f) => (f.steps[2]!.amount = 'ten'), 'steps.2.drops', /whole numbers/],
    ['no amount at all', (f) => (f.steps[2]!.amount = ''), 'steps.2.drops', /whole numbers/],
    ['an empty step', (f) => f.steps.splice(3, 0, emptyStep()), 'steps.3.say', /what is to be done/],
    ['falling values', (f) => (f.card.values = '0, 20, 10'), 'result.card.values.2', /must be more than/],
    ['no values', (f) => (f.card.values = ''), 'result.card.values', /at least two swatches/],
    ['no name', (f) => (f.name = ''), 'name', /Name the method/],
    ['a wait that is too short', (f) => (f.steps[8]!.amount = '10'), 'steps.9', /needs 300 s/],
  ])('%s: told at its field', (_name, change, path, message) => {
    const fault = faultsIn(change).find((f) => f.path === path);
    expect(fault?.message).toMatch(message);
  });

  it('lets a shake be of the tube or of a bottle', () => {
    const read = readMethodForm(copyOf(methodOf('nitrate-two-bottles'), id)) as { method: Method };
    const shakes = read.method.steps.filter((s) => s.do === 'shake');
    expect(shakes.map((s) => s.bottle)).toEqual(['two', undefined]);
  });
});
