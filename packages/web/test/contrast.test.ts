import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** What the two themes say of each color, by name. */
function themes(): Record<'light' | 'dark', Map<string, string>> {
  const scss = readFileSync(join(__dirname, '../src/theme/theme.scss'), 'utf8');
  const plain = new Map([...scss.matchAll(/^\$(\w+): (#[0-9a-f]{6});/gm)].map((m) => [m[1]!, m[2]!]));
  const of = (from: string, to: string) =>
    new Map(
      [...scss.slice(scss.indexOf(from), scss.indexOf(to)).matchAll(/--hl-([\w-]+): ([^;]+);/g)].map((m) => [
        m[1]!,
        m[2]!.replace(/#\{\$(\w+)\}/, (_, name: string) => plain.get(name) ?? ''),
      ]),
    );
  const light = of(':root,', "[data-bs-theme='dark'] {");
  const dark = new Map([...light, ...of("[data-bs-theme='dark'] {", '.btn-primary')]);
  light.set('ink', plain.get('ink')!);
  dark.set('ink', '#e9ece8');
  light.set('paper', plain.get('paper')!);
  dark.set('paper', '#141a17');
  return { light, dark };
}
const told = themes();

type Rgb = readonly [number, number, number];
const rgb = (hex: string): Rgb => {
  const n = parseInt(hex.slice(1), 16);
  return [(n >> 16) & 255, (n >> 8) & 255, n & 255];
};
/** A color laid thinly over a ground. */
const over = (top: Rgb, ground: Rgb, opacity: number): Rgb =>
  [0, 1, 2].map((k) => top[k]! * opacity + ground[k]! * (1 - opacity)) as unknown as Rgb;
/** WCAG 2.2, relative luminance and contrast ratio. */
const luminance = (color: Rgb) => {
  const [r, g, b] = color.map((c) => {
    const share = c / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: Rgb, b: Rgb) => {
  const [x, y] = [luminance(a), luminance(b)].sort((p, q) => q - p) as [number, number];
  return (x + 0.05) / (y + 0.05);
};

it('knows black on white, as WCAG has it', () => {
  expect(contrast([0, 0, 0], [255, 255, 255])).toBeCloseTo(21, 9);
  // W3C's own example of a gray that just passes: #767676 on white is 4.54.
  expect(contrast(rgb('#767676'), [255, 255, 255])).toBeCloseTo(4.54, 2);
});

describe.each(['light', 'dark'] as const)('what is drawn on a beam, in the %s theme', (theme) => {
  const color = (name: string) => rgb(told[theme].get(name)!);
  const lit = color('lit');

  it('is told by its edge, whatever lies behind a capsule', () => {
    // The capsule, its edge, and the halo that parts it from foliage.
    expect(contrast(color('capsule-edge'), color('amber'))).toBeGreaterThan(3);
    expect(contrast(color('capsule-edge'), color('halo'))).toBeGreaterThan(2.9);
    expect(contrast(color('ink'), color('dusk'))).toBeGreaterThan(4.5);
  });
  it('shows single leaves, closed foliage and banks on lit and on late water', () => {
    for (const water of [lit, color('late')]) {
      const sparse = Number(told[theme].get('leaf-sparse'));
      expect(contrast(over(color('leaf'), water, sparse), water)).toBeGreaterThan(
        theme === 'light' ? 3 : water === lit ? 3 : 2,
      );
      expect(contrast(color('bank'), water)).toBeGreaterThan(theme === 'light' ? 3 : water === lit ? 3 : 2);
    }
  });
  it('shows the oldest ghost on lit and late water, and on dusk', () => {
    for (const water of ['lit', 'late'] as const)
      expect(contrast(over(color('ghost'), color(water), 0.75), color(water))).toBeGreaterThan(2.7);
    expect(contrast(color('ghost'), color('dusk'))).toBeGreaterThan(2.7);
  });
  it('writes limits in the water, and "not read" in the dark, to be read', () => {
    for (const water of ['lit', 'late', 'dusk'] as const)
      expect(contrast(color('ink'), color(water))).toBeGreaterThan(4.5);
    expect(contrast(color('on-dark'), color('dark'))).toBeGreaterThan(4.5);
  });
  it('writes each status in its color on paper, sheet and shade', () => {
    for (const status of ['clear', 'watch', 'act', 'urgent', 'unread', 'quiet'] as const)
      for (const ground of ['paper', 'sheet', 'shade', 'pool'] as const)
        expect([status, ground, contrast(color(status), color(ground)) > 4.5]).toEqual([
          status,
          ground,
          true,
        ]);
  });
});
