import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, readdirSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import Sqlite from 'better-sqlite3';
import { faults } from './axe-faults';
import { Served, expect, tabTo, test } from './served';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name });
const waters = (of: Served) =>
  of.call<{ name: string }[]>('GET', '/api/waters').then((all) => all.map((w) => w.name));
const zipsOf = (of: Served) => readdirSync(`${of.folder}-backups`).filter((n) => n.endsWith('.zip'));

/** Changes the data of a server that does not run. */
function inData(of: Served, act: (client: Sqlite.Database) => void): void {
  const client = new Sqlite(join(of.folder, 'hedge-lamp.sqlite'));
  try {
    act(client);
  } finally {
    client.close();
  }
}

async function backUpOn(page: Page, of: Served): Promise<void> {
  await page.goto(`${of.url}/backups`);
  await button(page, 'Back up now').click();
  await expect(page.getByText(/Backup made and read back/)).toBeVisible();
}

test('a newcomer backs up, loses a water, looks inside, restores, and undoes it', async ({
  page,
  served,
}) => {
  await served.water();
  await page.goto(served.url);
  await page.getByRole('link', { name: 'Backups', exact: true }).click();
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  await button(page, 'Back up now').click();
  await expect(page.getByText(/Backup made and read back/)).toBeVisible();
  await expect(page.getByText(/The last good backup was made (just now|today)/)).toBeVisible();
  expect(zipsOf(served)).toHaveLength(1);
  await served.water({ name: 'Made since' });
  await button(page, /^Look inside/).click();
  const row = page.getByRole('row', { name: /^Waters/ });
  await expect(row.getByRole('cell').nth(0)).toHaveText('2');
  await expect(row.getByRole('cell').nth(1)).toHaveText('1');
  await expect(page.getByText('not here afterwards: 1 water (Made since).')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  // Looking changes nothing; nor does closing, or leaving the page.
  await button(page, 'Close it').click();
  await expect(button(page, 'Restore this backup')).toBeHidden();
  expect(await waters(served)).toEqual(['Reed tank', 'Made since']);
  await button(page, /^Look inside/).click();
  await button(page, 'Restore this backup').click();
  await expect(page.getByText(/other data are here now/)).toBeVisible({ timeout: 30_000 });
  expect(await waters(served)).toEqual(['Reed tank']);
  // The page at hand shows it too, on every place.
  await expect(page.getByRole('link', { name: /^All waters: 1 / })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await button(page, /^Bring back what was here/).click();
  await expect(page.getByRole('link', { name: /^All waters: 2 / })).toBeVisible({ timeout: 30_000 });
  expect(await waters(served)).toEqual(['Reed tank', 'Made since']);
});

test('two pages restore at the same moment: it is done once, and both see it', async ({ page, served }) => {
  await served.water();
  await backUpOn(page, served);
  await served.water({ name: 'Made since' });
  await button(page, /^Look inside/).click();
  await expect(button(page, 'Restore this backup')).toBeVisible();
  const second = await page.context().newPage();
  await second.goto(`${served.url}/backups`);
  await expect(button(second, 'Restore this backup')).toBeVisible();
  await Promise.all([
    button(page, 'Restore this backup').click(),
    button(second, 'Restore this backup').click(),
  ]);
  for (const one of [page, second])
    await expect(one.getByText(/other data are here now/)).toBeVisible({ timeout: 30_000 });
  expect(await waters(served)).toEqual(['Reed tank']);
  // One undo undoes it: nothing was kept aside twice.
  await expect(button(page, /^Bring back what was here/)).toHaveCount(1);
});

test('moving to another machine: a downloaded file, chosen there', async ({ page, served, browser }) => {
  const water = await served.water({ name: 'Moved tank' });
  await served.khReading(water, 6);
  await backUpOn(page, served);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Download/ }).click(),
  ]);
  // A second machine.
  const other = new Served(false);
  await other.start();
  try {
    const there = await browser.newPage();
    await there.goto(other.url);
    await there.getByRole('link', { name: 'Restore a backup' }).click();
    const file = join(other.folder, '..', download.suggestedFilename());
    await download.saveAs(file);
    await there.getByLabel('Backup file').setInputFiles(file);
    await expect(there.getByText('Its waters: Moved tank.')).toBeVisible();
    await button(there, 'Restore this backup').click();
    await expect(there.getByText(/other data are here now/)).toBeVisible({ timeout: 30_000 });
    expect(await waters(other)).toEqual(['Moved tank']);
    expect(await other.entered(water)).toEqual([{ how: 'drops', drops: 6 }]);
    execFileSync('rm', ['-f', file]);
    await there.close();
  } finally {
    await other.remove();
  }
});

test('a wrong file, a cut file and an empty one are refused in a sentence, and the page goes on', async ({
  page,
  served,
}) => {
  await served.water();
  await backUpOn(page, served);
  const good = readFileSync(join(`${served.folder}-backups`, zipsOf(served)[0]!));
  const choose = (name: string, buffer: Buffer) =>
    page.getByLabel('Backup file').setInputFiles({ name, mimeType: 'application/zip', buffer });
  await choose('letter.zip', Buffer.from('Dear diary'));
  await expect(page.getByText(/letter\.zip is no backup of Hedge Lamp\. Nothing was changed/)).toBeVisible();
  await choose('cut.zip', good.subarray(0, good.length - 500));
  await expect(page.getByText(/cut\.zip is damaged or cut short/)).toBeVisible();
  await choose('empty.zip', Buffer.alloc(0));
  await expect(page.getByText('This file is empty. Choose another one.')).toBeVisible();
  expect(await waters(served)).toEqual(['Reed tank']);
  // One that went bad where it lies is named as such, and is not the last good one.
  truncateSync(join(`${served.folder}-backups`, zipsOf(served)[0]!), 2000);
  await page.reload();
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  await expect(button(page, /^Look inside/)).toHaveCount(0);
  await expect(page.getByText(/damaged or cut short/)).toBeVisible();
});

test('a backup that Check found damaged is none any more, nor after a new start', async ({
  page,
  served,
}) => {
  await served.water();
  await backUpOn(page, served);
  await expect(page.getByText(/The last good backup was made/)).toBeVisible();
  const path = join(`${served.folder}-backups`, zipsOf(served)[0]!);
  const bytes = readFileSync(path);
  // Amid the packed data: its list of contents is as it was.
  bytes[1000] = bytes[1000]! ^ 1;
  writeFileSync(path, bytes);
  await page.reload();
  await button(page, /^Check every byte/).click();
  await expect(page.getByText(/is damaged or cut short/)).toBeVisible();
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  await expect(page.getByText(/not as they were made/)).toBeVisible();
  await expect(button(page, /^Look inside/)).toHaveCount(0);
  expect(await faults(page)).toEqual([]);
  await served.kill();
  await served.start();
  await page.reload();
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  await expect(page.getByText(/not as they were made/)).toBeVisible();
});

test('photographs whose files are gone are said beside the backup, and how it stands', async ({
  page,
  served,
}) => {
  await served.water();
  await served.kill();
  inData(served, (client) =>
    client
      .prepare("insert into photos (id, digest, bytes, created_at) values (?, 'x', 300, 1)")
      .run('3c8f5a62-4f6e-4a7e-9a11-000000000001'),
  );
  await served.start();
  await backUpOn(page, served);
  await page.reload();
  await expect(page.getByText(/was made just now\. Not all photographs are in it/)).toBeVisible();
  const row = page.getByRole('listitem').filter({ hasText: 'It lacks 1 photograph' });
  await expect(row).toContainText('1 water, 0 readings, 0 photographs');
  // Nor does looking inside say that it is there.
  await button(page, /^Look inside/).click();
  const photographs = page.getByRole('row', { name: /^Photographs/ });
  await expect(photographs.getByRole('cell').nth(1)).toHaveText('0');
  await expect(page.getByText(/Neither in it nor here: 1 photograph\./)).toBeVisible();
});

test('14 days without a backup are said on the first page; a folder that will not do, beside its field', async ({
  page,
  served,
}) => {
  await served.water();
  await served.kill();
  inData(served, (client) =>
    client.prepare('update waters set created_at = created_at - 15 * 86400000').run(),
  );
  await served.start();
  await page.goto(served.url);
  await expect(page.getByText(/No good backup was made in the last 14 days/)).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('link', { name: 'See backups' }).click();
  await button(page, 'Choose another folder').click();
  const field = page.getByLabel('Folder for backups');
  await field.fill(join(served.folder, 'inside'));
  await field.press('Enter');
  await expect(page.getByText(/lies in the data folder, and would be lost with it/)).toBeVisible();
  await expect(field).toHaveValue(join(served.folder, 'inside'));
  await expect(field).toBeFocused();
  await field.fill(`${served.folder}-backups`);
  await field.press('Enter');
  await expect(field).toBeHidden();
  await tabTo(page, 'Back up now', 'button');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Backup made and read back/)).toBeVisible();
  await page.goto(served.url);
  await expect(page.getByRole('heading', { name: 'Your waters' })).toBeVisible();
  await expect(page.getByText(/No good backup/)).toBeHidden();
});

test('long work shows how far it is and is stopped by the button, leaving nothing', async ({
  page,
  served,
}) => {
  await served.water();
  await served.kill();
  // Three hundred megabytes of pictures, as a keeper has after some years.
  inData(served, (client) => {
    const put = client.prepare(
      "insert into photos (id, digest, bytes, created_at) values (?, 'x', 3000000, 1)",
    );
    mkdirSync(join(served.folder, 'photos'), { recursive: true });
    for (let k = 0; k < 100; k++) {
      const id = `3c8f5a62-4f6e-4a7e-9a11-${String(k).padStart(12, '0')}`;
      writeFileSync(join(served.folder, 'photos', `${id}.jpg`), randomBytes(3_000_000));
      put.run(id);
    }
  });
  await served.start();
  await page.goto(`${served.url}/backups`);
  await button(page, 'Back up now').click();
  await expect(page.getByRole('progressbar', { name: 'Packing' })).toBeVisible();
  await expect(button(page, 'Back up now')).toBeDisabled();
  await button(page, 'Stop').click();
  await expect(page.getByText('Stopped. Nothing was changed.')).toBeVisible();
  expect(readdirSync(`${served.folder}-backups`)).toEqual([]);
  await expect(page.getByText('There is no backup yet.')).toBeVisible();
  await expect(button(page, 'Back up now')).toBeEnabled();
});

test('a server killed as it restores has the old data or the new, and says so by having them', async ({
  context,
  page,
  served,
}) => {
  await served.water();
  await backUpOn(page, served);
  await served.water({ name: 'Made since' });
  await page.close();
  for (const wait of [0, 15, 40, 90]) {
    if ((await waters(served)).length === 1) await served.water({ name: 'Made since' });
    // A page anew: the one of the round before loads itself again when it finds other data.
    const tab = await context.newPage();
    await tab.goto(`${served.url}/backups`);
    await button(tab, /^Look inside/).click();
    await button(tab, 'Restore this backup').click();
    await tab.waitForTimeout(wait);
    await served.kill();
    await tab.close();
    await served.start();
    expect([['Reed tank'], ['Reed tank', 'Made since']]).toContainEqual(await waters(served));
    expect(readdirSync(served.folder).filter((n) => n.startsWith('restoring'))).toEqual([]);
  }
});
