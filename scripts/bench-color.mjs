import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import jpeg from 'jpeg-js';
import { format, resolveConfig } from 'prettier';
import { bundledCore } from './bundled-core.mjs';
import { root } from './ready.mjs';

/**
 * Photographs of each colored method, level and maker; the same in every run. Their seeds are some that nothing was set
 * by: the doubts and the first guess were set on others.
 */
const small = {
  perCell: 6,
  firstSeed: 31_000_000,
  sizes: [
    [480, 360],
    [640, 480],
    [420, 560],
    [600, 338],
  ],
};
/** As wide as the program scales a phone's picture to. */
const large = { perCell: 1, firstSeed: 47_000_000, sizes: [[1600, 1200]], widths: [1600] };
const makers = ['stand-in camera', 'second maker'];
const levels = ['mild', 'window', 'poor'];
const ways = ['exact boxes', 'first guess alone', 'learned card'];

/** A photograph saved and opened again, as a camera's is. */
const asJpeg = (photo, quality) => {
  const { data } = jpeg.encode({ ...photo, data: Buffer.from(photo.data.buffer) }, quality);
  const opened = jpeg.decode(data, { useTArray: true, maxMemoryUsageInMB: 1024 });
  return { width: opened.width, height: opened.height, data: new Uint8ClampedArray(opened.data.buffer) };
};

/** Intersection over union of two boxes; 0 where one was not found. */
function intersectionOverUnion(a, b) {
  if (!a || !b) return 0;
  const width = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left);
  const height = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top);
  if (width <= 0 || height <= 0) return 0;
  return (width * height) / (a.width * a.height + b.width * b.height - width * height);
}

/**
 * Photographs of known amounts by two makers, read with exact boxes, by the first guess alone, and against a card that
 * was learned before: how often the stated range holds the truth, how wide it is, how far the best guess is off.
 * @returns rows, one for each photograph and way
 */
export async function measureColor({ perCell, firstSeed, sizes, widths } = small) {
  const core = await bundledCore('color', 'methods', 'quantity', 'packages/core/test/color/second-photos');
  const { guessBoxes, learnCard, matchOfPhoto, positionOf, readPhoto, seededRandom, shippedMethods } = core;
  const { cardInterval, sceneOfLevel, secondPhoto, simulatedPhoto, usualLayout, valueAt } = core;
  const methods = shippedMethods.filter(({ result }) => result.by === 'card' || result.by === 'wheel');
  const rows = [];
  methods.forEach((method, number) => {
    const { card } = method.result;
    const top = card.values.length - 1;
    // The card learned once, with another phone in good light.
    const lesson = simulatedPhoto({
      ...sceneOfLevel(
        'mild',
        { card, amount: card.values[1], width: 640, height: 480 },
        seededRandom(firstSeed + number),
      ),
      layout: usualLayout,
      glare: 0,
    });
    const { paper, gray } = lesson.boxes;
    const learned = {
      ...card,
      ...learnCard(asJpeg(lesson.photo, 90), { paper, swatches: lesson.swatches, gray }),
    };
    levels.forEach((level, l) => {
      for (const [m, maker] of makers.entries())
        for (let k = 0; k < perCell; k++) {
          const seed = firstSeed + 1000 * number + 100 * l + 10 * k + m;
          const random = seededRandom(seed);
          // One in eight is past the top: there the range has to be open.
          const isPast = random.next() < 0.125;
          const position = isPast ? top : ((k + random.next()) / perCell) * top;
          const beyond =
            card.unit === 'pH'
              ? card.values[top] + 0.8 * random.next()
              : card.values[top] * (1 + 2.5 * random.next());
          const amount = isPast ? beyond : valueAt(card, position);
          const [width, height] = sizes[Math.floor(random.next() * sizes.length)];
          const made =
            m === 0
              ? simulatedPhoto(sceneOfLevel(level, { card, amount, width, height }, random))
              : secondPhoto({ card, amount, level, seed: seed % 1_000_003, ...(widths && { widths }) });
          const photo = asJpeg(made.photo, 80 + Math.floor(15 * random.next()));
          const exact = { ...made.boxes, gray: undefined, cardRows: made.cardRows };
          const guess = guessBoxes(photo, card.values.length, card);
          const isWhole = guess.paper && guess.vial && guess.card;
          const tries = [
            ['exact boxes', exact, card],
            [
              'first guess alone',
              isWhole && { paper: guess.paper, vial: guess.vial, card: guess.card, cardRows: guess.cardRows },
              card,
            ],
            // The second maker has no leaflet that it was learned from.
            ...(m === 0 ? [['learned card', { ...made.boxes, card: undefined }, learned]] : []),
          ];
          for (const [way, boxes, against] of tries) {
            let match = null;
            let refusal = 'not found';
            if (boxes)
              try {
                const reading = readPhoto(photo, boxes, against);
                match = matchOfPhoto(against, reading);
                refusal = reading.refusal?.reason ?? null;
              } catch {
                refusal = 'wrong-box';
              }
            const told = match && cardInterval(against, match);
            const place = (value) =>
              value === Infinity ? top : value === -Infinity ? 0 : positionOf(card, value);
            rows.push({
              method: method.name,
              maker,
              level,
              way,
              poisonPast: isPast && /ammonia|nitrite/.test(card.chemistry),
              refused: told ? null : refusal,
              held: told !== null && told.low <= amount && amount <= told.high,
              inside: told !== null && told.high !== Infinity,
              off: told && !isPast ? Math.abs(place(told.best) - position) : null,
              width: told ? place(told.high) - place(told.low) : null,
              tube: intersectionOverUnion(guess.vial, made.boxes.vial),
              card: intersectionOverUnion(guess.card, made.boxes.card),
            });
          }
        }
    });
  });
  return rows;
}

/** Strips of five pads by both makers, of each level: what each pad reads, with exact boxes and by the first guess. */
export async function measureStrips(perLevel = 12, firstStrip = 59_000_000) {
  const core = await bundledCore('color', 'methods', 'quantity', 'packages/core/test/color/second-strips');
  const { cardInterval, guessStrip, matchOfPhoto, positionOf, readStrip, sceneOfLevel, seededRandom } = core;
  const { result } = core.shippedMethods.find((method) => method.result.by === 'strip');
  const cards = result.pads.map((pad) => pad.card);
  const rows = [];
  for (const [m, maker] of makers.entries())
    for (const [l, level] of levels.entries())
      for (let k = 0; k < perLevel; k++) {
        const seed = firstStrip + 1000 * m + 100 * l + k;
        const random = seededRandom(seed);
        const pads = cards.map((card) => ({
          card,
          amount: core.valueAt(card, random.next() * (card.values.length - 1)),
        }));
        const [width, height] = k % 3 === 0 ? [1600, 1200] : small.sizes[k % small.sizes.length];
        const scene = sceneOfLevel(level, { ...pads[0], width, height }, random);
        const turned = random.next() < 0.5;
        const { photo: made, boxes } =
          m === 0
            ? core.simulatedStrip({ ...scene, pads, turned })
            : core.secondStrip({ pads, level, seed: seed % 1_000_003 });
        const photo = asJpeg(made, 85);
        const guess = guessStrip(photo, cards);
        const isWhole = guess.paper && guess.strip && guess.rows.every((row) => row);
        for (const [way, marked] of [
          ['exact boxes', boxes],
          ['first guess alone', isWhole && guess],
        ]) {
          const readings = marked ? readStrip(photo, marked, cards) : [];
          cards.forEach((card, n) => {
            const match = readings[n] ? matchOfPhoto(card, readings[n]) : null;
            const told = match && cardInterval(card, match);
            const top = card.values.length - 1;
            const place = (value) =>
              value === Infinity ? top : value === -Infinity ? 0 : positionOf(card, value);
            const { amount } = pads[n];
            rows.push({
              way,
              maker,
              level,
              refused: told ? null : (readings[n]?.refusal?.reason ?? 'not found'),
              held: told !== null && told.low <= amount && amount <= told.high,
              off: told ? Math.abs(place(told.best) - positionOf(card, amount)) : null,
              width: told ? place(told.high) - place(told.low) : null,
            });
          });
        }
      }
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
    refused: percent(rows.length - read.length, rows.length),
    held: percent(read.filter((r) => r.held).length, read.length),
    off: two(median(read.map((r) => r.off))),
    width: two(median(read.map((r) => r.width))),
  };
}

/** Prints the sums. */
export async function benchColor(say) {
  const rows = await measureColor();
  for (const way of ways)
    for (const level of levels) {
      const { photographs, refused, held, width } = summary(
        rows.filter((r) => r.way === way && r.level === level),
      );
      say(
        `${way}, ${level}: stated range holds the truth`,
        `${held} (${photographs} photographs, refused ${refused})`,
      );
      say('  width of the range, in steps of the card, median', width);
    }
  const past = rows.filter((r) => r.poisonPast && r.refused === null);
  say(
    'poison past the top of its card, told as inside it',
    `${past.filter((r) => r.inside).length} of ${past.length}`,
  );
  return rows;
}

/** The tables for docs/color-accuracy.md. */
function tables(rows, wide, strips) {
  const head = (name) => [
    `| ${name} | photographs | refused | range holds the truth | best guess off, steps | width of the range, steps |`,
    '| --- | --- | --- | --- | --- | --- |',
  ];
  const line = (name, of) => {
    const s = summary(of);
    return `| ${name} | ${s.photographs} | ${s.refused} | ${s.held} | ${s.off} | ${s.width} |`;
  };
  const byLevel = (way) =>
    [
      ...head('maker, level'),
      ...makers.flatMap((maker) =>
        levels.flatMap((level) => {
          const of = rows.filter((r) => r.way === way && r.maker === maker && r.level === level);
          return of.length > 0 ? [line(`${maker}, ${level}`, of)] : [];
        }),
      ),
      line(
        '**all**',
        rows.filter((r) => r.way === way),
      ),
    ].join('\n');
  const byWay = (of) =>
    [
      ...head('boxes, level'),
      ...ways.slice(0, 2).flatMap((way) =>
        levels.map((level) =>
          line(
            `${way}, ${level}`,
            of.filter((r) => r.way === way && r.level === level),
          ),
        ),
      ),
    ].join('\n');
  const byMethod = (way) =>
    [
      ...head('method'),
      ...[...new Set(rows.map((r) => r.method))].map((method) =>
        line(
          method,
          rows.filter((r) => r.way === way && r.method === method),
        ),
      ),
    ].join('\n');
  const share = (of, name, least) => percent(of.filter((r) => r[name] > least).length, of.length);
  const guessed = [
    '| maker, level | tube: overlap, median | tube over 0.5 | card: overlap, median | card over 0.6 |',
    '| --- | --- | --- | --- | --- |',
    ...makers.flatMap((maker) =>
      levels.map((level) => {
        const of = rows.filter((r) => r.way === 'exact boxes' && r.maker === maker && r.level === level);
        return `| ${maker}, ${level} | ${two(median(of.map((r) => r.tube)))} | ${share(of, 'tube', 0.5)} | ${two(median(of.map((r) => r.card)))} | ${share(of, 'card', 0.6)} |`;
      }),
    ),
  ].join('\n');
  const reasons = {};
  for (const r of rows.filter((row) => row.way === 'exact boxes' && row.refused))
    reasons[r.refused] = (reasons[r.refused] ?? 0) + 1;
  const past = rows.filter((r) => r.poisonPast && r.refused === null);
  return `# How well a photograph reads

Written by \`node scripts/bench-color.mjs --write\`, from made-up photographs of known amounts, the same ones in every
run. Their seeds are others than those by which the reader was set. They are no photographs of real water: what they
show is that the arithmetic is honest about light, print, glass and phone, not that every phone is.

Two makers, of different structure, so that the reader does not merely undo its own model:

- **stand-in camera** (ships with the app): spectra of light, dye, ink and sensor; print runs with ink strength, dot gain
  and stray; picture modes (tone, saturation, sharpening, veil); light from the side off a colored wall; dark edges,
  meniscus and cloudiness of the tube; turn and perspective; rows, columns, two rows, swatches edge to edge, rack, hand.
- **second maker** (only in the tests): no spectra; colors along a spline in Lab that level off past the card; a kit that
  strays from the drawn card, its print from its dye and the light from both; a camera of gains and curves; things seen
  through a bent quadrilateral; round swatches, tables with a grain, tubes at the border.

Levels: **mild**, laid out with care in good light; **window**, beside a kitchen window; **poor**, in the evening, in a
hurry, under a bulb or a poor LED. One photograph in eight is past the top of its card.

"Range holds the truth" counts those that were read. "Best guess off" is the median in steps from swatch to swatch,
"width" the median width of the stated range in such steps; an open end counts as the end of the card. A range is meant
to hold nine times in ten.

## With the card beside the tube, boxes where they belong

${byLevel('exact boxes')}

${byMethod('exact boxes')}

Refused, by reason: ${Object.entries(reasons)
    .sort((a, b) => b[1] - a[1])
    .map(([reason, count]) => `${reason} ${count}`)
    .join(', ')}.

A poison (ammonia, nitrite) past the top of its card was told as inside it in ${past.filter((r) => r.inside).length} of ${past.length} readings, over all ways.

## By the first guess alone, nothing touched

${byLevel('first guess alone')}

How well the first guess lies, as the overlap (intersection over union) with where things are:

${guessed}

## Photographs 1,600 pixels wide

A phone's picture is scaled to so many before it is read. Both makers together, of every method one each.

${byWay(wide)}

## Strips

Five pads in one go; each pad counts as a photograph. The pad's color is the dye's, the card's is print. The stand-in camera
lays them in one way; the second maker upright or lying, on either side of the card, whose rows lie at places of their own.

${makers.map((maker) => `By the ${maker}:\n\n${byWay(strips.filter((r) => r.maker === maker))}`).join('\n\n')}

## Against a card learned before, with paper and gray

${byLevel('learned card')}

${byMethod('learned card')}
`;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const rows = await benchColor((name, value) => console.log(`${name.padEnd(74)} ${value}`));
  const file = join(root, 'docs/color-accuracy.md');
  if (process.argv.includes('--write')) {
    const text = tables(rows, await measureColor(large), await measureStrips());
    writeFileSync(file, await format(text, { ...(await resolveConfig(file)), filepath: file }));
  }
}
