import type { AddressInfo } from 'node:net';
import { connect, createServer, type Server, type Socket } from 'node:net';

/** What a line does to what passes over it. */
export interface Fault {
  /** Each piece of an answer comes so much later, ms. */
  latencyMs?: number;
  /** Answers break off after so many bytes: what was asked has arrived, and nobody hears what came of it. */
  cutAnswerAfter?: number;
  /** What is asked breaks off after so many bytes. */
  cutAskedAfter?: number;
}

/**
 * A TCP line with faults between a client and a server, as a network in a workshop has them.
 * @param next the fault of the next connection
 */
export function badLine(to: number, next: () => Fault): Promise<{ port: number; close: () => Promise<void> }> {
  const open = new Set<Socket>();
  const kept = (s: Socket) => {
    open.add(s);
    s.on('close', () => open.delete(s));
    s.on('error', () => s.destroy());
    return s;
  };
  const server: Server = createServer((from) => {
    const fault = next();
    const [near, far] = [kept(from), kept(connect(to, '127.0.0.1'))];
    const pass = (a: Socket, b: Socket, cutAfter: number | undefined, latencyMs = 0) => {
      let passed = 0;
      a.on('data', (piece: Buffer) => {
        const left = (cutAfter ?? Number.POSITIVE_INFINITY) - passed;
        passed += piece.length;
        const send = () => {
          if (piece.length <= left) return void b.write(piece);
          if (left > 0) b.write(piece.subarray(0, left));
          near.destroy();
          far.destroy();
        };
        if (latencyMs) setTimeout(send, latencyMs).unref();
        else send();
      });
      a.on('close', () => setTimeout(() => b.destroy(), latencyMs));
    };
    pass(near, far, fault.cutAskedAfter);
    pass(far, near, fault.cutAnswerAfter, fault.latencyMs);
  });
  return new Promise((ready) =>
    server.listen(0, '127.0.0.1', () =>
      ready({
        port: (server.address() as AddressInfo).port,
        close: () =>
          new Promise((done) => {
            for (const s of open) s.destroy();
            server.close(() => done());
          }),
      }),
    ),
  );
}
