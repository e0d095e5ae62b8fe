import { createHash } from 'node:crypto';
import { existsSync, openSync, closeSync, readSync, statSync } from 'node:fs';
import { type Readable, Transform, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  BackupHeadSchema,
  type BackupManifest,
  BackupManifestSchema,
  backupEntry,
  backupFormat,
  photoOfEntry,
} from '@hedge-lamp/core/exchange';
import { type Entry, type ZipFile, openPromise } from 'yauzl';
import { BackupFault, DamagedBackup, backupFaultOf, goOn } from './backup-fault';
import type { Progress } from './database-copy';

/** A manifest of two hundred thousand photographs has about this many bytes. */
const mostManifestBytes = 40_000_000;
const mostEntries = 200_010;
/** No smaller than the eight bytes that a packed file may grow to a thousand times: a bomb packs far tighter. */
const mostGrowth = 1100;
const kindOfFile = 0o170000;
const regularFile = 0o100000;

/** A backup that is open for reading, its list of contents checked; not yet its bytes. */
export interface OpenBackup {
  readonly manifest: BackupManifest;
  /** All that is in it besides the manifest and the note, with what it should be. */
  readonly files: readonly BackupFile[];
  read(file: BackupFile): Promise<Readable>;
  close(): void;
}
export interface BackupFile {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

const notOurs = (path: string) =>
  new BackupFault(`${path} is no backup of Hedge Lamp. Nothing was changed. Choose another file.`);
const cut = (path: string) =>
  new DamagedBackup(`${path} is damaged or cut short. Nothing was changed. Use another backup.`);

/** What a file is by its first bytes. */
export function kindOf(path: string): 'zip' | 'sqlite' | 'other' {
  if (!existsSync(path)) throw new BackupFault(`${path} is not there. Name a file that is.`);
  if (!statSync(path).isFile()) throw new BackupFault(`${path} is no file. Name a backup.`);
  const head = Buffer.alloc(16);
  const file = openSync(path, 'r');
  try {
    readSync(file, head, 0, 16, 0);
  } finally {
    closeSync(file);
  }
  if (head.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004') return 'zip';
  return head.toString('latin1') === 'SQLite format 3\u0000' ? 'sqlite' : 'other';
}

/** Only plain files of the few names that belong there, each once, none larger than it can be. */
function checkEntry(entry: Entry, seen: ReadonlyMap<string, Entry>, path: string): void {
  const { fileName, externalFileAttributes, uncompressedSize, compressedSize } = entry;
  const isKnown = Object.values(backupEntry).includes(fileName as never) || photoOfEntry(fileName) !== null;
  if (!isKnown)
    throw new BackupFault(
      `${path} holds “${fileName.slice(0, 100)}”, which belongs in no backup. Nothing was unpacked. Use another backup.`,
    );
  const kind = (externalFileAttributes >>> 16) & kindOfFile;
  if (seen.has(fileName) || (kind !== 0 && kind !== regularFile) || entry.isEncrypted()) throw notOurs(path);
  if (uncompressedSize > compressedSize * mostGrowth + 1000)
    throw new BackupFault(
      `${path} would unpack to far more than it can hold. Nothing was unpacked. Use another backup.`,
    );
}

async function listOf(zip: ZipFile, path: string): Promise<Map<string, Entry>> {
  if (zip.entryCount > mostEntries) throw notOurs(path);
  const found = new Map<string, Entry>();
  for await (const entry of zip.eachEntry()) {
    // Whoever unpacked a backup and packed it anew by another program has the folder itself in it.
    if (entry.fileName === 'photos/' && entry.uncompressedSize === 0) continue;
    checkEntry(entry, found, path);
    found.set(entry.fileName, entry);
  }
  return found;
}

async function textOf(stream: Readable): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts).toString('utf8');
}

function parsed(text: string, path: string): BackupManifest {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw cut(path);
  }
  const head = BackupHeadSchema.safeParse(json);
  if (!head.success) throw notOurs(path);
  if (head.data.format > backupFormat)
    throw new BackupFault(
      `${path} was made by a newer Hedge Lamp than this one. Nothing was changed. Update this one first: npm run update.`,
    );
  const manifest = BackupManifestSchema.safeParse(json);
  if (!manifest.success) throw cut(path);
  return manifest.data;
}

/**
 * Opens a backup and checks what it says of itself: its manifest, and that it holds just what the manifest tells.
 * @throws BackupFault, in a sentence, for any other file
 */
export async function openBackup(path: string): Promise<OpenBackup> {
  if (kindOf(path) !== 'zip') throw notOurs(path);
  let zip: ZipFile;
  try {
    zip = await openPromise(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code) throw backupFaultOf(error, path);
    throw cut(path);
  }
  try {
    const entries = await listOf(zip, path);
    const told = entries.get(backupEntry.manifest);
    if (!told) throw notOurs(path);
    if (told.uncompressedSize > mostManifestBytes) throw notOurs(path);
    const manifest = parsed(await textOf(await zip.openReadStreamPromise(told)), path);
    const files: BackupFile[] = [
      { name: backupEntry.database, ...manifest.database },
      ...manifest.photographs.map(({ id, bytes, sha256 }) => ({
        name: backupEntry.photo(id),
        bytes,
        sha256,
      })),
    ];
    const names = new Set(files.map((f) => f.name));
    const isWhole =
      names.size === files.length &&
      files.every((f) => entries.get(f.name)?.uncompressedSize === f.bytes) &&
      [...entries.keys()].every(
        (name) => names.has(name) || name === backupEntry.manifest || name === backupEntry.note,
      );
    if (!isWhole) throw cut(path);
    return {
      manifest,
      files,
      read: (file) => zip.openReadStreamPromise(entries.get(file.name)!),
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    if (error instanceof BackupFault) throw error;
    if ((error as NodeJS.ErrnoException).code?.startsWith('E')) throw backupFaultOf(error, path);
    // Whatever else the reader of zip files finds wrong.
    throw cut(path);
  }
}

/** Passes bytes on and knows, at the end, how many they were and what they hash to. */
export class Hashing extends Transform {
  private readonly hash = createHash('sha256');
  bytes = 0;
  constructor(private readonly passed: (bytes: number) => void = () => undefined) {
    super();
  }
  override _transform(chunk: Buffer, _encoding: string, done: (error: null, chunk: Buffer) => void): void {
    this.hash.update(chunk);
    this.bytes += chunk.length;
    this.passed(this.bytes);
    done(null, chunk);
  }
  digest(): string {
    return this.hash.digest('hex');
  }
}

const nowhere = () =>
  new Writable({
    write(_chunk, _encoding, done) {
      done();
    },
  });

/**
 * Reads every byte of a backup and holds it against the manifest.
 * @param sink where the bytes of a file go; nowhere where it is left out
 * @throws BackupFault for one byte that is not as it was
 */
export async function readThrough(
  backup: OpenBackup,
  path: string,
  progress: Progress,
  {
    sink = nowhere,
    signal,
  }: { readonly sink?: (file: BackupFile) => Writable; readonly signal?: AbortSignal } = {},
): Promise<void> {
  const total = backup.files.reduce((sum, f) => sum + f.bytes, 0);
  let before = 0;
  for (const file of backup.files) {
    goOn(signal);
    const start = before;
    const hashing = new Hashing((bytes) => progress(start + bytes, total));
    const target = sink(file);
    let source: Readable;
    try {
      source = await backup.read(file);
    } catch {
      target.destroy();
      throw cut(path);
    }
    let isOfSource = false;
    source.once('error', () => (isOfSource = true));
    try {
      await pipeline(source, hashing, target, { signal });
    } catch (error) {
      throw isOfSource && !signal?.aborted ? cut(path) : error;
    }
    if (hashing.bytes !== file.bytes || hashing.digest() !== file.sha256) throw cut(path);
    before += file.bytes;
  }
  progress(total, total);
}
