import { connect } from 'node:net';
import type { Instrument, Register } from '@ombrik/core/document/workshop/instrument';
import Modbus from 'jsmodbus';
import type { InstrumentReading } from './instrumentReading.ts';
import { InstrumentError } from './scpiSession.ts';

const ANSWER_MS = 3000;

/**
 * Reads one holding register of a battery's data over Modbus TCP.
 * Source: Modbus application protocol V1.1b3, function 3.
 * @throws InstrumentError when it cannot be reached, does not answer, or refuses
 */
export function readRegister(
  { name, host, port }: Pick<Instrument, 'name' | 'host' | 'port'>,
  { address, perUnit, signed }: Register,
): Promise<InstrumentReading> {
  const where = `${name} at ${host}:${port}`;
  return new Promise((resolve, reject) => {
    const socket = connect({ host, port: port! });
    const fail = (why: string) => {
      socket.destroy();
      reject(new InstrumentError(`${where} ${why}`));
    };
    socket.setTimeout(ANSWER_MS, () => fail('did not answer in time'));
    socket.on('error', (e) => fail(`cannot be reached (${e.message})`));
    socket.on('close', () => reject(new InstrumentError(`${where} hung up`)));
    const client = new Modbus.client.TCP(socket, 1, ANSWER_MS);
    socket.on('connect', () => {
      client
        .readHoldingRegisters(address, 1)
        .then(async ({ response }) => {
          const word = response.body.valuesAsArray[0]!;
          const identity = await identityOf(client);
          socket.end();
          const steps = signed && word > 0x7fff ? word - 0x10000 : word;
          resolve({ value: steps / perUnit, raw: [`register ${address}: ${word}`], identity });
        })
        .catch((e: { err?: string; message?: string }) => fail(`refused register ${address} (${e.err ?? e.message})`));
    });
  });
}

/** Stand-ins say what they are in these registers, two letters each; a real battery has something else there, or nothing. */
export const IDENTITY_AT = 900;
export const IDENTITY_WORDS = 12;

async function identityOf(client: InstanceType<typeof Modbus.client.TCP>): Promise<string> {
  try {
    const { response } = await client.readHoldingRegisters(IDENTITY_AT, IDENTITY_WORDS);
    return response.body.valuesAsBuffer.toString('ascii').replaceAll('\0', '').trim();
  } catch {
    return '';
  }
}
