import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:net';

/** What a stand-in answers: to a query a number or words, to a command nothing. */
export interface Spoken {
  identity: string;
  /** By pattern of the whole command in capitals without a leading colon; the answer, or what it does with its argument. */
  commands: readonly (readonly [RegExp, (argument: string) => number | string | null])[];
}

/**
 * Number as instruments print it: +1.34000000E+01.
 */
export const scientific = (x: number): string => {
  const [mantissa, exponent] = x.toExponential(8).split('e');
  const power = Number(exponent);
  return `${x < 0 ? '' : '+'}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`;
};

/**
 * A small instrument that speaks SCPI (IEEE 488.2, SCPI 1999) over TCP, one command a line, reached exactly as a real one:
 * identity, an error queue, the operation-complete query, several commands on a line.
 * @returns the listening server and its port on loopback
 */
export async function startScpiServer(spoken: Spoken, port = 0): Promise<{ server: Server; port: number }> {
  const server = createServer((socket) => {
    const errors: string[] = [];
    let waiting = '';
    socket.setEncoding('ascii');
    socket.on('error', () => socket.destroy());
    const common = (line: string): string | null | undefined => {
      if (line === '*IDN?') return spoken.identity;
      if (line === '*OPC?') return '1';
      if (line === '*STB?' || line === '*ESR?') return '0';
      if (line === '*CLS') errors.length = 0;
      if (/^\*(RST|CLS|WAI)$/.test(line)) return null;
      if (/^SYST(EM)?:ERR(OR)?(:NEXT)?\?$/.test(line)) return errors.shift() ?? '+0,"No error"';
      return undefined;
    };
    const obey = (raw: string): string | null => {
      const [, head = '', argument = ''] = /^(\S+)\s*(.*)$/.exec(raw) ?? [];
      const line = head.toUpperCase().replace(/^:/, '');
      const answer = common(line);
      if (answer !== undefined) return answer;
      const command = spoken.commands.find(([pattern]) => pattern.test(line));
      if (!command) {
        errors.push('-113,"Undefined header"');
        return null;
      }
      const said = command[1](argument);
      return typeof said === 'number' ? scientific(said) : said;
    };
    socket.on('data', (chunk: string) => {
      waiting += chunk;
      if (waiting.length > 4096) return socket.destroy();
      const lines = waiting.split('\n');
      waiting = lines.pop() ?? '';
      for (const line of lines)
        for (const raw of line.split(';').map((c) => c.trim())) {
          if (raw === '') continue;
          const answer = obey(raw);
          if (answer !== null) socket.write(`${answer}\n`);
        }
    });
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  return { server, port: (server.address() as AddressInfo).port };
}
