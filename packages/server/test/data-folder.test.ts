import { fork } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderFault } from '../src/database/folder-fault';
import { lockFolder } from '../src/database/folder-lock';
import { databaseFile, openDatabase } from '../src/database/open-database';
import { makeApp, migrations } from './made-app';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const made = () => openDatabase(folder, migrations).$client.close();
function faultOf(): FolderFault {
  try {
    made();
  } catch (error) {
    expect(error).toBeInstanceOf(FolderFault);
    return error as FolderFault;
  }
  throw new Error('It should not have been opened.');
}
const file = () => databaseFile(folder);

describe('a data folder', () => {
  it('whose file is missing or empty though it had one gets no new one', () => {
    made();
    renameSync(file(), `${file()}.elsewhere`);
    expect(faultOf().message).toMatch(/is missing, and this folder had one.*Put it back/);
    expect(existsSync(file())).toBe(false);
    writeFileSync(file(), '');
    expect(faultOf().message).toMatch(/is empty, and this folder had one/);
    expect(statSync(file()).size).toBe(0);
    renameSync(`${file()}.elsewhere`, file());
    expect(made).not.toThrow();
  });

  it('that was killed at its very first start begins anew', () => {
    writeFileSync(file(), '');
    expect(made).not.toThrow();
  });

  it.each([
    ['text in its place', () => writeFileSync(file(), 'This is no data file. '.repeat(400))],
    ['a file cut short', () => truncateSync(file(), 8192)],
    [
      'a page of nonsense in its middle',
      () => {
        const bytes = readFileSync(file());
        bytes.fill(0x5a, 4096 * 3, 4096 * 4);
        writeFileSync(file(), bytes);
      },
    ],
  ])('with %s says that it is damaged, and changes nothing', (_name, spoil) => {
    made();
    spoil();
    const before = readFileSync(file());
    expect(faultOf().message).toMatch(/is damaged.*Restore a backup/s);
    expect(readFileSync(file()).equals(before)).toBe(true);
  });

  it('that is a file, or lies under one, says so', () => {
    const place = join(folder, 'a-file');
    writeFileSync(place, 'x');
    for (const path of [place, join(place, 'under')])
      expect(() => openDatabase(path, migrations)).toThrow(FolderFault);
  });

  it('is for its owner alone', () => {
    made();
    chmodSync(file(), 0o644);
    made();
    expect(statSync(file()).mode & 0o777).toBe(0o600);
    expect(statSync(folder).mode & 0o777).toBe(0o700);
  });
});

describe('the lock of a folder', () => {
  const holders: ReturnType<typeof fork>[] = [];
  afterAll(() => holders.forEach((h) => h.kill('SIGKILL')));

  it('is had by one, who is named; and is free again when given back', () => {
    const first = lockFolder(folder);
    expect(() => lockFolder(folder, 0)).toThrow(new RegExp(`process ${process.pid} on .*, since 20`));
    first.release();
    lockFolder(folder).release();
  });

  it('is not held by a process that was killed', async () => {
    const script = join(folder, 'holder.cjs');
    const driver = require.resolve('better-sqlite3');
    writeFileSync(
      script,
      `const S = require(${JSON.stringify(driver)}); const c = new S(${JSON.stringify(join(folder, 'lock.sqlite'))});
       c.exec('create table if not exists holder (pid integer, host text, since text)');
       c.exec('begin immediate'); process.send('held'); setInterval(() => {}, 1000);`,
    );
    const holder = fork(script);
    holders.push(holder);
    await new Promise((resolve) => holder.once('message', resolve));
    expect(() => lockFolder(folder, 0)).toThrow(FolderFault);
    const ended = new Promise((resolve) => holder.once('exit', resolve));
    holder.kill('SIGKILL');
    await ended;
    lockFolder(folder, 0).release();
  });
});

describe('a file that goes while the server runs', () => {
  it.each([
    ['deleted', (path: string) => unlinkSync(path)],
    [
      'replaced by a copy',
      (path: string) => {
        copyFileSync(path, `${path}.copy`);
        renameSync(`${path}.copy`, path);
      },
    ],
    ['moved away', (path: string) => renameSync(path, `${path}.old`)],
  ])('%s: nothing more is called kept', async (_name, act) => {
    const app = await makeApp();
    await app.makeWater();
    act(databaseFile(app.folder));
    const answer = await app.call<{ detail: string }>('POST', '/api/waters', {
      id: '5b1a8d30-52a4-4f06-8f0e-6d9f4b1c2222',
      name: 'Late',
      kind: 'aquarium',
      netLiters: 1,
    });
    expect(answer.status).toBe(503);
    expect(answer.body.detail).toMatch(/Nothing more is kept.*start it again/);
    await app.close();
  });
});
