import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { nanoid } from 'nanoid';
import { placeIn } from '../http/asked.ts';
import { type AppEnv, sessionStands } from '../http/session.ts';
import { asEvent, type Changes, ENDED, WHO_IS_THERE } from './changes.ts';

/** A line that says nothing is cut by what stands between. */
const BEAT_MS = 20_000;

/**
 * Tells a browser what was changed, by whomever, as it is kept: it fetches anew what it shows of that. And who else looks
 * at what; as long as the line is open, the others are told the same of who opened it.
 */
export const liveRoutes = (changes: Changes, beatMs = BEAT_MS) =>
  new Hono<AppEnv>().get('/', (c) => {
    const at = placeIn(c.req.query('at'));
    const workshopId = c.get('workshopId');
    const { id: personId, name } = c.get('person');
    return streamSSE(c, async (stream) => {
      let waiting: string[] = [WHO_IS_THERE];
      let wake = () => {};
      const unlisten = changes.listen(workshopId, (message) => {
        if (message !== WHO_IS_THERE || !waiting.includes(message)) waiting.push(message);
        wake();
      });
      const leave = changes.presence.come(workshopId, nanoid(), { personId, name, at });
      const end = () => {
        unlisten();
        leave();
        wake();
      };
      stream.onAbort(end);
      await stream.writeSSE({ event: 'ready', data: '' });
      while (!stream.aborted) {
        if (waiting.length === 0) {
          await new Promise<void>((go) => {
            wake = go;
            setTimeout(go, beatMs).unref();
          });
          if (waiting.length === 0) {
            // Who was ended, or signed out on another page, is told no more.
            if (!(await sessionStands(c))) return end();
            await stream.writeSSE({ event: 'beat', data: '' });
          }
        }
        const messages = waiting;
        waiting = [];
        for (const message of messages) {
          if (message === ENDED) return end();
          const there = () => ({ event: 'present', data: JSON.stringify(changes.presence.of(workshopId)) });
          await stream.writeSSE(message === WHO_IS_THERE ? there() : asEvent(message));
        }
      }
      end();
    });
  });
