import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { root } from './ready.mjs';

/** Fills in, for this machine, the file that starts Hedge Lamp by itself, and says how to turn that on and off again. */
const xmlText = (text) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
/** In a unit a percent sign and, within quotes, a backslash and a quote mean something. */
const unitText = (text) => text.replaceAll('%', '%%').replaceAll('\\', '\\\\').replaceAll('"', '\\"');

export const systems = {
  linux: {
    file: 'hedge-lamp.service',
    escape: unitText,
    encoding: 'utf8',
    says: (path) => `mkdir -p ~/.config/systemd/user
cp "${path}" ~/.config/systemd/user/
systemctl --user daemon-reload
systemctl --user enable --now hedge-lamp

At boot, without logging in:   loginctl enable-linger
What it says:                  journalctl --user -u hedge-lamp
Stop, and not start again:     systemctl --user disable --now hedge-lamp`,
  },
  darwin: {
    file: 'hedge-lamp.plist',
    escape: xmlText,
    encoding: 'utf8',
    says: (path) => `cp "${path}" ~/Library/LaunchAgents/local.hedge-lamp.plist
launchctl bootstrap gui/$(id -u) ~/Library/LaunchAgents/local.hedge-lamp.plist

Stop, and not start again:     launchctl bootout gui/$(id -u)/local.hedge-lamp`,
  },
  win32: {
    file: 'hedge-lamp-task.xml',
    escape: xmlText,
    encoding: 'utf16le',
    says: (path) => `schtasks /Create /TN "Hedge Lamp" /XML "${path}"
schtasks /Run /TN "Hedge Lamp"

Stop, and not start again:     schtasks /End /TN "Hedge Lamp" & schtasks /Delete /TN "Hedge Lamp"`,
  },
};

/** @returns the file of a system with the places of this machine in it */
export function filledIn(system, { node = process.execPath, folder = root } = {}) {
  const { file, escape } = systems[system];
  const places = { NODE: node, NODE_FOLDER: dirname(node), FOLDER: folder.replace(/[/\\]$/, '') };
  return readFileSync(join(root, 'scripts/always-on', file), 'utf8').replace(/\{\{(\w+)\}\}/g, (_all, name) =>
    escape(places[name]),
  );
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const system = systems[process.platform];
  if (!system) {
    console.error(`There is no file for ${process.platform}. docs/always-on.md says what it must do.`);
    process.exit(1);
  }
  const place = join(root, 'data/always-on');
  mkdirSync(place, { recursive: true });
  const path = join(place, system.file);
  const mark = system.encoding === 'utf16le' ? '\ufeff' : '';
  writeFileSync(path, mark + filledIn(process.platform), system.encoding);
  console.log(
    `${path} is written, with the places of this machine. Nothing was turned on. To do so:\n\n${system.says(path)}`,
  );
}
