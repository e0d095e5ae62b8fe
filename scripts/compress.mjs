import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** Made by compressing another. */
export const isCompressed = (name) => /\.(?:br|gz)$/.test(name);
/** Pictures and fonts that are compressed in themselves gain nothing; what is this small gains no packet. */
const isWorthIt = (name, bytes) => /\.(?:js|css|html|svg|json)$/.test(name) && bytes.length > 200;

/**
 * Puts beside every file of a folder that gains by it the same with Brotli and with gzip, as small as they make it: once
 * here instead of at every request.
 */
export async function compressFiles(folder) {
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((file) => file.isFile());
  await Promise.all(
    files.map(async (file) => {
      const path = join(file.parentPath, file.name);
      const bytes = readFileSync(path);
      if (!isWorthIt(file.name, bytes)) return;
      const params = {
        [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
      };
      writeFileSync(`${path}.br`, await promisify(brotliCompress)(bytes, { params }));
      writeFileSync(`${path}.gz`, await promisify(gzip)(bytes, { level: constants.Z_BEST_COMPRESSION }));
    }),
  );
}
