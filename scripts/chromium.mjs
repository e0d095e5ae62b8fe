import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const candidates = [process.env.HEDGE_LAMP_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'];

const find = () => candidates.find((path) => path && existsSync(path));

/**
 * The browser for the tests, installed from Debian's packages where this user may; null with a sentence on
 * how to get it where not.
 */
export function chromium() {
  const there = find();
  if (there) return there;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from Debian’s packages, once.');
    const options = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    };
    spawnSync('apt-get', ['update', '-qq'], options);
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], options);
    const installed = find();
    if (installed) return installed;
  }
  console.error(
    'The browser tests need Chromium. Install it (on Debian: sudo apt-get install chromium), or name one you have: HEDGE_LAMP_CHROMIUM=/path/to/chromium npm test',
  );
  return null;
}
