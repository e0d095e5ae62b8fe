import { typedNumber } from '../src/shell/typed-number';

describe('a number as typed', () => {
  it('may have a point, a comma and spaces around it', () => {
    expect(['2.5', '2,5', ' 2.5 ', '-1', '0'].map(typedNumber)).toEqual([2.5, 2.5, 2.5, -1, 0]);
  });
  it('stays text where it is none, so that nothing typed turns into 0', () => {
    expect(['', '  ', 'two', '1.2.3', '1,2,3'].map(typedNumber)).toEqual(['', '  ', 'two', '1.2.3', '1,2,3']);
  });
});
