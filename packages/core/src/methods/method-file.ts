import { z } from 'zod';
import { type MethodFault, readMethod } from './check-method';
import { type Method, MethodSchema } from './method';

/** A method as a file: marked as what it is, so that no other JSON is taken for one. */
const MethodFileSchema = z
  .strictObject({
    format: z.literal('hedge-lamp-method', {
      error: 'This file is no method: its format is not “hedge-lamp-method”.',
    }),
    formatVersion: z.literal(1, { error: 'This file is of another version of the format than 1.' }),
    method: MethodSchema,
  })
  .meta({ id: 'MethodFile', title: 'Method file of Hedge Lamp' });

/** A method is a few kilobytes; what is far larger is something else. */
export const mostMethodFileBytes = 200_000;

export const writeMethodFile = (method: Method): string =>
  `${JSON.stringify({ format: 'hedge-lamp-method', formatVersion: 1, method }, null, 2)}\n`;

/** The JSON Schema (draft 2020-12) of a method file, as published. */
export const methodFileJsonSchema = (): object => z.toJSONSchema(MethodFileSchema, { io: 'input' });

/**
 * Reads a file that somebody chose. What is too large or no JSON is refused before anything is made of it.
 * @returns the method, or every fault found, with the path into the file; never throws
 */
export function readMethodFile(
  text: string,
): { readonly method: Method } | { readonly faults: MethodFault[] } {
  const refused = (message: string) => ({ faults: [{ path: '', message }] });
  if (text.length > mostMethodFileBytes)
    return refused(
      `This file has ${Math.round(text.length / 1000)} kB; a method has a few. It is not read. Choose a method file.`,
    );
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return refused('This file is not JSON. Choose a method file that was exported from Hedge Lamp.');
  }
  // The frame first: a wrong file is told as one, not as forty missing fields.
  const frame = z
    .object(
      { ...MethodFileSchema.shape, method: z.custom((m) => m !== undefined, 'This file holds no method.') },
      { error: 'This file holds no method.' },
    )
    .safeParse(document);
  if (!frame.success)
    return { faults: frame.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })) };
  const read = readMethod(frame.data.method);
  if ('method' in read) return read;
  return { faults: read.faults.map((f) => ({ ...f, path: f.path === '' ? 'method' : `method.${f.path}` })) };
}
