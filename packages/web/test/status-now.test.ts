import { statusNow } from '../src/waters/waters-store';

const hour = 3_600_000;
const now = 1_780_000_000_000;

describe('the lamp that a device remembers', () => {
  it('is Clear only while the server said so lately: claims run out by the day', () => {
    expect(statusNow({ status: 'clear', at: now - hour }, now)).toBe('clear');
    expect(statusNow({ status: 'clear', at: now - 13 * hour }, now)).toBe('unread');
  });
  it('stays as bad as it was, however long ago', () => {
    expect(statusNow({ status: 'urgent', at: now - 900 * hour }, now)).toBe('urgent');
  });
  it('is unread for a water of which nothing is known', () => {
    expect(statusNow(undefined, now)).toBe('unread');
  });
});
