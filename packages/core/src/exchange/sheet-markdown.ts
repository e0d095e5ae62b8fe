import type { HelpSheet, SheetRow } from './told-sheet';

/** What would be read as markup is written as itself. */
const plain = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/[\\`*_[\]<>#|~]/g, (c) => `\\${c}`);

const table = (rows: readonly SheetRow[]): string[] => [
  '| What | Value | Kit and method | When | Sample | Doubts |',
  '| --- | --- | --- | --- | --- | --- |',
  ...rows.map((r) => `| ${[r.what, r.value, r.by, r.when, r.sample, r.doubts].map(plain).join(' | ')} |`),
];
const list = (lines: readonly string[]): string[] => lines.map((line) => `- ${plain(line)}`);

const section = (title: string, lines: readonly string[]): string[] =>
  lines.length > 0 ? ['', `## ${title}`, '', ...lines] : [];

/** The page as Markdown (CommonMark with the usual tables), for a forum or a message. */
export function sheetAsMarkdown(sheet: HelpSheet): string {
  const { source } = sheet;
  return [
    `# ${plain(sheet.name)}`,
    '',
    `${sheet.about.map(plain).join(' · ')}. Written ${plain(sheet.made)}.`,
    ...section('Readings', sheet.rows.length > 0 ? table(sheet.rows) : ['Nothing was read yet.']),
    ...section('Worked out', list(sheet.computed)),
    ...section(
      `Source: ${plain(source?.name ?? '')}`,
      source && source.rows.length > 0 ? table(source.rows) : [],
    ),
    ...section('Done lately', list(sheet.done)),
    ...section('What Hedge Lamp makes of it', list([sheet.lamp, ...sheet.findings])),
    ...section('The plan', list(sheet.plan)),
    ...section('Not tested', list(sheet.neverRead)),
    '',
    'Ranges are low to high: the true value lies between them. Figures of a home kit; not for drinking water.',
    '',
  ].join('\n');
}
