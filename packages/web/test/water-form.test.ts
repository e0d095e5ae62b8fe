import { emptyWaterForm, formOf, readWaterForm } from '../src/waters/water-form';
import { errorsFromServer } from '../src/shell/field-errors';
import type { Water } from '@hedge-lamp/core/waters';

const form = (more: object = {}) => ({ ...emptyWaterForm(), name: 'Reed tank', volume: '120', ...more });

describe('the form of a water', () => {
  it('reads a volume in the keeper’s unit as liters', () => {
    const { units } = emptyWaterForm();
    expect(readWaterForm(form({ volume: '10', units: { ...units, volume: 'US gal' } }))).toMatchObject({
      draft: { netLiters: 37.85411784 },
    });
  });

  it('names every field that is not right at once', () => {
    expect(readWaterForm(form({ name: ' ', volume: 'lots' }))).toEqual({
      errors: {
        name: 'Give this water a name.',
        netLiters: '“lots” is not a number. Type digits, for example 7.4.',
      },
    });
  });

  it('asks no volume of a source, whatever is left in the field', () => {
    expect(readWaterForm(form({ kind: 'source', volume: 'abc' }))).toMatchObject({
      draft: { netLiters: null },
    });
  });

  it('comes back the same from a water that was saved', () => {
    const read = readWaterForm(form({ volume: '54.5' }));
    if (!('draft' in read)) throw new Error('The form should be right.');
    const water = { ...read.draft, version: 3, createdAt: 1, updatedAt: 1, deletedAt: null } as Water;
    expect(readWaterForm(formOf(water))).toEqual(read);
  });

  it('puts what the server refused beside the same fields', () => {
    expect(errorsFromServer([{ path: 'water.name', message: 'No.' }], 'water.')).toEqual({ name: 'No.' });
  });
});
