import { cell, commentOn, filesBelow, treeOf, ts, walk, wordsOf } from './syntax.mjs';

const core = 'packages/core/src';
const server = 'packages/server/src';
const codesIn = `${core}/quantity/field-error.ts`;
const titlesIn = `${server}/wire/problem.ts`;

/** The codes of bad input with their causes, as the comments on the type tell them. */
function codes() {
  const found = new Map();
  walk(treeOf(codesIn), (node) => {
    if (!ts.isTypeAliasDeclaration(node) || node.name.text !== 'FieldErrorCode') return;
    // A comment stands before the bar of its member.
    let end = node.name.end;
    for (const member of node.type.types) {
      const before = member.getSourceFile().text.slice(end, member.getStart());
      found.set(member.literal.text, /\/\*\* (?<says>.*) \*\//.exec(before)?.groups.says ?? '');
      end = member.end;
    }
  });
  return found;
}

/** The statuses with their titles and causes. */
function statuses() {
  const found = new Map();
  walk(treeOf(titlesIn), (node) => {
    if (!ts.isVariableDeclaration(node) || node.name.getText() !== 'titles') return;
    for (const entry of node.initializer.properties)
      found.set(Number(entry.name.text), { title: entry.initializer.text, cause: commentOn(entry) });
  });
  return found;
}

/** What each maker of errors puts in: where its status or code and its sentence stand among its arguments. */
const makers = {
  FieldError: ({ 0: code, 2: says }) => [wordsOf(code), says],
  problem: ({ 0: status, 1: says }) => [status && ts.isNumericLiteral(status) ? status.text : null, says],
  conflict: ({ 0: says }) => ['409', says],
  refused: ({ 1: says }) => ['422', says],
  // At the door, before there is a route.
  refuse: ({ 1: status, 2: says }) => [status && ts.isNumericLiteral(status) ? status.text : null, says],
  BackupFault: ({ 0: says }) => ['422', says],
  FolderFault: ({ 0: says }) => ['start', says],
  StartFault: ({ 0: says }) => ['start', says],
};

/** Every sentence that is told by one of these, with where it stands. */
function sentences() {
  const found = [];
  for (const tree of filesBelow(core, server))
    walk(tree, (node) => {
      if (!(ts.isNewExpression(node) || ts.isCallExpression(node)) || !ts.isIdentifier(node.expression))
        return;
      const maker = Object.hasOwn(makers, node.expression.text) && makers[node.expression.text];
      if (!maker) return;
      const [code, says] = maker(node.arguments ?? []);
      const alternatives =
        says && ts.isConditionalExpression(says) ? [says.whenTrue, says.whenFalse] : [says];
      for (const one of alternatives) {
        const words = wordsOf(one);
        if (code && words && words !== '…') found.push({ code, words, file: tree.fileName });
      }
    });
  return found;
}

const list = (all, code) => {
  const rows = all.filter((one) => one.code === code);
  const files = (words) => [...new Set(rows.filter((r) => r.words === words).map((r) => r.file))];
  return [...new Set(rows.map(({ words }) => words))]
    .sort((a, b) => a.localeCompare(b, 'en'))
    .map(
      (words) =>
        `- ${cell(words)} — ${files(words)
          .map((file) => `\`${file.replace('packages/', '').replace('/src/', '/')}\``)
          .join(', ')}`,
    )
    .join('\n');
};

/**
 * docs/errors.md: every code and status, its cause, and the sentences that are told with it.
 * @throws where a code is told without a cause, or used without being listed
 */
export function errorsPaper() {
  const [all, fieldCodes, byStatus] = [sentences(), codes(), statuses()];
  for (const [code, cause] of fieldCodes)
    if (!cause) throw new Error(`${codesIn}: “${code}” names no cause.`);
  for (const [status, { cause }] of byStatus)
    if (!cause) throw new Error(`${titlesIn}: ${status} names no cause.`);
  for (const { code, file } of all)
    if (code !== 'start' && !fieldCodes.has(code) && !byStatus.has(Number(code)))
      throw new Error(`${file}: “${code}” is not listed.`);
  return [
    '# Errors',
    'Made from the code by `npm run papers`; change the code, not this page. An answer that is an error is a problem document (RFC 9457): `status`, `title`, a `detail` that says what to do, and `errors` with the path and the sentence of each field. “…” stands for what is filled in. What a schema refuses by itself (missing, too long, not in the list) is told by `server/src/door/plain-errors.ts` and by the schemas.',
    '## By status',
    ...[...byStatus].flatMap(([status, { title, cause }]) => [
      `### ${status} ${title}`,
      cause,
      list(all, String(status)),
    ]),
    '## Bad input, by code',
    'All of them are answered with 422. The code is for programs; the field is a path with dots.',
    ...[...fieldCodes].flatMap(([code, cause]) => [`### \`${code}\``, cause, list(all, code)]),
    '## When it cannot start',
    'Said on the terminal; it ends with 1 and leaves the data as they were.',
    list(all, 'start'),
  ]
    .filter(Boolean)
    .join('\n\n');
}
