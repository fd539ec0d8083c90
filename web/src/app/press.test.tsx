// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiError } from './api.ts';
import { watched } from './newer.ts';
import { keyed, usePress } from './press.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});
const settled = () => act(() => new Promise((go) => setTimeout(go, 5)));

/** Sends what is pressed to a desk that answers when it is told to. */
function desk() {
  const asked: { wish: number; key: string; answer: (out: string) => void; refuse: (e: Error) => void }[] = [];
  return {
    asked,
    send: (wish: number, key: string) =>
      new Promise<string>((answer, refuse) => asked.push({ wish, key, answer, refuse })),
  };
}

function Buttons({ send }: { send: (wish: number, key: string) => Promise<string> }) {
  const [done, setDone] = useState<string[]>([]);
  const press = usePress({
    route: 'POST /api/jobs',
    send,
    onSuccess: (out, wish) => setDone((d) => [...d, `${wish}: ${out}`]),
  });
  return (
    <>
      {[1, 2].map((n) => (
        <button key={n} type="button" onClick={() => press.mutate(n)}>
          take {n}
        </button>
      ))}
      <p>waiting {press.pending.join() || 'nothing'}</p>
      <p>done {done.join(' ')}</p>
      {press.error && <p role="alert">{press.error.message}</p>}
    </>
  );
}

const open = (send: (wish: number, key: string) => Promise<string>, client = new QueryClient()) =>
  render(
    <QueryClientProvider client={client}>
      <Buttons send={send} />
    </QueryClientProvider>,
  );

describe('a button that changes something', () => {
  it('pressed and left at once is sent all the same, and outlives the page', async () => {
    const alive: unknown[] = [];
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      alive.push([new Headers(init.headers).get('Idempotency-Key')?.length, init.keepalive === true]);
      return new Response('{}');
    });
    const { unmount } = open(async (_, key) => (await watched('/api/jobs', { method: 'POST', ...keyed(key) })).text());
    fireEvent.click(screen.getByText('take 1'));
    fireEvent.click(screen.getByText('take 2'));
    // The hand goes on to another place, then the page goes.
    unmount();
    window.dispatchEvent(new Event('pagehide'));
    expect(alive).toEqual([
      [21, true],
      [21, true],
    ]);
    window.dispatchEvent(new Event('pageshow'));
    await settled();
    expect(alive.slice(2)).toEqual([
      [21, false],
      [21, false],
    ]);
  });
  it('the page is not left without a word while a press waits for longer than its turn', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const { asked, send } = desk();
    const leave = () => {
      const event = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(event);
      return event.defaultPrevented;
    };
    open(send);
    fireEvent.click(screen.getByText('take 1'));
    await settled();
    expect(leave()).toBe(false);
    vi.setSystemTime(Date.now() + 3000);
    expect(leave()).toBe(true);
    asked[0]!.answer('done');
    await settled();
    expect(leave()).toBe(false);
  });
  it('that is not theirs asks nobody, and says whose it is', async () => {
    const { asked, send } = desk();
    const client = new QueryClient();
    client.setQueryData(['me'], { mayNot: { 'POST /api/jobs': 'only a designer does this' } });
    open(send, client);
    fireEvent.click(screen.getByText('take 1'));
    await settled();
    expect(asked).toEqual([]);
    expect(screen.getByRole('alert').textContent).toBe('only a designer does this');
  });
  it('pressed twice it asks once; another waits its turn; what follows sees both', async () => {
    const { asked, send } = desk();
    open(send);
    fireEvent.click(screen.getByText('take 1'));
    fireEvent.click(screen.getByText('take 1'));
    fireEvent.click(screen.getByText('take 2'));
    await settled();
    expect(screen.getByText('waiting 1,2')).toBeTruthy();
    expect(asked.map((a) => a.wish)).toEqual([1]);
    asked[0]!.answer('good');
    await settled();
    expect(asked.map((a) => a.wish)).toEqual([1, 2]);
    expect(asked[0]!.key).not.toBe(asked[1]!.key);
    asked[1]!.answer('well');
    await settled();
    expect(screen.getByText('done 1: good 2: well')).toBeTruthy();
    expect(screen.getByText('waiting nothing')).toBeTruthy();
  });
  it('says why it was refused, and forgets it with the next press', async () => {
    const { asked, send } = desk();
    open(send);
    fireEvent.click(screen.getByText('take 1'));
    await settled();
    asked[0]!.refuse(new ApiError(409, ['the rest is reserved']));
    await settled();
    expect(screen.getByRole('alert').textContent).toBe('the rest is reserved');
    fireEvent.click(screen.getByText('take 1'));
    await settled();
    expect(screen.queryByRole('alert')).toBeNull();
    expect(asked).toHaveLength(2);
  });
  it('goes on with what it sends when its screen is left', async () => {
    const { asked, send } = desk();
    const { unmount } = open(send);
    fireEvent.click(screen.getByText('take 1'));
    fireEvent.click(screen.getByText('take 2'));
    await settled();
    unmount();
    asked[0]!.answer('good');
    await settled();
    expect(asked.map((a) => a.wish)).toEqual([1, 2]);
  });
  it('carries its key in the header the server reads', () => {
    expect(keyed('abc')).toEqual({ headers: { 'Idempotency-Key': 'abc' } });
  });
});
