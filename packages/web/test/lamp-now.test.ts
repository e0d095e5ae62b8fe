import type { Lamp } from '@hedge-lamp/core/guidelines';
import { lampNow } from '../src/waters/lamp-now';

const hour = 3_600_000;
const now = 1_780_000_000_000;
const lamp = (more: Partial<Lamp> = {}): Lamp => ({
  status: 'clear',
  word: 'Clear',
  sentence: 'All that can harm here was read and lies inside its limits.',
  place: '',
  rests: [],
  missing: '',
  asks: [],
  notReady: false,
  estimate: false,
  ...more,
});
const urgent = lamp({ status: 'urgent', word: 'Urgent', sentence: 'Free ammonia is too high for certain.' });

describe('the lamp that a device remembers', () => {
  it('is Clear only while the server said so lately: claims run out by the day', () => {
    expect(lampNow({ lamp: lamp(), at: now - hour }, now)).toEqual(lamp());
    expect(lampNow({ lamp: lamp(), at: now - 13 * hour }, now)).toMatchObject({
      status: 'unread',
      word: 'Cannot say',
      sentence: 'The server was not asked lately.',
    });
  });
  it('is not Clear where this device knows of a test that the server does not', () => {
    expect(lampNow({ lamp: lamp(), at: now - 1000 }, now, true)).toMatchObject({
      status: 'unread',
      word: 'Cannot say',
      sentence: 'Something noted on this device is not sent yet.',
    });
  });
  it('is not Clear where the clocks differ: nobody knows how old its readings are', () => {
    expect(lampNow({ lamp: lamp(), at: now - 1000 }, now, false, false)).toMatchObject({
      status: 'unread',
      sentence: 'The clocks differ, so nobody knows how old a test is.',
    });
    expect(lampNow({ lamp: urgent, at: now }, now, false, false)).toEqual(urgent);
  });
  it('stays as bad as it was, however long ago', () => {
    expect(lampNow({ lamp: urgent, at: now - 900 * hour }, now)).toEqual(urgent);
    expect(lampNow({ lamp: urgent, at: now }, now, true)).toEqual(urgent);
  });
});
