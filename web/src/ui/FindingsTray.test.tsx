// @vitest-environment happy-dom
import type { Finding } from '@ombrik/core/findings/registry';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { createStore } from 'zustand/vanilla';
import type { JobSession } from '../session/jobStore.ts';
import { JobContext } from '../session/useJob.ts';
import { MIRA, serverThat } from '../testing/screen.tsx';
import { FindingsTray } from './FindingsTray.tsx';

afterEach(cleanup);

const finding = (n: number, change: Partial<Finding> = {}): Finding =>
  ({
    id: `f${n}`,
    kind: 'cable-below-fuse',
    severity: 'warn',
    station: 'circuit',
    where: { label: `W${n}`, itemIds: [], cableIds: [`cb_${n}`], panelId: null, terminals: [] },
    says: `W${n} is thin`,
    why: `what feeds W${n} holds more`,
    source: 'the rules',
    fixes: [],
    ...change,
  }) as Finding;

function open(findings: Finding[]) {
  const did: string[] = [];
  const store = createStore<JobSession>()(
    () =>
      ({
        jobId: 'jb',
        findings,
        shown: { items: [], cables: findings.map((f, n) => ({ id: f.where.cableIds[0], designation: `W${n + 1}` })) },
        about: async () => null,
        light: (w: { label: string } | null) => did.push(`light ${w?.label ?? 'nothing'}`),
        select: (s: { id: string } | null) => did.push(`select ${s?.id}`),
        preview: (c: unknown[] | null) => did.push(`preview ${c ? c.length : 'nothing'}`),
        edit: (label: string) => {
          did.push(`edit ${label}`);
          return true;
        },
      }) as unknown as JobSession,
  );
  const Where = () => <p>{useLocation().pathname + useLocation().search}</p>;
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <JobContext value={store}>
        <MemoryRouter initialEntries={['/jobs/jb/circuit']}>
          <FindingsTray />
          <Routes>
            <Route path="*" element={<Where />} />
          </Routes>
        </MemoryRouter>
      </JobContext>
    </QueryClientProvider>,
  );
  return { did, store };
}

describe('the tray of findings', () => {
  it('counts by severity and says so when there is nothing', () => {
    open([finding(1, { severity: 'stop' }), finding(2), finding(3, { severity: 'note' })]);
    expect(screen.getByText('1 stop · 1 warn · 1 note')).toBeTruthy();
    cleanup();
    open([]);
    expect(screen.getByText('Nothing to complain about on this board.')).toBeTruthy();
  });
  it('shows the worst dozen first, all when asked', () => {
    open(Array.from({ length: 15 }, (_, n) => finding(n)));
    expect(screen.getAllByRole('listitem')).toHaveLength(12);
    fireEvent.click(screen.getByText('Show all 15'));
    expect(screen.getAllByRole('listitem')).toHaveLength(15);
  });
  it('lights its place under the pointer, for the keyboard too', () => {
    const { did } = open([finding(4)]);
    fireEvent.mouseEnter(screen.getByRole('listitem'));
    fireEvent.mouseLeave(screen.getByRole('listitem'));
    fireEvent.focus(screen.getByText('Why'));
    expect(did).toEqual(['light W4', 'light nothing', 'light W4']);
  });
  it('a fix previews while the pointer rests on it, and is made by a press', () => {
    const fix = { label: 'Let it be worked out', commands: [{}, {}] as never };
    const { did } = open([finding(5, { fixes: [fix] })]);
    const button = screen.getByText('Let it be worked out');
    fireEvent.mouseEnter(button);
    fireEvent.click(button);
    expect(did.filter((d) => !d.startsWith('light'))).toEqual(['preview 2', 'edit Let it be worked out']);
  });
  it('why opens its reason and its source; show goes to the board with it chosen', () => {
    const { did } = open([finding(6)]);
    expect(screen.queryByText('what feeds W6 holds more')).toBeNull();
    fireEvent.click(screen.getByText('Why'));
    expect(screen.getByText('what feeds W6 holds more')).toBeTruthy();
    expect(screen.getByText('the rules')).toBeTruthy();
    fireEvent.click(screen.getByText('Show'));
    expect(did).toContain('light W6');
    // The address says what is chosen there, so that it can be sent to somebody.
    expect(screen.getByText('/jobs/jb/board?at=W1')).toBeTruthy();
  });
  it('is drawn anew when the findings change, and for nothing else', () => {
    const { store } = open([finding(7)]);
    act(() => store.setState({ findings: [finding(8)] }));
    expect(screen.getByText('W8 is thin')).toBeTruthy();
  });
  it('a warning is let stand by a named person for a reason, and comes behind what is open', async () => {
    serverThat({ '/api/me': MIRA });
    const made: unknown[] = [];
    const { store } = open([finding(1), finding(2), finding(3, { severity: 'stop' })]);
    store.setState({ edit: (label, commands) => made.push(label, commands) > 0 });
    // Nobody lets a danger stand.
    expect(screen.getAllByText('Let it stand …')).toHaveLength(2);
    await act(async () => void fireEvent.click(screen.getAllByText('Let it stand …')[0]!));
    await act(async () => void fireEvent.click(screen.getByText('Let it stand')));
    expect(made).toEqual([]);
    fireEvent.change(screen.getByLabelText('Why it may stand'), { target: { value: 'short and in sight' } });
    await act(async () => void fireEvent.click(screen.getByText('Let it stand')));
    expect(made[0]).toMatch(/^Let stand: W/);
    const [command] = made[1] as { value: { findingId: string; who: string; reason: string; on: string } }[];
    expect(command!.value).toMatchObject({ findingId: 'f1', who: 'Mira Holt', reason: 'short and in sight' });
    const accepted = { id: 'ac_1', who: 'Mira Holt', reason: 'short and in sight', on: '2026-12-18', holds: true };
    act(() => store.setState({ findings: [finding(1, { accepted }), finding(2), finding(3, { severity: 'stop' })] }));
    expect(screen.getByText('1 stop · 1 warn · 0 note · 1 let stand')).toBeTruthy();
    expect(screen.getAllByRole('listitem').at(-1)!.textContent).toContain('let stand by Mira Holt, 18 Dec: short');
    await act(async () => void fireEvent.click(screen.getByText('Ask again')));
    expect(made.at(-1)).toEqual([{ kind: 'remove', collection: 'accepted', id: 'ac_1' }]);
    // With other numbers it is open again, and what was said of it is still told.
    act(() => store.setState({ findings: [finding(1, { accepted: { ...accepted, holds: false } })] }));
    expect(screen.getByText('0 stop · 1 warn · 0 note')).toBeTruthy();
    expect(screen.getByText('Mira Holt let it stand when it said something else: short and in sight')).toBeTruthy();
  });
});
