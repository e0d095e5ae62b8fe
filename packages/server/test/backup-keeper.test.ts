import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { buildApp } from '../src/app';
import { databaseFile, openDatabase } from '../src/database/open-database';
import { BackupFault } from '../src/exchange/backup-fault';
import { BackupKeeper, type Replacement } from '../src/exchange/backup-keeper';
import { laborHere } from '../src/exchange/backup-task';
import { usualPlace } from '../src/exchange/backup-target';
import { stageRestore } from '../src/exchange/staged-restore';
import { swapIn } from '../src/exchange/swap';
import { type MadeApp, khReading, makeApp, migrations, now } from './made-app';
import { backUp, fill, newFolder, picture, removeFolders, rowsOf } from './made-backup';

const day = 86_400_000;
let made: MadeApp;
let at: number;
beforeEach(async () => {
  made = await makeApp();
  at = now;
});
afterEach(async () => {
  await made.close();
  rmSync(usualPlace(made.folder), { recursive: true, force: true });
  removeFolders();
});

const keeperOf = (more: Partial<ConstructorParameters<typeof BackupKeeper>[1]> = {}) =>
  new BackupKeeper(made.database, {
    migrations,
    labor: laborHere,
    demo: false,
    now: () => at,
    isClockCredible: () => true,
    zone: 'Etc/UTC',
    report: (error) => {
      throw error;
    },
    ...more,
  });
const zips = (place = usualPlace(made.folder)) => (existsSync(place) ? readdirSync(place).sort() : []);

describe('the daily backup', () => {
  it('is made once a day, and not before there is anything to lose', async () => {
    const keeper = keeperOf();
    await keeper.keepUp();
    expect([zips(), keeper.standing]).toEqual([[], 'nothing-yet']);
    await fill(made);
    await keeper.keepUp();
    await keeper.keepUp();
    at += 3_600_000;
    await keeper.keepUp();
    expect([zips().length, keeper.standing]).toEqual([1, 'good']);
    at += day;
    await keeper.keepUp();
    expect(zips()).toHaveLength(2);
  });

  it('is thinned out to seven days, four weeks and twelve months, and none that was asked for goes', async () => {
    await fill(made);
    const keeper = keeperOf();
    const asked = await backUp(made.folder, usualPlace(made.folder), at - day);
    for (let k = 0; k < 60; k++) {
      await keeper.keepUp();
      at += day;
    }
    const there = await keeper.list();
    expect(zips()).toContain(asked.split('/').at(-1));
    // 1 June to 30 July: the newest seven, the ends of three weeks before, the end of June (and of the week it lies in).
    const days = there
      .filter((b) => b.reason === 'daily')
      .map((b) => new Date(b.madeAt).toISOString().slice(0, 10));
    expect(days.reverse()).toEqual([
      '2026-06-30',
      '2026-07-12',
      '2026-07-19',
      '2026-07-24',
      '2026-07-25',
      '2026-07-26',
      '2026-07-27',
      '2026-07-28',
      '2026-07-29',
      '2026-07-30',
    ]);
  });

  it('that fails takes nothing away, says why, and is tried again an hour later', async () => {
    await fill(made);
    let fails = false;
    const keeper = keeperOf({
      labor: (task, oversight) =>
        fails
          ? laborHere(
              {
                ...task,
                order: { ...(task as { order: object }).order, target: '/nowhere/at/all/a.zip' },
              } as never,
              oversight,
            )
          : laborHere(task, oversight),
    });
    for (let k = 0; k < 10; k++, at += day) await keeper.keepUp();
    const before = zips();
    fails = true;
    for (let k = 0; k < 20; k++, at += day) await keeper.keepUp();
    expect(zips()).toEqual(before);
    expect(keeper.dailyFault).toMatch(/nowhere\/at\/all is not there/);
    expect(keeper.standing).toBe('too-old');
    fails = false;
    at -= day - 60_000;
    await keeper.keepUp();
    expect(zips()).toEqual(before);
    at += 3_600_000;
    await keeper.keepUp();
    expect(keeper.dailyFault).toBeNull();
    expect(zips().length).toBeGreaterThan(0);
    expect(keeper.standing).toBe('good');
  });

  it('of another folder in the same place is neither counted nor thinned out', async () => {
    await fill(made);
    const other = newFolder();
    mkdirSync(other);
    const staged = await stageRestore({
      folder: other,
      path: await backUp(made.folder),
      id: '3c8f5a62-4f6e-4a7e-9a11-000000000001',
      migrations,
      now,
    });
    swapIn(other, staged.id, now);
    rmSync(usualPlace(made.folder), { recursive: true });
    mkdirSync(usualPlace(made.folder));
    for (let k = 0; k < 12; k++) await backUp(other, usualPlace(made.folder), now - k * day);
    const keeper = keeperOf();
    await keeper.list();
    expect([keeper.lastGood, keeper.standing]).toEqual([null, 'none-yet']);
    await keeper.keepUp();
    expect(zips()).toHaveLength(13);
  });

  it('dated ahead by a clock that was wrong stays, and takes no other’s turn', async () => {
    await fill(made);
    const keeper = keeperOf();
    at = now + 4000 * day;
    for (let k = 0; k < 9; k++, at += day) await keeper.keepUp();
    const ahead = zips();
    at = now;
    for (let k = 0; k < 12; k++, at += day) await keeper.keepUp();
    const there = await keeper.list();
    expect(zips()).toEqual(expect.arrayContaining(ahead));
    expect(there.filter((b) => b.madeAt < now + 30 * day).length).toBeGreaterThanOrEqual(7);
  });

  it('goes to no other disk than the one that was chosen: an empty folder where it was is none', async () => {
    await fill(made);
    const place = newFolder();
    let disk: 'other' | 'same' = 'other';
    const keeper = keeperOf({ relationOf: () => disk });
    keeper.setPlace(place);
    await keeper.keepUp();
    expect(zips(place)).toHaveLength(1);
    // Unplugged: what is left is a folder of the system's own disk, or none.
    disk = 'same';
    at += day;
    await keeper.keepUp();
    expect(keeper.dailyFault).toMatch(/was on another disk when it was chosen/);
    rmSync(place, { recursive: true });
    disk = 'other';
    at += day;
    await keeper.keepUp();
    expect(keeper.dailyFault).toMatch(/is not there.*put in the disk/);
    expect(existsSync(place)).toBe(false);
    // Chosen again, it is meant.
    disk = 'same';
    keeper.setPlace(place);
    at += day;
    await keeper.keepUp();
    expect([keeper.dailyFault, zips(place).length]).toEqual([null, 1]);
  });

  it('is made though a backup was opened and forgotten', async () => {
    await fill(made);
    const keeper = keeperOf();
    await keeper.keepUp();
    at += day;
    keeper.look(join(usualPlace(made.folder), zips()[0]!));
    while (keeper.work!.endedAt === null) await new Promise((resolve) => setTimeout(resolve, 10));
    await keeper.keepUp();
    expect(zips()).toHaveLength(1);
    at += 2 * 3_600_000;
    await keeper.keepUp();
    expect(zips()).toHaveLength(2);
    expect(readdirSync(made.folder).filter((n) => n.startsWith('restoring'))).toEqual([]);
  });

  it('is not made of the demo, nor while the clock cannot be right', async () => {
    await fill(made);
    for (const more of [{ demo: true }, { isClockCredible: () => false }]) await keeperOf(more).keepUp();
    expect(zips()).toEqual([]);
  });
});

describe('how it stands', () => {
  it('warns after 14 days without one, from the first thing kept on', async () => {
    await fill(made);
    const keeper = keeperOf();
    await keeper.list();
    expect(keeper.standing).toBe('none-yet');
    at = now + 14 * day + 60_000;
    await keeper.list();
    expect(keeper.standing).toBe('too-old');
  });

  it.each([
    ['is cut', (path: string) => truncateSync(path, 2000)],
    ['is gone', (path: string) => rmSync(path)],
    ['is something else by now', (path: string) => writeFileSync(path, 'x')],
    [
      'is a bare data file',
      (path: string) => {
        rmSync(path);
        writeFileSync(path.replace('.zip', '.sqlite'), readFileSync(databaseFile(made.folder)));
      },
    ],
  ])('does not count a backup whose file %s', async (_name, spoil) => {
    await fill(made);
    const keeper = keeperOf();
    const path = await backUp(made.folder);
    await keeper.list();
    expect(keeper.lastGood).toBe(now);
    spoil(path);
    await keeper.list();
    expect(keeper.lastGood).toBeNull();
    at = now + 15 * day;
    expect(keeper.standing).toBe('too-old');
  });

  /** Flips a bit amid a photograph: the list of contents is as it was. */
  const flipIn = (path: string) => {
    const bytes = readFileSync(path);
    const at = bytes.indexOf(Buffer.from([0xff, 0xd8, 0xff])) + 200;
    bytes[at] = bytes[at]! ^ 1;
    writeFileSync(path, bytes);
  };
  const settled = async (keeper: BackupKeeper) => {
    while (keeper.work?.endedAt === null) await new Promise((resolve) => setTimeout(resolve, 5));
  };

  it.each([
    ['checking', (keeper: BackupKeeper, path: string) => keeper.check(path)],
    ['opening', (keeper: BackupKeeper, path: string) => keeper.look(path)],
  ])('does not count a backup that %s found damaged, nor after a new start', async (_name, read) => {
    await fill(made);
    const keeper = keeperOf();
    const [earlier, path] = [await backUp(made.folder, undefined, now - 3 * day), await backUp(made.folder)];
    flipIn(path);
    await keeper.list();
    // Nobody has read its bytes yet.
    expect(keeper.lastGood).toBe(now);
    read(keeper, path);
    await settled(keeper);
    for (const asked of [keeper, keeperOf()]) {
      const [newest, older] = await asked.list();
      expect(newest).toMatchObject({ fault: expect.stringMatching(/not as they were made/) });
      expect(older).toMatchObject({ fault: null });
      expect(asked.lastGood).toBe(now - 3 * day);
    }
    // Its bytes are put right, as from another copy: it counts again once they were read.
    flipIn(path);
    expect(keeper.check(path).fault).toBeNull();
    await settled(keeper);
    await keeper.list();
    expect(keeper.lastGood).toBe(now);
    expect(existsSync(earlier)).toBe(true);
  });

  it('does not count one damaged that was only stopped, or that the disk had no room to open', async () => {
    await fill(made);
    const path = await backUp(made.folder);
    const full = keeperOf({
      labor: () => Promise.reject(new BackupFault('There is not enough room on the disk.')),
    });
    full.look(path);
    await settled(full);
    const stopped = keeperOf();
    stopped.check(path);
    stopped.stop();
    await settled(stopped);
    expect(stopped.work).toMatchObject({ isStopped: true });
    await stopped.list();
    expect(stopped.lastGood).toBe(now);
  });

  it('does not count one that is dated ahead, nor is another hidden by it', async () => {
    await fill(made);
    const keeper = keeperOf();
    await backUp(made.folder, usualPlace(made.folder), now + 400 * day);
    await keeper.list();
    expect(keeper.lastGood).toBeNull();
    await backUp(made.folder, usualPlace(made.folder), now - 3 * day);
    await keeper.list();
    expect(keeper.lastGood).toBe(now - 3 * day);
  });
});

describe('the API of backups', () => {
  const replaced: Replacement[] = [];
  const open = async (demo = false) => {
    const app = await buildApp({
      database: made.database,
      now: () => at,
      checkAnswers: true,
      demo,
      backups: {
        migrations,
        labor: laborHere,
        zone: 'Etc/UTC',
        replace: (how) => replaced.push(how),
        replaced: null,
      },
    });
    const call = async <T = { detail?: string }>(
      method: 'GET' | 'POST' | 'PUT' | 'DELETE',
      url: string,
      body?: object,
    ) => {
      const answer = await app.inject({ method, url, ...(body ? { payload: body } : {}) });
      return { status: answer.statusCode, body: (answer.body ? JSON.parse(answer.body) : null) as T };
    };
    interface Work {
      endedAt: number | null;
      fault: string | null;
      says: string | null;
      staged: { id: string; contents: { waters: number }; refusal: string | null } | null;
    }
    const done = async (): Promise<Work> => {
      for (;;) {
        const { body } = await call<{ work: Work }>('GET', '/api/backups/work');
        if (body.work.endedAt !== null) return body.work;
        await new Promise((resolve) => setTimeout(resolve, 10));
      }
    };
    interface Told {
      place: string;
      disk: string;
      standing: string;
      lastGoodAt: number | null;
      backups: {
        name: string;
        place: string;
        lacks: number;
        contents: object;
        stillHolds: { count: number };
      }[];
      aside: unknown[];
    }
    const told = async () => (await call<Told>('GET', '/api/backups')).body;
    return { app, call, done, told };
  };
  beforeEach(() => void replaced.splice(0));

  it('makes one, lists it, checks it, hands it out, and says which removed photographs it still holds', async () => {
    const { photos } = await fill(made);
    const { app, call, done, told } = await open();
    expect((await call('POST', '/api/backups')).status).toBe(202);
    expect((await done()).says).toMatch(/made and read back/);
    const { backups, standing, lastGoodAt } = await told();
    expect([backups.length, standing, lastGoodAt]).toEqual([1, 'good', now]);
    const { name, place, stillHolds } = backups[0]!;
    expect(stillHolds.count).toBe(0);
    await call('DELETE', `/api/photos/${photos[1]}`);
    expect((await told()).backups[0]!.stillHolds.count).toBe(0);
    await call('DELETE', `/api/photos/${photos[1]}?forGood=at-once`);
    expect((await told()).backups[0]!.stillHolds).toMatchObject({ count: 1, first: [{ id: photos[1] }] });
    expect((await call('POST', '/api/backups/checks', { place, name })).status).toBe(202);
    expect(await done()).toMatchObject({ fault: null, says: expect.stringMatching(/is whole/) });
    const query = `place=${encodeURIComponent(place)}&name=${name}`;
    const file = await app.inject({ url: `/api/backups/file?${query}` });
    expect(file.rawPayload.equals(readFileSync(join(place, name)))).toBe(true);
    await app.close();
  });

  it('says what it lacks', async () => {
    const { photos } = await fill(made);
    rmSync(join(made.folder, 'photos', `${photos[0]}.jpg`));
    const { app, call, done, told } = await open();
    await call('POST', '/api/backups');
    expect((await done()).says).toMatch(/Not all photographs were there/);
    // Also of one that was made by itself, when nobody looked.
    expect((await told()).backups).toMatchObject([{ lacks: 1, contents: { photographs: 2 } }]);
    await app.close();
  });

  it('hands out no other file', async () => {
    await fill(made);
    const { app, call } = await open();
    mkdirSync(usualPlace(made.folder));
    for (const [place, name] of [
      [made.folder, 'hedge-lamp.sqlite'],
      [usualPlace(made.folder), '../data/hedge-lamp.sqlite'],
      ['/etc', 'passwd'],
      [usualPlace(made.folder), '..'],
    ] as const) {
      const query = `place=${encodeURIComponent(place)}&name=${encodeURIComponent(name)}`;
      expect((await call('GET', `/api/backups/file?${query}`)).status).toBe(422);
    }
    await app.close();
  });

  it('takes a file from elsewhere in parts, opens it, and restores it once that is said', async () => {
    await fill(made);
    const bytes = readFileSync(await backUp(made.folder));
    rmSync(usualPlace(made.folder), { recursive: true });
    const { app, call, done } = await open();
    const begun = await call<{ id: string }>('POST', '/api/backups/uploads', {
      name: '../../a b.zip',
      bytes: bytes.length,
    });
    const put = (from: number, to: number) =>
      app.inject({
        method: 'PUT',
        url: `/api/backups/uploads/${begun.body.id}?at=${from}`,
        headers: { 'content-type': 'application/octet-stream' },
        payload: bytes.subarray(from, to),
      });
    const half = bytes.length >> 1;
    expect((await put(half, bytes.length)).statusCode).toBe(409);
    for (const [from, to] of [
      [0, half],
      [0, half],
    ] as const)
      expect((await put(from, to)).statusCode).toBe(200);
    expect((await call('POST', '/api/backups/looks', { uploadId: begun.body.id })).status).toBe(409);
    expect((await put(half, bytes.length)).statusCode).toBe(200);
    await call('POST', '/api/backups/looks', { uploadId: begun.body.id });
    const { staged } = await done();
    expect(staged).toMatchObject({ contents: { waters: 2 }, refusal: null });
    // Not kept twice.
    expect(readdirSync(made.folder).filter((n) => n.startsWith('incoming'))).toEqual([]);
    expect(
      (await call('POST', '/api/backups/restores', { id: '3c8f5a62-4f6e-4a7e-9a11-000000000009' })).status,
    ).toBe(404);
    expect((await call('POST', '/api/backups/restores', { id: staged!.id })).status).toBe(202);
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(replaced).toEqual([{ kind: 'restore', id: staged!.id }]);
    await app.close();
  });

  it('restores once, however often and by however many pages it is told', async () => {
    await fill(made);
    const path = await backUp(made.folder);
    const { app, call, done } = await open();
    await call('POST', '/api/backups/looks', { place: dirname(path), name: path.split('/').at(-1)! });
    const { staged } = await done();
    const asked = await Promise.all(
      [1, 2, 3].map(() => call('POST', '/api/backups/restores', { id: staged!.id })),
    );
    expect(asked.map((a) => a.status).sort()).toEqual([202, 422, 422]);
    // Nor is a backup begun of data that are about to go.
    expect((await call('POST', '/api/backups')).body.detail).toMatch(/server begins anew/);
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(replaced).toHaveLength(1);
    await app.close();
  });

  it('closes what was opened, leaving nothing of it', async () => {
    await fill(made);
    const path = await backUp(made.folder);
    const { app, call, done } = await open();
    await call('POST', '/api/backups/looks', { place: dirname(path), name: path.split('/').at(-1)! });
    const { staged } = await done();
    expect(readdirSync(made.folder)).toContain(`restoring-${staged!.id}`);
    await call('DELETE', '/api/backups/looks');
    expect(readdirSync(made.folder).filter((n) => n.startsWith('restoring'))).toEqual([]);
    expect((await call('POST', '/api/backups/restores', { id: staged!.id })).status).toBe(404);
    await app.close();
  });

  it('keeps a keeper’s data out of the demo, which makes its own anew', async () => {
    await fill(made);
    const path = await backUp(made.folder);
    const { app, call, done } = await open(true);
    await call('POST', '/api/backups/looks', { place: dirname(path), name: path.split('/').at(-1)! });
    const { staged } = await done();
    expect(staged!.refusal).toMatch(/runs the demo/);
    expect((await call('POST', '/api/backups/restores', { id: staged!.id })).status).toBe(422);
    expect(replaced).toEqual([]);
    await app.close();
  });

  it('sets the place, refuses one that will not do by its field, and keeps the one that was', async () => {
    await fill(made);
    const { app, call, told } = await open();
    const place = newFolder();
    expect((await call('PUT', '/api/backups/place', { place })).status).toBe(200);
    expect((await told()).place).toBe(place);
    for (const bad of [
      join(made.folder, 'backups'),
      '/proc/none',
      join(place, 'not/there'),
      '',
      '\u0000',
      'backups',
    ]) {
      const answer = await call<{ errors: { path: string }[] }>('PUT', '/api/backups/place', { place: bad });
      expect([bad, answer.status]).toEqual([bad, 422]);
      expect(answer.body.errors[0]!.path).toMatch(/place/);
    }
    expect((await told()).place).toBe(place);
    await call('PUT', '/api/backups/place', { place: null });
    expect((await told()).place).toBe(usualPlace(made.folder));
    await app.close();
  });

  it('does one thing at a time, and stops it when told', async () => {
    const { water } = await fill(made);
    // Drawn once: it is the number that takes its time.
    const payload = picture(10, 256);
    for (let k = 10; k < 40; k++)
      await made.app.inject({
        method: 'PUT',
        url: `/api/photos/3c8f5a62-4f6e-4a7e-9a11-0000000000${k}`,
        headers: { 'content-type': 'image/jpeg' },
        payload,
      });
    const { app, call, done, told } = await open();
    await call('POST', '/api/backups');
    expect((await call('POST', '/api/backups')).body.detail).toMatch(/Something else is being done/);
    await call('DELETE', '/api/backups/work');
    expect(await done()).toMatchObject({ fault: 'Stopped. Nothing was changed.', isStopped: true });
    expect((await told()).backups).toEqual([]);
    // Whoever writes meanwhile is not kept waiting.
    await call('POST', '/api/backups');
    expect((await made.call('POST', '/api/readings', khReading(water, 3))).status).toBe(201);
    expect((await done()).fault).toBeNull();
    await app.close();
  });
});

describe('data that were restored', () => {
  it('are as they were through the whole application', async () => {
    const { water } = await fill(made);
    const path = await backUp(made.folder);
    const folder = newFolder();
    mkdirSync(folder);
    const staged = await stageRestore({
      folder,
      path,
      id: '3c8f5a62-4f6e-4a7e-9a11-000000000002',
      migrations,
      now,
    });
    swapIn(folder, staged.id, now);
    const database = openDatabase(folder, migrations);
    const app = await buildApp({ database, now: () => now });
    for (const url of [
      '/api/waters',
      `/api/waters/${water}/readings`,
      `/api/waters/${water}/today`,
      '/api/kits',
    ])
      expect(JSON.parse((await app.inject({ url })).body)).toEqual(
        JSON.parse((await made.app.inject({ url })).body),
      );
    await app.close();
    database.$client.close();
    expect(rowsOf(databaseFile(folder)).readings).toHaveLength(3);
  });
});
