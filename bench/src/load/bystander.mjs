import { monitorEventLoopDelay } from 'node:perf_hooks';

// Looks as often as the server looks at its own loop, and does nothing else.
const EVERY_MS = 10;
const watched = monitorEventLoopDelay({ resolution: EVERY_MS });
watched.enable();
process.on('message', () => {
  process.send(Math.max(0, watched.max / 1e6 - EVERY_MS));
  watched.reset();
});
