// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { firstView, useZoomedDrawing } from './useZoomedDrawing.ts';

afterEach(cleanup);
const BOX = { x: 100, y: 50, width: 1000, height: 400 };

describe('where a drawing begins', () => {
  it('is whole where its names can be read so', () => {
    expect(firstView(BOX, { width: 1000, height: 400 }).k).toBe(1);
    expect(firstView(BOX, { width: 750, height: 400 }).k).toBe(1);
  });
  it('is its top left, as large as it can be read, where it is larger than the screen', () => {
    // Half of what can be read: 0.375 px for one of its own measure; 400 px are 1067 of it, 150 more than needed.
    const view = firstView(BOX, { width: 375, height: 400 });
    expect(view.k).toBeCloseTo(2);
    const seen = { left: 100, top: 50 + 200 - 400 / 0.375 / 2 };
    expect(view.applyX(BOX.x)).toBeCloseTo(seen.left);
    expect(view.applyY(BOX.y)).toBeCloseTo(seen.top);
  });
  it('has what it starts from halfway up where it is higher than the screen, and never leaves its edges', () => {
    const size = { width: 375, height: 200 };
    const seen = { top: BOX.y + 200 - 200 / 0.375 / 2, height: 200 / 0.375 };
    const at = (y: number | null) => firstView(BOX, size, y);
    expect(at(250).applyY(250)).toBeCloseTo(seen.top + seen.height / 2);
    expect(at(60).applyY(BOX.y)).toBeCloseTo(seen.top);
    expect(at(440).applyY(BOX.y + BOX.height)).toBeCloseTo(seen.top + seen.height);
    expect(at(null).applyY(BOX.y)).toBeCloseTo(seen.top);
  });
  it('is nothing strange where nothing has a size yet', () => {
    expect(firstView(BOX, { width: 0, height: 0 }).k).toBe(1);
  });
});

function Drawn({ box = BOX }: { box?: typeof BOX }) {
  const ground = useRef<SVGGElement>(null);
  const { larger, smaller, whole } = useZoomedDrawing(ground, box);
  return (
    <>
      <svg viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}>
        <title>drawing</title>
        <g ref={ground} data-testid="ground" />
      </svg>
      {Object.entries({ larger, smaller, whole }).map(([name, go]) => (
        <button key={name} type="button" onClick={go}>
          {name}
        </button>
      ))}
    </>
  );
}
const scale = () => Number(/scale\(([\d.]+)\)/.exec(screen.getByTestId('ground').getAttribute('transform') ?? '')?.[1]);
const press = (name: string) => fireEvent.click(screen.getByText(name));

describe('a drawing that is zoomed', () => {
  it('grows and shrinks about its middle, within bounds, and comes back whole', () => {
    render(<Drawn />);
    press('larger');
    expect(scale()).toBeCloseTo(1.25);
    // The middle of the box stays where it is: 600 * 1.25 + x = 600.
    expect(screen.getByTestId('ground').getAttribute('transform')).toContain('translate(-150,-62.5)');
    press('smaller');
    expect(scale()).toBeCloseTo(1);
    for (let i = 0; i < 40; i++) press('larger');
    expect(scale()).toBe(12);
    for (let i = 0; i < 40; i++) press('smaller');
    expect(scale()).toBe(0.5);
    press('whole');
    expect(scale()).toBe(1);
  });
  it('stays as the hand left it when the board changes under it', () => {
    const { rerender } = render(<Drawn />);
    press('larger');
    rerender(<Drawn box={{ ...BOX, width: 1400 }} />);
    expect(scale()).toBeCloseTo(1.25);
  });
});
