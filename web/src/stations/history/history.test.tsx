// @vitest-environment happy-dom
import { applyCommands } from '@ombrik/core/document/commands';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { MIRA, serverThat, show } from '../../testing/screen.tsx';
import { HistoryPage } from './HistoryPage.tsx';

vi.mock('../../session/deriver.ts', async () => {
  const { onTheSpot: make } = await import('../../testing/screen.tsx');
  return { workerDeriver: make };
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const first = marketCartBoard();
const [item] = first.items;
const second = applyCommands(first, [
  { kind: 'setBrief', field: 'customer', value: 'The ferry stall' },
  { kind: 'set', collection: 'items', id: item!.id, field: 'name', value: 'Door side' },
]).board;
const revision = (n: number, label: string) => ({
  ...{ revision: n, label, way: 'edit', personName: 'Mira Holt', at: '2026-11-30T10:00:00Z' },
});
const open = (answers: Record<string, unknown> = {}) => {
  const sheet = (board: object, n: number) => ({ board, workshop: defaultWorkshop, revision: n, jobNumber: 401 });
  const asked = serverThat({
    '/api/me': MIRA,
    '/api/jobs': { jobs: [{ id: 'jb', number: 401, jobName: 'Market cart box', revision: 2 }], count: 1, behind: 0 },
    '/api/jobs/jb/revisions': { revisions: [revision(2, 'Customer said'), revision(1, 'Job taken in')] },
    '/api/jobs/jb/revisions/1': sheet(first, 1),
    '/api/jobs/jb/revisions/2': sheet(second, 2),
    ...answers,
  });
  show(<HistoryPage />, { at: '/jobs/jb/history' });
  return asked;
};

describe('what became of a board', () => {
  it('the newest stands beside the one before it: each change by its name, figures that are the same are faint', async () => {
    open();
    const changes = within(await screen.findByRole('table', { name: 'Changes' }));
    expect(changes.getByRole('row', { name: /brief: customer.*The ferry stall/ })).toBeTruthy();
    expect(changes.getAllByRole('row')).toHaveLength(3);
    const figures = within(screen.getByRole('table', { name: 'Figures' }));
    expect(figures.getByRole('row', { name: /^Cables/ }).className).toContain('dim');
    expect(screen.getByRole('img', { name: /0 came, 0 went, 0 moved/ })).toBeTruthy();
  });
  it('a revision beside itself: nothing is different', async () => {
    open();
    await screen.findByRole('table', { name: 'Changes' });
    await act(async () => void fireEvent.click(screen.getByRole('radio', { name: 'Revision 1 is after' })));
    expect(await screen.findByText('Nothing is different.')).toBeTruthy();
  });
  it('an older one is put back as one edit on the newest', async () => {
    const asked = open({ '/api/jobs/jb/edits': { revision: 3 } });
    await screen.findByRole('table', { name: 'Changes' });
    await press('Put revision 1 back in its place');
    await waitFor(() => expect(asked.filter((a) => a.method === 'POST')).toHaveLength(1));
    const { body } = asked.find((a) => a.method === 'POST')! as { body: { commands: never[]; label: string } };
    expect(body).toMatchObject({ baseRevision: 2, label: 'Back to revision 1' });
    expect(applyCommands(second, body.commands).board).toEqual(first);
    await waitFor(() => expect(screen.getByTestId('address').textContent).toBe('/jobs/jb/board'));
  });
});
