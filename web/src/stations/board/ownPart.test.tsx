// @vitest-environment happy-dom
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Part } from '@ombrik/core/document/part/part';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { choose, click, commit, press } from '../../testing/hands.ts';
import { CustomPartForm } from './CustomPartForm.tsx';

afterEach(cleanup);
const partNamed = (id: string) => genericCatalogue.parts.find((p) => p.id === id)!;

function open(id: string) {
  const made: (Part | 'left')[] = [];
  const base = partNamed(id);
  render(
    <CustomPartForm
      base={base}
      act="Add it to the board"
      onMake={(p) => made.push(p)}
      onCancel={() => made.push('left')}
    />,
  );
  const make = async () => {
    await press('Add it to the board');
    return made.at(-1) as Part;
  };
  return { base, made, make };
}

describe('a part of one’s own', () => {
  it('is wired like the one it is made from, under a name and a number of its own', async () => {
    const { base, make } = open('fuse-block-6');
    const part = await make();
    expect(part.id).not.toBe(base.id);
    expect(part.name).toBe(`${base.name}, own`);
    expect(part.elements).toEqual(base.elements);
    expect(part.terminals).toEqual(base.terminals);
  });
  it('made wider, its studs move with its edges and stay on it', async () => {
    const { base, make } = open('bar-plus-6x6');
    await commit(screen.getByLabelText('Width'), String(base.widthMm * 2));
    const part = await make();
    expect(part.widthMm).toBe(base.widthMm * 2);
    for (const t of part.terminals) expect(Math.abs(t.xMm)).toBeLessThanOrEqual(part.widthMm / 2);
    const spread = (p: Part) => Math.max(...p.terminals.map((t) => t.xMm)) - Math.min(...p.terminals.map((t) => t.xMm));
    expect(spread(part)).toBeGreaterThan(spread(base));
  });
  it('a terminal moved, its cable led out elsewhere; the others stay', async () => {
    const { base, make } = open('isolator-100');
    const [first, ...others] = base.terminals;
    await commit(screen.getByLabelText(`${first!.name} x`), '-7,5');
    await choose(screen.getByLabelText(`Cable at ${first!.name}`), '270');
    const part = await make();
    expect(part.terminals[0]).toEqual({ ...first, xMm: -7.5, exitDeg: 270 });
    expect(part.terminals.slice(1)).toEqual(others);
  });
  it('a larger stud takes another lug: its thread and its palm are typed off the sheet', async () => {
    const { base, make } = open('isolator-100');
    const stud = base.terminals.find((t) => t.attachment.kind === 'stud')!;
    await commit(screen.getByLabelText(`Stud of ${stud.name}`), '10');
    await commit(screen.getByLabelText(`Palm at ${stud.name}`), '28');
    const part = await make();
    expect(part.terminals.find((t) => t.id === stud.id)!.attachment).toMatchObject({
      kind: 'stud',
      diameterMm: 10,
      palmWidthMaxMm: 28,
    });
  });
  it('a true outline is read corner by corner; one that is none is refused in words', async () => {
    const { make } = open('isolator-100');
    const field = screen.getByLabelText(/^True outline/);
    await commit(field, '-30,-20 30,-20 thirty');
    expect(screen.getByRole('alert').textContent).toMatch(/thirty/);
    await commit(field, '-30,-20 30,-20 30,20 -30,20');
    expect(screen.queryByRole('alert')).toBeNull();
    expect((await make()).body.outline).toEqual([
      { xMm: -30, yMm: -20 },
      { xMm: 30, yMm: -20 },
      { xMm: 30, yMm: 20 },
      { xMm: -30, yMm: 20 },
    ]);
  });
  it('air, reach and what it gives off are its own', async () => {
    const { make } = open('mppt-100-20');
    await choose(screen.getByLabelText('Air top'), 'out');
    await choose(screen.getByLabelText('Air left'), 'in');
    await choose(screen.getByLabelText('Air left'), 'shut');
    await choose(screen.getByLabelText('Reach'), 'see');
    await commit(screen.getByLabelText('Clear top'), '80');
    await click(screen.getByRole('checkbox', { name: 'open terminals' }));
    const part = await make();
    expect(part.body.fans.filter((f) => f.side === 'left')).toEqual([]);
    expect(part.body.fans).toContainEqual({ side: 'top', air: 'out' });
    expect(part.body.reach).toBe('see');
    expect(part.clearSpaceMm.top).toBe(80);
  });
  it('without a name, of no width or lighter than nothing it is not made, and says why', async () => {
    const { base, made, make } = open('isolator-100');
    await commit(screen.getByLabelText('Name'), '  ');
    await commit(screen.getByLabelText('Width'), '0');
    await commit(screen.getByLabelText('Mass'), '-2');
    expect(screen.getAllByText(/cannot be empty|a number from/)).toHaveLength(3);
    const part = await make();
    expect([part.name, part.widthMm, part.massKg]).toEqual([`${base.name}, own`, base.widthMm, base.massKg]);
    await press('Back');
    expect(made.at(-1)).toBe('left');
  });
});
