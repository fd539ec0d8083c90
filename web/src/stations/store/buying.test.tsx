// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { type Asked, serverThat, show } from '../../testing/screen.tsx';
import { BuyingPage } from './BuyingPage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const press = (name: string | RegExp) => act(async () => void fireEvent.click(screen.getByRole('button', { name })));
const choice = (supplier: string, price: number) => ({
  supplier,
  price,
  quantity: 25,
  shortChance: 0.03,
  expectedCost: price + 0.4,
  leadDays: 4,
  packs: [
    { count: 1, offer: { id: 'of', articleId: 'lug', supplier, packQuantity: 25, packPrice: price, leadDays: 4 } },
  ],
});
const need = (n: number, change: object = {}) => ({
  articleId: `lug-${n}`,
  group: 'end',
  name: `lug ${n}`,
  unit: 'pcs',
  needed: 20,
  spares: 2,
  inStore: 4,
  onOrder: 0,
  net: 18,
  tooShortMm: 0,
  byJob: [{ jobNumber: 402, quantity: 20 }],
  choices: [choice('Row', 9.9)],
  orderBy: '2026-12-01',
  daysLeft: 2,
  ...change,
});
const open = async (needs: unknown[]) => {
  const asked = serverThat({
    '/api/me': { person: { id: 'pe', name: 'Mira Holt', email: 'm', role: 'designer' }, demoPeople: [] },
    '/api/buying': {
      needs,
      jobs: [{ jobId: 'jb', jobNumber: 402, jobName: 'Larchfold hut board', revision: 3, wantedOn: null }],
      offers: [],
      purchases: [],
      currency: 'EUR',
    },
    '/api/buying/purchases': { id: 'po_1' },
  });
  show(<BuyingPage />, { at: '/buying' });
  await screen.findByText(/Released: 402 Larchfold hut board \(revision 3\)/);
  return asked;
};
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);

describe('what is missing', () => {
  it('one press orders everything that is best bought from one supplier, in its packs', async () => {
    const asked = await open([
      need(1),
      need(2, { choices: [choice('Beck', 3)] }),
      need(3, { choices: [choice('Row', 0.1)] }),
    ]);
    await press('Ordered from Row: 10.00 EUR');
    await waitFor(() => expect(posts(asked)).toHaveLength(1));
    expect(posts(asked)[0]).toEqual([
      '/api/buying/purchases',
      {
        supplier: 'Row',
        note: '',
        expectedOn: null,
        lines: [
          { articleId: 'lug-1', packs: 1, packQuantity: 25, packPrice: 9.9 },
          { articleId: 'lug-3', packs: 1, packQuantity: 25, packPrice: 0.1 },
        ],
      },
    ]);
    // What was ordered is looked at next.
    await waitFor(() => expect(screen.getByRole('tab', { name: 'Orders' }).getAttribute('aria-selected')).toBe('true'));
  });
  it('what the store covers is shown only when asked for', async () => {
    await open([need(1), need(2, { net: 0, choices: [] })]);
    expect(screen.queryByRole('row', { name: /lug 2/ })).toBeNull();
    await act(async () => void fireEvent.click(screen.getByLabelText('what the store covers too')));
    expect(screen.getByRole('row', { name: /lug 2/ })).toBeTruthy();
  });
  it('why this pack, by chance to come up short; late and unpriced are told', async () => {
    await open([need(1, { daysLeft: -3 }), need(2, { choices: [] })]);
    expect(screen.getByText('3 days late')).toBeTruthy();
    expect(screen.getByText('no offer: type or import a price')).toBeTruthy();
    await press('Why, and what else?');
    expect(screen.getByText(/3\.0 % chance to come up short/)).toBeTruthy();
  });
  it('nothing missing is said so', async () => {
    await open([need(1, { net: 0 })]);
    expect(screen.getByText(/Everything the released jobs need lies in the store or is on order/)).toBeTruthy();
  });
  it('the list leaves as PDF, workbook and CSV', async () => {
    await open([need(1)]);
    const hrefs = within(screen.getByRole('main'))
      .getAllByRole('link')
      .map((l) => l.getAttribute('href'));
    expect(hrefs).toEqual(['pdf', 'xlsx', 'csv'].map((k) => `/api/papers/purchase-list.${k}`));
  });
});
