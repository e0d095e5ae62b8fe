import { ask } from '../served.mjs';

/**
 * Four devices that send every kind of write to a server, some of it twice, until they are told to stop.
 * @param world what is there by now; see `newWorld`
 * @param told hears of each answer: the request, and its status
 */
export function writers(url, world, kinds, told) {
  const names = Object.keys(kinds);
  let goesOn = true;
  const device = async () => {
    while (goesOn) {
      const name =
        world.waters.length < 3 ? 'POST /api/waters' : names[Math.floor(Math.random() * names.length)];
      const request = kinds[name]();
      if (!request) continue;
      const [method] = name.split(' ');
      const { status } = await ask(url, method, request.path, request.body);
      if (status >= 200 && status < 300) request.then?.();
      told({ name, request, status, goesOn });
      // A page that lost the answer sends it again.
      if (status >= 200 && status < 300 && Math.random() < 0.2 && method !== 'DELETE')
        await ask(url, method, request.path, request.body);
    }
  };
  const devices = Array.from({ length: 4 }, device);
  return {
    async stop() {
      goesOn = false;
      await Promise.all(devices);
    },
  };
}
