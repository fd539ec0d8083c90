import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { deviceOf } from '../devices/registry.ts';
import type { Mark } from './marks.ts';
import { partFace } from './partFace.ts';

const part = (id: string) => genericCatalogue.parts.find((p) => p.id === id)!;
const words = (marks: readonly Mark[]) => marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
/** How far a mark reaches from the middle, mm. */
const reach = (m: Mark): [x: number, y: number] => {
  if (m.kind === 'rect')
    return [
      Math.max(Math.abs(m.xMm), Math.abs(m.xMm + m.widthMm)),
      Math.max(Math.abs(m.yMm), Math.abs(m.yMm + m.heightMm)),
    ];
  if (m.kind === 'circle') return [Math.abs(m.xMm) + m.radiusMm, Math.abs(m.yMm) + m.radiusMm];
  if (m.kind === 'line')
    return [Math.max(...m.points.map((q) => Math.abs(q.xMm))), Math.max(...m.points.map((q) => Math.abs(q.yMm)))];
  return [Math.abs(m.xMm), Math.abs(m.yMm)];
};

describe('a part as a fitter sees it', () => {
  it('every part of the catalogue has a face, and none is drawn over its own edge', () => {
    for (const p of genericCatalogue.parts) {
      const marks = partFace(p, () => ({ text: '15', ratingA: 15 }));
      expect(marks.length, p.id).toBeGreaterThan(0);
      for (const m of marks) {
        const [x, y] = reach(m);
        expect(Number.isFinite(x + y), `${p.id} ${m.kind}`).toBe(true);
        expect(x, `${p.id} ${m.kind}`).toBeLessThanOrEqual(p.widthMm / 2 + 0.6);
        expect(y, `${p.id} ${m.kind}`).toBeLessThanOrEqual(p.heightMm / 2 + 0.6);
      }
    }
  });
  it('a bar is copper under all its studs', () => {
    for (const p of genericCatalogue.parts.filter((q) => deviceOf(q.kind).face === 'bar')) {
      const bar = partFace(p).find((m) => m.kind === 'rect' && m.fill === 'copper');
      if (bar?.kind !== 'rect') throw new Error(`${p.id} has no bar`);
      for (const t of p.terminals.filter((q) => q.attachment.kind === 'stud')) {
        expect(t.xMm).toBeGreaterThan(bar.xMm);
        expect(t.xMm).toBeLessThan(bar.xMm + bar.widthMm);
      }
    }
  });
  it('every fuse seat shows a window or a blade, a blade in the colour of its rating', () => {
    for (const p of genericCatalogue.parts) {
      const seats = p.elements.filter((e) => e.kind === 'fuseSeat').length;
      if (seats === 0) continue;
      const marks = partFace(p, () => ({ text: '10', ratingA: 10 }));
      const windows = marks.filter((m) => m.fill === 'window').length;
      const blades = marks.filter((m) => m.fill === '#C0392B').length;
      expect(windows + blades, p.id).toBe(seats);
      expect(
        words(marks).filter((w) => w === '10'),
        p.id,
      ).toHaveLength(blades);
    }
  });
  it('a device says what it is on its front, from its own data', () => {
    expect(words(partFace(part('inverter-24-2000')))).toContain('24 V  2000 W');
    expect(words(partFace(part('mppt-100-30')))[0]).toMatch(/30 A$/);
  });
  it('a part of one’s own with an outline is drawn along it', () => {
    const outline = [
      { xMm: -40, yMm: -20 },
      { xMm: 40, yMm: -20 },
      { xMm: 0, yMm: 30 },
    ];
    const own = { ...part('holder-sf30'), body: { ...part('holder-sf30').body, outline } };
    expect(partFace(own)[0]).toMatchObject({ kind: 'line', closed: true, points: outline });
  });
  it('a battery is known by its posts and its plate', () => {
    const battery = part('battery-lifepo4-24-200');
    const marks = partFace(battery);
    expect(words(marks)).toContain('24 V  200 Ah');
    for (const t of battery.terminals.filter((q) => q.attachment.kind === 'stud')) {
      const post = marks.find((m) => m.kind === 'circle' && m.xMm === t.xMm && m.yMm === t.yMm);
      expect(post, t.name).toMatchObject({ fill: t.polarity === 'plus' ? '#B3261E' : 'dark' });
    }
  });
});
