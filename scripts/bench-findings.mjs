import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fill, parametersRead } from './filled-data.mjs';

/**
 * Findings for a hundred waters that were tested every day for ten years, beside the bare SQL that fetches the latest
 * value of each parameter of each.
 * @param say prints a name and a value
 * @param serve starts the server on a folder: { url, end }
 */
export async function benchFindings(say, serve) {
  const { default: Sqlite } = await import('better-sqlite3');
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-bench-findings-'));
  const urgent = 10;
  const { ids: waters, readings: n } = await fill(folder, { waters: 100, days: 3650, urgent });
  const file = new Sqlite(join(folder, 'hedge-lamp.sqlite'), { readonly: true });

  const { url, end } = await serve(folder);
  const latest = file.prepare(
    'select * from readings where water_id = ? and parameter = ? and deleted_at is null order by taken_at desc, id desc limit 1',
  );
  const timed = async (times, act) => {
    const took = [];
    for (let k = 0; k < times; k++) {
      const from = process.hrtime.bigint();
      await act();
      took.push(Number(process.hrtime.bigint() - from) / 1e6);
    }
    return took.sort((a, b) => a - b)[Math.floor(times / 2)];
  };
  const bare = () => waters.forEach((id) => parametersRead.forEach((parameter) => latest.get(id, parameter)));
  const asked = async () => {
    const standings = await (await fetch(`${url}/api/today`)).json();
    if (standings.length !== waters.length + 1) throw new Error('The findings are not those of all waters.');
    if (standings.filter((s) => s.lamp.status === 'urgent').length !== urgent)
      throw new Error('Not the ten waters that are Urgent are found so.');
  };
  for (let k = 0; k < 5; k++) {
    bare();
    await asked();
  }
  const [sql, findings] = [await timed(41, bare), await timed(41, asked)];
  say(
    `findings of 100 waters, ten of them Urgent, with ${(n / 1e6).toFixed(1)} million readings ÷ bare SQL of their latest (aim: under 10)`,
    `${(findings / sql).toFixed(2)} ×`,
  );
  say('  (milliseconds here: bare SQL, findings)', `${sql.toFixed(1)}, ${findings.toFixed(1)}`);
  file.close();
  await end();
  rmSync(folder, { recursive: true });
}
