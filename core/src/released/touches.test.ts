import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import { connectTerminals, removeConnections } from '../document/connection/connect.ts';
import { partIndex } from '../document/references.ts';
import { cableLays } from '../layout/cableLays.ts';
import { moveItem } from '../layout/moveItem.ts';
import { profileById } from '../profiles/profiles.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { touches, touchesNothing } from './touches.ts';

const hut = demoBoard('hut');
const before = deriveBoard(hut);
const after = (board: Board) => touches(before, deriveBoard(board));
const id = (name: string) => hut.items.find((i) => i.designation === name)!.id;

describe('what a change of a released board touches', () => {
  it('a word in the brief touches nothing', () => {
    const said = after({ ...hut, brief: { ...hut.brief, notes: 'back in spring' } });
    expect(said).toEqual({ cables: [], parts: [], checks: 0 });
    expect(touchesNothing(said)).toBe(true);
  });
  it('a part moved changes the cables that run to it, and no others', () => {
    const layOf = cableLays(before.cables, profileById('fixed-iec'), genericCatalogue);
    const place = hut.items.find((i) => i.id === id('-F4'))!.place;
    if (place.kind !== 'panel') throw new Error('-F4 is off the board');
    const moved = moveItem(
      hut,
      partIndex(hut, genericCatalogue),
      id('-F4'),
      { ...place, yMm: place.yMm + 30 },
      layOf,
      true,
    );
    const { cables } = after(applyCommands(hut, moved).board);
    expect(cables.map((c) => c.designation)).toEqual(expect.arrayContaining(['W12', 'W13']));
    expect(cables.length).toBeLessThan(8);
    expect(new Set(cables.map((c) => c.how))).toEqual(new Set(['changed']));
  });
  it('a wire more is a new cable with its copper, ends and checks; taken away it is gone', () => {
    const from = { itemId: id('-X2'), terminalId: 's6' };
    const to = { itemId: id('-F10'), terminalId: 'm12' };
    const more = after(applyCommands(hut, connectTerminals(hut, from, to)).board);
    expect(more.cables.filter((c) => c.how === 'new')).toHaveLength(1);
    expect(more.parts.some((p) => p.to > p.from)).toBe(true);
    const [first] = hut.connections;
    const less = after(applyCommands(hut, removeConnections(hut, new Set([first!.id]))).board);
    expect(less.cables.filter((c) => c.how === 'gone').map((c) => c.designation)).toEqual(['W1']);
  });
  it('a warmer place may change copper and the limits of the bench, and every line says from how much to how much', () => {
    const { parts, checks } = after({ ...hut, brief: { ...hut.brief, ambientC: 55 } });
    expect(parts.length).toBeGreaterThan(0);
    for (const p of parts) expect(p.from).not.toBeCloseTo(p.to, 6);
    expect(checks).toBeGreaterThan(0);
  });
});
