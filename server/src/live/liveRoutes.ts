import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import type { AppEnv } from '../http/session.ts';
import { asEvent, type Changes, ENDED } from './changes.ts';

/** A line that says nothing is cut by what stands between. */
const BEAT_MS = 20_000;

/** Tells a browser what was changed, by whomever, as it is kept: it fetches anew what it shows of that. */
export const liveRoutes = (changes: Changes) =>
  new Hono<AppEnv>().get('/', (c) =>
    streamSSE(c, async (stream) => {
      const waiting: string[] = [];
      let wake = () => {};
      const end = changes.listen(c.get('workshopId'), (address) => {
        waiting.push(address);
        wake();
      });
      stream.onAbort(() => {
        end();
        wake();
      });
      await stream.writeSSE({ event: 'ready', data: '' });
      while (!stream.aborted) {
        if (waiting.length === 0) {
          await new Promise<void>((go) => {
            wake = go;
            setTimeout(go, BEAT_MS).unref();
          });
          if (waiting.length === 0) await stream.writeSSE({ event: 'beat', data: '' });
        }
        for (const message of waiting.splice(0)) {
          if (message === ENDED) return end();
          await stream.writeSSE(asEvent(message));
        }
      }
      end();
    }),
  );
