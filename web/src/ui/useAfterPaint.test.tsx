// @vitest-environment happy-dom
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useAfterPaint } from './useAfterPaint.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** Frames that are painted when told to. */
function frames() {
  const asked = new Map<number, () => void>();
  let n = 0;
  vi.stubGlobal('requestAnimationFrame', (run: () => void) => {
    asked.set(++n, run);
    return n;
  });
  vi.stubGlobal('cancelAnimationFrame', (id: number) => asked.delete(id));
  return () =>
    act(async () => {
      const all = [...asked.values()];
      asked.clear();
      for (const run of all) run();
    });
}

it('follows once what was pressed has been painted, and of several presses the last', async () => {
  const paint = frames();
  const { result, rerender } = renderHook(({ value }) => useAfterPaint(value), { initialProps: { value: 'flow' } });
  expect(result.current).toBe('flow');
  rerender({ value: 'fault' });
  rerender({ value: 'flow' });
  rerender({ value: 'fault' });
  expect(result.current).toBe('flow');
  await paint();
  await waitFor(() => expect(result.current).toBe('fault'));
});

it('what is gone before it was painted follows no more', async () => {
  const paint = frames();
  const { result, rerender, unmount } = renderHook(({ value }) => useAfterPaint(value), {
    initialProps: { value: 1 },
  });
  rerender({ value: 2 });
  unmount();
  await paint();
  expect(result.current).toBe(1);
});
