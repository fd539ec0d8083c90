// @vitest-environment happy-dom
import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter, useNavigate } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { MIRA } from '../testing/screen.tsx';
import { placeOf, useLive, usePresent, useProgress } from './useLive.ts';

/** A line the test speaks on. */
class Line extends EventTarget {
  static open: Line[] = [];
  constructor(readonly url: string) {
    super();
    Line.open.push(this);
  }
  close(): void {
    Line.open = Line.open.filter((l) => l !== this);
  }
  say(type: string, data = ''): void {
    this.dispatchEvent(Object.assign(new Event(type), { data }));
  }
}

let fetched = 0;
let goTo: (path: string) => unknown;
function Shows() {
  useLive();
  const { data } = useQuery({ queryKey: ['job', 'jb_1'], queryFn: async () => ++fetched });
  const progress = useProgress('/api/jobs/jb_1/ship');
  const present = usePresent();
  goTo = useNavigate();
  return (
    <p>
      fetched {data}
      {progress && `, ${progress.done} of ${progress.of}: ${progress.what}`}
      {present.map((p) => ` ${p.name} at ${p.at}`)}
    </p>
  );
}
const settled = () => act(() => new Promise((go) => setTimeout(go, 10)));
const look = (hidden: boolean) => {
  vi.spyOn(document, 'hidden', 'get').mockReturnValue(hidden);
  document.dispatchEvent(new Event('visibilitychange'));
};

beforeEach(() => {
  vi.stubGlobal('EventSource', Line);
  fetched = 0;
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  Line.open = [];
});

async function open() {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(['me'], MIRA);
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={['/jobs/jb_1/board']}>
        <Shows />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  await settled();
  Line.open[0]!.say('ready');
  await settled();
}

describe('hearing of what others change', () => {
  it('how far something long has come is shown where it was begun, and nothing is fetched for it', async () => {
    await open();
    const told = (address: string, done: number) => JSON.stringify({ address, done, of: 28, what: 'Parts list' });
    Line.open[0]!.say('progress', told('/api/jobs/jb_2/ship', 3));
    await settled();
    expect(screen.getByText('fetched 1')).toBeTruthy();
    Line.open[0]!.say('progress', told('/api/jobs/jb_1/ship', 4));
    await settled();
    expect(screen.getByText('fetched 1, 4 of 28: Parts list')).toBeTruthy();
  });
  it('fetches what the change concerns, and nothing for others', async () => {
    await open();
    expect(screen.getByText('fetched 1')).toBeTruthy();
    Line.open[0]!.say('changed', '/api/jobs/jb_2/edits');
    await settled();
    expect(fetched).toBe(1);
    Line.open[0]!.say('changed', '/api/jobs/jb_1/edits');
    await settled();
    expect(screen.getByText('fetched 2')).toBeTruthy();
  });
  it('a line that was down may have missed anything', async () => {
    await open();
    Line.open[0]!.say('error');
    await settled();
    expect(fetched).toBe(1);
    Line.open[0]!.say('ready');
    await settled();
    expect(fetched).toBe(2);
  });
  it('in the background it lets go of its line, and looks again when it is looked at', async () => {
    await open();
    look(true);
    expect(Line.open).toHaveLength(0);
    look(false);
    expect(Line.open).toHaveLength(1);
    Line.open[0]!.say('ready');
    await settled();
    expect(fetched).toBe(2);
  });
  it('says where one looks; who moves has a new line before the old is let go, and hears on both meanwhile', async () => {
    await open();
    expect(Line.open.map((l) => l.url)).toEqual(['/api/live?at=jb_1%2Fboard']);
    await act(async () => void goTo('/jobs/jb_1/circuit'));
    await act(async () => void goTo('/jobs/jb_1/cables/stock'));
    await waitFor(() => expect(Line.open).toHaveLength(2));
    Line.open[0]!.say('changed', '/api/jobs/jb_1/edits');
    await settled();
    expect(fetched).toBe(2);
    Line.open[1]!.say('ready');
    await settled();
    expect(Line.open.map((l) => l.url)).toEqual(['/api/live?at=jb_1%2Fcables']);
    // Nothing was missed, so nothing is fetched for it.
    expect(fetched).toBe(2);
    await act(async () => void goTo('/stock'));
    await waitFor(() => expect(Line.open.at(-1)!.url).toBe('/api/live'));
  });
  it('who else is there is told, oneself is not', async () => {
    await open();
    const jonas = { personId: 'pe_2', name: 'Jonas Wick', at: 'jb_1/build' };
    Line.open[0]!.say('present', JSON.stringify([jonas, { personId: 'pe', name: 'Mira Holt', at: 'jb_1/board' }]));
    await settled();
    expect(screen.getByText('fetched 1 Jonas Wick at jb_1/build')).toBeTruthy();
  });
  it.each([
    ['/jobs/jb_1/cables/stock', 'jb_1/cables'],
    ['/jobs/jb_1/history', 'jb_1/history'],
    ['/jobs/jb_1/attic', ''],
    ['/stock', ''],
    ['/', ''],
  ])('%s is %j', (path, place) => {
    expect(placeOf(path)).toBe(place);
  });
  it('leaves no line behind', async () => {
    await open();
    cleanup();
    expect(Line.open).toHaveLength(0);
  });
});
