// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from '../../app/api.ts';
import { press } from '../../testing/hands.ts';
import { afterFailure } from './Failed.tsx';
import { Held } from './Held.tsx';
import { Waiting } from './Waiting.tsx';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function Sheet({ work }: { work: () => Promise<string> }) {
  const query = useQuery({ queryKey: ['sum'], queryFn: work, retry: false });
  if (!query.data) return <Held of={query} stops={['sum']} what="Adding it up" />;
  return <p>{query.data}</p>;
}
const show = (work: () => Promise<string>) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Sheet work={work} />
    </QueryClientProvider>,
  );

describe('what is waited for', () => {
  it('stands in its shape at once, counts past a second, and can then be stopped', async () => {
    vi.useFakeTimers();
    const stop = vi.fn();
    render(<Waiting what="Adding it up" stop={stop} />);
    expect(screen.getByRole('status').textContent).toBe('Adding it up …');
    expect(screen.queryByText('Stop')).toBeNull();
    act(() => void vi.advanceTimersByTime(900));
    expect(screen.queryByText('Stop')).toBeNull();
    act(() => void vi.advanceTimersByTime(2200));
    expect(screen.getByText('3 s')).toBeDefined();
    screen.getByText('Stop').click();
    expect(stop).toHaveBeenCalledOnce();
  });
  it('is stopped by hand and gone on with', async () => {
    let asked = 0;
    show(() => (++asked === 1 ? new Promise(() => {}) : Promise.resolve('42')));
    await screen.findByRole('button', { name: 'Stop' }, { timeout: 3000 });
    await press('Stop');
    expect(await screen.findByText('Stopped: adding it up.')).toBeDefined();
    await press('Go on with it');
    expect(await screen.findByText('42')).toBeDefined();
  });
  it('that failed says what happened, what is safe and what to do, and is tried again', async () => {
    let asked = 0;
    show(() =>
      ++asked === 1 ? Promise.reject(new ApiError(503, ['the database is out of reach'])) : Promise.resolve('42'),
    );
    expect((await screen.findByRole('alert')).textContent).toContain('the database is out of reach');
    expect(screen.getByText(/Nothing was changed by it/)).toBeDefined();
    await press('Try again');
    expect(await screen.findByText('42')).toBeDefined();
  });
});

describe('what is safe and what to do', () => {
  it('tells a sign-in that ended, a right that is missing, a thing that is gone and a server that is away apart', () => {
    const next = (status: number) => afterFailure(new ApiError(status, []), true).next;
    expect(new Set([401, 403, 404, 422, 503].map(next)).size).toBe(5);
    expect(afterFailure(new TypeError('Failed to fetch'), true).next).toBe(next(503));
    expect(afterFailure(new TypeError('Failed to fetch'), false).next).toContain('network');
    expect(afterFailure(new Error('the sum stopped'), true).next).toContain('undo');
  });
});
