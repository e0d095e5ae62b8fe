import { spawnSync } from 'node:child_process';
import fs, {
  chmodSync,
  copyFileSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  symlinkSync,
  truncateSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { BackupManifestSchema } from '@hedge-lamp/core/exchange';
import Sqlite from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { v4 as newId } from 'uuid';
import { databaseFile, openDatabase } from '../src/database/open-database';
import { usualPlace } from '../src/exchange/backup-target';
import { stageRestore, stagedFile, stagedFolder } from '../src/exchange/staged-restore';
import { bringBack, listAside, swapIn, tidyRestores } from '../src/exchange/swap';
import { writeBackup } from '../src/exchange/write-backup';
import { type MadeApp, khReading, makeApp, migrations, now } from './made-app';
import {
  backUp,
  contentsOfZip,
  everything,
  fill,
  hashesOf,
  keepPicture,
  newFolder,
  picture,
  removeFolders,
  restore,
  rowsOf,
  zipOf,
} from './made-backup';

let made: MadeApp;
let photos: string[];
let water: string;
beforeEach(async () => {
  made = await makeApp();
  ({ water, photos } = await fill(made));
});
afterEach(async () => {
  await made.close();
  rmSync(usualPlace(made.folder), { recursive: true, force: true });
  removeFolders();
});
const has = (program: string) => spawnSync(program, ['-v']).error === undefined;

describe('a backup', () => {
  it('holds every row and every photograph, restored elsewhere', async () => {
    const path = await backUp(made.folder);
    const elsewhere = newFolder();
    mkdirSync(elsewhere);
    expect(await restore(elsewhere, path)).toBeNull();
    const rows = rowsOf(databaseFile(elsewhere));
    expect(rows).toEqual(rowsOf(databaseFile(made.folder)));
    expect(rows.readings).toHaveLength(3);
    expect(hashesOf(join(elsewhere, 'photos'))).toEqual(hashesOf(join(made.folder, 'photos')));
    expect(Object.keys(hashesOf(join(elsewhere, 'photos')))).toHaveLength(3);
  });

  it('is made while writes go on, and is of one instant', async () => {
    let goesOn = true;
    let sent = 0;
    const writer = (async () => {
      while (goesOn) {
        // Two that belong together: half of one of them would be torn.
        const readings = [khReading(water, 4), khReading(water, 8)].map((r) => ({
          ...r,
          note: `pair ${sent}`,
        }));
        const { status } = await made.call('POST', '/api/readings/bulk', { readings });
        expect(status).toBeLessThan(300);
        sent += 1;
      }
    })();
    const paths: string[] = [];
    for (let k = 0; k < 5; k++)
      paths.push(await backUp(made.folder, usualPlace(made.folder), now + k * 1000));
    goesOn = false;
    await writer;
    expect(sent).toBeGreaterThan(5);
    let before = 0;
    for (const path of paths) {
      const elsewhere = newFolder();
      mkdirSync(elsewhere);
      await restore(elsewhere, path);
      const pairs = rowsOf(databaseFile(elsewhere)).readings!.filter((r) =>
        (r as { note: string }).note.startsWith('pair'),
      );
      expect(pairs.length % 2).toBe(0);
      expect(pairs.length).toBeGreaterThanOrEqual(before);
      before = pairs.length;
    }
  });

  it('says in its manifest how many bytes each file has and what they hash to', async () => {
    const files = await contentsOfZip(await backUp(made.folder));
    const manifest = BackupManifestSchema.parse(JSON.parse(String(files.get('manifest.json'))));
    expect(manifest).toMatchObject({
      format: 1,
      reason: 'asked',
      contents: { waters: 2, readings: 3, photographs: 3, waterNames: ['Reed tank', 'Alder pool'] },
      missing: [],
    });
    expect(manifest.photographs.map((p) => p.id).sort()).toEqual([...photos].sort());
    expect([...files.keys()].sort()).toEqual(
      ['READ-ME.txt', 'hedge-lamp.sqlite', 'manifest.json', ...photos.map((id) => `photos/${id}.jpg`)].sort(),
    );
    expect(String(files.get('READ-ME.txt'))).toMatch(
      /npm run restore.*2 waters, 3 readings|2 waters, 3 readings.*npm run restore/s,
    );
  });

  (has('unzip') && has('sqlite3') ? it : it.skip)(
    'opens with a general unzip program, and its data with the sqlite3 shell',
    async () => {
      const path = await backUp(made.folder);
      expect(spawnSync('unzip', ['-t', path]).status).toBe(0);
      const place = newFolder();
      mkdirSync(place);
      expect(spawnSync('unzip', ['-q', path, '-d', place]).status).toBe(0);
      chmodSync(place, 0o500);
      const asked = spawnSync('sqlite3', [
        '-readonly',
        join(place, 'hedge-lamp.sqlite'),
        'pragma integrity_check; select count(*) from readings;',
      ]);
      chmodSync(place, 0o700);
      expect(String(asked.stdout)).toBe('ok\n3\n');
    },
  );

  (has('unzip') && has('zip') ? it : it.skip)(
    'that was unpacked and packed anew by general programs is restored all the same',
    async () => {
      const path = await backUp(made.folder);
      const place = newFolder();
      mkdirSync(place);
      spawnSync('unzip', ['-q', path, '-d', place]);
      const again = `${place}-again.zip`;
      // As a file manager does: with the folder itself, in another order, packed harder.
      expect(
        spawnSync('zip', ['-q', '-9', '-r', again, 'photos', 'manifest.json', 'hedge-lamp.sqlite'], {
          cwd: place,
        }).status,
      ).toBe(0);
      const folder = newFolder();
      mkdirSync(folder);
      await restore(folder, again);
      expect(rowsOf(databaseFile(folder))).toEqual(rowsOf(databaseFile(made.folder)));
      expect(hashesOf(join(folder, 'photos'))).toEqual(hashesOf(join(made.folder, 'photos')));
    },
  );

  it('does not hold a photograph that was removed for good; an earlier one does', async () => {
    const earlier = await contentsOfZip(await backUp(made.folder));
    await made.call('DELETE', `/api/photos/${photos[0]}?forGood=at-once`);
    const path = await backUp(made.folder, usualPlace(made.folder), now + 1000);
    expect(earlier.has(`photos/${photos[0]}.jpg`)).toBe(true);
    const later = await contentsOfZip(path);
    expect(later.has(`photos/${photos[0]}.jpg`)).toBe(false);
    expect(later.has(`photos/${photos[1]}.jpg`)).toBe(true);
    // Nor a trace of it in the data.
    expect(later.get('hedge-lamp.sqlite')!.includes(Buffer.from(photos[0]!))).toBe(false);
  });

  it('names the photographs whose files were not there', async () => {
    unlinkSync(join(made.folder, 'photos', `${photos[1]}.jpg`));
    truncateSync(join(made.folder, 'photos', `${photos[2]}.jpg`), 100);
    const files = await contentsOfZip(await backUp(made.folder));
    const manifest = BackupManifestSchema.parse(JSON.parse(String(files.get('manifest.json'))));
    expect(manifest.missing.sort()).toEqual([photos[1], photos[2]].sort());
    expect(manifest.photographs.map((p) => p.id)).toEqual([photos[0]]);
  });

  it('holds photographs by any identifier that is taken, and dates that are not whole', async () => {
    const id = newId().toUpperCase();
    await made.app.inject({
      method: 'PUT',
      url: `/api/photos/${id}`,
      headers: { 'content-type': 'image/jpeg' },
      payload: picture(8),
    });
    made.database.$client.exec(
      'update photos set created_at = created_at + 0.5; update readings set taken_at = taken_at + 0.25',
    );
    const { photographs, madeAt } = await writeBackup({
      folder: made.folder,
      target: `${newFolder()}.zip`,
      reason: 'asked',
      now: now + 0.5,
    });
    expect(photographs.map((p) => p.id)).toContain(id);
    expect(Number.isInteger(madeAt)).toBe(true);
  });

  it('that is stopped leaves nothing behind', async () => {
    mkdirSync(usualPlace(made.folder));
    for (const at of ['copying', 'packing', 'reading back']) {
      const stopping = new AbortController();
      const target = join(usualPlace(made.folder), 'stopped.zip');
      const work = writeBackup(
        { folder: made.folder, target, reason: 'asked', now },
        { signal: stopping.signal, progress: (stage) => void (stage === at && stopping.abort()) },
      );
      await expect(work).rejects.toThrow('Stopped. Nothing was changed.');
      expect(readdirSync(usualPlace(made.folder))).toEqual([]);
    }
  });

  it('takes away what a killed one left, and nothing of another machine or a living process', async () => {
    const place = usualPlace(made.folder);
    mkdirSync(place);
    const machine = (await import('node:os')).hostname().replace(/[^\w-]/g, '-');
    const dead = spawnSync('true').pid;
    const left = [`.a.zip.${machine}-${dead}.zip.part`, `.a.zip.${machine}-${dead}.data.part-journal`];
    const others = [`.a.zip.elsewhere-${dead}.zip.part`, `.a.zip.${machine}-1.zip.part`, 'a.part'];
    for (const name of [...left, ...others]) writeFileSync(join(place, name), 'x');
    await backUp(made.folder);
    expect(
      readdirSync(place)
        .filter((n) => !n.startsWith('hedge-lamp'))
        .sort(),
    ).toEqual(others.sort());
  });

  it.each([
    ['in the data folder', (m: MadeApp) => join(m.folder, 'own.zip'), /lies in the data folder/],
    [
      'in the data folder by a link',
      (m: MadeApp) => {
        const link = join(dirname(newFolder()), 'link');
        symlinkSync(m.folder, link);
        return join(link, 'own.zip');
      },
      /lies in the data folder/,
    ],
    ['that is no zip by its name', () => `${newFolder()}.txt`, /does not end in \.zip/],
    ['in a folder that is not there', () => join(newFolder(), 'none/of/it/a.zip'), /is not there/],
    [
      'that is there already',
      () => {
        const path = `${newFolder()}.zip`;
        writeFileSync(path, 'mine');
        return path;
      },
      /is there already, and was left as it is/,
    ],
    [
      'under a file',
      () => {
        const path = newFolder();
        writeFileSync(path, 'mine');
        return join(path, 'a.zip');
      },
      /is a file\. Choose a folder/,
    ],
    ['with a name that is too long', () => `${newFolder()}${'x'.repeat(300)}.zip`, /too long/],
  ])('to a target %s is refused in a sentence, and nothing is changed', async (_name, targetOf, sentence) => {
    const target = targetOf(made);
    const before = everything(dirname(target));
    await expect(writeBackup({ folder: made.folder, target, reason: 'asked', now })).rejects.toThrow(
      sentence,
    );
    expect(everything(dirname(target))).toEqual(before);
  });

  it('of damaged data is not made, so that no good one is thinned out for it', async () => {
    made.database.$client.pragma('wal_checkpoint(TRUNCATE)');
    const folder = newFolder();
    mkdirSync(folder);
    copyFileSync(databaseFile(made.folder), databaseFile(folder));
    const bytes = readFileSync(databaseFile(folder));
    bytes.fill(0x5a, 4096 * 3, 4096 * 4);
    writeFileSync(databaseFile(folder), bytes);
    await expect(backUp(folder)).rejects.toThrow(/is damaged.*older/s);
    expect(readdirSync(usualPlace(folder))).toEqual([]);
    await expect(backUp(newFolder())).rejects.toThrow(/There are no data/);
  });
});

describe('a file that is no whole backup', () => {
  const spoiled: [string, (path: string, files: Map<string, Buffer>) => void | Promise<void>, RegExp][] = [
    ['cut at its end', (path) => truncateSync(path, readFileSync(path).length - 30), /damaged or cut short/],
    ['cut in its middle', (path) => truncateSync(path, 3000), /damaged or cut short/],
    ['empty', (path) => truncateSync(path), /no backup of Hedge Lamp/],
    ['text', (path) => writeFileSync(path, 'Dear diary'.repeat(50)), /no backup of Hedge Lamp/],
    [
      'another zip',
      (path) => zipOf(path, [['letters.txt', Buffer.from('Dear')]]),
      /holds “letters\.txt”, which belongs in no backup/,
    ],
    [
      'without a manifest',
      (path, files) =>
        zipOf(
          path,
          [...files].filter(([n]) => n !== 'manifest.json'),
        ),
      /no backup of Hedge Lamp/,
    ],
    [
      'of a newer format',
      (path, files) => {
        const manifest = { ...JSON.parse(String(files.get('manifest.json'))), format: 2, more: [1] };
        return zipOf(path, new Map(files).set('manifest.json', Buffer.from(JSON.stringify(manifest))));
      },
      /newer Hedge Lamp.*npm run update/,
    ],
    [
      'with a photograph changed and packed anew',
      (path, files) => {
        const [name] = [...files.keys()].filter((n) => n.startsWith('photos/'));
        const bytes = Buffer.from(files.get(name!)!);
        bytes[bytes.length >> 1]! ^= 1;
        return zipOf(path, new Map(files).set(name!, bytes));
      },
      /damaged or cut short/,
    ],
    [
      'with a photograph missing',
      (path, files) =>
        zipOf(
          path,
          [...files].filter(([n]) => n !== [...files.keys()].find((k) => k.startsWith('photos/'))),
        ),
      /damaged or cut short/,
    ],
    [
      'with a file more',
      (path, files) => zipOf(path, new Map(files).set(`photos/${newId()}.jpg`, Buffer.from('x'))),
      /damaged or cut short/,
    ],
    [
      'with a photograph of a name that is none',
      (path, files) => zipOf(path, new Map(files).set('photos/me.jpg', Buffer.from('x'))),
      /belongs in no backup/,
    ],
    [
      'with data that are no data of ours',
      async (path, files) => {
        const other = `${path}.other`;
        const client = new Sqlite(other);
        client.exec('create table letters (text); insert into letters values (1)');
        client.close();
        const bytes = readFileSync(other);
        rmSync(other);
        const manifest = JSON.parse(String(files.get('manifest.json')));
        const { createHash } = await import('node:crypto');
        manifest.database = { bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') };
        await zipOf(
          path,
          new Map(files)
            .set('hedge-lamp.sqlite', bytes)
            .set('manifest.json', Buffer.from(JSON.stringify(manifest))),
        );
      },
      /holds no data of Hedge Lamp/,
    ],
  ];
  it.each(spoiled)('%s is refused in a sentence, and nothing is changed', async (_name, spoil, sentence) => {
    const path = await backUp(made.folder);
    await spoil(path, await contentsOfZip(path));
    const folder = newFolder();
    mkdirSync(folder);
    await restore(folder, await backUp(made.folder, usualPlace(made.folder), now + 5000));
    const before = everything(folder);
    await expect(restore(folder, path)).rejects.toThrow(sentence);
    expect(everything(folder)).toEqual(before);
    expect(readdirSync(folder).filter((n) => n.startsWith('restoring'))).toEqual([]);
  });

  it('with one bit flipped anywhere is refused, or restores the very same', async () => {
    const path = await backUp(made.folder);
    const whole = readFileSync(path);
    const rows = rowsOf(databaseFile(made.folder));
    let refused = 0;
    for (let k = 0; k < 60; k++) {
      const bytes = Buffer.from(whole);
      bytes[Math.floor(((k + 0.5) / 60) * bytes.length)]! ^= 1 << (k % 8);
      writeFileSync(path, bytes);
      const folder = newFolder();
      mkdirSync(folder);
      try {
        await restore(folder, path);
        expect(rowsOf(databaseFile(folder))).toEqual(rows);
        expect(hashesOf(join(folder, 'photos'))).toEqual(hashesOf(join(made.folder, 'photos')));
      } catch (error) {
        expect((error as Error).message).toMatch(/^.*(damaged|no backup|belongs in no|newer|far more).*\.$/s);
        expect(readdirSync(folder)).toEqual([]);
        refused += 1;
      }
    }
    expect(refused).toBeGreaterThan(40);
  });

  it('that would unpack outside of the folder, or to terabytes, unpacks nothing', async () => {
    const path = await backUp(made.folder);
    const files = await contentsOfZip(path);
    const folder = newFolder();
    mkdirSync(folder);
    // The writer of zip files refuses such a name: it is written into the finished file.
    await zipOf(path, new Map(files).set('aaaaaaaa/evil.txt', Buffer.from('x')));
    const renamed = Buffer.from(
      readFileSync(path).toString('latin1').replaceAll('aaaaaaaa/evil', '../../../evil!'.slice(0, 13)),
      'latin1',
    );
    writeFileSync(path, renamed);
    await expect(restore(folder, path)).rejects.toThrow(/damaged|belongs in no backup|no backup/);
    // Forty megabytes of nothing, told as what they are: a bomb is larger, but of this kind.
    const manifest = JSON.parse(String(files.get('manifest.json')));
    manifest.database.bytes = 40_000_000;
    await zipOf(
      path,
      new Map(files)
        .set('hedge-lamp.sqlite', Buffer.alloc(40_000_000))
        .set('manifest.json', Buffer.from(JSON.stringify(manifest))),
    );
    await expect(restore(folder, path)).rejects.toThrow(/damaged|far more/);
    // Told as terabytes: the sizes in the list of contents and in the manifest.
    await zipOf(path, files);
    const bytes = readFileSync(path);
    const size = files.get('hedge-lamp.sqlite')!.length;
    const told = Buffer.alloc(4);
    told.writeUInt32LE(size);
    const lie = Buffer.alloc(4);
    lie.writeUInt32LE(0xfffffff0);
    for (let at = bytes.indexOf(told); at >= 0; at = bytes.indexOf(told, at + 4)) lie.copy(bytes, at);
    writeFileSync(path, bytes);
    await expect(restore(folder, path)).rejects.toThrow(/damaged|far more/);
    expect(readdirSync(folder)).toEqual([]);
  });
});

describe('a restore', () => {
  const presentAndBackup = async () => {
    const path = await backUp(made.folder);
    const folder = newFolder();
    mkdirSync(folder);
    await restore(folder, path);
    // Something else than in the backup.
    const client = new Sqlite(databaseFile(folder));
    client.exec("update waters set name = 'Changed since' where name = 'Alder pool'");
    client.close();
    rmSync(join(folder, 'photos', `${photos[2]}.jpg`));
    return { path, folder };
  };
  const namesIn = (folder: string) =>
    rowsOf(databaseFile(folder))
      .waters!.map((w) => (w as { name: string }).name)
      .sort();
  const picturesOf = (folder: string) => {
    const database = openDatabase(folder, migrations);
    const found = hashesOf(database.photosFolder);
    database.$client.close();
    return found;
  };

  it('keeps what was here aside, and brings it back, pictures included, and back again', async () => {
    const { path, folder } = await presentAndBackup();
    const whole = hashesOf(join(made.folder, 'photos'));
    const aside = await restore(folder, path);
    expect([namesIn(folder), picturesOf(folder)]).toEqual([['Alder pool', 'Reed tank'], whole]);
    expect(listAside(folder)).toMatchObject([{ id: aside, isWhole: true, contents: { waters: 2 } }]);
    const second = bringBack(folder, aside!, now + 1);
    expect(namesIn(folder)).toEqual(['Changed since', 'Reed tank']);
    expect(Object.keys(picturesOf(folder))).toHaveLength(2);
    bringBack(folder, second!, now + 2);
    expect([namesIn(folder), picturesOf(folder)]).toEqual([['Alder pool', 'Reed tank'], whole]);
    expect(listAside(folder)).toHaveLength(1);
  });

  it('of damaged data, or of a folder whose data file is gone, is what one restores for', async () => {
    const { path, folder } = await presentAndBackup();
    writeFileSync(databaseFile(folder), 'This is no data file. '.repeat(400));
    const spoiled = readFileSync(databaseFile(folder));
    const aside = await restore(folder, path);
    expect(namesIn(folder)).toEqual(['Alder pool', 'Reed tank']);
    expect(listAside(folder)).toMatchObject([{ id: aside, isWhole: false, contents: null }]);
    expect(readFileSync(join(folder, 'aside', aside!, 'hedge-lamp.sqlite')).equals(spoiled)).toBe(true);
    expect(() => bringBack(folder, aside!, now)).toThrow(/is damaged, and cannot be brought back/);
    unlinkSync(databaseFile(folder));
    expect(() => openDatabase(folder, migrations)).toThrow(/is missing/);
    await restore(folder, path);
    openDatabase(folder, migrations).$client.close();
    expect(namesIn(folder)).toEqual(['Alder pool', 'Reed tank']);
  });

  it('that was cut short at any step is as before it, or as after it', async () => {
    const { path, folder } = await presentAndBackup();
    const before = everything(folder);
    const swapped = async (cut: (id: string) => void) => {
      const staged = await stageRestore({ folder, path, id: newId(), migrations, now });
      cut(staged.id);
      tidyRestores(folder);
    };
    // While it was unpacked, and when it was ready.
    mkdirSync(join(folder, 'restoring-half'));
    writeFileSync(join(folder, 'restoring-half', 'hedge-lamp.sqlite'), 'half');
    tidyRestores(folder);
    expect(everything(folder)).toEqual(before);
    await swapped(() => undefined);
    expect(everything(folder)).toEqual(before);
    // When its data could not take their place: stopped by a file that stands for a folder.
    await swapped((id) => {
      rmSync(stagedFile(folder, id));
      mkdirSync(join(stagedFile(folder, id), 'in the way'), { recursive: true });
      expect(() => swapIn(folder, id, now)).toThrow();
      expect(listAside(folder)).toEqual([]);
    });
    expect(everything(folder)).toEqual(before);
    expect(namesIn(folder)).toEqual(['Changed since', 'Reed tank']);
    // Killed between the pictures and the data.
    await swapped((id) => {
      const note = join(stagedFolder(folder, id), 'staged.json');
      const staged = JSON.parse(readFileSync(note, 'utf8'));
      writeFileSync(note, JSON.stringify({ ...staged, isPlacing: true }));
      renameSync(join(stagedFolder(folder, id), 'photos'), join(folder, staged.photosName));
    });
    expect(everything(folder)).toEqual(before);
  });

  it('that finds no room to keep aside what is here shows no half of it as kept', async () => {
    const { path, folder } = await presentAndBackup();
    const before = everything(folder);
    const staged = await stageRestore({ folder, path, id: newId(), migrations, now });
    // A disk without second names, and full.
    const link = jest.spyOn(fs, 'linkSync').mockImplementation(() => {
      throw Object.assign(new Error('no second names'), { code: 'EPERM' });
    });
    const copy = jest.spyOn(fs, 'copyFileSync').mockImplementation((from, to) => {
      writeFileSync(to, readFileSync(from).subarray(0, 5000));
      throw Object.assign(new Error('full'), { code: 'ENOSPC' });
    });
    try {
      expect(() => swapIn(folder, staged.id, now)).toThrow(/is full/);
      expect(copy).toHaveBeenCalledTimes(1);
    } finally {
      link.mockRestore();
      copy.mockRestore();
    }
    expect(listAside(folder)).toEqual([]);
    tidyRestores(folder);
    expect(everything(folder)).toEqual(before);
  });

  it('that was cut short where nothing was before leaves a folder to begin in', async () => {
    const path = await backUp(made.folder);
    const folder = newFolder();
    mkdirSync(folder);
    const staged = await stageRestore({ folder, path, id: newId(), migrations, now });
    const note = join(stagedFolder(folder, staged.id), 'staged.json');
    writeFileSync(note, JSON.stringify({ ...staged, isPlacing: true }));
    renameSync(join(stagedFolder(folder, staged.id), 'photos'), join(folder, 'photos'));
    tidyRestores(folder);
    expect(readdirSync(folder)).toEqual([]);
    openDatabase(folder, migrations).$client.close();
  });

  it('never takes away photographs that were kept meanwhile', async () => {
    const path = await backUp(made.folder);
    const folder = newFolder();
    mkdirSync(folder);
    openDatabase(folder, migrations).$client.close();
    // Looked into while there was no photograph; its staging is half gone when one is there.
    const staged = await stageRestore({ folder, path, id: newId(), migrations, now });
    expect(staged.photosName).toBe('photos');
    mkdirSync(join(folder, 'photos'));
    writeFileSync(join(folder, 'photos', `${newId()}.jpg`), 'kept meanwhile');
    rmSync(join(stagedFolder(folder, staged.id), 'photos'), { recursive: true });
    tidyRestores(folder);
    expect(readdirSync(join(folder, 'photos'))).toHaveLength(1);
    // And one that is carried out then gives its own another folder.
    const again = await stageRestore({ folder, path, id: newId(), migrations, now });
    await restore(folder, path);
    expect(readdirSync(join(folder, 'photos'))).toHaveLength(1);
    expect(again.photosName).toMatch(/^photos-/);
    expect(Object.keys(picturesOf(folder))).toHaveLength(3);
  });

  it('gives what was to go for good by now another thirty days', async () => {
    await made.call('DELETE', `/api/photos/${photos[0]}?forGood=in-30-days`);
    const path = await backUp(made.folder);
    const folder = newFolder();
    mkdirSync(folder);
    const day = 86_400_000;
    const late = now + 60 * day;
    const staged = await stageRestore({ folder, path, id: newId(), migrations, now: late });
    swapIn(folder, staged.id, late);
    const [removed] = rowsOf(databaseFile(folder)).photos!.filter(
      (p) => (p as { id: string }).id === photos[0],
    );
    expect(removed).toMatchObject({ purge_at: late + 30 * day });
  });

  it('shows what is here beside what is in it', async () => {
    const path = await backUp(made.folder);
    await made.call('POST', '/api/readings', khReading(water, 9));
    const late = await made.makeWater({ name: 'Late pond' });
    await made.call('DELETE', `/api/photos/${await keepPicture(made, 9)}`);
    const { here, contents, differences } = await stageRestore({
      folder: made.folder,
      path,
      id: newId(),
      migrations,
      now,
    });
    expect(late).toBeTruthy();
    expect([here?.waters, contents.waters, here?.readings, contents.readings]).toEqual([3, 2, 4, 3]);
    expect(differences).toMatchObject({
      waters: { onlyHere: 1, onlyThere: 0 },
      readings: { onlyHere: 1, onlyThere: 0 },
      photographs: { onlyHere: 0, onlyThere: 0 },
      watersOnlyHere: ['Late pond'],
    });
  });

  it('opens data of every earlier format, and a bare data file of an earlier version', async () => {
    const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8'));
    for (let k = 1; k <= journal.entries.length; k++) {
      const old = newFolder();
      const some = join(dirname(old), 'migrations');
      mkdirSync(join(some, 'meta'), { recursive: true });
      mkdirSync(old);
      writeFileSync(
        join(some, 'meta/_journal.json'),
        JSON.stringify({ ...journal, entries: journal.entries.slice(0, k) }),
      );
      for (const { tag } of journal.entries.slice(0, k))
        copyFileSync(join(migrations, `${tag}.sql`), join(some, `${tag}.sql`));
      const client = new Sqlite(databaseFile(old));
      migrate(drizzle(client), { migrationsFolder: some });
      client
        .prepare(
          `insert into waters (id, name, kind, net_liters, units, stock_groups, cycling, sampling_points, note, version, created_at, updated_at)
           values (?, 'Old loop', 'aquaponics', 500, '{}', '["goldfish"]', 1, '[]', '', 1, ?, ?)`,
        )
        .run(newId(), now, now);
      client.close();
      const path = await backUp(old);
      for (const from of [path, databaseFile(old)]) {
        const folder = newFolder();
        mkdirSync(folder);
        await restore(folder, from);
        const database = openDatabase(folder, migrations);
        database.$client.close();
        expect(namesIn(folder)).toEqual(['Old loop']);
      }
    }
  });

  it('of data of a later format is refused', async () => {
    const file = `${newFolder()}.sqlite`;
    copyFileSync(
      await (async () => {
        made.database.$client.pragma('wal_checkpoint(TRUNCATE)');
        return databaseFile(made.folder);
      })(),
      file,
    );
    const client = new Sqlite(file);
    client.exec("insert into __drizzle_migrations (hash, created_at) values ('x', 9999999999999)");
    client.close();
    const folder = newFolder();
    mkdirSync(folder);
    await expect(restore(folder, file)).rejects.toThrow(/newer Hedge Lamp.*npm run update/);
    expect(readdirSync(folder)).toEqual([]);
  });

  it.each([
    [
      'act by themselves',
      () => 'create trigger sly after insert on readings begin delete from readings; end',
    ],
    [
      'name a file elsewhere',
      (id: string) => `update photos set id = '../../../../tmp/sly' where id = '${id}'`,
    ],
  ])('takes no data that %s', async (_name, sly) => {
    const file = `${newFolder()}.sqlite`;
    made.database.$client.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(databaseFile(made.folder), file);
    const client = new Sqlite(file);
    client.exec(sly(photos[0]!));
    client.close();
    const folder = newFolder();
    mkdirSync(folder);
    await expect(restore(folder, file)).rejects.toThrow(/holds no data of Hedge Lamp/);
  });
});
