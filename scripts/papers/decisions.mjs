import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const folder = 'docs/decisions';

/** docs/decisions/README.md: every decision by its number, with the question it answers. */
export function decisionsPaper() {
  const rows = readdirSync(folder)
    .filter((name) => /^\d{4}-.*\.md$/.test(name))
    .sort()
    .map((name) => {
      const [heading, ...rest] = readFileSync(join(folder, name), 'utf8').trim().split(/\n\n+/);
      const said = /^# (?<number>\d+)\. (?<title>.*)$/.exec(heading)?.groups;
      if (!said) throw new Error(`${folder}/${name} does not begin with “# number. title”.`);
      // A question that is followed by a list ends with a colon.
      const first = /^[^]*?[.?!](?=\s|$)/.exec(rest[0] ?? '')?.[0] ?? rest[0] ?? '';
      const about = first.replace(/\s+/g, ' ').replace(/:$/, '.');
      return `| [${said.number}](${name}) | ${said.title} | ${about.replaceAll('|', '\\|')} |`;
    });
  return [
    '# Decisions',
    'Choices that somebody will question. Made from their headings by `npm run papers`. A new one takes the next number; one that is given up stays, and says by which other it was.',
    ['| | decision | begins with |', '| --- | --- | --- |', ...rows].join('\n'),
  ].join('\n\n');
}
