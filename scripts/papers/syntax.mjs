import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** Every TypeScript file below these folders, in order, as a tree of syntax. */
export const filesBelow = (...folders) =>
  folders
    .flatMap((folder) =>
      readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((file) => file.isFile() && file.name.endsWith('.ts'))
        .map((file) => join(file.parentPath, file.name)),
    )
    .sort()
    .map((path) => treeOf(path));

export const treeOf = (path) =>
  ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);

/** Calls `visit` with every node of a tree. */
export function walk(node, visit) {
  visit(node);
  ts.forEachChild(node, (child) => walk(child, visit));
}

/** What the comment right before a node says, on one line; empty where there is none. */
export function commentOn(node) {
  const text = node.getSourceFile().text;
  const found = ts.getLeadingCommentRanges(text, node.getFullStart())?.at(-1);
  if (!found) return '';
  return text
    .slice(found.pos, found.end)
    .replace(/^\/\*\*?|\*\/$|^\/\//g, '')
    .replace(/^\s*\* ?/gm, '')
    .replace(/\s+/g, ' ')
    .trim();
}

/** The text of a literal, with “…” where something is filled in; null for what is no literal. */
export function wordsOf(node) {
  if (!node) return null;
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join('');
  if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.PlusToken)
    return [wordsOf(node.left), wordsOf(node.right)].map((part) => part ?? '…').join('');
  return null;
}

/** A cell of a table in Markdown. */
export const cell = (text) => text.replaceAll('|', '\\|').replaceAll('<', '&lt;').replaceAll('\n', ' ');
export { ts };
