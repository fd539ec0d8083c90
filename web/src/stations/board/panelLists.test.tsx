// @vitest-environment happy-dom
import type { Panel } from '@ombrik/core/document/panel/panel';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { cleanup, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { choose, click, commit, press } from '../../testing/hands.ts';
import { OutlineCorners } from './OutlineCorners.tsx';
import { PanelLists } from './PanelLists.tsx';

afterEach(cleanup);

function openLists(by: Partial<Panel> = {}) {
  const seen: { panel: Panel; what: string }[] = [];
  const Shown = () => {
    const [panel, set] = useState<Panel>({ ...marketCartBoard().panels[0]!, ...by });
    return (
      <PanelLists
        panel={panel}
        set={(field, value, what) => {
          const next = { ...panel, [field]: value };
          seen.push({ panel: next, what });
          set(next);
        }}
      />
    );
  };
  render(<Shown />);
  return { now: () => seen.at(-1)?.panel, said: () => seen.map((s) => s.what) };
}

describe('what stands on a panel, in numbers', () => {
  it('a hole is added in the middle, lined with a grommet, moved, widened and taken away', async () => {
    const { now, said } = openLists({ holes: [] });
    await press('Add a hole');
    expect(now()!.holes).toMatchObject([{ diameterMm: 25, lining: 'grommet' }]);
    await commit(screen.getByLabelText('Hole 1 x'), '60,5');
    await commit(screen.getByLabelText('Hole 1 ⌀'), '40');
    await choose(screen.getByLabelText('Lining of hole 1'), 'none');
    expect(now()!.holes).toMatchObject([{ xMm: 60.5, diameterMm: 40, lining: 'none' }]);
    await press('Remove hole 1');
    expect(now()!.holes).toEqual([]);
    expect(said()).toEqual(['Hole added', 'Hole 1', 'Hole 1', 'Hole 1', 'Hole removed']);
  });
  it('a hole of no width is refused where it is typed', async () => {
    const { now, said } = openLists({ holes: [] });
    await press('Add a hole');
    await commit(screen.getByLabelText('Hole 1 ⌀'), '0');
    expect(screen.getByText(/"0": a number from/)).toBeTruthy();
    expect(now()!.holes[0]!.diameterMm).toBe(25);
    expect(said()).toHaveLength(1);
  });
  it('a keep-out has a name, which cannot be blank, and a face; a door its swing', async () => {
    const { now, said } = openLists({
      keepOuts: [
        {
          id: 'ko_1',
          name: 'lid stay',
          face: 'front',
          freeMm: 0,
          shape: { kind: 'arc', at: { xMm: 10, yMm: 10 }, radiusMm: 200, fromDeg: 0, toDeg: 90 },
        } as unknown as Panel['keepOuts'][number],
      ],
    });
    await commit(screen.getByLabelText('Name of keep-out 1'), '   ');
    expect(said()).toEqual([]);
    await commit(screen.getByLabelText('Name of keep-out 1'), 'door');
    await choose(screen.getByLabelText('Face of keep-out 1'), 'both');
    await commit(screen.getByLabelText('Keep-out 1 radiusMm'), '260');
    expect(now()!.keepOuts[0]).toMatchObject({ name: 'door', face: 'both', shape: { radiusMm: 260, toDeg: 90 } });
  });
  it('what can only be drawn says where', () => {
    openLists({ keepOuts: [], channels: [] });
    expect(screen.getAllByText(/^Drawn on the board: choose/)).toHaveLength(2);
    expect(screen.queryByRole('button', { name: 'Add a channel' })).toBeNull();
  });
});

describe('corners of an outline', () => {
  const square = [
    { xMm: 0, yMm: 0 },
    { xMm: 300, yMm: 0 },
    { xMm: 300, yMm: 200 },
    { xMm: 0, yMm: 200 },
  ];
  function open() {
    const seen: (typeof square)[] = [];
    const Shown = () => {
      const [outline, set] = useState(square);
      return (
        <OutlineCorners
          panel={{ ...marketCartBoard().panels[0]!, outline }}
          onChange={(o) => {
            seen.push(o);
            set(o);
          }}
        />
      );
    };
    render(<Shown />);
    return seen;
  }
  it('one is added halfway, pulled out, and taken away again', async () => {
    const seen = open();
    await click(screen.getByRole('button', { name: 'Add a corner after 1' }));
    expect(seen.at(-1)![1]).toEqual({ xMm: 150, yMm: 0 });
    await commit(screen.getByLabelText('Corner 2 y'), '-40');
    expect(seen.at(-1)![1]).toEqual({ xMm: 150, yMm: -40 });
    await click(screen.getByRole('button', { name: 'Remove corner 2' }));
    expect(seen.at(-1)).toEqual(square);
  });
  it('what would cross itself, or leave two corners, is refused and nothing changes', async () => {
    const seen = open();
    await commit(screen.getByLabelText('Corner 1 y'), '400');
    expect(screen.getByRole('alert').textContent).toMatch(/cross itself/);
    expect(seen).toEqual([]);
    await click(screen.getByRole('button', { name: 'Remove corner 1' }));
    await click(screen.getByRole('button', { name: 'Remove corner 1' }));
    expect(screen.getByRole('alert').textContent).toMatch(/at least three corners/);
    expect(seen).toHaveLength(1);
  });
});
