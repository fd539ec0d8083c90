// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { type Asked, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { BuyingPage } from './BuyingPage.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
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
    '/api/me': MIRA,
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
    // What the press will do is read before it is done.
    await press('Order from Row …');
    const order = screen.getByRole('region', { name: 'Order from Row' });
    expect(order.textContent).toMatch(/^Row: 2 parts for 10\.00 EUR1 × pack of 25 lug 11 × pack of 25 lug 3/);
    expect(posts(asked)).toEqual([]);
    await press('Not yet');
    expect(screen.queryByRole('region', { name: 'Order from Row' })).toBeNull();
    await press('Order from Row …');
    await press('It is ordered');
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
    expect(screen.getByText('no offer yet')).toBeTruthy();
    await press('Why, and what else?');
    expect(screen.getByText(/3\.0 % chance to come up short/)).toBeTruthy();
  });
  it('what has no offer stands in the sum as open, and leads to typing its price', async () => {
    await open([need(1), need(2, { choices: [] }), need(3, { choices: [] })]);
    expect(screen.getByText(/^All suppliers/).textContent).toBe(
      'All suppliers: 9.90 EUR, not the whole: 2 parts have no offer yet',
    );
    await press('Type a price for lug 2');
    expect((screen.getByLabelText('Article') as HTMLInputElement).value).toBe('lug-2');
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
