import { connect, type Socket } from 'node:net';
import { OVERLOAD } from '@ombrik/core/document/workshop/quantity';

/** An instrument that could not be read, and why, in words. */
export class InstrumentError extends Error {
  override name = 'InstrumentError';
}

const ANSWER_MS = 3000;
/** No instrument says more than this before it ends a line. */
const LONGEST = 4096;

/** A number as instruments print it; what follows must be a unit that was asked for. */
const NUMBER = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?)\s*([A-Za-zΩµ]*)$/i;
/** IEEE 488.2 and SCPI 1999: infinity and "not a number". */
const INFINITE = 9.9e37;
const NOT_A_NUMBER = 9.91e37;

/**
 * A line to one instrument over TCP: a command a line out, a line back for each that asks (IEEE 488.2).
 * Everything it said is kept, as it was said.
 */
export class ScpiSession {
  readonly raw: string[] = [];
  #socket: Socket;
  #where: string;
  #waiting: { resolve: (line: string) => void; reject: (error: Error) => void } | null = null;
  #got = '';
  #ended: string | null = null;

  private constructor(socket: Socket, where: string) {
    this.#socket = socket;
    this.#where = where;
    socket.setEncoding('ascii');
    socket.on('data', (chunk: string) => this.#hear(chunk));
    socket.on('error', (e) => this.#fail(`broke off (${e.message})`));
    socket.on('close', () => this.#fail(this.#got === '' ? 'hung up' : `hung up in the middle of "${this.#got}"`));
  }

  /** @throws InstrumentError when nothing answers there */
  static open(name: string, host: string, port: number, timeoutMs = ANSWER_MS): Promise<ScpiSession> {
    const where = `${name} at ${host}:${port}`;
    return new Promise((resolve, reject) => {
      const socket = connect({ host, port });
      const fail = (why: string) => {
        socket.destroy();
        reject(new InstrumentError(`${where} cannot be reached (${why})`));
      };
      const timer = setTimeout(() => fail('no answer'), timeoutMs);
      socket.once('error', (e) => {
        clearTimeout(timer);
        fail(e.message);
      });
      socket.once('connect', () => {
        clearTimeout(timer);
        socket.removeAllListeners('error');
        resolve(new ScpiSession(socket, where));
      });
    });
  }

  #hear(chunk: string): void {
    this.#got += chunk;
    if (this.#got.length > LONGEST) {
      this.#fail('talks without end');
      return;
    }
    const end = this.#got.indexOf('\n');
    if (end < 0) return;
    const line = this.#got.slice(0, end).trim();
    this.#got = this.#got.slice(end + 1);
    // What nobody asked for is not an answer to what is asked next.
    if (!this.#waiting) return;
    this.raw.push(line);
    const { resolve } = this.#waiting;
    this.#waiting = null;
    resolve(line);
  }

  #fail(why: string): void {
    this.#ended ??= why;
    this.#socket.destroy();
    this.#waiting?.reject(new InstrumentError(`${this.#where} ${why}`));
    this.#waiting = null;
  }

  /** Tells it something that has no answer. */
  tell(command: string): void {
    this.#socket.write(`${command}\n`);
  }

  /** @throws InstrumentError when no whole line comes back in time */
  ask(query: string, timeoutMs = ANSWER_MS): Promise<string> {
    if (this.#ended) return Promise.reject(new InstrumentError(`${this.#where} ${this.#ended}`));
    return new Promise((resolve, reject) => {
      const timer = setTimeout(
        () =>
          this.#fail(
            this.#got === '' ? `did not answer "${query}" in time` : `sent half a line, "${this.#got}", and no more`,
          ),
        timeoutMs,
      );
      this.#waiting = {
        resolve: (line) => {
          clearTimeout(timer);
          resolve(line);
        },
        reject: (error) => {
          clearTimeout(timer);
          reject(error);
        },
      };
      this.#socket.write(`${query}\n`);
    });
  }

  /**
   * Asks for a number.
   * @param unit the unit that may stand behind it, as instruments write it: `V`, `OHM`, `A`
   * @returns the number; an overload or an open circuit as overload
   * @throws InstrumentError when something else comes back, or another unit
   */
  async number(query: string, unit: string, timeoutMs = ANSWER_MS): Promise<number> {
    const line = await this.ask(query, timeoutMs);
    const [, digits, suffix] = NUMBER.exec(line) ?? [];
    if (digits === undefined)
      throw new InstrumentError(`${this.#where} answered "${line}" to "${query}"; accepted: a number in ${unit}`);
    if (suffix && suffix.toUpperCase() !== unit.toUpperCase())
      throw new InstrumentError(`${this.#where} answered in ${suffix}; accepted: ${unit}: set its range or function`);
    const value = Number(digits);
    if (value === NOT_A_NUMBER) throw new InstrumentError(`${this.#where} has no valid reading ("${line}")`);
    return Math.abs(value) >= INFINITE ? OVERLOAD : value;
  }

  close(): void {
    this.#ended ??= 'is closed';
    this.#socket.end();
  }
}
