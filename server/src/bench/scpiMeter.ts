import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:net';

export interface MeterFunctions {
  voltageV(): number;
  resistanceOhm(): number;
}

/** Long and short forms both answer, as SCPI asks; anything else is an error in the queue. */
const QUERIES: readonly [RegExp, (m: MeterFunctions) => string][] = [
  [/^\*IDN\?$/i, () => 'OMBRIK,SIMULATED-METER,0,1.0'],
  [/^MEAS(URE)?:VOLT(AGE)?(:DC)?\?$/i, (m) => scientific(Math.round(m.voltageV() * 1000) / 1000)],
  [
    /^MEAS(URE)?:RES(ISTANCE)?\?$/i,
    (m) => scientific(m.resistanceOhm() >= 9e37 ? 9.9e37 : Math.round(m.resistanceOhm() * 1000) / 1000),
  ],
];

/** Number as instruments print it: +1.34000000E+01. */
const scientific = (x: number): string => {
  const [mantissa, exponent] = x.toExponential(8).split('e');
  const power = Number(exponent);
  return `${x < 0 ? '' : '+'}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`;
};

/**
 * A small bench meter that speaks SCPI (IEEE 488.2) over TCP, one command a line, reached exactly as a real one.
 * @returns the listening server and its port on loopback
 */
export async function startScpiMeter(functions: MeterFunctions, port = 0): Promise<{ server: Server; port: number }> {
  const server = createServer((socket) => {
    const errors: string[] = [];
    let waiting = '';
    socket.setEncoding('ascii');
    socket.on('error', () => socket.destroy());
    socket.on('data', (chunk: string) => {
      waiting += chunk;
      if (waiting.length > 4096) return socket.destroy();
      const lines = waiting.split('\n');
      waiting = lines.pop() ?? '';
      for (const raw of lines) {
        const line = raw.trim().replace(/^:/, '');
        if (line === '' || /^\*(RST|CLS)$/i.test(line)) continue;
        if (/^SYST(EM)?:ERR(OR)?(:NEXT)?\?$/i.test(line)) {
          socket.write(`${errors.shift() ?? '+0,"No error"'}\n`);
          continue;
        }
        const query = QUERIES.find(([pattern]) => pattern.test(line));
        if (query) socket.write(`${query[1](functions)}\n`);
        else errors.push('-113,"Undefined header"');
      }
    });
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  return { server, port: (server.address() as AddressInfo).port };
}
