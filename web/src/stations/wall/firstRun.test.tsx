// @vitest-environment happy-dom

import { QueryClient } from '@tanstack/react-query';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { serverThat, show } from '../../testing/screen.tsx';
import { FirstRun } from './FirstRun.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const ALL = ['place', 'rules', 'people', 'tools', 'stock', 'order'];
const marks = () => screen.queryAllByRole('heading', { level: 3 }).map((h) => h.textContent);

describe('an empty workshop', () => {
  it('is led through, sees what is there already, leaves one for later and takes it up again', async () => {
    const settled = new Set<string>();
    const told = () => ({ settled: [...settled], there: ['people'] });
    const asked = serverThat({
      '/api/workshop/first-run': (a: { method: string; body: unknown }) => {
        const { step, settled: on } = (a.body ?? {}) as { step: string; settled: boolean };
        if (a.method === 'POST') on ? settled.add(step) : settled.delete(step);
        return told();
      },
    });
    show(<FirstRun onNewJob={() => {}} />, { at: '/' });
    expect(await screen.findByText(/1 of 6\s+done/)).toBeTruthy();
    expect(marks()).toContain('Who works here, done');
    await act(
      async () =>
        void fireEvent.click(screen.getByRole('button', { name: 'What you hold true: it is right so, or later' })),
    );
    await waitFor(() => expect(marks()).toContain('What you hold true, done'));
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Take it up again' })));
    await waitFor(() => expect(marks()).toContain('What you hold true, open'));
    expect(asked.filter((a) => a.method === 'POST').map((a) => a.body)).toEqual([
      { step: 'rules', settled: true },
      { step: 'rules', settled: false },
    ]);
  });
  it('that is set up shows nothing of it on the wall, and all of it where it is asked for', async () => {
    serverThat({ '/api/workshop/first-run': { settled: ALL, there: [] } });
    const { unmount } = show(<FirstRun />, { at: '/' });
    await act(() => new Promise((go) => setTimeout(go, 20)));
    expect(marks()).toEqual([]);
    unmount();
    show(<FirstRun again />, { at: '/workshop' });
    expect(await screen.findByText(/6 of 6\s+done/)).toBeTruthy();
  });
  it('asks nobody who may not set it up', async () => {
    const asked = serverThat({ '/api/workshop/first-run': { settled: [], there: [] } });
    const client = new QueryClient();
    client.setQueryData(['me'], { mayNot: { 'POST /api/workshop/first-run': 'only an owner does this' } });
    show(<FirstRun />, { at: '/', client });
    await act(() => new Promise((go) => setTimeout(go, 20)));
    expect([marks(), asked.length]).toEqual([[], 0]);
  });
});
