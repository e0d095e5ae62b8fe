import { cardOf, curveOf, swatchPoints } from '@hedge-lamp/core/color';
import { boxesFor, formOfCard, readLearnForm, valuesIn } from '../src/color/learn-form';

const about = { id: '3f9f3c2e-8b43-4c1b-9a39-0d4bb3a2c111', version: 1, now: 1_764_000_000_000 };
const form = (change: Partial<ReturnType<typeof formOfCard>>) => ({
  ...formOfCard(null),
  name: 'Leaflet',
  ...change,
});
const learned = (values: number[]) => ({
  colors: swatchPoints(curveOf({ ...cardOf('azo-nitrate'), values })).map((p) => p.lab),
  gray: 54,
});

describe('a card that is learned', () => {
  it('takes its values as typed, with commas, semicolons or spaces', () => {
    expect(valuesIn(form({ values: '0, 5;12.5  25' }))).toEqual([0, 5, 12.5, 25]);
    expect(valuesIn(form({ values: '0,5,10' }))).toEqual([0, 5, 10]);
    // Between spaces a comma is a decimal one.
    expect(valuesIn(form({ values: '0 0,25 0,5, 1' }))).toEqual([0, 0.25, 0.5, 1]);
    expect(valuesIn(form({ values: '' }))).toEqual([]);
  });
  it('becomes a card with a color for each value, and its gray', () => {
    const read = readLearnForm(form({ values: '0 10 20 40' }), learned([0, 10, 20, 40]), about);
    expect(read).toMatchObject({
      card: { id: about.id, version: 1, card: { id: about.id, values: [0, 10, 20, 40], gray: 54 } },
    });
  });
  it.each([
    ['nothing typed', form({ name: '', values: '' }), null, ['card.name', 'card.values']],
    ['a word among the values', form({ values: '0, ten, 20' }), null, ['card.values']],
    ['values that do not rise', form({ values: '0 10 10 40' }), learned([0, 10, 20, 40]), ['card.values']],
    ['no photograph yet', form({ values: '0 10 20' }), null, ['colors']],
    ['one color too few', form({ values: '0 10 20 40' }), learned([0, 10, 20]), ['card.colors']],
  ])('%s is told at its field', (_what, typed, colors, fields) => {
    const read = readLearnForm(typed, colors, about);
    expect('errors' in read && Object.keys(read.errors)).toEqual(expect.arrayContaining(fields));
  });
  it('a box for each swatch stays where it was dragged when another value is typed', () => {
    const row = { left: 0.3, top: 0.3, width: 0.6, height: 0.2 };
    const two = boxesFor(2, [], row);
    expect(two).toHaveLength(2);
    const moved = [{ ...two[0]!, left: 0.1 }, two[1]!];
    const three = boxesFor(3, moved, row);
    expect(three.slice(0, 2)).toEqual(moved);
    expect(three[2]!.left + three[2]!.width).toBeLessThanOrEqual(0.9);
    expect(boxesFor(1, three, row)).toEqual([moved[0]]);
  });
});
