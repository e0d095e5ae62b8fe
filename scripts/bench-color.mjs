import jpeg from 'jpeg-js';
import { bundledCore } from './bundled-core.mjs';

/** Photographs of each colored method in each light; 10 methods × 5 lights × 10 = 500. */
const perCell = 10;
const size = { width: 640, height: 480 };
/** JPEG quality of the made-up photographs, as phones save them. */
const quality = 85;

/** A photograph saved and opened again, as a camera's is. */
const asJpeg = (photo) => {
  const { data } = jpeg.encode(photo, quality);
  const opened = jpeg.decode(data, { useTArray: true, maxMemoryUsageInMB: 1024 });
  return { width: opened.width, height: opened.height, data: new Uint8ClampedArray(opened.data.buffer) };
};

/**
 * Simulated photographs of known amounts, read with the card beside the tube and against a card learned before: how
 * often the stated interval holds the truth, and how far the best guess is off. The same photographs in every run.
 * @returns rows, one for each method, light and way
 */
export async function measureColor() {
  const core = await bundledCore('color', 'methods', 'practice');
  const {
    anyCamera,
    commonLights,
    daylight,
    learnCard,
    matchOfPhoto,
    plantLight,
    positionOf,
    readPhoto,
    seededRandom,
    shippedMethods,
    simulatedPhoto,
    valueAt,
    curveOf,
    cardSteps,
  } = core;
  const methods = shippedMethods.filter((m) => m.result.by === 'card' || m.result.by === 'wheel');
  const rows = [];
  for (const method of methods) {
    const { card } = method.result;
    const random = seededRandom(2026 + card.values.length + method.id.length);
    // The card learned once, with another phone in good light.
    const lesson = simulatedPhoto({
      card,
      amount: card.values[1],
      light: daylight(5500),
      camera: anyCamera(random),
      ...size,
      gradient: 0,
      glare: 0,
      withCard: true,
      withGray: true,
      random,
    });
    const learned = {
      ...card,
      ...learnCard(asJpeg(lesson.photo), {
        paper: lesson.boxes.paper,
        swatches: lesson.swatches,
        gray: lesson.boxes.gray,
      }),
    };
    const steps = cardSteps(curveOf(card));
    for (const light of [...commonLights, plantLight])
      for (let k = 0; k < perCell; k++) {
        const position = ((k + random.next()) / perCell) * (card.values.length - 1);
        const amount = valueAt(card, position);
        const scene = {
          card,
          amount,
          light,
          camera: anyCamera(random),
          ...size,
          gradient: random.spread(0.12),
          glare: 0.5 * random.next(),
          withCard: true,
          withGray: true,
          random,
        };
        const made = simulatedPhoto(scene);
        const photo = asJpeg(made.photo);
        for (const [way, boxes, against] of [
          ['beside', { ...made.boxes, gray: undefined }, card],
          ['learned', { ...made.boxes, card: undefined }, learned],
        ]) {
          const reading = readPhoto(photo, boxes, against);
          const match = matchOfPhoto(against, reading, null);
          const step = steps[Math.min(Math.floor(position), steps.length - 1)].deltaE;
          const held =
            match &&
            (match.found === 'photo'
              ? (match.low ?? -Infinity) <= amount && amount <= (match.high ?? Infinity)
              : match.found === 'past-top'
                ? amount >= card.values.at(-1)
                : amount <= card.values[0]);
          rows.push({
            method: method.id,
            light: light.name,
            way,
            amount,
            position,
            step,
            refused: reading.refusal?.reason ?? null,
            held: Boolean(held),
            off:
              match?.found === 'photo' ? Math.abs(positionOf(card, match.best) - position) : match ? 1 : null,
            width:
              match?.found === 'photo'
                ? (match.high === null ? card.values.length - 1 : positionOf(card, match.high)) -
                  (match.low === null ? 0 : positionOf(card, match.low))
                : null,
            distance: reading.placement?.distance,
            cardOff: reading.cardOff,
            uncertainty: reading.uncertainty,
          });
        }
      }
  }
  return rows;
}
