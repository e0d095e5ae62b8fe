import { meaningOf, numberPressed } from '../src/bench/bench-keys';

const press = (key: string, more: Partial<KeyboardEvent> = {}) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  altKey: false,
  repeat: false,
  ...more,
});
/** A focused element that matches selectors naming its tag. */
const focusOn = (tag: string, type = '') => ({
  matches: (selector: string) =>
    selector.split(/,\s*/).some((part) => {
      if (!part.startsWith(tag)) return false;
      const excluded = [...part.matchAll(/:not\(\[type=(\w+)\]\)/g)].map((m) => m[1]);
      return !excluded.includes(type);
    }),
});

describe('keys at the bench', () => {
  it.each([
    [' ', 'drop'],
    ['Backspace', 'takeBack'],
    ['Enter', 'done'],
    ['t', 'timer'],
    ['T', 'timer'],
    ['r', 'read'],
    ['d', 'doubt'],
    ['?', 'keys'],
    ['a', 'first'],
    ['B', 'second'],
    ['c', 'third'],
    ['3', null],
    ['0', null],
    ['x', null],
  ])('%j means %j', (key, meaning) => {
    expect(meaningOf(press(key), null)).toBe(meaning);
  });

  it('belong to a field while one types in it', () => {
    expect(meaningOf(press(' '), focusOn('input', 'text'))).toBeNull();
    expect(meaningOf(press('t'), focusOn('textarea'))).toBeNull();
  });

  it('leave Space and Enter to a button that has the focus, and Enter to the bench on a color', () => {
    expect(meaningOf(press(' '), focusOn('button'))).toBeNull();
    expect(meaningOf(press('Enter'), focusOn('button'))).toBeNull();
    expect(meaningOf(press('t'), focusOn('button'))).toBe('timer');
    expect(meaningOf(press(' '), focusOn('input', 'radio'))).toBeNull();
    expect(meaningOf(press('Enter'), focusOn('input', 'radio'))).toBe('done');
  });

  it('count once however long Space is held, and leave the browser its own', () => {
    expect(meaningOf(press(' ', { repeat: true }), null)).toBeNull();
    expect(meaningOf(press('r', { ctrlKey: true }), null)).toBeNull();
  });
});

describe('number keys', () => {
  const pressed = (key: string, more: Partial<KeyboardEvent> = {}) => ({
    ...press(key, more),
    defaultPrevented: more.defaultPrevented ?? false,
  });
  it('name a tube on every page, but not in a field, held down, or with another key', () => {
    expect(numberPressed(pressed('3'), null)).toBe(3);
    expect(numberPressed(pressed('9'), focusOn('button'))).toBe(9);
    expect(numberPressed(pressed('0'), null)).toBeNull();
    expect(numberPressed(pressed('d'), null)).toBeNull();
    expect(numberPressed(pressed('3'), focusOn('input', 'text'))).toBeNull();
    expect(numberPressed(pressed('3', { repeat: true }), null)).toBeNull();
    expect(numberPressed(pressed('3', { altKey: true }), null)).toBeNull();
    expect(numberPressed(pressed('3', { defaultPrevented: true }), null)).toBeNull();
  });
});
