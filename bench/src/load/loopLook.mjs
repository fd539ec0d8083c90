import { appendFileSync, readFileSync } from 'node:fs';
import { isMainThread } from 'node:worker_threads';

// Stands in the server's own process: of each wait of its loop it tells how long the thread stood ready while the machine
// gave it no core (Linux, /proc/PID/schedstat, second figure). What is left is the server's own doing.
const { OMBRIK_LOOP_LOOKS } = process.env;
const EVERY_MS = 10;
const TOLD_MS = 5000;
const readyMs = () => Number(readFileSync('/proc/self/schedstat', 'utf8').split(' ')[1]) / 1e6;

if (isMainThread && OMBRIK_LOOP_LOOKS) {
  let [looked, ready] = [performance.now(), readyMs()];
  let [longestMs, ownMs] = [0, 0];
  setInterval(() => {
    const [now, stood] = [performance.now(), readyMs()];
    const late = now - looked - EVERY_MS;
    longestMs = Math.max(longestMs, late);
    ownMs = Math.max(ownMs, late - (stood - ready));
    [looked, ready] = [now, stood];
  }, EVERY_MS).unref();
  setInterval(() => {
    appendFileSync(OMBRIK_LOOP_LOOKS, `${JSON.stringify({ at: Date.now(), longestMs, ownMs })}\n`);
    [longestMs, ownMs] = [0, 0];
  }, TOLD_MS).unref();
}
