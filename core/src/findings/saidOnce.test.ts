import { describe, expect, it } from 'vitest';
import { demoBoards, deriveBoard } from '../testing/demoBoards.ts';
import { cable, item, lampBoard, locked } from '../testing/kit.ts';

/** The lamp behind a fuse of 30 A. */
const fused = () => item(lampBoard(), 'F10', 'inserts', [{ seatId: 'f1', link: locked('blade-30') }]);

describe('the same is said once, of all its places', () => {
  it('both leads of a lamp, too thin alike, are one finding with one fix for both', () => {
    const thin = [6, 7].reduce((b, n) => cable(b, n, { conductorMm2: locked(1) }), fused());
    const found = deriveBoard(thin).findings.filter((f) => f.kind === 'cable-below-fuse');
    expect(found.map((f) => f.says)).toEqual([expect.stringMatching(/^W6 and W7 are below their fuse: 1 mm²/)]);
    expect(found[0]!.where.cableIds).toEqual(['cb_6', 'cb_7']);
    expect(found[0]!.fixes.map((f) => [f.label, f.commands.length])).toEqual([['Let it be worked out', 2]]);
  });
  it('one lead of them alone keeps its own words', () => {
    const found = deriveBoard(
      cable(cable(fused(), 7, { conductorMm2: locked(6) }), 6, { conductorMm2: locked(1) }),
    ).findings;
    expect(found.find((f) => f.kind === 'cable-below-fuse')!.says).toMatch(/^W6 is below its fuse/);
  });
  it('no two findings of a demo board differ in nothing but the place', () => {
    for (const board of demoBoards()) {
      const names = [...board.items, ...board.cables].map((x) => x.designation).sort((a, b) => b.length - a.length);
      const plain = (text: string) => names.reduce((t, n) => t.replaceAll(n, '#'), text);
      const said = deriveBoard(board).findings.map((f) => `${f.kind} ${plain(f.says)}`);
      expect(said.filter((s, i) => said.indexOf(s) !== i)).toEqual([]);
    }
  });
});
