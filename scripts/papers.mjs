import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { dataModelPaper } from './papers/data-model.mjs';
import { decisionsPaper } from './papers/decisions.mjs';
import { errorsPaper } from './papers/errors.mjs';
import { root } from './ready.mjs';

/** Holds the papers that are made from the code against the code. With --write, makes them anew. */
process.chdir(root);
mkdirSync('.cache', { recursive: true });
const papers = {
  'docs/errors.md': errorsPaper,
  'docs/data-model.md': dataModelPaper,
  'docs/decisions/README.md': decisionsPaper,
};
let old = 0;
for (const [file, make] of Object.entries(papers)) {
  const text = await format(await make(), { ...(await resolveConfig(file)), filepath: file });
  if (process.argv.includes('--write')) writeFileSync(file, text);
  else if (!existsSync(file) || readFileSync(file, 'utf8') !== text) {
    console.log(`${file} is not of this code: run npm run papers.`);
    old += 1;
  }
}
console.log(`${Object.keys(papers).length} papers, ${old} of them old`);
process.exit(old === 0 ? 0 : 1);
