// @vitest-environment happy-dom

import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { DEVICES } from '@ombrik/core/devices/registry';
import type { Item } from '@ombrik/core/document/item/item';
import type { PlannedRod } from '@ombrik/core/stock/cutPlan';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openJob, serverThat, show } from '../../testing/screen.tsx';
import { EndPicture } from '../cables/EndPicture.tsx';
import { RodDrawing } from '../cables/RodDrawing.tsx';
import { DropBar } from '../circuit/DropBar.tsx';
import { PartSign } from '../circuit/PartSign.tsx';
import { DayStrip } from '../power/DayStrip.tsx';
import { ReelDrawing } from '../store/ReelDrawing.tsx';
import type { BoardView } from './boardView.ts';
import { ManyInspector } from './ManyInspector.tsx';
import { PartPreview } from './PartPreview.tsx';
import { StudTape } from './StudTape.tsx';

beforeEach(() => {
  Element.prototype.setPointerCapture = () => {};
  serverThat({});
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const NOWHERE = /NaN|Infinity|undefined/;
/** Numbers of an attribute of everything drawn. */
const numbers = (container: Element, attribute: string) =>
  [...container.querySelectorAll(`[${attribute}]`)].map((e) => Number(e.getAttribute(attribute)));

describe('every part of the catalogue', () => {
  it('is drawn with all its terminals inside the room it says, and nothing at no place', () => {
    for (const part of genericCatalogue.parts) {
      const { container } = show(<PartPreview part={part} />);
      expect(container.innerHTML, part.id).not.toMatch(NOWHERE);
      const name = screen.getByRole('img').getAttribute('aria-label')!;
      expect(name).toContain(`${part.terminals.length} terminals`);
      cleanup();
    }
  });
  it('has a sign for the one-line drawing', () => {
    for (const { kind } of DEVICES) {
      const { container } = show(
        <svg>
          <PartSign kind={kind} w={60} h={40} />
        </svg>,
      );
      expect(container.innerHTML, kind).not.toMatch(NOWHERE);
      cleanup();
    }
  });
});

describe('ends of cables', () => {
  it('every end of every cable of a board is drawn as it is made', async () => {
    const job = await openJob(mountainHutBoard());
    for (const cable of job.now().dossier.cables)
      for (const core of cable.cores)
        for (const end of [core.from, core.to]) {
          const { container } = show(<EndPicture core={core} end={end} areaMm2={cable.areaMm2} />);
          expect(container.innerHTML).not.toMatch(NOWHERE);
          expect(screen.getByRole('img').getAttribute('aria-label')).toBe(`End at ${end.at}: ${end.lugName}`);
          cleanup();
        }
  });
});

describe('a rod laid out to its cuts', () => {
  const piece = (id: string, lengthMm: number) =>
    ({
      id,
      what: `W${id}`,
      jobId: 'jb',
      jobNumber: 401,
      lengthMm,
      provisional: false,
      cableId: id,
      articleId: 'a',
    }) as never;
  const rod = (lengthMm: number, cuts: [number, number][]): PlannedRod =>
    ({
      stockId: 's',
      label: 'no. 3, rack A1',
      lengthMm,
      restMm: lengthMm - (cuts.at(-1)?.[1] ?? 0),
      rest: 'kept',
      cuts: cuts.map(([fromMm, toMm], n) => ({ piece: piece(String(n), toMm - fromMm), fromMm, toMm })),
    }) as never;
  it('cuts stand in order within the rod, to one scale', () => {
    const cuts: [number, number][] = [
      [0, 300],
      [303, 900],
      [903, 1000],
    ];
    const { container } = show(<RodDrawing rod={rod(1200, cuts)} fill="red" done={() => false} />);
    const drawn = [...container.querySelectorAll('g > rect:first-of-type')].map((r) => ({
      x: Number(r.getAttribute('x')),
      w: Number(r.getAttribute('width')),
    }));
    expect(drawn).toHaveLength(3);
    drawn.forEach((d, n) => {
      const [from, to] = cuts[n]!;
      expect(d.w / (to - from)).toBeCloseTo(drawn[0]!.w / 300, 6);
      if (n > 0) expect(d.x).toBeGreaterThan(drawn[n - 1]!.x + drawn[n - 1]!.w - 1e-6);
    });
    expect(Math.max(...drawn.map((d) => d.x + d.w))).toBeLessThanOrEqual(1000);
  });
  it('of a long reel only what is cut is drawn, still readable', () => {
    const { container } = show(<RodDrawing rod={rod(50_000, [[0, 400]])} fill="red" done={() => true} />);
    const width = Number(container.querySelector('g > rect')!.getAttribute('width'));
    expect(width).toBeGreaterThan(500);
    expect(container.querySelector('g')!.getAttribute('opacity')).toBe('0.4');
  });
  it('a rod without cuts is drawn all the same', () => {
    const { container } = show(<RodDrawing rod={rod(0, [])} fill="red" done={() => false} />);
    expect(container.innerHTML).not.toMatch(NOWHERE);
  });
});

describe('bars', () => {
  it('what is left of a reel never leaves its frame, held or not', () => {
    for (const [onHand, reserved] of [
      [0, 0],
      [50_000, 0],
      [12_500, 12_500],
      [60_000, 1],
    ] as const) {
      const { container } = show(
        <ReelDrawing item={{ unit: 'mm', startQuantity: 50_000, onHand, reserved } as never} fill="red" />,
      );
      expect(container.innerHTML).not.toMatch(NOWHERE);
      for (const w of numbers(container, 'width')) expect(w).toBeGreaterThanOrEqual(0);
      cleanup();
    }
  });
  it('a drop past its limit fills the bar and no more', () => {
    for (const [share, limit] of [
      [0, 0.03],
      [0.029, 0.03],
      [0.4, 0.03],
      [0.01, 0],
    ] as const) {
      const { container } = show(<DropBar share={share} limitShare={limit} />);
      expect(container.innerHTML).not.toMatch(NOWHERE);
      expect(Math.max(...numbers(container, 'width'))).toBeLessThanOrEqual(100);
      cleanup();
    }
  });
});

describe('a day to paint', () => {
  it('by keyboard: arrows move, space paints and takes away; the hours come in order', async () => {
    const painted: number[][] = [];
    show(<DayStrip label="Lamp" usage={{ kind: 'painted', hours: [20] } as never} onPaint={(h) => painted.push(h)} />);
    const strip = screen.getByLabelText(/^Lamp/);
    const key = (name: string) => act(async () => void fireEvent.keyDown(strip, { key: name }));
    await key('ArrowRight');
    await key(' ');
    expect(painted.at(-1)).toEqual([9, 20]);
    await key(' ');
    expect(painted.at(-1)).toEqual([20]);
  });
});

describe('several parts chosen together', () => {
  it('are held, let go and grouped as one edit each', async () => {
    const job = await openJob();
    const items = job
      .now()
      .board.items.filter((i: Item) => i.place.kind === 'panel')
      .slice(0, 3);
    const view = {
      panel: job.now().board.panels[0]!,
      face: 'front',
      tool: 'choose',
      covered: false,
      setCovered: () => {},
      chosen: new Set(items.map((i) => i.id)),
      setTool: () => {},
      choose: () => {},
      chooseAll: () => {},
    } as BoardView;
    show(<ManyInspector view={view} items={items} />, { job });
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: /^Hold/ })));
    const of = (id: string) => job.now().board.items.find((i) => i.id === id)!;
    expect(items.every((i) => of(i.id).held)).toBe(true);
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: /^Group/ })));
    const groups = new Set(items.map((i) => of(i.id).groupId));
    expect([groups.size, groups.has(null)]).toEqual([1, false]);
    await waitFor(() => expect(job.sent).toHaveLength(2));
  });
});

describe('what sits on the studs of a part', () => {
  it('is drawn for every part of a board, the largest lug at the bottom', async () => {
    const job = await openJob(mountainHutBoard());
    const { board, dossier } = job.now();
    for (const item of board.items) {
      const { container } = show(<StudTape item={item} />, { job });
      expect(container.innerHTML).not.toMatch(NOWHERE);
      cleanup();
    }
    for (const s of dossier.stacks) {
      const palms = s.layers.map((l) => dossier.cables.find((c) => c.cableId === l.cableId)?.areaMm2 ?? 0);
      expect(palms).toEqual([...palms].sort((a, b) => b - a));
    }
  });
});
