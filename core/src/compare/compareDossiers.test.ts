import { describe, expect, it } from 'vitest';
import { applyCommands } from '../document/commands.ts';
import { demoBoards, deriveBoard } from '../testing/demoBoards.ts';
import { compareDossiers } from './compareDossiers.ts';

describe('two boards beside one another', () => {
  it('a board beside itself differs in nothing', () => {
    for (const board of demoBoards()) {
      const one = { board, dossier: deriveBoard(board) };
      const { figures, ...rest } = compareDossiers(one, one);
      expect(rest).toEqual({ gone: [], come: [], cables: [] });
      for (const f of figures) expect(f.before).toBe(f.after);
    }
  });
  it('a warmer place: the same parts, thicker cables named by their marks, and what is said because of it', () => {
    const board = demoBoards().find((b) => b.brief.jobName.includes('hut'))!;
    const warm = applyCommands(board, [{ kind: 'setBrief', field: 'ambientC', value: 58 }]).board;
    const [before, after] = [
      { board, dossier: deriveBoard(board) },
      { board: warm, dossier: deriveBoard(warm) },
    ];
    const found = compareDossiers(before, after);
    const figure = (name: string) => found.figures.find((f) => f.name === name)!;
    expect(figure('Cables').after).toBe(figure('Cables').before);
    expect(found.cables.length + found.come.length).toBeGreaterThan(0);
    // What came one way goes the other.
    const back = compareDossiers(after, before);
    expect(back.gone).toEqual(found.come);
    expect(back.cables.map((c) => [c.mark, c.after, c.before])).toEqual(
      found.cables.map((c) => [c.mark, c.before, c.after]),
    );
    // By hand: the sum of what is cut, in metres.
    const cut = after.dossier.cables.reduce((mm, c) => mm + c.cutMm, 0) / 1000;
    expect(figure('Cable, cut').after).toBeCloseTo(cut, 1);
  });
});
