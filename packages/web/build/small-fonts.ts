import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';

/** Style sheets that name a variable font's files. */
const sheet = /@fontsource-variable\/[\w-]+\/wght\.css$/;
const fontFile = /url\(\.\/(?<file>files\/[\w-]+-latin-wght-normal\.woff2)\)/;

const from = (first: number, last: number) =>
  Array.from({ length: last - first + 1 }, (_, k) => String.fromCodePoint(first + k)).join('');

/** What is written here: Latin letters, figures above and below the line, signs. Others come from the device's own fonts. */
const characters = [
  from(0x20, 0x7e),
  from(0xa0, 0xff),
  'ıŒœŸ',
  from(0x2010, 0x2015),
  '‘’‚“”„†•…‰′″‹›€™←↑→↓−≈≠≤≥',
  from(0x2070, 0x209c),
].join('');
/** The theme uses no others. */
const weights = { wght: { min: 400, max: 750 } };

/** Takes of each font the characters and weights that are used: half of what it weighs. Other scripts are left out. */
export function smallFonts(): Plugin {
  return {
    name: 'small-fonts',
    apply: 'build',
    enforce: 'pre',
    async load(id) {
      if (!sheet.test(id)) return null;
      const face = readFileSync(id, 'utf8')
        .split(/(?=@font-face)/)
        .find((one) => fontFile.test(one));
      const file = face && fontFile.exec(face)?.groups?.file;
      if (!file) throw new Error(`${id} names no font of Latin letters.`);
      const source = await subsetFont(readFileSync(join(dirname(id), file)), characters, {
        targetFormat: 'woff2',
        variationAxes: weights,
      });
      const hash = createHash('sha256').update(source).digest('hex').slice(0, 8);
      const fileName = `assets/${/files\/(?<name>.*)-latin/.exec(file)?.groups?.name}-${hash}.woff2`;
      this.emitFile({ type: 'asset', fileName, source });
      return face
        .replace(fontFile, `url(/${fileName})`)
        .replace(/font-weight:[^;]+;/, `font-weight: ${weights.wght.min} ${weights.wght.max};`)
        .replace(/unicode-range:[^;]+;/, '');
    },
  };
}
