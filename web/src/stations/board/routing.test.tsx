// @vitest-environment happy-dom
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import type { Tidiness } from '@ombrik/core/layout/finish/tidiness';
import { demoBoard, UNLAID } from '@ombrik/demo/demoBoards';
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { press } from '../../testing/hands.ts';
import { MIRA, openJob, serverThat, show } from '../../testing/screen.tsx';
import type { Routed } from '../../worker/boardWorker.ts';
import type { BoardView } from './boardView.ts';
import { FinishSeen } from './FinishSeen.tsx';
import type { Laid } from './RouteCables.tsx';
import { RouteCables } from './RouteCables.tsx';

/** The thread that lays cables: what it would answer, and the word it sends while it is at work. */
const thread = vi.hoisted(() => ({
  answer: null as null | (() => Promise<unknown>),
  tell: null as null | ((done: number, all: number) => void),
  ended: 0,
}));
vi.mock('comlink', () => ({
  proxy: (x: unknown) => x,
  wrap: () => ({
    route: (_board: unknown, _workshop: unknown, tell: (done: number, all: number) => void) => {
      thread.tell = tell;
      return thread.answer!();
    },
  }),
}));

const unlaid = UNLAID.marketCart();
const whole = demoBoard('marketCart');
/** Those that go through no hole: the others bring theirs along. */
const laid = {
  ...whole,
  cables: whole.cables.filter(
    (c) => c.segments.every((s) => s.kind === 'panelRoute') && unlaid.cables.some((u) => u.id === c.id),
  ),
};
const [first, second, third] = laid.cables as [
  (typeof laid.cables)[number],
  (typeof laid.cables)[number],
  (typeof laid.cables)[number],
];
const setOf = (c: (typeof laid.cables)[number]): Command => ({
  kind: 'set',
  collection: 'cables',
  id: c.id,
  field: 'segments',
  value: c.segments,
});
const tidiness = (more: Partial<Tidiness> = {}): Tidiness => ({
  crossings: 3,
  unevenMm: 90,
  tightMm: 400,
  bends: 20,
  pairedMm: 100,
  pairsMm: 1000,
  lengthMm: 4400,
  ...more,
});
const routed = (more: Partial<Routed> = {}): Routed => ({
  commands: laid.cables.map(setOf),
  plain: laid.cables.map(setOf),
  routed: laid.cables.map((c) => c.id),
  failed: [],
  inTheWay: [],
  leftFor: [],
  cost: 0,
  compared: {
    before: { tidiness: tidiness(), ways: [] },
    after: {
      tidiness: tidiness({ tightMm: 12.4, pairedMm: 640, crossings: 2 }),
      ways: laid.cables.map((c) => ({
        cableId: c.id,
        panelId: unlaid.panels[0]!.id,
        face: 'front',
        path: 'M0 0L90 0',
        widthMm: 6,
        colour: '#B3261E',
      })),
    },
  },
  ...more,
});

beforeEach(() => {
  vi.stubGlobal(
    'Worker',
    class {
      terminate() {
        thread.ended++;
      }
    },
  );
  thread.ended = 0;
  serverThat({ '/api/me': MIRA });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
async function open(answer: () => Promise<unknown>) {
  thread.answer = answer;
  const job = await openJob(unlaid);
  const seen: Laid[] = [];
  show(<RouteCables onLaid={(l) => seen.push(l)} />, { job });
  return { ...job, seen };
}

describe('laying all cables', () => {
  it('is one edit, and the thread ends with it', async () => {
    const job = await open(async () => routed());
    await press('Route cables');
    await waitFor(() => expect(job.sent).toEqual([`Route ${laid.cables.length} cables`]));
    const now = new Map(job.now().board.cables.map((c) => [c.id, c.segments]));
    for (const c of laid.cables) expect(now.get(c.id)).toEqual(c.segments);
    expect(thread.ended).toBe(1);
    expect(screen.queryByRole('status')).toBeNull();
  });
  it('what was left is named, each with why: what stands there, no room, or what it would bring', async () => {
    const item = laid.items.find((i) => i.place.kind === 'panel')!;
    const job = await open(async () =>
      routed({
        commands: [setOf(third)],
        routed: [third.id],
        failed: [first.id, second.id],
        inTheWay: [{ cableId: first.id, itemIds: [item.id] }],
        leftFor: [],
      }),
    );
    await press('Route cables');
    const note = await screen.findByRole('status');
    expect(note.textContent).toBe(
      `No way for ${first.designation} (in its way: ${item.designation}); ${second.designation} (no room to bend between its ends). They stay as they were.`,
    );
    expect(job.sent).toEqual(['Route 1 cables']);
  });
  it('a way that would bring a finding says which', async () => {
    const finding = {
      id: 'no-fuse-near-source:x',
      severity: 'warn' as const,
      says: 'W1 runs 231 mm from -G1 without a fuse',
      where: { label: 'W1', itemIds: [], cableIds: [first.id], panelId: null, terminals: [] },
    };
    const job = await open(async () =>
      routed({ commands: [], routed: [], failed: [first.id], leftFor: [{ cableId: first.id, finding }] }),
    );
    await press('Route cables');
    const note = await screen.findByRole('status');
    expect(note.textContent).toContain(`${first.designation} (it would bring: W1 runs 231 mm from -G1 without a fuse)`);
    // Nothing was laid: nothing is written down.
    expect(job.sent).toEqual([]);
  });
  it('shows how far it is; stopped, nothing of it is kept, whatever the thread says later', async () => {
    let end: (laid: Routed) => void = () => {};
    const job = await open(() => new Promise((go) => (end = go as typeof end)));
    await press('Route cables');
    const bar = await screen.findByRole('progressbar', { name: 'Cables routed' });
    await act(async () => thread.tell!(5, 20));
    expect(bar.getAttribute('value')).toBe('0.25');
    await press('Stop');
    expect(thread.ended).toBe(1);
    await act(async () => {
      thread.tell!(20, 20);
      end(routed());
    });
    expect(screen.queryByRole('progressbar')).toBeNull();
    expect(job.sent).toEqual([]);
    expect(job.now().board).toEqual(unlaid);
  });
  it('a board whose cables all leave it has nothing to lay', async () => {
    const bare = applyCommands(
      unlaid,
      unlaid.cables.map(
        (c): Command => ({
          kind: 'set',
          collection: 'cables',
          id: c.id,
          field: 'segments',
          value: c.segments.filter((s) => s.kind === 'measuredRun'),
        }),
      ),
    ).board;
    show(<RouteCables onLaid={() => {}} />, { job: await openJob(bare) });
    expect(screen.queryByRole('button', { name: 'Route cables' })).toBeNull();
  });
});

describe('the finish', () => {
  const panel = unlaid.panels[0]!;
  const view = { panel, face: 'front', chosen: new Set(), covered: false, tool: 'choose' } as unknown as BoardView;
  it('is offered to be seen once cables were laid, not before and not where none were', async () => {
    const job = await open(async () => routed());
    expect(screen.queryByRole('button', { name: 'See the finish' })).toBeNull();
    await press('Route cables');
    await screen.findByRole('button', { name: 'See the finish' });
    await press('See the finish');
    expect(job.seen.map((l) => [l.board, l.routed.routed.length])).toEqual([[unlaid, laid.cables.length]]);
    // Taken back there is nothing to see any more.
    await act(async () => {
      job.now().edit(
        'Back',
        unlaid.cables.map(
          (c): Command => ({ kind: 'set', collection: 'cables', id: c.id, field: 'segments', value: c.segments }),
        ),
      );
    });
    expect(screen.queryByRole('button', { name: 'See the finish' })).toBeNull();
    cleanup();
    await open(async () => routed({ commands: [], routed: [] }));
    await press('Route cables');
    expect(screen.queryByRole('button', { name: 'See the finish' })).toBeNull();
  });
  it('shows both pictures and what each measure was and is', async () => {
    const job = await openJob(unlaid);
    show(<FinishSeen laid={{ board: unlaid, routed: routed() }} view={view} onClose={() => {}} />, { job });
    expect(screen.getByRole('img', { name: `${laid.cables.length} cables` })).toBeTruthy();
    const rows = screen.getAllByRole('row').map((r) => [...r.querySelectorAll('td')].map((c) => c.textContent));
    expect(rows.filter((r) => r.length > 0)).toEqual([
      ['Lying in one another', '400 mm', '12 mm'],
      ['Unevenly beside one another', '90 mm', '90 mm'],
      ['Plus and minus of one thing side by side', '10 %', '64 %'],
      ['Crossings', '3', '2'],
      ['Bends', '20', '20'],
      ['Along the panels', '4.40 m', '4.40 m'],
    ]);
  });
  it('can be taken off again, as one edit of the ways alone', async () => {
    const hole: Command = { kind: 'set', collection: 'panels', id: panel.id, field: 'name', value: 'Not the ways' };
    const job = await openJob(laid);
    let closed = 0;
    show(
      <FinishSeen
        laid={{ board: unlaid, routed: routed({ plain: [hole, setOf(first)] }) }}
        view={view}
        onClose={() => closed++}
      />,
      { job },
    );
    await press('Take them without it');
    await waitFor(() => expect(job.sent).toEqual(['Cables without their finish']));
    expect(job.now().board.panels[0]!.name).toBe(panel.name);
    expect(closed).toBe(1);
  });
});
