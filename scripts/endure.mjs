import { buildStale, checkNode, installMissing, root } from './ready.mjs';
import { join } from 'node:path';

/**
 * What the server and the page must endure, as counts. First each counter is shown above zero on a server that is broken
 * on purpose; then the real one. `--short` does a tenth of it.
 */
checkNode();
installMissing();
buildStale();
const { brokenBuild } = await import('./endure/broken-builds.mjs');
const { kills, load } = await import('./endure/kills.mjs');
const { fullDisk } = await import('./endure/disk.mjs');
const { wrongClock } = await import('./endure/clock.mjs');
const { twoServers } = await import('./endure/two-servers.mjs');
const { badRequests } = await import('./endure/bad-requests.mjs');
const { cutLines } = await import('./endure/cuts.mjs');
const { backupKills, backupsOnFullDisk, backupsUnderWrites, largeBackup } =
  await import('./endure/backups.mjs');

const main = join(root, 'packages/server/dist/main.mjs');
const command = join(root, 'packages/server/dist/backup-command.mjs');
const isShort = process.argv.includes('--short');
const only = process.argv.find((word) => word.startsWith('--only='))?.slice(7);
const much = (whole) => (isShort ? Math.ceil(whole / 10) : whole);
let bad = 0;

const words = (counts) =>
  Object.entries(counts)
    .map(([name, n]) => `${name} ${n}`)
    .join(', ');

/** @param mustBeZero names of counters */
async function real(name, mustBeZero, run) {
  if (only && !name.includes(only)) return;
  const { counts, ...more } = await run(main);
  const above = mustBeZero.filter((counter) => counts[counter] > 0);
  bad += above.length;
  console.log(
    `${above.length > 0 ? '✗' : '✓'} ${name}: ${words(counts)}${Object.values(more).length ? ` (${Object.values(more).flat().join('; ')})` : ''}`,
  );
}
async function broken(fault, counters, run, entry) {
  if (only && !fault.includes(only)) return;
  const { counts } = await run(await brokenBuild(fault, entry));
  const blind = counters.filter((counter) => !(counts[counter] > 0));
  bad += blind.length;
  console.log(`${blind.length > 0 ? '✗ not seen' : '✓ seen'} with the fault “${fault}”: ${words(counts)}`);
}

console.log('Broken on purpose: each counter must be above zero.');
await broken('lost', ['lost'], (m) => kills(m, 8));
await broken('doubled', ['doubled'], (m) => kills(m, 4, 4000));
await broken('torn', ['torn'], (m) => kills(m, 12));
await broken('misdated', ['misdated'], (m) => wrongClock(m, 2));
await broken('failed', ['failed'], (m) => badRequests(m, 1500));
await broken('hung', ['hung'], async (m) => ({ counts: await load(m, 3000) }));
await broken(
  'short of the newest',
  ['lost', 'differs'],
  (c) => backupsUnderWrites(c, main, 2),
  'backup-command',
);
await broken('half named', ['half'], (c) => backupKills(c, main, 20), 'backup-command');
await broken('half restored', ['half'], (c) => backupKills(c, main, 30), 'backup-command');
await broken('shared', ['started'], (m) => twoServers(m, 2));

console.log('The server as it is: what must not be is 0.');
await real('kills', ['lost', 'doubled', 'torn', 'failed', 'hung'], (m) => kills(m, much(300)));
await real('full disk', ['lost', 'torn', 'wronglyKept', 'failed'], fullDisk);
await real('clock', ['misdated', 'refused', 'failed', 'unlisted'], (m) => wrongClock(m, much(20)));
await real('two servers', ['started', 'unsaid', 'failed'], (m) => twoServers(m, much(10)));
await real('bad requests', ['failed', 'hung', 'broke', 'unplain'], (m) => badRequests(m, much(10_000)));
await real('cut lines', ['lost', 'doubled'], cutLines);
await real('backups under writes', ['lost', 'torn', 'differs', 'failed'], (m) =>
  backupsUnderWrites(command, m, much(50)),
);
await real('backups killed', ['half', 'left', 'failed'], (m) => backupKills(command, m, much(100)));
await real('backups on a full disk', ['wronglyDone', 'changed', 'left', 'unplain'], (m) =>
  backupsOnFullDisk(command, m),
);
await real('a large backup', ['failed', 'fat', 'unstopped', 'unshown'], (m) =>
  largeBackup(command, m, much(10) / 10),
);
process.exit(bad > 0 ? 1 : 0);
