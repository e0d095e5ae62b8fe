import {
  allMarked,
  boxAround,
  boxesFound,
  paperThing,
  placed,
  stateOf,
  tubeThing,
} from '../src/color/photo-boxes';

const box = { left: 0.1, top: 0.2, width: 0.3, height: 0.1 };
const things = [paperThing, tubeThing];

describe('boxes on a photograph', () => {
  it('are found, placed or missing', () => {
    const boxes = placed(boxesFound({ paper: box, vial: null }), 'card', box);
    expect(stateOf(boxes, 'paper')).toBe('found');
    expect(stateOf(boxes, 'vial')).toBe('missing');
    expect(stateOf(boxes, 'card')).toBe('placed');
    expect(stateOf(boxes, 'what is not there')).toBe('missing');
  });
  it('are read only when none is missing', () => {
    expect(allMarked(boxesFound({ paper: box, vial: null }), things)).toBeNull();
    expect(allMarked({}, things)).toBeNull();
    expect(allMarked(placed(boxesFound({ paper: box, vial: null }), 'vial', box), things)).toEqual({
      paper: box,
      vial: box,
    });
  });
  it('of things that are not meant are left out', () =>
    expect(allMarked(boxesFound({ paper: box, vial: box, gray: box }), things)).toEqual({
      paper: box,
      vial: box,
    }));
  it('placed by hand stay so when the guess had found them', () =>
    expect(stateOf(placed(boxesFound({ vial: box }), 'vial', box), 'vial')).toBe('placed'));
  it.each([
    [0, 0],
    [1, 1],
    [0.5, 0.5],
    [0.99, 0.02],
  ])('around a finger at %d, %d lie within the picture', (x, y) => {
    const { left, top, width, height } = boxAround(tubeThing, x, y);
    expect(left).toBeGreaterThanOrEqual(0);
    expect(top).toBeGreaterThanOrEqual(0);
    expect(left + width).toBeLessThanOrEqual(1);
    expect(top + height).toBeLessThanOrEqual(1);
  });
});
