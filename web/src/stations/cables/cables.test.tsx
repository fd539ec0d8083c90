// @vitest-environment happy-dom
import { demoBoard } from '@ombrik/demo/demoBoards';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Asked, JONAS, openJob, serverThat, show } from '../../testing/screen.tsx';
import { CardsSheet } from './CardsSheet.tsx';
import { CostsSheet } from './CostsSheet.tsx';
import { heldByOthers } from './CutNotes.tsx';
import { PickingSheet } from './PickingSheet.tsx';

beforeEach(() => {
  Element.prototype.scrollIntoView = () => {};
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);

describe('the card of a cable', () => {
  async function open(answers: Record<string, unknown> = {}) {
    const job = await openJob(demoBoard('flowerCart'));
    const made: unknown[] = [];
    const asked = serverThat({
      '/api/me': JONAS,
      '/api/jobs/jb/floor': () => ({ revision: 1, made, bench: [], stations: [] }),
      '/api/jobs/jb/cutting': { jobs: [], stock: [], plan: null },
      '/api/jobs/jb/made': (a: Asked) => {
        const { cableIds, made: is } = a.body as { cableIds: string[]; made: boolean };
        for (const cableId of cableIds) {
          const { fingerprint } = job.now().dossier.cables.find((c) => c.cableId === cableId)!;
          made.push({
            cableId,
            fingerprint,
            said: { kind: 'made', made: is },
            personName: 'Jonas Wick',
            at: '2026-11-02T08:00:00Z',
          });
        }
        return { ok: true };
      },
      '/api/jobs/jb/cables/': { taken: [{ number: 3, quantity: 480, unit: 'mm' }] },
      ...answers,
    });
    show(<CardsSheet />, { job, at: '/jobs/jb/cables/cards' });
    const card = await screen.findByRole('article');
    return { job, asked, card: within(card), name: card.getAttribute('aria-label')! };
  }
  it('says what to cut, strip and crimp, and each step is a press of its own', async () => {
    const { card, asked } = await open();
    await act(
      async () =>
        void fireEvent.click(within(card.getByRole('list', { name: 'Steps' })).getByRole('button', { name: /cut/ })),
    );
    await waitFor(() => expect(posts(asked)).toHaveLength(1));
    expect(posts(asked)[0]).toEqual([
      expect.stringMatching(/^\/api\/jobs\/jb\/cables\/cb_\w+\/steps$/),
      { step: 'cut', done: true, pullsN: [], fromStockId: null, word: '', revision: 1, key: expect.any(String) },
    ]);
  });
  it('a cable made again asks why; back to the store it asks how much of it, and for no more than there is', async () => {
    const { card, asked } = await open();
    await act(async () => void fireEvent.click(card.getByRole('button', { name: /make it again/ })));
    const again = () => act(async () => void fireEvent.click(card.getByRole('button', { name: 'Start it again' })));
    await again();
    expect(card.getByText('cannot be empty')).toBeTruthy();
    await act(async () => void fireEvent.click(card.getByRole('button', { name: 'wrong die' })));
    await again();
    await waitFor(() => expect(posts(asked)).toHaveLength(1));
    expect(posts(asked)[0]![1]).toMatchObject({ reason: 'wrong die', scrap: 'bin', remnantMm: 0 });
  });
  it('cards come in the order of making, as drawn, or die by die, always all of them', async () => {
    const { job } = await open();
    const listed = () => [...document.querySelectorAll('[id^="row-"]')].map((e) => e.id.replace('row-', '')).sort();
    const all = listed();
    expect(all.length).toBe(job.now().dossier.cables.filter((c) => c.lead === null).length);
    fireEvent.change(screen.getByLabelText('Order'), { target: { value: 'drawn' } });
    expect(listed()).toEqual(all);
  });
});

describe('picking', () => {
  const line = (n: number, change: object = {}) => ({
    articleId: `a${n}`,
    group: 'end',
    name: `lug ${n}`,
    needed: 6,
    taken: 0,
    reserved: 0,
    places: [{ stockId: 's', number: 1, bin: 'drawer 3', free: 4 }],
    ...change,
  });
  it('takes what is there and no more than is needed; what is done or nowhere has no press', async () => {
    const lines = [line(1), line(2, { taken: 6 }), line(3, { places: [] })];
    const asked = serverThat({
      '/api/jobs/jb/picking': (a: Asked) => (a.method === 'POST' ? { pieces: 4 } : { lines }),
    });
    show(<PickingSheet />, { job: await openJob() });
    const take = await screen.findByRole('button', { name: 'Take lug 1' });
    expect(take.textContent).toBe('Take 4');
    expect(screen.getByText('1 of 3 lines picked')).toBeTruthy();
    expect(screen.getByText(/2 lines are short/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Take lug 2' })).toBeNull();
    expect(screen.getByRole('row', { name: /lug 3.*none in the store/ })).toBeTruthy();
    await act(async () => void fireEvent.click(take));
    await waitFor(() =>
      expect(posts(asked)[0]).toEqual([
        '/api/jobs/jb/picking',
        { way: 'take', articleId: 'a1', revision: 1, key: expect.any(String) },
      ]),
    );
  });
});

describe('costs', () => {
  it('the foot is the sum of the lines, and what has no price is told', async () => {
    const line = (n: number, planned: number, actual: number) => ({
      articleId: `a${n}`,
      name: `part ${n}`,
      unit: 'pcs',
      plannedQuantity: 1,
      plannedCents: planned,
      actualQuantity: 1,
      actualCents: actual,
      byQuantityCents: 0,
      byPriceCents: actual - planned,
      byWasteCents: 0,
      why: 'dearer',
    });
    const lines = [line(1, 1000, 1250), line(2, 50, 45)];
    serverThat({
      '/api/jobs/jb/costs': {
        lines,
        plannedCents: 1050,
        actualCents: 1295,
        differenceCents: 245,
        unpriced: ['bus bar'],
        revision: 3,
        released: true,
        currency: 'EUR',
      },
    });
    show(<CostsSheet />, { job: await openJob() });
    const foot = (await screen.findByText('All lines')).closest('tr')!;
    expect(foot.textContent).toMatch(/10\.50.*12\.95.*2\.45/);
    expect(screen.getByText('Without a price, counted as nothing: bus bar.')).toBeTruthy();
  });
});

it('lengths that other jobs hold are told, of what is wanted only', () => {
  const row = (articleId: string, jobId: string) => ({
    articleId,
    unit: 'mm',
    number: 3,
    bin: 'rack A1',
    reservations: [{ jobId, jobNumber: 402, quantity: 4000 }],
  });
  const chosen = [{ jobId: 'jb_1', pieces: [{ articleId: 'red' }] }];
  expect(heldByOthers([row('red', 'jb_2'), row('red', 'jb_1'), row('blue', 'jb_2')] as never, chosen)).toEqual([
    { number: 3, bin: 'rack A1', who: 'job 402 4.00\u2009m' },
  ]);
});
