import { spawnSync } from 'node:child_process';
import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';

/** A photograph of some hundred kilobytes: noise does not pack. */
const picture = () =>
  Buffer.from(jpeg.encode({ width: 480, height: 360, data: randomBytes(4 * 480 * 360) }, 95).data);

/**
 * The same photograph twice on a full disk, then with room again; and one that an older version left cut short.
 * A small file system of its own where that can be had, else a limit on the size of files.
 */
export async function fullDisk(main) {
  const counts = { asked: 0, lost: 0, torn: 0, wronglyKept: 0, failed: 0 };
  const folder = madeFolder();
  const own = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=4m', 'tmpfs', folder]).status === 0;
  const photos = join(folder, 'photos');
  const fill = join(folder, 'filler');
  try {
    const bytes = picture();
    const id = randomUUID();
    const put = async (server) => {
      counts.asked += 1;
      return (await ask(server.url, 'PUT', `/api/photos/${id}`, bytes)).status;
    };
    let server = await serve(main, folder, own ? {} : { shell: "trap '' XFSZ; ulimit -f 600" });
    if (own)
      // To the last byte but a few, less than the photograph needs.
      for (let size = 4 << 20; size > 32_768; size >>= 1)
        try {
          writeFileSync(fill, Buffer.alloc(size), { flag: 'a' });
        } catch {
          // Full at this size; half as much may still go in.
        }
    for (let k = 0; k < 2; k++) {
      const status = await put(server);
      if (status < 300) counts.wronglyKept += 1;
      if (status >= 500 && status !== 507) counts.failed += 1;
      if (existsSync(photos) && readdirSync(photos).length > 0) counts.torn += 1;
      if ((await ask(server.url, 'GET', '/api/waters')).status !== 200) counts.failed += 1;
    }
    if (own) rmSync(fill);
    else {
      await server.end();
      server = await serve(main, folder);
    }
    if ((await put(server)) !== 201) counts.lost += 1;
    const file = join(photos, `${id}.jpg`);
    const whole = existsSync(file) ? statSync(file).size : 0;
    if (whole === 0) counts.lost += 1;
    else {
      // As an older version left it.
      truncateSync(file, Math.floor(whole / 2));
      if ((await put(server)) !== 200 || statSync(file).size !== whole) counts.torn += 1;
    }
    await server.end();
    return { counts, disk: own ? 'a file system of 4 MiB' : 'a limit on the size of files' };
  } finally {
    if (own) spawnSync('umount', ['-l', folder]);
    removeFolder(folder);
  }
}
