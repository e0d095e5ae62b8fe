import { shippedMethods } from '@hedge-lamp/core/methods';
import { formOfMethod } from '../src/methods/method-form';
import { sayingAmount } from '../src/methods/said-amount';

describe('an instruction whose amount is changed', () => {
  it('names the new amount in the place of the old one', () => {
    expect(sayingAmount('10 drops from bottle 1', 'drop', 10, 8)).toBe('8 drops from bottle 1');
    expect(sayingAmount('Bottle 1: 10 drops', 'drop', 10, 1)).toBe('Bottle 1: 1 drop');
    expect(sayingAmount('Fill to 5 mL', 'fill', 5, 2.5)).toBe('Fill to 2.5 mL');
    expect(sayingAmount('Shake the tube for 60 seconds', 'shake', 60, 30)).toBe(
      'Shake the tube for 30 seconds',
    );
  });
  it('goes on through the figures that are typed on the way', () => {
    const typed = [10, 1, 12].reduce(
      ({ say, before }, after) => ({ say: sayingAmount(say, 'drop', before, after), before: after }),
      { say: '10 drops from bottle 1', before: 10 },
    );
    expect(typed.say).toBe('12 drops from bottle 1');
  });
  it('tells minutes as minutes where they are whole', () => {
    expect(sayingAmount('Let it stand for 5 minutes', 'stand', 300, 240)).toBe('Let it stand for 4 minutes');
    expect(sayingAmount('Let it stand for 5 minutes', 'stand', 300, 60)).toBe('Let it stand for 1 minute');
    expect(sayingAmount('Let it stand for 5 minutes', 'stand', 300, 90)).toBe('Let it stand for 90 seconds');
  });
  it('stays where it names another amount, or none', () => {
    expect(sayingAmount('A dozen drops', 'drop', 12, 8)).toBe('A dozen drops');
    expect(sayingAmount('10 drops, slowly', 'drop', 5, 8)).toBe('10 drops, slowly');
    expect(sayingAmount('Cap on', 'cap', 1, 2)).toBe('Cap on');
  });
  it('never names another amount than its step has, in any method that ships', () => {
    for (const method of shippedMethods)
      for (const { do: doing, say, amount } of formOfMethod(method).steps) {
        const after = sayingAmount(say, doing, Number(amount), Number(amount) + 60);
        // Whoever names a figure with its unit names the right one: changing it changes the words.
        if (/\d+ (mL|drops?|seconds?|minutes?|times)\b/.test(say) && amount !== '')
          expect(after).not.toBe(say);
      }
  });
});
