import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ready.mjs';
import { faultsOf, importsBetweenRooms } from './rooms/imports.mjs';
import { picture } from './rooms/picture.mjs';

/** Holds the imports against the order of the rooms, and docs/rooms.svg against the imports. With --write, draws it anew. */
process.chdir(root);
const file = join(root, 'docs/rooms.svg');
const imports = await importsBetweenRooms();
const faults = faultsOf(imports);
// A floor on which nothing was found was not looked at.
if (imports.length < 500)
  faults.push(`Only ${imports.length} imports between rooms were found: the search is broken.`);
const drawn = picture(imports);
if (process.argv.includes('--write')) writeFileSync(file, drawn);
else if (!existsSync(file) || readFileSync(file, 'utf8') !== drawn)
  faults.push('docs/rooms.svg is not of this code: run npm run rooms.');
for (const fault of faults) console.log(fault);
console.log(`${imports.length} imports between rooms, ${faults.length} against their order`);
process.exit(faults.length === 0 ? 0 : 1);
