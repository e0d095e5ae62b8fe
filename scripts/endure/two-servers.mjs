import { randomUUID } from 'node:crypto';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';

/** A second server on the same folder must not start, and the first must notice nothing. */
export async function twoServers(main, times) {
  const counts = { tried: 0, started: 0, unsaid: 0, writes: 0, failed: 0 };
  const folder = madeFolder();
  const first = await serve(main, folder);
  const others = [];
  const write = async (server) => {
    const body = { id: randomUUID(), name: 'Tank', kind: 'aquarium', netLiters: 100 };
    const { status } = await ask(server.url, 'POST', '/api/waters', body);
    counts.writes += 1;
    if (status !== 201) counts.failed += 1;
  };
  try {
    for (let k = 0; k < times; k++) {
      counts.tried += 1;
      try {
        const second = await serve(main, folder);
        others.push(second);
        counts.started += 1;
        await Promise.all([write(first), write(second), write(first), write(second)]);
      } catch (error) {
        // One plain sentence, and no stack.
        if (
          !/Another Hedge Lamp works on/.test(error.message) ||
          /\n\s+at /.test(error.message) ||
          error.code !== 1
        )
          counts.unsaid += 1;
      }
      await write(first);
    }
    return { counts };
  } finally {
    await Promise.all([first, ...others].map((s) => s.kill()));
    removeFolder(folder);
  }
}
