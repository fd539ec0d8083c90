import { describe, expect, it } from 'vitest';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { lamp, parts } from '../../testing/kit.ts';

describe('a bus bar', () => {
  it('is one node however many studs it has', () => {
    const { node, netlist } = stagesOf(lamp());
    expect(new Set(['s1', 's2', 's3', 's6'].map((s) => node(`X1:${s}`))).size).toBe(1);
    expect(netlist.bars.filter((b) => b.itemId === 'it_X1')).toHaveLength(1);
  });
  it('carries the largest sum that goes through it, by its rating', () => {
    const bar = dossierOf(lamp()).sizing.bars.find((b) => b.itemId === 'it_X1')!;
    expect(bar.designCurrentA).toBeCloseTo(2, 9);
  });
  it('comes for each pole with open studs, none of them asked to be wired', () => {
    const bars = [...parts.values()].filter((p) => p.kind === 'busBar');
    for (const pole of ['plus', 'minus']) {
      const own = bars.filter((p) => p.terminals.every((t) => t.polarity === pole));
      expect(own.length).toBeGreaterThanOrEqual(4);
      expect(own.every((p) => p.body.openTerminals && p.terminals.every((t) => !t.required))).toBe(true);
    }
  });
});
