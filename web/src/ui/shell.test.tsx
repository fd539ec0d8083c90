// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Asked, openJob, serverThat, show } from '../testing/screen.tsx';
import { Header } from './Header.tsx';
import { OneOf } from './OneOf.tsx';
import { RouteCard } from './RouteCard.tsx';
import { ScanBox } from './ScanBox.tsx';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const me = { person: { id: 'pe', name: 'Mira Holt', email: 'm', role: 'designer' }, demoPeople: [] };

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
    expect(await screen.findByText('Mira Holt · designer')).toBeTruthy();
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Sign out' })));
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/'));
    expect(asked.some((a) => a.method === 'POST' && a.path === '/api/sign-out')).toBe(true);
  });
});

describe('the card that travels with the job', () => {
  it('has every station in order with its state in words, and leads there', async () => {
    serverThat({ '/api/jobs/jb/floor': { revision: 1, made: [], bench: [], stations: [] } });
    const job = await openJob();
    show(<RouteCard />, { job });
    const links = within(screen.getByRole('navigation', { name: 'Route card' })).getAllByRole('link');
    expect(links.map((l) => l.getAttribute('href'))).toEqual(
      ['brief', 'power', 'circuit', 'board', 'cables', 'test', 'ship'].map((s) => `/jobs/jb/${s}`),
    );
    for (const link of links) expect(link.querySelector('.sr-only')!.textContent!.trim().length).toBeGreaterThan(2);
    const cables = job.now().dossier.cables.length;
    expect(links[4]!.textContent).toContain(String(cables));
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
