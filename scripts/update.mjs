import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildStale, checkNode, installMissing, root } from './ready.mjs';

/**
 * Backs up, brings the newer version where this folder is a checkout that knows where its own comes from, installs and
 * builds. Says how to go back, also where it fails.
 */
checkNode();
installMissing();
buildStale();

const git = (...args) => {
  const { status, stdout } = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  return status === 0 ? stdout.trim() : null;
};
const data = process.env.HEDGE_LAMP_DATA || join(root, 'data/keeper');
const version = git('rev-parse', '--short', 'HEAD');
let backup = null;

if (existsSync(join(data, 'hedge-lamp.sqlite'))) {
  const command = join(root, 'packages/server/dist/backup-command.mjs');
  const made = spawnSync(process.execPath, [command, 'backup', '--before-update'], {
    stdio: ['ignore', 'pipe', 'inherit'],
    encoding: 'utf8',
  });
  process.stdout.write(made.stdout);
  backup = /^(.+\.zip): /m.exec(made.stdout)?.[1] ?? null;
  if (made.status !== 0 || backup === null) {
    console.error('Nothing was updated: there is no update without a backup.');
    process.exit(1);
  }
} else console.log(`There are no data in ${data} yet: nothing to back up.`);

/** The version that was here opens the data again as they were then. */
function sayHowToGoBack() {
  const steps = [
    ...(version === null ? [] : [`git checkout ${version}`]),
    ...(backup === null ? [] : [`npm run restore "${backup}"`]),
  ];
  if (steps.length === 0) return;
  console.log(`\nTo go back, stop Hedge Lamp and type:\n\n    ${steps.join('\n    ')}\n`);
  if (version === null) console.log('Before that, unpack the earlier version over this folder.');
}

const upstream = version === null ? null : git('rev-parse', '--abbrev-ref', '@{upstream}');
if (upstream === null)
  console.log(
    'This folder does not know where its version came from. Where you have unpacked a newer one over it, that one is made ready now.',
  );
else {
  const pulled = spawnSync('git', ['pull', '--ff-only'], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  if (pulled.status !== 0) {
    console.error(
      'The newer version could not be brought; the lines above say why. Nothing was updated, and the backup stays.',
    );
    process.exit(1);
  }
}
const now = git('rev-parse', '--short', 'HEAD');
// The newer version makes itself ready, by its own rules.
const ready = spawnSync(process.execPath, [join(root, 'scripts/prepare.mjs')], {
  cwd: root,
  stdio: 'inherit',
});
if (ready.status !== 0) {
  console.error('The newer version could not be made ready; the lines above say why.');
  sayHowToGoBack();
  process.exit(1);
}
console.log(
  now === version
    ? 'There was nothing newer. What is here is ready.'
    : `Updated from ${version} to ${now}. Stop Hedge Lamp where it runs, and start it again.`,
);
sayHowToGoBack();
