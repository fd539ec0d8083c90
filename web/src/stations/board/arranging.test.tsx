// @vitest-environment happy-dom
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { arrangeBoard } from '@ombrik/core/layout/placement/arrangeBoard';
import { WISHES } from '@ombrik/core/layout/placement/score';
import { stretched } from '@ombrik/core/layout/placement/stretched';
import { demoBoard } from '@ombrik/demo/demoBoards';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import type { Arrangement } from '../../worker/boardWorker.ts';
import { BoardStation } from './BoardStation.tsx';

/** What the threads would find, and when they tell it. */
const threads = vi.hoisted(() => ({
  find: null as null | ((board: unknown, wish: string, seed: number) => Promise<unknown>),
  ended: 0,
}));
vi.mock('comlink', () => ({
  proxy: (x: unknown) => x,
  wrap: () => ({
    arrange: (
      board: unknown,
      _workshop: unknown,
      _dossier: unknown,
      _panel: string,
      wish: string,
      seed: number,
      tell: (share: number) => void,
    ) => {
      tell(0.5);
      return threads.find!(board, wish, seed);
    },
  }),
}));

const cart = demoBoard('marketCart');
const found = (board: Board, n: number, more: Partial<Arrangement> = {}): Arrangement => ({
  wish: WISHES[n]!.id,
  now: { terms: {} as Arrangement['terms'], total: 5 },
  ...arrangeBoard(board, genericCatalogue, defaultWorkshop, board.panels[0]!.id, WISHES[n]!, { seed: 1, steps: 3000 }),
  ...more,
});
const nowAlike = (a: Arrangement): Arrangement => ({ ...a, now: { terms: a.terms, total: a.total * 2 } });

beforeEach(() => {
  Element.prototype.setPointerCapture = () => {};
  Element.prototype.scrollIntoView = () => {};
  vi.stubGlobal(
    'Worker',
    class {
      terminate() {
        threads.ended++;
      }
    },
  );
  threads.ended = 0;
  serverThat({ '/api/me': MIRA, '/api/jobs/jb/files': { files: [] } });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

async function search(board: Board, answer: (n: number) => Arrangement) {
  const asked: { wish: string; seed: number }[] = [];
  threads.find = async (_, wish, seed) => {
    asked.push({ wish, seed });
    return nowAlike(answer(WISHES.findIndex((w) => w.id === wish)));
  };
  const job = await openJob(board);
  show(<BoardStation />, { job });
  await screen.findByRole('application');
  await press('Arrange');
  const offered = await screen.findByRole('region', { name: 'Arrangements' });
  await within(offered).findByRole('article', { name: 'Short and fat' });
  return { job, offered, asked };
}

describe('three ways to arrange a panel', () => {
  const ways = WISHES.map((_, n) => found(cart, n));

  it('each wish has its own thread and says what it costs against now; taking one is one edit, cables and all', async () => {
    const { job, offered, asked } = await search(cart, (n) => ways[n]!);
    expect(asked.map((a) => a.wish)).toEqual(WISHES.map((w) => w.id));
    expect(new Set(asked.map((a) => a.seed)).size).toBe(3);
    expect(threads.ended).toBeGreaterThanOrEqual(3);
    const sums = within(offered).getAllByText(
      (_, e) => e?.tagName === 'P' && /instead of .*, 50 % less$/.test(e.textContent ?? ''),
    );
    expect(sums).toHaveLength(3);
    const n = ways.findIndex((w) => w.moves.length > 0 && w.legal);
    const column = within(offered).getByRole('article', { name: WISHES[n]!.name });
    await press('Take this one', column);
    await waitFor(() => expect(job.sent).toEqual([`Arrange: ${WISHES[n]!.name}`]));
    const want = applyCommands(cart, ways[n]!.commands).board;
    expect(job.now().board.items).toEqual(want.items);
    expect(job.now().board.cables.map((c) => c.segments)).toEqual(want.cables.map((c) => c.segments));
    expect(screen.queryByRole('region', { name: 'Arrangements' })).toBeNull();
  });

  it('draws every cable where it would lie', async () => {
    const { offered } = await search(cart, (n) => ways[n]!);
    const [picture] = within(offered).getAllByRole('img');
    const onFront = cart.cables.filter((c) => c.segments.some((s) => s.kind === 'panelRoute'));
    expect(picture!.querySelectorAll('polyline').length).toBeGreaterThanOrEqual(onFront.length);
  });

  it('three others are sought from other seeds', async () => {
    const { offered, asked } = await search(cart, (n) => ways[n]!);
    await press('Three others', offered);
    await waitFor(() => expect(asked).toHaveLength(6));
    expect(new Set(asked.map((a) => a.seed)).size).toBe(6);
  });

  it('what finds no way is named with what stands in it, and the larger panel is a press away', async () => {
    const larger = stretched(cart, cart.panels[0]!.id, 1.1);
    const cable = cart.cables[3]!;
    const item = cart.items.find((i) => i.place.kind === 'panel')!;
    const short = {
      ...ways[0]!,
      failed: [cable.id],
      inTheWay: [{ cableId: cable.id, itemIds: [item.id] }],
      grown: { byMm: larger.byMm, commands: larger.commands },
    };
    const { job, offered } = await search(cart, (n) => (n === 0 ? short : ways[n]!));
    const column = within(offered).getByRole('article', { name: 'Short and fat' });
    expect(column.textContent).toContain(`No way for ${cable.designation} (${item.designation} in it)`);
    expect(column.textContent).toContain(
      `On a panel ${larger.byMm.widthMm} mm wider and ${larger.byMm.heightMm} mm higher everything finds its room.`,
    );
    await press('Take it on the larger panel', column);
    await waitFor(() => expect(job.sent).toEqual(['Arrange on a larger panel: Short and fat']));
    expect(job.now().board.panels[0]!.outline).toEqual(larger.board.panels[0]!.outline);
  });

  it('without a cure it says so, and a layout that overlaps is not to be had', async () => {
    const bad = { ...ways[0]!, legal: false, failed: [], open: [], grown: null };
    const { offered } = await search(cart, (n) => (n === 0 ? bad : ways[n]!));
    const column = within(offered).getByRole('article', { name: 'Short and fat' });
    expect(column.textContent).toContain('A larger panel alone does not cure it.');
    const take = within(column).getByRole('button', { name: /Take this one|As it stands/ }) as HTMLButtonElement;
    expect(take.disabled).toBe(true);
  });

  it('a board that is changed meanwhile is told of, and nothing of the old can be taken', async () => {
    const { job, offered } = await search(cart, (n) => ways[n]!);
    const item = cart.items[0]!;
    job
      .now()
      .edit('Name it', [{ kind: 'set', collection: 'items', id: item.id, field: 'name', value: 'another name' }]);
    await within(offered).findByText('The board has changed since: search again.');
    for (const take of within(offered).getAllByRole('button', { name: /Take this one/ }))
      expect((take as HTMLButtonElement).disabled).toBe(true);
  });
});

describe('covers on', () => {
  it('cover what has a cover, over the cables, and nothing can be joined through them', async () => {
    const job = await openJob(cart);
    show(<BoardStation />, { job });
    const drawing = await screen.findByRole('application');
    const layer = () => drawing.querySelector('[data-layer="covers"]');
    expect(layer()).toBeNull();
    await press('Covers');
    const order = [...drawing.children];
    expect(layer()!.querySelectorAll('rect').length).toBeGreaterThan(3);
    const cable = drawing.querySelector('[aria-label^="Wire W"]')!;
    const at = (e: Element) => order.findIndex((o) => o.contains(e));
    expect(at(layer()!)).toBeGreaterThan(at(cable));
    expect(screen.getByRole('button', { name: 'Covers' }).getAttribute('aria-pressed')).toBe('true');
    await press('Covers');
    expect(layer()).toBeNull();
  });
  it('what stands off the board is drawn on its card', async () => {
    const job = await openJob(cart);
    show(<BoardStation />, { job });
    const shelf = await screen.findByRole('list', { name: 'Off the board' });
    const battery = shelf.querySelector('[data-picture="battery"]')!;
    expect([...battery.querySelectorAll('text')].map((t) => t.textContent)).toContain('12 V  100 Ah');
    expect(shelf.querySelectorAll('[data-picture]').length).toBe(within(shelf).getAllByRole('listitem').length);
  });
});
