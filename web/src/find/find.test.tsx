// @vitest-environment happy-dom

import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { useChosenInAddress } from '../app/usePlaceInAddress.ts';
import { useJob } from '../session/useJob.ts';
import { openJob, serverThat, show } from '../testing/screen.tsx';
import { useKeys } from './bindings.ts';
import { Finder, useFinder } from './Finder.tsx';

// It comes when it is first asked for; here nobody waits for that.
beforeAll(() => import('./FindField.tsx'));
afterEach(() => {
  useFinder.setState({ open: null });
  cleanup();
  vi.unstubAllGlobals();
});
const JOBS = {
  jobs: [{ id: 'jb_2', number: 402, jobName: 'Larchfold hut board', customer: 'Larchfold', next: 'cables' }],
  count: 1,
  behind: 0,
};
const STOCK = { stock: [{ id: 'st_7', number: 12, name: 'Flexible cable 16 mm²', bin: 'reel rack' }], levels: [] };
const key = (init: KeyboardEventInit, on: Element | Window = window) =>
  act(async () => void fireEvent.keyDown(on as Element, init));
const ctrlK = () => key({ key: 'k', code: 'KeyK', ctrlKey: true });
const field = () => screen.findByPlaceholderText(/a job, W17/);
const type = async (value: string) => act(async () => void fireEvent.change(await field(), { target: { value } }));
const address = () => screen.getByTestId('address').textContent;
const offer = (name: RegExp) => screen.findByRole('option', { name });

function Chosen() {
  useChosenInAddress();
  const { selection, shown } = useJob();
  return (
    <p data-testid="chosen">{shown.items.find((i) => i.id === selection?.id)?.designation ?? selection?.id ?? ''}</p>
  );
}

describe('find and do', () => {
  it('a job by its name leads to the station it waits at; what lies in the store to its card', async () => {
    const asked = serverThat({ '/api/jobs': JOBS, '/api/stock': STOCK });
    show(<Finder />, { at: '/' });
    await ctrlK();
    await type('larch');
    fireEvent.click(await offer(/402 Larchfold/));
    await waitFor(() => expect(address()).toBe('/jobs/jb_2/cables'));
    expect(asked.some((a) => a.path.includes('words=larch'))).toBe(true);
    await ctrlK();
    await type('16 mm');
    fireEvent.click(await offer(/Flexible cable/));
    await waitFor(() => expect(address()).toBe('/stock?item=st_7'));
  });
  it('what a label says leads to what it is on', async () => {
    serverThat({ '/api/jobs': { ...JOBS, jobs: [] }, '/api/stock': STOCK });
    show(<Finder />, { at: '/' });
    await ctrlK();
    await type('402/W17');
    fireEvent.click(await offer(/402\/W17/));
    await waitFor(() => expect(address()).toBe('/c/402/W17'));
  });
  it('in a job: a part by its designation, chosen where it is seen; by keys alone', async () => {
    serverThat({ '/api/jobs': { ...JOBS, jobs: [] }, '/api/stock': { stock: [], levels: [] } });
    const job = await openJob();
    show(
      <>
        <Finder />
        <Chosen />
      </>,
      { job, at: '/jobs/jb/power' },
    );
    const { designation } = job.now().board.items[0]!;
    await ctrlK();
    await type(designation.slice(1));
    await waitFor(async () =>
      expect((await offer(new RegExp(`^${designation}`))).getAttribute('aria-selected')).toBe('true'),
    );
    await key({ key: 'Enter' }, await field());
    await waitFor(() => expect(address()).toBe(`/jobs/jb/board?at=${designation}`));
    expect(screen.getByTestId('chosen').textContent).toBe(designation);
  });
  it('nothing of that name is said so, Escape leaves, and the focus goes back', async () => {
    serverThat({ '/api/jobs': { ...JOBS, jobs: [] }, '/api/stock': { stock: [], levels: [] } });
    show(
      <>
        <button type="button">Before</button>
        <Finder />
      </>,
      { at: '/' },
    );
    screen.getByRole('button', { name: 'Before' }).focus();
    await ctrlK();
    await type('zzzz');
    expect(await screen.findByText(/Nothing here is called that/)).toBeTruthy();
    await key({ key: 'Escape' }, await field());
    expect(screen.queryByPlaceholderText(/a job, W17/)).toBeNull();
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Before' }));
  });
});

describe('keys of a page', () => {
  it('act, are left alone by who types, stand on the map, and can be done by their name', async () => {
    serverThat({ '/api/jobs': { ...JOBS, jobs: [] }, '/api/stock': { stock: [], levels: [] } });
    const did = vi.fn();
    const Page = ({ more }: { more: number }) => {
      useKeys('A page', [
        { keys: 'g', says: 'Go round', run: () => did(more) },
        { keys: 'Delete', says: 'Take it off' },
      ]);
      return <input aria-label="words" />;
    };
    const { rerender } = show(
      <>
        <Finder />
        <Page more={1} />
      </>,
      { at: '/' },
    );
    await key({ key: 'g', code: 'KeyG' });
    await key({ key: 'g', code: 'KeyG' }, screen.getByLabelText('words'));
    expect(did.mock.calls).toEqual([[1]]);
    expect(rerender).toBeTruthy();
    await key({ key: '?', code: 'Slash', shiftKey: true });
    const map = await screen.findByRole('dialog', { name: 'Keys of this page' });
    for (const says of ['Go round', 'Take it off', 'Find and do', 'Keys of this page'])
      expect(within(map).getAllByText(says).length).toBeGreaterThan(0);
    await key({ key: 'Escape' }, map);
    await ctrlK();
    await type('go round');
    fireEvent.click(await offer(/Go round/));
    expect(did.mock.calls).toEqual([[1], [1]]);
  });
});

describe('a link', () => {
  it('leads to what it names; a name nobody has is dropped', async () => {
    const job = await openJob();
    const { designation } = job.now().board.items[1]!;
    show(<Chosen />, { job, at: `/jobs/jb/board?at=${designation}&why=x` });
    await waitFor(() => expect(screen.getByTestId('chosen').textContent).toBe(designation));
    expect(address()).toBe(`/jobs/jb/board?at=${designation}&why=x`);
    await act(async () => job.now().select(null));
    await waitFor(() => expect(address()).toBe('/jobs/jb/board?why=x'));
    cleanup();
    show(<Chosen />, { job, at: '/jobs/jb/board?at=-Z99' });
    await waitFor(() => expect(address()).toBe('/jobs/jb/board'));
  });
});
