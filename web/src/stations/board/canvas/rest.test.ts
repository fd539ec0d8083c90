// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Rest } from './rest.ts';

let frames: Map<number, () => void>;
const frame = () => {
  const due = [...frames.values()];
  frames.clear();
  for (const go of due) go();
};
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  frames = new Map();
  let n = 0;
  vi.spyOn(window, 'requestAnimationFrame').mockImplementation((go) => {
    frames.set(++n, () => go(0));
    return n;
  });
  vi.spyOn(window, 'cancelAnimationFrame').mockImplementation((id) => void frames.delete(id));
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe('a hand that rests', () => {
  it('is told once, for what it did last', () => {
    const told: number[] = [];
    const rest = new Rest(120);
    for (const n of [1, 2, 3]) {
      rest.moved(() => told.push(n));
      vi.advanceTimersByTime(100);
      frame();
    }
    expect(told).toEqual([]);
    vi.advanceTimersByTime(30);
    frame();
    expect(told).toEqual([3]);
    vi.advanceTimersByTime(1000);
    frame();
    expect(told).toEqual([3]);
  });
  it('does not rest because a frame took long: the move that waited behind it counts first', () => {
    const told: number[] = [];
    const rest = new Rest(120);
    rest.moved(() => told.push(1));
    // The page stood still for a second; the timer is due, and then comes the move of that second.
    vi.advanceTimersByTime(1000);
    rest.moved(() => told.push(2));
    frame();
    expect(told).toEqual([]);
  });
  it('let go, it tells nothing more', () => {
    const rest = new Rest(120);
    const then = vi.fn();
    rest.moved(then);
    rest.stop();
    rest.moved(then);
    vi.advanceTimersByTime(200);
    rest.stop();
    frame();
    expect(then).not.toHaveBeenCalled();
  });
});
