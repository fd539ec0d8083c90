import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { deviceOf } from '../devices/registry.ts';
import { coverFace } from './coverFace.ts';

const { parts } = genericCatalogue;
const plates = (id: string) =>
  coverFace(parts.find((p) => p.id === id)!).flatMap((m) => (m.kind === 'rect' ? [m] : []));
const plate = (id: string) => {
  const [first] = plates(id);
  if (!first) throw new Error(`${id} has no cover`);
  return first;
};

describe('a part with its cover on', () => {
  it('shows none of its bare ends, and its cover stays within the case', () => {
    const covered = parts.filter((p) => coverFace(p).length > 0);
    expect(covered.length).toBeGreaterThan(20);
    for (const p of covered) {
      const own = plates(p.id);
      for (const { xMm, yMm, widthMm, heightMm } of own) {
        expect(xMm, p.id).toBeGreaterThanOrEqual(-p.widthMm / 2);
        expect(yMm, p.id).toBeGreaterThanOrEqual(-p.heightMm / 2);
        expect(xMm + widthMm, p.id).toBeLessThanOrEqual(p.widthMm / 2);
        expect(yMm + heightMm, p.id).toBeLessThanOrEqual(p.heightMm / 2);
      }
      for (const t of p.terminals.filter((q) => q.attachment.kind === 'stud')) {
        // A stud at the very edge of its case is covered as far as the case goes.
        const within = (at: number, from: number, size: number) => at >= from - 12 && at <= from + size + 12;
        const under = own.some((r) => within(t.xMm, r.xMm, r.widthMm) && within(t.yMm, r.yMm, r.heightMm));
        expect(under, `${p.id} ${t.name}`).toBe(true);
      }
    }
  });
  it('rows at different edges have a cover each: the front of the case stays to be seen', () => {
    const inverter = parts.find((p) => p.kind === 'inverter' && new Set(p.terminals.map((t) => t.exitDeg)).size > 1)!;
    expect(plates(inverter.id).length).toBeGreaterThan(1);
    for (const { heightMm } of plates(inverter.id)) expect(heightMm).toBeLessThan(inverter.heightMm / 3);
  });
  it('what has no cover stays open, so that one sees it: bars and battery posts', () => {
    for (const p of parts.filter((q) => q.body.openTerminals)) expect(coverFace(p), p.id).toEqual([]);
    expect(parts.some((p) => p.kind === 'busBar' && p.body.openTerminals)).toBe(true);
  });
  it('what a hand works stays free; a fuse is behind its cover', () => {
    for (const p of parts.filter((q) => deviceOf(q.kind).face === 'knob')) expect(coverFace(p), p.id).toEqual([]);
    expect(plate('holder-classT').widthMm).toBeGreaterThan(80);
  });
  it('carries the warning of voltage, drawn to fit', () => {
    const marks = coverFace(parts.find((p) => p.id === 'holder-classT')!);
    const triangle = marks.find((m) => m.kind === 'line' && m.closed);
    expect(triangle).toMatchObject({ fill: '#E8B923' });
    const height = plate('holder-classT').heightMm;
    if (triangle?.kind === 'line')
      expect(Math.max(...triangle.points.map((q) => Math.abs(q.yMm)))).toBeLessThan(height / 2);
  });
});
