import { createHash } from 'node:crypto';
import { closeSync, openSync, readSync, statSync, writeSync } from 'node:fs';
import { z } from 'zod';

/**
 * One file: a line of JSON that says what it is, then what pg_dump wrote in its custom format. The line holds the length and the
 * SHA-256 of the rest, so that a file that was cut off or damaged is told before anything is touched.
 */
const headSchema = z.strictObject({
  format: z.literal('vexlo/backup'),
  version: z.literal(1),
  madeAt: z.string(),
  /** The newest migration that the database had, ms. */
  migration: z.number(),
  /** Major version of the PostgreSQL that wrote it. */
  postgres: z.string(),
  bytes: z.number(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
});
export type BackupHead = z.output<typeof headSchema>;

const CHUNK = 1 << 20;
const LONGEST_HEAD = 4096;

function* chunksOf(path: string, from: number): Generator<Buffer> {
  const file = openSync(path, 'r');
  try {
    const buffer = Buffer.alloc(CHUNK);
    for (let at = from; ;) {
      const read = readSync(file, buffer, 0, CHUNK, at);
      if (read === 0) return;
      yield buffer.subarray(0, read);
      at += read;
    }
  } finally {
    closeSync(file);
  }
}

function digestOf(path: string, from: number): string {
  const digest = createHash('sha256');
  for (const chunk of chunksOf(path, from)) digest.update(chunk);
  return digest.digest('hex');
}

/** Writes a backup of what pg_dump wrote into `dump`. */
export function writeBackup(
  path: string,
  dump: string,
  about: Pick<BackupHead, 'madeAt' | 'migration' | 'postgres'>,
): void {
  const head: BackupHead = {
    format: 'vexlo/backup',
    version: 1,
    ...about,
    bytes: statSync(dump).size,
    sha256: digestOf(dump, 0),
  };
  const file = openSync(path, 'w', 0o600);
  try {
    writeSync(file, `${JSON.stringify(head)}\n`);
    for (const chunk of chunksOf(dump, 0)) writeSync(file, chunk);
  } finally {
    closeSync(file);
  }
}

/** What a backup says of itself, and where its dump begins. Throws, in words, where it is none, cut off or damaged. */
export function readBackup(path: string): { head: BackupHead; start: number } {
  const size = statSync(path).size;
  const first = Buffer.alloc(Math.min(LONGEST_HEAD, size));
  const file = openSync(path, 'r');
  try {
    readSync(file, first, 0, first.length, 0);
  } finally {
    closeSync(file);
  }
  const end = first.indexOf(0x0a);
  let head: BackupHead | undefined;
  try {
    head = headSchema.safeParse(JSON.parse(first.subarray(0, Math.max(0, end)).toString('utf8'))).data;
  } catch {
    head = undefined;
  }
  if (!head) throw new Error(`${path} is no backup of Vexlo; nothing was touched`);
  const start = end + 1;
  if (size - start !== head.bytes)
    throw new Error(
      `${path} holds ${size - start} of ${head.bytes} bytes: it was cut off. Nothing was touched; use another backup`,
    );
  if (digestOf(path, start) !== head.sha256)
    throw new Error(`${path} is damaged: its checksum is another. Nothing was touched; use another backup`);
  return { head, start };
}

/** The dump within a backup as a file of its own, for pg_restore. */
export function dumpOf(path: string, start: number, to: string): void {
  const file = openSync(to, 'w', 0o600);
  try {
    for (const chunk of chunksOf(path, start)) writeSync(file, chunk);
  } finally {
    closeSync(file);
  }
}
