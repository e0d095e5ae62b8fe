import { spawnSync } from 'node:child_process';
import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Served, expect, test } from './served';

const root = join(new URL('.', import.meta.url).pathname, '..');

/** Links everything that is in one folder into another, but what is left out. */
function linkAll(from: string, to: string, without: readonly string[] = []): void {
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from))
    if (!without.includes(name)) symlinkSync(join(from, name), join(to, name));
}

/** A copy of the project that shares the installed packages and is built by itself. */
function copyOfProject(): string {
  const copy = mkdtempSync(join(tmpdir(), 'hedge-lamp-copy-'));
  const isSource = (path: string) =>
    !/[\\/](node_modules|dist|\.cache|test)([\\/]|$)/.test(path.slice(root.length));
  for (const name of ['packages', 'scripts', 'package.json', 'tsconfig.base.json'])
    cpSync(join(root, name), join(copy, name), { recursive: true, filter: isSource, force: true });
  linkAll(join(root, 'node_modules'), join(copy, 'node_modules'), ['@hedge-lamp', '.package-lock.json']);
  linkAll(join(copy, 'packages'), join(copy, 'node_modules', '@hedge-lamp'));
  linkAll(join(root, 'packages/server/node_modules'), join(copy, 'packages/server/node_modules'));
  return copy;
}

/** Silicate, read on a card: two files, and nothing else is told of it. */
function addSilicate(copy: string): string[] {
  const folder = join(copy, 'packages/core/src/parameters');
  const own = join(folder, 'silicate.ts');
  writeFileSync(
    own,
    `import { milligrams } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const silicate = {
  ...dissolved,
  id: 'silicate',
  label: 'Silicate',
  kind: { name: 'silicate', units: milligrams('SiO2', 1, 'as silica') },
  usualUnit: 'mg/L SiO2',
  possible: [0, 1000],
  danger: 16,
  read: [
    {
      by: 'card',
      colors: 'clear to yellow',
      unit: 'mg/L SiO2',
      values: [0, 0.5, 1, 2, 5, 10],
      dye: { bands: [{ center: 410, width: 90, height: 0.3 }], half: 8 },
      bottles: [['acid'], ['dye']],
      milliliters: 5,
      dropsOfEach: 4,
      waitSeconds: 180,
    },
  ],
  source: 'Made up for a test.',
} as const satisfies Parameter;
`,
  );
  const registry = join(folder, 'registry.ts');
  writeFileSync(
    registry,
    readFileSync(registry, 'utf8')
      .replace('import { turbidity }', "import { silicate } from './silicate';\nimport { turbidity }")
      .replace('  rockCarbonate,\n]', '  silicate,\n  rockCarbonate,\n]'),
  );
  return [own, registry];
}

test('a new parameter that is read on a card is at most three files, and every page knows it', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const copy = copyOfProject();
  const served = new Served(false, join(copy, 'packages/server/dist/main.mjs'));
  try {
    expect(addSilicate(copy).length).toBeLessThanOrEqual(3);
    const types = spawnSync('npx', ['tsc', '--noEmit', '-p', 'packages/core'], {
      cwd: copy,
      encoding: 'utf8',
    });
    expect(types.stdout).toBe('');
    const built = spawnSync('node', ['scripts/build.mjs', '--quick'], { cwd: copy, encoding: 'utf8' });
    expect(built.status, built.stderr).toBe(0);

    await served.start();
    const water = await served.water();
    await page.goto(`${served.url}/waters/${water}/bench?tests=silicate`);
    await expect(page.getByRole('checkbox', { name: 'Silicate, two bottles' })).toBeChecked();
    await page
      .getByRole('button', { name: /^Start/ })
      .first()
      .click();
    await expect(page.getByText(/^Step 1 of/)).toBeVisible();

    await page.goto(`${served.url}/waters/${water}/log`);
    await page.getByRole('button', { name: /Write in a reading/ }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('What was measured').selectOption({ label: 'Silicate' });
    await dialog.getByLabel('How', { exact: true }).selectOption({ label: 'Another way, figure only' });
    await dialog.getByLabel('Silicate', { exact: true }).fill('3');
    await dialog.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('3 (2–5) mg/L SiO2').first()).toBeVisible();

    await page.goto(`${served.url}/waters/${water}/trace/silicate`);
    await expect(page.getByText(/Silicate: 1 reading; the newest/)).toBeVisible();
    await page.goto(`${served.url}/waters/${water}/today`);
    await expect(page.getByRole('heading', { name: 'Silicate' })).toBeVisible();
    await page.goto(`${served.url}/cards`);
    await expect(page.getByText('Silicate, clear to yellow').first()).toBeVisible();
    await page.goto(`${served.url}/waters/${water}/limits`);
    await page.getByRole('button', { name: 'Add a limit', exact: true }).click();
    await page.getByLabel('What', { exact: true }).selectOption({ label: 'Silicate' });
  } finally {
    await served.remove();
    rmSync(copy, { recursive: true, force: true });
  }
});
