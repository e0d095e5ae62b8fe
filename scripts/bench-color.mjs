import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import jpeg from 'jpeg-js';
import { format, resolveConfig } from 'prettier';
import { bundledCore } from './bundled-core.mjs';
import { root } from './ready.mjs';

/** Photographs of each colored method in each light: ten of each, over 500 in all, the same in every run. */
const perCell = 10;
const size = { width: 480, height: 360 };
/** JPEG quality of the made-up photographs, as phones save them. */
const quality = 85;
const firstSeed = 2026;

/** A photograph saved and opened again, as a camera's is. */
const asJpeg = (photo) => {
  const { data } = jpeg.encode(photo, quality);
  const opened = jpeg.decode(data, { useTArray: true, maxMemoryUsageInMB: 1024 });
  return { width: opened.width, height: opened.height, data: new Uint8ClampedArray(opened.data.buffer) };
};

/** Within the range that a match states; a match past an end holds all that lies beyond. */
function holds(match, amount, values) {
  if (match.found === 'photo')
    return (match.low ?? -Infinity) <= amount && amount <= (match.high ?? Infinity);
  return match.found === 'past-top' ? amount >= values.at(-1) : amount <= values[0];
}

/**
 * Simulated photographs of known amounts, read with the card beside the tube and against a card learned before, with
 * the gray: how often the stated range holds the truth, and how far the best guess is off, in steps of the card.
 * @returns rows, one for each photograph and way
 */
export async function measureColor() {
  const core = await bundledCore('color', 'methods', 'practice');
  const { anyCamera, commonLights, curveOf, cardSteps, daylight, learnCard, matchOfPhoto, plantLight } = core;
  const { positionOf, readPhoto, seededRandom, shippedMethods, simulatedPhoto, valueAt } = core;
  const methods = shippedMethods.filter(({ result }) => result.by === 'card' || result.by === 'wheel');
  const rows = [];
  methods.forEach((method, number) => {
    const { card } = method.result;
    const top = card.values.length - 1;
    const random = seededRandom(firstSeed + number);
    const scene = { ...size, withCard: true, withGray: true, random };
    // The card learned once, with another phone in good light.
    const lesson = simulatedPhoto({
      ...scene,
      card,
      amount: card.values[1],
      light: daylight(5500),
      camera: anyCamera(random),
      gradient: 0,
      glare: 0,
    });
    const learned = {
      ...card,
      ...learnCard(asJpeg(lesson.photo), {
        paper: lesson.boxes.paper,
        swatches: lesson.swatches,
        gray: lesson.boxes.gray,
      }),
    };
    const steps = cardSteps(curveOf(card)).map((s) => s.deltaE);
    for (const light of [...commonLights, plantLight])
      for (let k = 0; k < perCell; k++) {
        const position = ((k + random.next()) / perCell) * top;
        const amount = valueAt(card, position);
        const made = simulatedPhoto({
          ...scene,
          card,
          amount,
          light,
          camera: anyCamera(random),
          gradient: random.spread(0.12),
          glare: 0.5 * random.next(),
        });
        const photo = asJpeg(made.photo);
        for (const [way, boxes, against] of [
          ['beside', { ...made.boxes, gray: undefined }, card],
          ['learned', { ...made.boxes, card: undefined }, learned],
        ]) {
          const reading = readPhoto(photo, boxes, against);
          const match = matchOfPhoto(against, reading);
          const isPlaced = match?.found === 'photo';
          const place = (value, open) => (value === null ? open : positionOf(card, value));
          rows.push({
            method: method.name,
            light: light.name,
            readable: light !== plantLight,
            way,
            step: steps[Math.min(Math.floor(position), top - 1)],
            refused: reading.refusal?.reason ?? null,
            held: match !== null && holds(match, amount, card.values),
            off: isPlaced ? Math.abs(positionOf(card, match.best) - position) : match ? 1 : null,
            width: isPlaced ? place(match.high, top) - place(match.low, 0) : null,
          });
        }
      }
  });
  return rows;
}

const median = (values) => {
  const sorted = values.filter((v) => v !== null).sort((a, b) => a - b);
  return sorted.length > 0 ? sorted[Math.floor(sorted.length / 2)] : null;
};
const two = (x) => (x === null ? '–' : x.toFixed(2));
const percent = (part, whole) => (whole === 0 ? '–' : `${((100 * part) / whole).toFixed(0)} %`);

/** What a group of rows comes to. */
function summary(rows) {
  const read = rows.filter((r) => r.refused === null);
  return {
    photographs: rows.length,
    refused: rows.length - read.length,
    held: percent(read.filter((r) => r.held).length, read.length),
    off: two(median(read.filter((r) => r.step > 8).map((r) => r.off))),
    width: two(median(read.map((r) => r.width))),
  };
}

/** Prints the sums. */
export async function benchColor(say) {
  const rows = await measureColor();
  for (const [way, name] of [
    ['beside', 'photographs with the card beside the tube'],
    ['learned', 'photographs against a card learned before'],
  ]) {
    const of = rows.filter((r) => r.way === way && r.readable);
    const { photographs, refused, held, off } = summary(of);
    say(`${name}: stated range holds the truth`, `${held} of ${photographs - refused}`);
    say('  best guess off, in steps of the card, median (steps over ΔE 8)', off);
  }
  const plant = rows.filter((r) => !r.readable);
  const read = plant.filter((r) => r.refused === null);
  say('photographs under a plant light: refused', `${plant.length - read.length} of ${plant.length}`);
  return rows;
}

/** The tables for docs/color-accuracy.md. */
function tables(rows) {
  const table = (way, key, name) => {
    const of = rows.filter((r) => r.way === way);
    const groups = [...new Set(of.map((r) => r[key]))];
    const lines = groups.map((group) => {
      const s = summary(of.filter((r) => r[key] === group && (key === 'light' || r.readable)));
      return `| ${group} | ${s.photographs} | ${s.refused} | ${s.held} | ${s.off} | ${s.width} |`;
    });
    const all = summary(of.filter((r) => r.readable));
    return [
      `| ${name} | photographs | refused | range holds the truth | best guess off, steps | width of the range, steps |`,
      '| --- | --- | --- | --- | --- | --- |',
      ...lines,
      `| **all but the plant light** | ${all.photographs} | ${all.refused} | ${all.held} | ${all.off} | ${all.width} |`,
    ].join('\n');
  };
  return `# How well a photograph reads

Written by \`node scripts/bench-color.mjs --write\`, from simulated photographs of known amounts; the same ones in every
run (seed ${firstSeed}). Each is ${size.width} × ${size.height}, saved as JPEG of quality ${quality} and opened again. Cameras, exposure, noise, glare and
the fall of light differ from one to the next; swatches are printed with three inks, so that in other light they look
otherwise than the dyes they stand for. They are no photographs of real water: what they show is that the arithmetic is
honest about light, ink and sensor, not that every phone is.

"Range holds the truth" counts those that were read. "Best guess off" is the median, in steps from swatch to swatch,
where the step is over ΔE 8. "Width" is the median width of the stated range in such steps.

## With the card beside the tube

${table('beside', 'light', 'light')}

${table('beside', 'method', 'method')}

## Against a card learned before, with paper and gray

${table('learned', 'light', 'light')}

${table('learned', 'method', 'method')}
`;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const rows = await benchColor((name, value) => console.log(`${name.padEnd(74)} ${value}`));
  const file = join(root, 'docs/color-accuracy.md');
  if (process.argv.includes('--write'))
    writeFileSync(file, await format(tables(rows), { ...(await resolveConfig(file)), filepath: file }));
}
