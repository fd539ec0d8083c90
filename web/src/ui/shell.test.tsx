// @vitest-environment happy-dom

import { marketCartBoard } from '@ombrik/demo/marketCart';
import { QueryClient } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useUnit } from '../app/useUnit.ts';
import { choose, click } from '../testing/hands.ts';
import { type Asked, MIRA, openJob, serverThat, show } from '../testing/screen.tsx';
import { EditRight } from './editRight.ts';
import { Header } from './Header.tsx';
import { LooksOn, standing } from './LooksOn.tsx';
import { OneOf } from './OneOf.tsx';
import { RouteCard } from './RouteCard.tsx';
import { ScanBox } from './ScanBox.tsx';
import { TextField } from './TextField.tsx';
import { UnitPick } from './UnitPick.tsx';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const me = MIRA;

describe('the bar on top', () => {
  it('changes the theme and remembers it', async () => {
    serverThat({ '/api/me': me });
    show(<Header />, { at: '/' });
    expect(document.documentElement.dataset.theme).toBe('paper');
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Use the dark bench theme' })));
    expect([document.documentElement.dataset.theme, localStorage.getItem('ombrik-theme')]).toEqual(['bench', 'bench']);
    cleanup();
    show(<Header />, { at: '/' });
    expect(screen.getByRole('button', { name: 'Use the light paper theme' })).toBeTruthy();
  });
  it('says who is signed in, and signs out to the wall', async () => {
    const asked = serverThat({ '/api/me': me, '/api/sign-out': { ok: true } });
    show(<Header />, { at: '/stock' });
    const whose = await screen.findByRole('link', { name: 'Mira Holt · designer' });
    // Where there is no room for the name its initials stand for it; never nothing.
    expect(whose.textContent).toContain('MH');
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Sign out' })));
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/'));
    expect(asked.some((a) => a.method === 'POST' && a.path === '/api/sign-out')).toBe(true);
  });
});

describe('who may not', () => {
  const press = { isPending: false, mayNot: 'only a buyer does this' };
  it('is told on top of it whose it is, and sees nothing of that where it is theirs', async () => {
    const client = new QueryClient();
    client.setQueryData(['me'], { mayNot: { 'POST /api/workshop': 'only a designer or an owner does this' } });
    show(
      <>
        <LooksOn route="POST /api/workshop" />
        <LooksOn route="POST /api/stock/receive" />
      </>,
      { client },
    );
    expect(screen.getAllByRole('note').map((n) => n.textContent)).toEqual([
      'You look on here: only a designer or an owner changes it.',
    ]);
  });
  it('finds the button off, and why', () => {
    expect(standing(press)).toEqual({ disabled: true, title: 'only a buyer does this' });
    expect(standing({ isPending: false, mayNot: null })).toEqual({ disabled: false, title: undefined });
    expect(standing({ isPending: true, mayNot: null }).disabled).toBe(true);
  });
  it('reads a field and does not type in it', () => {
    render(
      <EditRight value="only a designer does this">
        <TextField label="Customer" value="Quince" onCommit={() => {}} max={20} />
      </EditRight>,
    );
    const field = screen.getByLabelText('Customer') as HTMLInputElement;
    expect([field.readOnly, field.title]).toEqual([true, 'only a designer does this']);
  });
});

describe('what the floor reports', () => {
  const reports = [
    {
      jobId: 'a',
      jobNumber: 404,
      stepId: 'lay/1',
      kind: 'problem',
      text: 'clips have run out',
      personName: 'Jonas',
      at: '1',
    },
    {
      jobId: 'b',
      jobNumber: 405,
      stepId: 'lay/2',
      kind: 'otherwise',
      text: 'W3 as a link',
      personName: 'Ada',
      at: '2',
    },
  ];
  it('stands in the bar wherever one is, and leads to the board', async () => {
    serverThat({ '/api/me': me, '/api/schedule/reports': { reports } });
    show(<Header />, { at: '/stock' });
    const badge = await screen.findByRole('button', { name: '▲ 2 from the floor' });
    expect(screen.queryByRole('list', { name: 'Reports from the floor' })).toBeNull();
    await click(badge);
    const list = within(screen.getByRole('list', { name: 'Reports from the floor' }));
    expect(list.getAllByRole('link').map((l) => l.getAttribute('href'))).toEqual(['/jobs/a/build', '/jobs/b/build']);
    await act(async () => void fireEvent.keyDown(badge, { key: 'Escape' }));
    expect(screen.queryByRole('list', { name: 'Reports from the floor' })).toBeNull();
    await click(badge);
    await click(screen.getByRole('link', { name: /W3 as a link/ }));
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/b/build'));
  });
  it('says nothing where nothing is open', async () => {
    serverThat({ '/api/me': me, '/api/schedule/reports': { reports: [] } });
    show(<Header />, { at: '/' });
    await screen.findByText('Mira Holt · designer');
    expect(screen.queryByText(/from the floor/)).toBeNull();
  });
});

describe('which of several boards', () => {
  it('stands in the address, is picked by its serial number, and one that is not there is the first', async () => {
    const board = marketCartBoard();
    const job = await openJob({ ...board, brief: { ...board.brief, quantity: 3 } });
    serverThat({});
    const Said = () => <p data-testid="serial">{useUnit().serial}</p>;
    const at = (address: string) => {
      cleanup();
      show(
        <>
          <UnitPick saysOf={(n) => `board ${n}`} />
          <Said />
        </>,
        { job, at: address },
      );
      return screen.getByTestId('serial').textContent;
    };
    expect(at('/jobs/jb/test?unit=9')).toBe('401-01');
    expect(at('/jobs/jb/test?unit=2')).toBe('401-02');
    await choose(screen.getByLabelText('Which board'), '3');
    expect(screen.getByTestId('serial').textContent).toBe('401-03');
    expect(screen.getByTestId('address').textContent).toBe('/jobs/jb/test?unit=3');
  });
  it('is not asked where there is one', async () => {
    const job = await openJob();
    show(<UnitPick />, { job });
    expect(screen.queryByLabelText('Which board')).toBeNull();
  });
});

describe('the card that travels with the job', () => {
  it('has every station in order with its state in words, and leads there', async () => {
    serverThat({ '/api/jobs/jb/floor': { revision: 1, made: [], bench: [], stations: [] } });
    const job = await openJob();
    show(<RouteCard />, { job });
    const [history, ...links] = within(screen.getByRole('navigation', { name: 'Route card' })).getAllByRole('link');
    expect([history!.textContent, history!.getAttribute('href')]).toEqual(['revision 1, history', '/jobs/jb/history']);
    expect(links.map((l) => l.getAttribute('href'))).toEqual(
      ['brief', 'power', 'circuit', 'board', 'cables', 'build', 'test', 'ship'].map((s) => `/jobs/jb/${s}`),
    );
    for (const link of links) expect(link.querySelector('.sr-only')!.textContent!.trim().length).toBeGreaterThan(2);
    const cables = job.now().dossier.cables.length;
    expect(links[4]!.textContent).toContain(String(cables));
  });
  it('says who else is where, by their initials, and several in few', async () => {
    serverThat({ '/api/jobs/jb/floor': { revision: 1, made: [], bench: [], stations: [] } });
    const job = await openJob();
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    const at = (name: string, place: string) => ({ personId: name, name, at: place });
    client.setQueryData(
      ['present'],
      [
        at('Jonas Wick', 'jb/build'),
        at('Jonas Wick', 'other/board'),
        at('Ada', 'jb/cables'),
        at('Piet van Berg', 'jb/cables'),
        at('Edda Lund', 'jb/cables'),
      ],
    );
    show(<RouteCard />, { job, client });
    const link = (name: string) => screen.getByRole('link', { name: new RegExp(name) }).textContent;
    expect(link('Build')).toMatch(/Jonas Wick is hereJW/);
    expect(link('Cables')).toMatch(/Ada, Piet van Berg, Edda Lund are hereA\+2/);
    expect(link('Board')).not.toContain('here');
  });
});

describe('what a scanner types', () => {
  it('leads where the code says; nonsense is answered with what is accepted', async () => {
    const asked = serverThat({
      '/api/scan': (a: Asked) =>
        a.path.includes('hello')
          ? { status: 422, problems: ['"hello" is no code of ours; accepted: job/cable such as 401/W12'] }
          : { path: '/stock?item=st_3', stockId: 'st_3' },
    });
    const found: unknown[] = [];
    show(<ScanBox onFound={(f) => found.push(f)} />);
    const scan = async (code: string) => {
      const box = screen.getByLabelText('Scan or type a code');
      fireEvent.change(box, { target: { value: code } });
      await act(async () => void fireEvent.keyDown(box, { key: 'Enter' }));
    };
    await scan('hello');
    expect((await screen.findByRole('alert')).textContent).toContain('accepted: job/cable');
    await scan(' 1031 ');
    await waitFor(() => expect(found).toEqual([{ path: '/stock?item=st_3', stockId: 'st_3' }]));
    expect(screen.queryByRole('alert')).toBeNull();
    await scan('   ');
    expect(asked).toHaveLength(2);
  });
});

describe('one of a few', () => {
  it.each([
    ['tabs', 'tab', 'aria-selected'],
    ['choice', 'radio', 'aria-checked'],
  ] as const)('as %s says which holds and takes another', (as, role, attribute) => {
    const picked: string[] = [];
    const options = [
      ['a', 'the first'],
      ['b', 'the second'],
    ] as const;
    show(<OneOf as={as} label="Way" value="a" options={options} onPick={(v) => picked.push(v)} />);
    const buttons = screen.getAllByRole(role);
    expect(buttons.map((b) => b.getAttribute(attribute))).toEqual(['true', 'false']);
    fireEvent.click(buttons[1]!);
    expect(picked).toEqual(['b']);
  });
});
