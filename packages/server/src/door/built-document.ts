import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The document of the web app as it was built; empty where there is none. */
function documentOf(webFolder: string | undefined): string {
  const document = webFolder && join(webFolder, 'index.html');
  return document && existsSync(document) ? readFileSync(document, 'utf8') : '';
}

/** Which build this is, as the build itself wrote it down; empty where there is none. */
export const releaseOf = (webFolder: string | undefined): string =>
  /<meta name="release" content="(?<release>[^"]+)"/.exec(documentOf(webFolder))?.groups?.release ?? '';

/** The scripts that were written into the document when it was built, each by the hash of what it says. */
const scriptsWithin = (webFolder: string | undefined): string[] =>
  [...documentOf(webFolder).matchAll(/<script(?: type="module")?>(?<text>[^]*?)<\/script>/g)].map(
    ({ groups }) => `'sha256-${createHash('sha256').update(groups!.text!).digest('base64')}'`,
  );

/**
 * Nothing comes from elsewhere, nothing is framed, and no script runs within the document but what it was built with.
 * @param webFolder of the built web app
 */
export const contentSecurityPolicy = (webFolder: string | undefined) => ({
  useDefaults: false,
  directives: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'", ...scriptsWithin(webFolder)],
    // Styles set by scripts, as gauges and swatches are, need no exception.
    styleSrc: ["'self'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'", 'blob:'],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
});
