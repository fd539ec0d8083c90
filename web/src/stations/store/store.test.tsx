// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { type Asked, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { sumFrom } from './NeedsSheet.tsx';
import { OffersSheet } from './OffersSheet.tsx';
import { PurchasesSheet } from './PurchasesSheet.tsx';
import { StockPage } from './StockPage.tsx';
import { fitting, inOrder } from './StockTable.tsx';
import type { StockItem } from './useStock.ts';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const type = (label: string | RegExp, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);

const item = (number: number, change: Partial<StockItem> = {}): StockItem =>
  ({
    id: `st_${number}`,
    number,
    articleId: 'pvc70-50/RD',
    name: '50 mm², PVC 70 °C, RD',
    group: 'cable',
    unit: 'mm',
    startQuantity: 50_000,
    onHand: 12_500,
    reserved: 4_000,
    bin: 'rack A1',
    widthMm: null,
    heightMm: null,
    unitCost: 0.01,
    receivedAt: '2026-11-01T08:00:00.000Z',
    reservations: [{ jobId: 'jb_2', jobNumber: 402, quantity: 4_000 }],
    ...change,
  }) as StockItem;
const LUG = item(7, {
  articleId: 'lug-50-m8',
  name: 'Compression lug 50 mm² × M8',
  group: 'end',
  unit: 'pcs',
  onHand: 40,
  reserved: 0,
  bin: 'drawer 3',
  reservations: [],
});
const move = (id: number, change: object = {}) => ({
  id,
  kind: 'receive',
  quantity: 50_000,
  reserved: 0,
  jobNumber: null,
  cableId: null,
  bin: null,
  note: 'first reel',
  corrects: null,
  correctedBy: null,
  personName: 'Mira Holt',
  at: '2026-11-01T08:00:00.000Z',
  ...change,
});
const ARTICLES = [
  { id: 'pvc70-50/RD', name: '50 mm², PVC 70 °C, RD', group: 'cable', unit: 'mm', freshMm: 50_000, priceEach: null },
  { id: 'lug-50-m8', name: 'Compression lug 50 mm² × M8', group: 'end', unit: 'pcs', freshMm: null, priceEach: null },
  { id: 'ply-18', name: 'Plywood 18 mm', group: 'sheet', unit: 'pcs', freshMm: null, priceEach: null },
];
const server = (more: Record<string, unknown> = {}) =>
  serverThat({
    '/api/me': MIRA,
    '/api/jobs': { jobs: [{ id: 'jb_2', number: 402, jobName: 'Larchfold hut board', archived: false }] },
    '/api/stock': { stock: [LUG, item(3)], levels: [] },
    '/api/stock/articles': { articles: ARTICLES },
    '/api/stock/st_3/moves': { moves: [move(1), move(2, { kind: 'reserve', quantity: 0, reserved: 4000, note: '' })] },
    '/api/stock/st_7/moves': { moves: [] },
    ...more,
  });

describe('the store', () => {
  it('is shown by group, and what is looked for by any words of it', async () => {
    server();
    show(<StockPage />, { at: '/stock' });
    const rows = () =>
      within(screen.getByRole('table', { name: 'Store' }))
        .getAllByRole('button', { name: /^No\. / })
        .map((b) => b.getAttribute('aria-label'));
    await waitFor(() =>
      expect(rows()).toEqual(['No. 3, 50 mm², PVC 70 °C, RD, 12.50 m', 'No. 7, Compression lug 50 mm² × M8, 40']),
    );
    await type('Look for', 'drawer lug');
    expect(rows()).toEqual(['No. 7, Compression lug 50 mm² × M8, 40']);
  });
  it('order and search are plain lists', () => {
    const all = [LUG, item(3), item(2, { name: '35 mm², PVC 70 °C, BK', articleId: 'pvc70-35/BK' })];
    expect(inOrder(all).map((s) => s.number)).toEqual([2, 3, 7]);
    expect(fitting(all, '  rd 50 ').map((s) => s.number)).toEqual([3]);
    expect(fitting(all, 'rack a1 35').map((s) => s.number)).toEqual([2]);
    expect(fitting(all, '')).toHaveLength(3);
  });
  it('a length is taken in metres for a job, with one key', async () => {
    const asked = server({ '/api/stock/st_3/take': { ok: true } });
    show(<StockPage />, { at: '/stock?item=st_3' });
    await screen.findByRole('region', { name: 'No. 3' });
    await press('Take it');
    expect(screen.getByText('missing: a number from 0.001 to 10000 m')).toBeTruthy();
    await type('How much', '2,5');
    await type('For which job', 'jb_2');
    await press('Take it');
    await waitFor(() =>
      expect(posts(asked)).toEqual([
        ['/api/stock/st_3/take', { quantity: 2500, jobId: 'jb_2', note: '', key: expect.any(String) }],
      ]),
    );
    const sent = asked.find((a) => a.method === 'POST')!;
    expect(sent.key).toBe((sent.body as { key: string }).key);
  });
  it('what the store refuses is told where it was asked, and what was typed stays', async () => {
    server({ '/api/stock/st_7/scrap': { status: 409, problems: ['50 pcs of no. 7 wanted, 40 free'] } });
    show(<StockPage />, { at: '/stock?item=st_7' });
    await screen.findByRole('region', { name: 'No. 7' });
    await act(async () => void fireEvent.click(screen.getByRole('tab', { name: 'Scrap' })));
    await type('How much', '50');
    await press('Scrap it');
    expect(screen.getByText('cannot be empty')).toBeTruthy();
    await type('Note', 'bent');
    await press('Scrap it');
    expect((await screen.findByRole('alert')).textContent).toBe('50 pcs of no. 7 wanted, 40 free');
    expect((screen.getByLabelText('How much') as HTMLInputElement).value).toBe('50');
  });
  it('all that happened stands there, the newest first; a mistake is corrected by another record', async () => {
    const asked = server({ '/api/stock/correct': { ok: true } });
    show(<StockPage />, { at: '/stock?item=st_3' });
    const history = await screen.findByRole('table', { name: 'What happened to it' });
    await waitFor(() => expect(within(history).getAllByRole('row')).toHaveLength(3));
    const [, first, second] = within(history).getAllByRole('row');
    expect(first!.textContent).toMatch(/set aside.*4\.00 m/);
    expect(second!.textContent).toMatch(/received\+50\.00 m.*first reel · Mira Holt/);
    await act(async () => void fireEvent.click(within(second!).getByRole('button', { name: 'Correct' })));
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual(['/api/stock/correct', expect.objectContaining({ moveId: 1 })]),
    );
  });
  it('a reel comes in as many as there are, each of its length', async () => {
    const asked = server({ '/api/stock/receive': { ids: ['st_9'] } });
    show(<StockPage />, { at: '/stock' });
    await press('Receive …');
    await type('What has come', '50 rd');
    await act(async () => void fireEvent.click(await screen.findByRole('button', { name: /PVC 70 °C, RD pvc70/ })));
    expect((screen.getByLabelText('Length of each') as HTMLInputElement).value).toBe('50');
    await type('How many of it', '3');
    await type('Place', 'rack B');
    await type('Cost of all of it', '420');
    await press('Put it in the store');
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual([
        '/api/stock/receive',
        {
          articleId: 'pvc70-50/RD',
          quantity: 50_000,
          times: 3,
          bin: 'rack B',
          cost: 420,
          boughtMm: null,
          widthMm: null,
          heightMm: null,
          note: '',
          key: expect.any(String),
        },
      ]),
    );
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Receive' })).toBeNull());
  });
  it('pieces are whole, and only a sheet is asked for its offcut', async () => {
    server();
    show(<StockPage />, { at: '/stock' });
    await press('Receive …');
    await type('What has come', 'lug');
    await act(async () => void fireEvent.click(await screen.findByRole('button', { name: /Compression lug.*lug-50/ })));
    expect(screen.queryByLabelText('Offcut, width')).toBeNull();
    await type('Pieces', '2.5');
    expect(screen.getByText('"2.5": a whole number from 1 to 10000000 pcs')).toBeTruthy();
    await press('Something else');
    await type('What has come', 'ply');
    await act(async () => void fireEvent.click(await screen.findByRole('button', { name: /Plywood/ })));
    expect(screen.getByLabelText('Offcut, width')).toBeTruthy();
  });
});

const line = (change: object = {}) => ({
  line: 1,
  articleId: 'pvc70-50/RD',
  name: '50 mm², PVC 70 °C, RD',
  unit: 'mm' as const,
  packs: 2,
  packQuantity: 50_000,
  packPrice: 210,
  received: 0,
  givenUp: 0,
  open: 100_000,
  ...change,
});
const purchase = (lines: ReturnType<typeof line>[]) => ({
  id: 'po_1',
  number: 12,
  supplier: 'Beck Row',
  note: '',
  orderedAt: '2026-11-02T08:00:00.000Z',
  expectedOn: null,
  personName: 'Mira Holt',
  lines,
  total: 420,
});

describe('orders', () => {
  it('a line is received bit by bit in metres, at a place', async () => {
    const asked = server({ '/api/buying/purchases': { ok: true } });
    show(<PurchasesSheet purchases={[purchase([line()])]} currency="EUR" />);
    expect((screen.getByLabelText(/^Received of/) as HTMLInputElement).value).toBe('100');
    await type(/^Received of/, '50');
    await press('Received');
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual([
        '/api/buying/purchases/po_1/lines/1/receive',
        { quantity: 50_000, bin: 'goods in', note: '', key: expect.any(String) },
      ]),
    );
  });
  it('what is all there or given up asks for nothing', () => {
    server();
    const lines = [line({ open: 0, received: 100_000 }), line({ line: 2, open: 0, givenUp: 50_000 })];
    show(<PurchasesSheet purchases={[purchase(lines)]} currency="EUR" />);
    expect(screen.queryByRole('button', { name: 'Received' })).toBeNull();
    expect(screen.getByText('all there')).toBeTruthy();
    expect(screen.getByText('50.00 m given up')).toBeTruthy();
  });
  it('with no order it says what makes one', () => {
    show(<PurchasesSheet purchases={[]} currency="EUR" />);
    expect(screen.getByText(/Nothing is on order/)).toBeTruthy();
  });
});

describe('offers', () => {
  const offer = { id: 'of_1', articleId: 'lug-50-m8', supplier: 'Row', packQuantity: 25, packPrice: 10, leadDays: 3 };
  const needs = [{ articleId: 'ply-18', name: 'Plywood 18 mm', net: 2, choices: [] }] as never;
  const open = (more = {}) => {
    const asked = server({ '/api/buying/offers': { offers: [] }, ...more });
    show(<OffersSheet offers={[offer]} needs={needs} currency="EUR" />);
    return asked;
  };
  it('are typed in metres where the article is sold by length', async () => {
    const asked = open();
    await type('Article', 'pvc70-50/RD');
    await waitFor(() => expect(screen.getByLabelText('Metres')).toBeTruthy());
    await type('Supplier', 'Beck Row');
    await type('Metres', '50');
    await type('Price, EUR', '210,50');
    await press('Put it in');
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual([
        '/api/buying/offers',
        { articleId: 'pvc70-50/RD', supplier: 'Beck Row', packQuantity: 50_000, packPrice: 210.5, leadDays: 7 },
      ]),
    );
  });
  it('an article nobody knows is told before anything is sent', async () => {
    open();
    await type('Article', 'nonesuch');
    expect(screen.getByText('No article “nonesuch” in the catalogue.')).toBeTruthy();
  });
  it('what has no offer yet is a press away', async () => {
    open();
    await press('Plywood 18 mm');
    expect((screen.getByLabelText('Article') as HTMLInputElement).value).toBe('ply-18');
  });
  it('each piece is priced, and an offer is taken out again', async () => {
    const asked = open({ '/api/buying/offers/of_1/remove': { ok: true } });
    expect(await screen.findByRole('cell', { name: '0.400' })).toBeTruthy();
    await press(/^Remove the offer of Row/);
    await waitFor(() => expect(posts(asked)[0]![0]).toBe('/api/buying/offers/of_1/remove'));
  });
  it('an order comes to the sum of the prices shown, to the cent', () => {
    const need = (supplier: string, price: number) => ({ choices: [{ supplier, price }] }) as never;
    expect(sumFrom('Row', [need('Row', 0.1), need('Row', 0.2), need('Beck', 5), { choices: [] } as never])).toBe(0.3);
  });
});
