import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { is } from 'drizzle-orm';
import { SQLiteTable, getTableConfig } from 'drizzle-orm/sqlite-core';
import { root } from '../ready.mjs';
import { cell, commentOn, filesBelow, ts, walk } from './syntax.mjs';

const server = 'packages/server/src';

/** The tables as Drizzle has them. */
async function tables() {
  // Beside what they import: a folder elsewhere would find no packages.
  const folder = mkdtempSync(join(root, '.cache/schema-'));
  const outfile = join(folder, 'schema.mjs');
  await build({
    entryPoints: [join(root, server, 'house/schema.ts')],
    bundle: true,
    format: 'esm',
    platform: 'node',
    packages: 'external',
    // Core is ours, and in TypeScript.
    plugins: [
      {
        name: 'core',
        setup: ({ onResolve }) =>
          onResolve({ filter: /^@hedge-lamp\/core\// }, ({ path }) => ({
            path: join(root, 'packages/core/src', path.slice('@hedge-lamp/core/'.length), 'index.ts'),
          })),
      },
    ],
    outfile,
    logLevel: 'error',
  });
  const schema = await import(outfile);
  rmSync(folder, { recursive: true });
  return Object.entries(schema).filter(([, table]) => is(table, SQLiteTable));
}

/** What comments say of a table and of its columns, by the name of the constant. */
function comments() {
  const found = new Map();
  /** Columns of what makes several tables alike, by its name. */
  const makers = new Map();
  const trees = filesBelow(server);
  const columnsOf = (call) => new Map(call.arguments[1].properties.map((p) => [p.name.text, commentOn(p)]));
  const isCall = (node, name) => node && ts.isCallExpression(node) && node.expression.getText() === name;
  const eachConstant = (visit) => {
    for (const tree of trees)
      walk(tree, (node) => {
        if (ts.isVariableStatement(node)) visit(node, node.declarationList.declarations[0], tree.fileName);
      });
  };
  eachConstant((node, { name, initializer }) => {
    if (initializer && ts.isArrowFunction(initializer) && isCall(initializer.body, 'sqliteTable'))
      makers.set(name.getText(), { says: commentOn(node), columns: columnsOf(initializer.body) });
  });
  eachConstant((node, { name, initializer }, file) => {
    if (isCall(initializer, 'sqliteTable'))
      found.set(name.getText(), { says: commentOn(node), columns: columnsOf(initializer), file });
    for (const [maker, { says, columns }] of makers)
      if (isCall(initializer, maker))
        found.set(name.getText(), { says: commentOn(node) || says, columns, file });
  });
  return found;
}

const kindOf = (column) =>
  ({ number: column.getSQLType(), json: 'JSON', boolean: 'yes or no', string: 'text', buffer: 'bytes' })[
    column.dataType
  ] ?? column.getSQLType();

/** docs/data-model.md: each table with its columns, keys and indexes. */
export async function dataModelPaper() {
  const said = comments();
  const parts = [
    '# The data model',
    'Made from the code by `npm run papers`; change the code, not this page. One SQLite file, `hedge-lamp.sqlite`. Instants are milliseconds since 1970 in UTC, `zone` the zone they were taken in. Identifiers are made by whoever makes the thing, so that what is sent twice is kept once. What lies in a column of JSON is described by the Zod schema of its area in core.',
  ];
  for (const [constant, table] of await tables()) {
    const { name, columns, foreignKeys, indexes, primaryKeys } = getTableConfig(table);
    const words = said.get(constant);
    if (!words)
      throw new Error(`The table ${name} is made somewhere else than with sqliteTable in ${server}.`);
    const keys = Object.fromEntries(Object.entries(table).map(([key, column]) => [column?.name, key]));
    const pointsAt = new Map(
      foreignKeys.flatMap((key) => {
        const { columns: own, foreignTable } = key.reference();
        return own.map((column) => [column.name, getTableConfig(foreignTable).name]);
      }),
    );
    parts.push(
      `## ${name}`,
      [words.says, `\`${words.file.replace('packages/', '').replace('/src/', '/')}\``]
        .filter(Boolean)
        .join(' — '),
      [
        '| column | kind | of | says |',
        '| --- | --- | --- | --- |',
        ...columns.map((column) => {
          const of = [
            (column.primary || primaryKeys.some((key) => key.columns.includes(column))) && 'key',
            pointsAt.has(column.name) && `a row of ${pointsAt.get(column.name)}`,
            !column.notNull && !column.primary && 'may be null',
          ].filter(Boolean);
          return `| \`${column.name}\` | ${kindOf(column)} | ${of.join(', ')} | ${cell(words.columns.get(keys[column.name]) ?? '')} |`;
        }),
      ].join('\n'),
    );
    const lists = indexes.map(
      ({ config }) =>
        `${config.unique ? 'Only one row of each' : 'Found quickly by'} ${config.columns.map((c) => `\`${c.name ?? 'an expression'}\``).join(', ')}${config.where ? ', where it holds' : ''}.`,
    );
    if (lists.length > 0) parts.push(lists.join(' '));
  }
  return parts.join('\n\n');
}
