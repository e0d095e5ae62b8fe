import {
  type Card,
  type Lab,
  type LinearRgb,
  cardOf,
  cardSteps,
  confusedPairs,
  curveOf,
  curveThrough,
  deltaE,
  flatFrom,
  linearOfLab,
  pathOf,
  pathOnCard,
  placeOnCurve,
  pointAt,
  positionOf,
  screenRgb,
  seenBy,
  shippedCards,
  swatchPoints,
  takenFor,
  tubeLab,
  untold,
  valueAt,
  vialLab,
} from '@hedge-lamp/core/color';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const nitrate = cardOf('azo-nitrate');
const anyCard = fc.constantFrom(...shippedCards);
/** Drawn once: a curve is some hundred spectra. */
const curves = new Map(shippedCards.map((card) => [card.id, curveOf(card)]));

describe('the colors of the cards that ship', () => {
  it.each(shippedCards.map((c) => [c.name, c] as const))('%s can be shown by a screen', (_name, card) => {
    for (const { lab } of swatchPoints(curveOf(card)))
      screenRgb(lab).forEach((channel) => {
        expect(channel).toBeGreaterThanOrEqual(0);
        expect(channel).toBeLessThanOrEqual(1);
      });
  });
  it.each(
    // The least step of a strip's pads may be coarse, that of a card is not small either.
    shippedCards.map((c) => [c.name, c] as const),
  )('%s has steps that an eye can tell', (_name, card) => {
    for (const { deltaE: step } of cardSteps(curveOf(card))) expect(step).toBeGreaterThan(4);
  });
  it('the reds of nitrate crowd together at the top, as keepers complain', () => {
    const steps = cardSteps(curveOf(nitrate)).map((s) => s.deltaE);
    expect(steps.at(-1)).toBeLessThan(steps[0]! * 0.6);
    expect(flatFrom(curveOf(nitrate))).toBe(4);
    expect(flatFrom(curveOf(cardOf('azo-nitrite')))).toBeNull();
  });
});

describe('places along a card', () => {
  it('value and place lead to each other', () => {
    fc.assert(
      fc.property(anyCard, evenShare, (card, share) => {
        const position = share * (card.values.length - 1);
        expect(positionOf(card, valueAt(card, position))).toBeCloseTo(position, 9);
      }),
    );
  });
  it('past the top an amount grows by the ratio of the last step, and none is below zero', () => {
    expect(valueAt(nitrate, 6)).toBe(200);
    expect(valueAt({ values: [0, 4], unit: 'mg/L NO3' }, 2)).toBe(8);
    expect(valueAt(nitrate, -1)).toBe(0);
    expect(valueAt(cardOf('ph-low'), -1)).toBeCloseTo(5.6, 9);
    expect(valueAt(cardOf('ph-low'), 6)).toBeCloseTo(7.8, 9);
  });
  // A pH card may go on turning: its steps are no ratios.
  it.each(shippedCards.filter((card) => card.unit !== 'pH').map((card) => card.id))(
    'past the top the colors of %s level off: no step there is larger than the last one',
    (id) => {
      const card = cardOf(id);
      // As measured beside the tube: what is past the top is no print any more.
      const measured = curveThrough(
        card,
        swatchPoints(curveOf(card)).map((p) => linearOfLab(p.lab)),
      );
      const at = (position: number) => pointAt(measured, position).lab;
      const lastStep = deltaE(at(measured.top - 1), at(measured.top));
      expect(deltaE(at(measured.top), at(measured.top + 1))).toBeLessThan(1.4 * lastStep + 0.5);
      expect(deltaE(at(measured.top + 2), at(measured.top + 3))).toBeLessThan(1.4 * lastStep + 0.5);
    },
  );
  it('a color of the curve is found where it lies', () => {
    fc.assert(
      fc.property(anyCard, evenShare, (card, share) => {
        const curve = curves.get(card.id)!;
        const point = pointAt(curve, share * curve.top);
        const found = placeOnCurve(curve, point.lab, 2);
        expect(found.distance).toBeCloseTo(0, 6);
        expect(deltaE(found.best.lab, point.lab)).toBeLessThan(0.01);
        expect(found.low.position).toBeLessThanOrEqual(point.position);
        expect(found.high.position).toBeGreaterThanOrEqual(point.position);
      }),
    );
  });
  it('what cannot be told is more where the card is flat', () => {
    const curve = curveOf(nitrate);
    const width = (at: number) => untold(curve, at).high - untold(curve, at).low;
    expect(width(4.5)).toBeGreaterThan(width(1.5));
    expect(untold(curve, 0).low).toBe(0);
  });
  it('the uncertainty of a measurement widens the range, never narrows it', () => {
    fc.assert(
      fc.property(evenShare, fc.double({ min: 0, max: 20, noNaN: true }), (share, more) => {
        const curve = curves.get(nitrate.id)!;
        const { lab } = pointAt(curve, share * 5);
        const [narrow, wide] = [placeOnCurve(curve, lab, 1), placeOnCurve(curve, lab, 1 + more)];
        expect(wide.low.position).toBeLessThanOrEqual(narrow.low.position);
        expect(wide.high.position).toBeGreaterThanOrEqual(narrow.high.position);
      }),
    );
  });
});

describe('a card that was learned', () => {
  const learned = (card: Card): Card => ({
    ...card,
    colors: swatchPoints(curveOf(card)).map((p) => p.lab),
  });
  it('goes through its swatches', () => {
    const card = learned(cardOf('azo-nitrite'));
    swatchPoints(curveOf(card)).forEach(({ lab }, k) =>
      expect(deltaE(lab, card.colors![k]!)).toBeLessThan(0.01),
    );
  });
  it('between two swatches bends as the dye does: nearer the vial than a straight line in Lab', () => {
    const card = cardOf('ph-high');
    const colors = swatchPoints(curveOf(card)).map((p) => linearOfLab(p.lab));
    const curve = curveThrough(card, colors as LinearRgb[]);
    const straight = (k: number): Lab => {
      const [a, b] = [swatchPoints(curveOf(card))[k]!.lab, swatchPoints(curveOf(card))[k + 1]!.lab];
      return { l: (a.l + b.l) / 2, a: (a.a + b.a) / 2, b: (a.b + b.b) / 2 };
    };
    const off = { bent: 0, straight: 0 };
    for (let k = 0; k < card.values.length - 1; k++) {
      const truth = vialLab(card, valueAt(card, k + 0.5));
      off.bent += deltaE(pointAt(curve, k + 0.5).lab, truth);
      off.straight += deltaE(straight(k), truth);
    }
    expect(off.bent).toBeLessThan(off.straight);
  });
});

describe('ways of holding a tube', () => {
  it('5 mL in a tube 15 mm wide stand 28 mm high: 1.9 widths', () => {
    // π · 7.5² · h = 5000 mm³
    expect(pathOf('from-above', 5) * 15).toBeCloseTo(28.29, 1);
    expect(pathOf('against-white')).toBe(1);
  });
  it('as its leaflet says, a card is what it is', () => {
    for (const card of shippedCards)
      expect(pathOnCard(card, card.viewing ?? 'against-white')).toBeCloseTo(1, 12);
  });
  it('from above a tube looks stronger than it is, and is taken for more', () => {
    const curve = curveOf(nitrate);
    const path = pathOnCard(nitrate, 'from-above');
    expect(tubeLab(nitrate, curve, 2, path).l).toBeLessThan(tubeLab(nitrate, curve, 2).l);
    expect(takenFor(nitrate, curve, 2, path)).toBeGreaterThan(2.3);
    expect(takenFor(nitrate, curve, 2, 1)).toBeCloseTo(2, 9);
  });
});

describe('eyes', () => {
  // Machado, Oliveira & Fernandes 2009, matrix at full strength for deuteranomaly: its first column is what red becomes,
  // (0.367322, 0.280085, -0.011820) in light, so 163, 144 and 0 of 255 when coded.
  it('red is to deutan eyes what was published', () => expect(seenBy('#ff0000', 'deutan')).toBe('#a39000'));
  // The same for protanomaly: (0.152286, 0.114503, -0.003882).
  it('and to protan eyes, darker', () => expect(seenBy('#ff0000', 'protan')).toBe('#6d5f00'));
  it('gray stays gray to every eye', () => {
    for (const vision of ['protan', 'deutan', 'tritan'] as const) {
      const channels = [1, 3, 5].map((k) => parseInt(seenBy('#808080', vision).slice(k, k + 2), 16));
      expect(Math.max(...channels) - Math.min(...channels)).toBeLessThanOrEqual(3);
    }
  });
  it('red and green of one lightness are alike to deutan eyes and not to tritan ones', () => {
    const card: Card = {
      ...nitrate,
      values: [0, 1],
      colors: [
        { l: 60, a: 30, b: 40 },
        { l: 60, a: -8, b: 44 },
      ],
    };
    const curve = curveOf(card);
    expect(confusedPairs(curve, 'usual')).toEqual([]);
    expect(confusedPairs(curve, 'deutan')).toHaveLength(1);
    expect(confusedPairs(curve, 'tritan')).toHaveLength(0);
  });
  it('blue and green of one lightness are alike to tritan eyes', () => {
    const card: Card = {
      ...nitrate,
      values: [0, 1],
      colors: [
        { l: 60, a: -30, b: 2 },
        { l: 60, a: -22, b: -22 },
      ],
    };
    expect(confusedPairs(curveOf(card), 'tritan')).toHaveLength(1);
    expect(confusedPairs(curveOf(card), 'deutan')).toHaveLength(0);
  });
});
