import { describe, expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { lamp, parts, shelf } from '../../testing/kit.ts';

describe('a fuse block', () => {
  it('has a seat for each way between its feed and the way', () => {
    for (const [id, ways] of [
      ['fuse-block-6', 6],
      ['fuse-block-12', 12],
    ] as const) {
      const seats = parts.get(id)!.elements.filter((e) => e.kind === 'fuseSeat');
      expect(seats).toHaveLength(ways);
      expect(new Set(seats.map((s) => s.a))).toEqual(new Set(['feed']));
    }
  });
  it('joins the minus of its ways on one bar, and never its ways on the plus side', () => {
    const { node, netlist } = stagesOf(lamp());
    expect(node('F10:m1')).toBe(node('F10:m5'));
    expect(node('F10:w1')).not.toBe(node('F10:w2'));
    const out = (key: string) => netlist.branches.some((b) => b.key === key && b.kind === 'fuseSeat');
    expect(stagesOf(lamp()).between('F10:w1', 'F10:w2', out)).toBe(Number.POSITIVE_INFINITY);
  });
  it('its feed carries what its ways carry together', () => {
    const board = lamp()
      .item('E2', 'load-small', shelf, { load: { rating: { kind: 'watts', powerW: 36 } } })
      .wire('F10:w2', 'E2:plus', { runMm: 1500 })
      .wire('F10:m2', 'E2:minus', { runMm: 1500 });
    const { sizing } = stagesOf(board);
    const feed = sizing.wires[3]!;
    expect(feed.designCurrentA).toBeCloseTo((24 + 36) / 12, 9);
    expect(sizing.seats.filter((s) => !s.spare && s.itemId === 'it_F10')).toHaveLength(2);
  });
});
