import { createCipheriv, createDecipheriv, createHmac, pbkdf2Sync, randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import type { Readable, Transform } from 'node:stream';

/**
 * How a backup is locked, so that `openssl enc -d -aes-256-cbc -pbkdf2 -iter 600000` opens it without this program:
 * "Salted__", eight bytes of salt, then AES-256-CBC under a key of PBKDF2-HMAC-SHA256 (RFC 8018; the count is OWASP's
 * of 2023, from memory). OpenSSL's own format proves nothing about the text, so a MAC over the file stands beside it.
 */
const ROUNDS = 600_000;
const MAGIC = Buffer.from('Salted__');
const SALT_BYTES = 8;

function keysOf(passphrase: string, salt: Buffer): { key: Buffer; iv: Buffer; mac: Buffer } {
  const made = pbkdf2Sync(passphrase, salt, ROUNDS, 48, 'sha256');
  const mac = pbkdf2Sync(passphrase, Buffer.concat([Buffer.from('mac'), salt]), ROUNDS, 32, 'sha256');
  return { key: made.subarray(0, 32), iv: made.subarray(32), mac };
}

export interface Locking {
  /** What the file begins with. */
  head: Buffer;
  through: Transform;
  macKey: Buffer;
}

export function locking(passphrase: string): Locking {
  const salt = randomBytes(SALT_BYTES);
  const { key, iv, mac } = keysOf(passphrase, salt);
  return { head: Buffer.concat([MAGIC, salt]), through: createCipheriv('aes-256-cbc', key, iv), macKey: mac };
}

const firstBytes = async (file: string, count: number): Promise<Buffer> => {
  const parts: Buffer[] = [];
  for await (const part of createReadStream(file, { end: count - 1 })) parts.push(part);
  return Buffer.concat(parts);
};

/** The MAC of a locked file. */
export async function macOf(file: string, key: Buffer): Promise<string> {
  const mac = createHmac('sha256', key);
  for await (const part of createReadStream(file)) mac.update(part);
  return mac.digest('hex');
}

/**
 * Opens a locked file.
 * @param mac as it was when it was made
 * @throws Error where the pass phrase is another, or the file is
 */
export async function unlocked(file: string, passphrase: string, mac: string): Promise<Readable> {
  const head = await firstBytes(file, MAGIC.length + SALT_BYTES);
  if (!head.subarray(0, MAGIC.length).equals(MAGIC)) throw new Error(`${file} is not locked as a backup is`);
  const { key, iv, mac: macKey } = keysOf(passphrase, head.subarray(MAGIC.length));
  if ((await macOf(file, macKey)) !== mac)
    throw new Error('the pass phrase is another than the one this backup was locked with, or the backup was changed');
  const from = createReadStream(file, { start: head.length });
  return from.pipe(createDecipheriv('aes-256-cbc', key, iv));
}
