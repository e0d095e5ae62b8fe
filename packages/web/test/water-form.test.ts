import {
  emptyStockLine,
  emptyWaterForm,
  formOf,
  readWaterForm,
  unitsOfKeeper,
} from '../src/waters/water-form';
import { errorsFromServer } from '../src/shell/field-errors';
import type { Water } from '@hedge-lamp/core/waters';

const now = Date.UTC(2026, 10, 27);
const form = (more: object = {}) => ({ ...emptyWaterForm(), name: 'Reed tank', volume: '120', ...more });

describe('the form of a water', () => {
  it('reads a volume in the keeper’s unit as liters', () => {
    const { units } = emptyWaterForm();
    expect(readWaterForm(form({ volume: '10', units: { ...units, volume: 'US gal' } }), now)).toMatchObject({
      draft: { netLiters: 37.85411784 },
    });
  });

  it('begins with the units of the water that was added last', () => {
    const { units } = emptyWaterForm();
    const gallons = { ...units, volume: 'US gal', temperature: '°F' } as const;
    const of = [
      { createdAt: 2, units: gallons },
      { createdAt: 1, units },
    ];
    expect(unitsOfKeeper(of)).toEqual(gallons);
    expect(unitsOfKeeper([])).toEqual(units);
    // What was chosen in the settings goes before both.
    expect(unitsOfKeeper(of, { temperature: '°F' })).toEqual({ ...gallons, temperature: '°F' });
    expect(unitsOfKeeper([], { volume: 'imp gal' })).toEqual({ ...units, volume: 'imp gal' });
    const begun = emptyWaterForm(unitsOfKeeper(of));
    begun.units.volume = 'L';
    // What is chosen for the new one leaves the other alone.
    expect(gallons.volume).toBe('US gal');
  });

  it('names every field that is not right at once', () => {
    expect(readWaterForm(form({ name: ' ', volume: 'lots' }), now)).toEqual({
      errors: {
        name: 'Give this water a name.',
        netLiters: '“lots” is not a number. Type digits, for example 7.4.',
      },
    });
  });

  it('asks no volume of a source, whatever is left in the field', () => {
    expect(readWaterForm(form({ kind: 'source', volume: 'abc' }), now)).toMatchObject({
      draft: { netLiters: null },
    });
  });

  it('comes back the same from a water that was saved', () => {
    const read = readWaterForm(form({ volume: '54.5' }), now);
    if (!('draft' in read)) throw new Error('The form should be right.');
    const water = { ...read.draft, version: 3, createdAt: 1, updatedAt: 1, deletedAt: null } as Water;
    expect(readWaterForm(formOf(water), now)).toEqual(read);
  });

  it('tells the count of a line from now on where it was changed, and from then where it was not', () => {
    const line = { ...emptyStockLine('tilapia'), count: '12', gramsEach: '300' };
    const read = readWaterForm(form({ stock: [line] }), now);
    if (!('draft' in read)) throw new Error('The form should be right.');
    expect(read.draft.stock).toMatchObject([{ group: 'tilapia', count: 12, gramsEach: 300, toldAt: now }]);
    // A line of a kind is a tick of it.
    expect(read.draft.stockGroups).toEqual(['tilapia']);
    const water = { ...read.draft, version: 1, createdAt: 1, updatedAt: 1, deletedAt: null } as Water;
    const later = now + 86_400_000;
    expect(readWaterForm(formOf(water), later)).toEqual(read);
    const changed = formOf(water);
    changed.stock[0]!.count = '9';
    expect(readWaterForm(changed, later)).toMatchObject({ draft: { stock: [{ count: 9, toldAt: later }] } });
  });

  it('keeps what was typed beside what is wrong with it', () => {
    const line = { ...emptyStockLine('koi'), count: 'some', gramsEach: '-3' };
    expect(readWaterForm(form({ stock: [line], meanDepth: '0' }), now)).toEqual({
      errors: {
        'stock.0.count': expect.stringMatching(/is not a number/),
        'stock.0.gramsEach': expect.stringMatching(/more than 0 g/),
        meanDepth: expect.stringMatching(/more than 0 m/),
      },
    });
    expect(readWaterForm(form({ stock: [{ ...line, count: '-1', gramsEach: '' }] }), now)).toEqual({
      errors: { 'stock.0.count': 'There cannot be fewer than 0.' },
    });
  });

  it('says that nobody and somebody do not go together', () => {
    expect(readWaterForm(form({ livesHere: 'nobody', stockGroups: ['trout'] }), now)).toEqual({
      errors: { livesHere: expect.stringMatching(/Untick one of the two/) },
    });
  });

  it('puts what the server refused beside the same fields', () => {
    expect(errorsFromServer([{ path: 'water.name', message: 'No.' }], 'water.')).toEqual({ name: 'No.' });
  });
});
