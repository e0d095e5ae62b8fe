import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import pages from '@fastify/swagger-ui';
import type { FastifyInstance } from 'fastify';

/** Where the description of every question can be read and tried, in the browser and without a network. */
const referenceAddress = '/api/reference';

/**
 * The pages that describe the API, made from the schemas that check it.
 * @param webFolder of the built web app, for its sign
 */
export async function serveReference(app: FastifyInstance, webFolder: string): Promise<void> {
  const file = join(webFolder, 'lamp.svg');
  // A server starts without a picture too.
  const sign = existsSync(file)
    ? readFileSync(file)
    : Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>');
  await app.register(pages, {
    routePrefix: referenceAddress,
    // Without a bar of its own; what is tried there is written as by any other page.
    uiConfig: { layout: 'BaseLayout', docExpansion: 'none', defaultModelsExpandDepth: 0 },
    logo: { type: 'image/svg+xml', content: sign },
    theme: {
      title: 'Hedge Lamp: what the server answers',
      favicon: [{ filename: 'lamp.svg', rel: 'icon', type: 'image/svg+xml', sizes: 'any', content: sign }],
    },
  });
}
