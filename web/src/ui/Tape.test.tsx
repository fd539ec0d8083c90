// @vitest-environment happy-dom
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { openJob } from '../testing/screen.tsx';
import { Tape } from './Tape.tsx';

afterEach(cleanup);
const numbers = (list: Iterable<Element>, name: string) => [...list].map((e) => Number(e.getAttribute(name)));

async function cables(board = mountainHutBoard()) {
  const { dossier } = (await openJob(board)).now();
  const pathsOf = (c: MadeCable) => dossier.lengths.find((l) => l.cableId === c.cableId)?.paths ?? [];
  return { made: dossier.cables.filter((c) => c.lead === null), pathsOf };
}
/** The places along the scale, px, of the marks to cut by. */
const scale = (svg: Element) =>
  [...svg.querySelectorAll('line')].filter((l) => l.getAttribute('x1') === l.getAttribute('x2'));

describe('a cable straightened', () => {
  it('its scale runs from nothing to the cut, evenly', async () => {
    const { made, pathsOf } = await cables();
    for (const cable of made.filter((c) => !c.flat)) {
      const { container } = render(<Tape cable={cable} paths={pathsOf(cable)} />);
      const svg = container.querySelector('svg')!;
      const at = numbers(scale(svg), 'x1');
      expect(at).toHaveLength(6);
      const steps = at.slice(1).map((x, i) => x - at[i]!);
      expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(1e-6);
      const said = [...svg.querySelectorAll('text.svg-num')].map((t) => t.textContent);
      expect(said).toContain('0');
      expect(said).toContain(String(Math.round(cable.cutMm)));
      cleanup();
    }
  });
  it('what is marked on it lies on the cable, however short it is', async () => {
    const { made, pathsOf } = await cables();
    for (const cable of made.filter((c) => !c.flat)) {
      const short = { ...cable, cutMm: Math.min(cable.cutMm, 60) };
      const { container } = render(<Tape cable={short} paths={pathsOf(cable)} />);
      const [body] = container.querySelectorAll('rect');
      const [from, width] = [Number(body!.getAttribute('x')), Number(body!.getAttribute('width'))];
      const marks = [...container.querySelectorAll('text')].filter((t) => t.textContent?.startsWith('▼'));
      for (const x of numbers(marks, 'x')) {
        expect(x).toBeGreaterThanOrEqual(from);
        expect(x).toBeLessThanOrEqual(from + width);
      }
      cleanup();
    }
  });
  it('says its cut, both strips and ends; a guess is told as one', async () => {
    const { made, pathsOf } = await cables(marketCartBoard());
    const cable = made.find((c) => !c.flat)!;
    render(<Tape cable={{ ...cable, provisional: true }} paths={pathsOf(cable)} />);
    const said = screen.getByText(/^cut/).textContent!;
    expect(said).toContain(`cut ${Math.round(cable.cutMm)} mm (provisional)`);
    expect(said).toContain(cable.cores[0]!.from.lugName);
    expect(said).toContain(cable.cores[0]!.to.lugName);
    cleanup();
    render(<Tape cable={{ ...cable, provisional: false }} paths={[]} caption={false} />);
    expect(screen.queryByText(/^cut/)).toBeNull();
  });
  it('thicker copper is drawn thicker, within what the tape can hold', async () => {
    const { made } = await cables();
    const cable = made.find((c) => !c.flat)!;
    const heights = [1.5, 6, 25, 95, 240].map((areaMm2) => {
      const { container } = render(<Tape cable={{ ...cable, areaMm2 }} paths={[]} />);
      const height = Number(container.querySelector('rect')!.getAttribute('height'));
      cleanup();
      return height;
    });
    expect(heights).toEqual([...heights].sort((a, b) => a - b));
    expect(heights[0]).toBeGreaterThanOrEqual(8);
    expect(heights.at(-1)).toBeLessThanOrEqual(26);
  });
});

describe('a formed link before it is bent', () => {
  it('its holes stand to scale between both ends of the strip, with what to drill', async () => {
    const board = marketCartBoard();
    const wire = board.cables.find((c) => c.segments.length === 1 && c.segments[0]!.kind === 'panelRoute')!;
    const { made } = await cables({
      ...board,
      cables: board.cables.map((c) => (c.id === wire.id ? { ...c, material: 'flatCopper' as const } : c)),
    });
    const strip = made.find((c) => c.flat);
    if (!strip) throw new Error('no formed link on this board');
    const { container } = render(<Tape cable={strip} paths={[]} />);
    expect(screen.getByText(/^Strip ·/).textContent).toContain(strip.designation);
    const [body] = container.querySelectorAll('rect');
    const [x, width] = [Number(body!.getAttribute('x')), Number(body!.getAttribute('width'))];
    const holes = numbers(container.querySelectorAll('circle'), 'cx');
    expect(holes).toHaveLength(strip.pattern!.holes.length);
    strip.pattern!.holes.forEach((h, n) => {
      expect(holes[n]).toBeCloseTo(x + (h.atMm / strip.cutMm) * width, 1);
    });
  });
});
