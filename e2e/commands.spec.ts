import { type ChildProcess, execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  appendFileSync,
  cpSync,
  existsSync,
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
let above: string;
test.beforeEach(() => {
  above = mkdtempSync(join(tmpdir(), 'hedge-lamp-commands-'));
});
test.afterEach(() => rmSync(above, { recursive: true, force: true }));

/** Runs a command as npm would, from where somebody stands. */
function typed(at: string, args: string[], env: Record<string, string> = {}) {
  const { status, stdout, stderr } = spawnSync('node', args, {
    cwd: at,
    encoding: 'utf8',
    env: { ...process.env, INIT_CWD: at, ...env },
  });
  return { status, said: stdout + stderr };
}
const backups = (what: string, folder: string, ...args: string[]) =>
  typed(above, [join(root, 'scripts/backups.mjs'), what, ...args], { HEDGE_LAMP_DATA: folder });

async function someData(folder: string): Promise<void> {
  const served = new Served(false);
  await served.start();
  const water = await served.water({ name: 'Kept tank' });
  await served.khReading(water, 6);
  await served.kill();
  cpSync(served.folder, folder, { recursive: true });
  await served.remove();
}

test.describe('npm run backup and restore', () => {
  test('go from one folder to another and back, by names typed as they are seen', async () => {
    const [folder, other] = [join(above, 'data'), join(above, 'other')];
    await someData(folder);
    // What a killed server left in the log beside the file is in it too.
    const made = backups('backup', folder, 'mine.zip');
    expect([made.status, made.said]).toEqual([
      0,
      expect.stringMatching(/mine\.zip: 1 water, 1 reading.*whole/s),
    ]);
    const looked = backups('restore', other, '--look', 'mine.zip');
    expect([looked.status, looked.said]).toEqual([
      0,
      expect.stringMatching(/Readings +– +1\n.*Nothing was changed/s),
    ]);
    expect(existsSync(join(other, 'hedge-lamp.sqlite'))).toBe(false);
    expect(backups('restore', other, 'mine.zip').status).toBe(0);
    const again = backups('restore', other, 'mine.zip');
    expect(again.said).toMatch(/Readings +1 +1\n.*kept aside.*--undo/s);
    expect(backups('restore', other, '--undo').said).toMatch(/Brought back/);
    // Into a folder, and into the usual place: a name by itself.
    mkdirSync(join(above, 'stick'));
    expect(backups('backup', folder, 'stick').status).toBe(0);
    expect(backups('backup', folder).status).toBe(0);
    for (const place of ['stick', 'data-backups'])
      expect(readdirSync(join(above, place))).toEqual([expect.stringMatching(/^hedge-lamp-\d{4}-.*\.zip$/)]);
  });

  const cases: [string, string, string[], RegExp][] = [
    ['no file', 'restore', [], /^Name the backup\. Type: npm run restore FILE/],
    ['a file that is not there', 'restore', ['none.zip'], /none\.zip is not there/],
    ['a folder', 'restore', ['.'], /is no file/],
    ['an option that there is not', 'restore', ['--all'], /^This is not understood/],
    ['two files', 'backup', ['a.zip', 'b.zip'], /^Name one file/],
    ['nothing to undo', 'restore', ['--undo'], /^Nothing is kept aside/],
    ['no data', 'backup', [], /^There are no data in /],
  ];
  for (const [name, what, args, sentence] of cases)
    test(`say in a sentence what is wrong: ${name}`, () => {
      const { status, said } = backups(what, join(above, 'none'), ...args);
      expect([status, said]).toEqual([1, expect.stringMatching(sentence)]);
      expect(said).not.toMatch(/\n\s+at |Error:|undefined/);
    });

  test('restore says where the data folder cannot be', () => {
    writeFileSync(join(above, 'a-file'), 'mine');
    for (const folder of [join(above, 'a-file'), join(above, 'a-file/under')]) {
      const { status, said } = backups('restore', folder, 'none.zip');
      expect([status, said]).toEqual([1, expect.stringMatching(/cannot be made\. Name another one/)]);
      expect(said).not.toMatch(/\n\s+at |Error:/);
    }
  });

  test('restore waits for no server that works on the folder; backup needs none to stop', async ({
    served,
  }) => {
    await served.water();
    const path = join(above, 'mine.zip');
    expect(backups('backup', served.folder, path).status).toBe(0);
    const { status, said } = backups('restore', served.folder, path);
    expect([status, said]).toEqual([1, expect.stringMatching(/Another Hedge Lamp works on/)]);
    expect((await served.call<unknown[]>('GET', '/api/waters')).length).toBe(1);
  });
});

/** A checkout that has the commands and what they need, and a place that a newer version comes from. */
function checkout(): { place: string; origin: string; head: () => string } {
  const [origin, place] = [join(above, 'origin'), join(above, 'place')];
  mkdirSync(join(origin, 'scripts'), { recursive: true });
  for (const name of ['update.mjs', 'ready.mjs', 'prepare.mjs', 'build.mjs'])
    cpSync(join(root, 'scripts', name), join(origin, 'scripts', name));
  writeFileSync(join(origin, 'version'), '1');
  writeFileSync(join(origin, '.gitignore'), 'data/\nnode_modules\ndist\ndrizzle\npackages/web\n');
  const git = (at: string, ...args: string[]) =>
    execFileSync('git', ['-c', 'user.name=Keeper', '-c', 'user.email=keeper@example.org', ...args], {
      cwd: at,
      encoding: 'utf8',
    }).trim();
  git(origin, 'init', '-q', '-b', 'main');
  git(origin, 'add', '.');
  git(origin, 'commit', '-qm', 'One');
  git(above, 'clone', '-q', origin, place);
  appendFileSync(join(origin, 'version'), ' and 2');
  git(origin, 'commit', '-qam', 'Two');
  mkdirSync(join(place, 'packages/server'), { recursive: true });
  mkdirSync(join(place, 'packages/web'), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(place, 'node_modules'));
  for (const name of ['dist', 'drizzle'])
    symlinkSync(join(root, 'packages/server', name), join(place, 'packages/server', name));
  symlinkSync(join(root, 'packages/web/dist'), join(place, 'packages/web/dist'));
  return { place, origin, head: () => git(place, 'rev-parse', '--short', 'HEAD') };
}

test.describe('npm run update', () => {
  const update = (place: string) =>
    typed(place, [join(place, 'scripts/update.mjs')], { HEDGE_LAMP_DATA: join(above, 'data') });
  const version = (place: string) => readFileSync(join(place, 'version'), 'utf8');

  test('backs up first, brings the newer version, and says how to go back', async () => {
    await someData(join(above, 'data'));
    const { place, head } = checkout();
    const before = head();
    const { status, said } = update(place);
    expect([status, said]).toEqual([
      0,
      expect.stringMatching(new RegExp(`Updated from ${before} to ${head()}`)),
    ]);
    expect(version(place)).toBe('1 and 2');
    const path = /npm run restore "(.+\.zip)"/.exec(said)![1]!;
    expect(said).toContain(`git checkout ${before}`);
    expect(backups('restore', join(above, 'again'), path).status).toBe(0);
    expect(update(place).said).toMatch(/nothing newer/);
  });

  test('does nothing without a backup', async () => {
    mkdirSync(join(above, 'data'));
    writeFileSync(join(above, 'data/hedge-lamp.sqlite'), 'This is no data file. '.repeat(400));
    const { place } = checkout();
    const { status, said } = update(place);
    expect([status, said]).toEqual([1, expect.stringMatching(/is damaged.*Nothing was updated/s)]);
    expect(version(place)).toBe('1');
  });

  test('that cannot bring the newer version leaves all as it is', async () => {
    await someData(join(above, 'data'));
    const { place } = checkout();
    writeFileSync(join(place, 'version'), 'my own change');
    const { status, said } = update(place);
    expect([status, said]).toEqual([1, expect.stringMatching(/Nothing was updated, and the backup stays/)]);
    expect(version(place)).toBe('my own change');
    expect(readdirSync(join(above, 'data-backups'))).toHaveLength(1);
  });
});

test.describe('what starts it by itself', () => {
  // Written in JavaScript, as all commands are.
  const filled = async (system: string, places: object): Promise<string> => {
    const script: { filledIn: (system: string, places: object) => string } = await import(
      join(root, 'scripts/always-on.mjs')
    );
    return script.filledIn(system, places);
  };

  test('the unit’s command starts it, and ends it when the system says so', async () => {
    const unit = await filled('linux', {});
    expect(unit).not.toMatch(/\{\{/);
    const words = [.../^ExecStart=(.*)$/m.exec(unit)![1]!.matchAll(/"([^"]*)"/g)].map((m) => m[1]!);
    const path = /^Environment="PATH=(.*)"$/m.exec(unit)![1]!;
    const folder = join(above, 'data');
    for (let k = 0; k < 2; k++) {
      const [program, ...args] = words;
      // Only what a service has: no shell, no settings of whoever logged in.
      const service: ChildProcess = spawn(program!, args, {
        cwd: /^WorkingDirectory=(.*)$/m.exec(unit)![1]!,
        env: { PATH: path, HEDGE_LAMP_DATA: folder, HEDGE_LAMP_PORT: '0' },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      const ended = new Promise<number | null>((resolve) => service.once('exit', resolve));
      const url = await new Promise<string>((resolve, reject) => {
        service.stdout!.on('data', (text: Buffer) => {
          const found = /http:\S+/.exec(String(text));
          if (found) resolve(found[0]);
        });
        void ended.then((code) => reject(new Error(`It ended with ${code}.`)));
      });
      expect((await fetch(`${url}/api/revision`)).ok).toBe(true);
      service.kill('SIGTERM');
      expect(await ended).toBe(0);
      await expect(fetch(`${url}/api/revision`)).rejects.toThrow();
    }
  });

  const has = (program: string) => spawnSync(program, ['--version']).error === undefined;
  test('the unit is one that the system takes', async () => {
    test.skip(!has('systemd-analyze'), 'No systemd here.');
    const path = join(above, 'hedge-lamp.service');
    writeFileSync(path, await filled('linux', {}));
    const { status, stderr } = spawnSync('systemd-analyze', ['verify', '--user', path], {
      encoding: 'utf8',
      env: { ...process.env, XDG_RUNTIME_DIR: above },
    });
    expect([status, stderr]).toEqual([0, '']);
  });

  test('the other files are whole, also where folders have odd names', async ({ page }) => {
    for (const [system, find] of [
      ['darwin', 'ProgramArguments'],
      ['win32', 'Arguments'],
    ] as const) {
      const text = await filled(system, { node: '/opt/a & b/<node>', folder: '/home/mé & "you"/lamp/' });
      const read = await page.evaluate((xml) => {
        const document = new DOMParser().parseFromString(xml.replace(/^<\?xml.*?\?>/, ''), 'application/xml');
        return document.querySelector('parsererror') ? 'broken' : document.documentElement.textContent;
      }, text);
      expect(read).toContain('/home/mé & "you"/lamp/scripts/launch.mjs');
      expect(read).toContain('/opt/a & b/<node>');
      expect(text).toContain(find);
    }
    const unit = await filled('linux', { node: '/opt/node 20/node', folder: '/home/100%/my "lamp"' });
    expect(unit).toContain('ExecStart="/opt/node 20/node" "/home/100%%/my \\"lamp\\"/scripts/launch.mjs"');
  });
});
