import { appendFileSync, readFileSync } from 'node:fs';
import { isMainThread } from 'node:worker_threads';

// Stands in the server's own process: of each wait of its loop it tells how long the thread itself was at work (Linux,
// /proc/PID/schedstat, first figure: time on a core). The rest of a wait it was on none: others had it, or it waited for them.
const { OMBRIK_LOOP_LOOKS } = process.env;
const EVERY_MS = 10;
const TOLD_MS = 5000;
const workedMs = () => Number(readFileSync('/proc/self/schedstat', 'utf8').split(' ')[0]) / 1e6;

if (isMainThread && OMBRIK_LOOP_LOOKS) {
  let [looked, worked] = [performance.now(), workedMs()];
  let [longestMs, ownMs] = [0, 0];
  setInterval(() => {
    const [now, by] = [performance.now(), workedMs()];
    const late = now - looked - EVERY_MS;
    longestMs = Math.max(longestMs, late);
    ownMs = Math.max(ownMs, Math.min(late, by - worked));
    [looked, worked] = [now, by];
  }, EVERY_MS).unref();
  setInterval(() => {
    appendFileSync(OMBRIK_LOOP_LOOKS, `${JSON.stringify({ at: Date.now(), longestMs, ownMs })}\n`);
    [longestMs, ownMs] = [0, 0];
  }, TOLD_MS).unref();
}
