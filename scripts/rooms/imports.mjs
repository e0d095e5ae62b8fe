import { cruise } from 'dependency-cruiser';
import { floors } from './order.mjs';

const place = /^packages\/(\w+)\/src\/([^/]+)(?:\/.*)?$/;

/** Every import from one room into another of the same floor: both files, both rooms. */
export async function importsBetweenRooms() {
  const { output } = await cruise(
    Object.keys(floors).map((floor) => `packages/${floor}/src`),
    {
      outputType: 'json',
      // Types are imports too: who needs the shape of a thing needs the thing.
      tsPreCompilationDeps: true,
      exclude: { path: '(^|/)(dist|node_modules)/' },
      enhancedResolveOptions: { extensions: ['.ts', '.vue', '.mjs', '.js'], exportsFields: ['exports'] },
    },
  );
  const { modules } = JSON.parse(output);
  return modules.flatMap(({ source, dependencies }) =>
    dependencies.flatMap(({ resolved }) => {
      const [from, to] = [place.exec(source), place.exec(resolved)];
      if (!from || !to || from[1] !== to[1] || from[2] === to[2]) return [];
      return [{ floor: from[1], from: from[2], to: to[2], file: source, imported: resolved }];
    }),
  );
}

/** What is wrong with them, in sentences; empty where every room imports only from those before it. */
export const faultsOf = (imports) =>
  imports.flatMap(({ floor, from, to, file, imported }) => {
    const order = floors[floor];
    const unknown = [from, to].filter((room) => !order.includes(room));
    if (unknown.length > 0)
      return [`${file}: “${unknown[0]}” is no room of ${floor}; scripts/rooms/order.mjs names them.`];
    return order.indexOf(to) < order.indexOf(from)
      ? []
      : [`${file} imports ${imported}, but on the floor ${floor} “${to}” stands above “${from}”.`];
  });
