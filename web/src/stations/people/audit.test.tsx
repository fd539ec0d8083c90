// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { MIRA, serverThat, show } from '../../testing/screen.tsx';
import { AuditPage } from './AuditPage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const entry = (number: number, says: string, aboutId = 'jb_cart') => ({
  ...{ number, says, aboutId, at: '2026-11-30T10:00:00.000Z', personId: 'pe', who: 'Mira', did: 'POST /x' },
  ...{ about: 'job', data: {}, before: '', hash: 'h' },
});
const open = (answers: Record<string, unknown> = {}) => {
  const asked = serverThat({
    '/api/me': MIRA,
    '/api/audit': {
      entries: [entry(3, 'wanted on Monday'), entry(2, 'put away', '')],
      about: ['job', 'price'],
      more: true,
    },
    '/api/audit/chain': { count: 3, broken: null, end: 'abcdef0123456789ffff' },
    ...answers,
  });
  show(<AuditPage />, { at: '/audit' });
  return asked;
};
const queries = (asked: ReturnType<typeof open>) =>
  asked.filter((a) => a.path.startsWith('/api/audit') && !a.path.includes('chain')).map((a) => a.path);

describe('who did what', () => {
  it('says that the chain holds, who did what when, and leads to the job', async () => {
    open();
    expect(await screen.findByText(/3 entries, each bound to the one before it/)).toBeTruthy();
    expect(await screen.findByRole('row', { name: /Mira.*wanted on Monday/ })).toBeTruthy();
    expect(screen.getByRole('link', { name: 'jb_cart' }).getAttribute('href')).toBe('/jobs/jb_cart/brief');
  });
  it('a broken chain is an alarm, with the entry', async () => {
    open({ '/api/audit/chain': { count: 3, broken: 2, end: 'x' } });
    expect((await screen.findByRole('alert')).textContent).toMatch(/Entry 2 is not what it was/);
  });
  it('searches by words and by what it is about; the lists that go out are of the same question', async () => {
    const asked = open();
    await screen.findByRole('table', { name: 'Who did what' });
    await act(async () => void fireEvent.change(screen.getByRole('searchbox'), { target: { value: ' level 3 ' } }));
    await act(async () => void fireEvent.change(screen.getByLabelText('About'), { target: { value: 'price' } }));
    const list = screen.getByRole('link', { name: 'As a list' });
    await waitFor(() => expect(list.getAttribute('href')).toBe('/api/audit/out/audit.csv?words=level+3&about=price'));
    expect(queries(asked).length).toBeGreaterThan(1);
  });
  it('nothing that fits is said', async () => {
    open({ '/api/audit': { entries: [], about: ['job'], more: false } });
    expect(await screen.findByText('Nothing was done that fits these words.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Show what was before' })).toBeNull();
  });
});
