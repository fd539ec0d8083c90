import { connect } from 'node:net';

export class InstrumentError extends Error {
  override name = 'InstrumentError';
}

/**
 * Asks an instrument one SCPI query over TCP.
 * @returns the answer as a number
 * @throws InstrumentError when it cannot be reached, does not answer in time, or answers something else
 */
export function askInstrument(host: string, port: number, query: string, timeoutMs = 3000): Promise<number> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host, port });
    let answer = '';
    const fail = (why: string) => {
      socket.destroy();
      reject(new InstrumentError(`the meter at ${host}:${port} ${why}`));
    };
    socket.setTimeout(timeoutMs, () => fail('did not answer in time'));
    socket.on('error', (e) => fail(`cannot be reached (${e.message})`));
    socket.on('connect', () => socket.write(`${query}\n`));
    socket.on('data', (chunk) => {
      answer += chunk.toString('ascii');
      if (!answer.includes('\n')) return;
      socket.end();
      const value = Number(answer.trim());
      if (Number.isFinite(value)) resolve(value);
      else reject(new InstrumentError(`the meter at ${host}:${port} answered "${answer.trim()}"; accepted: a number`));
    });
  });
}
