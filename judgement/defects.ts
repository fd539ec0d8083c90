import type { Board } from '@ombrik/core/document/board';
import type { Cable } from '@ombrik/core/document/cable/cable';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import { profileById } from '@ombrik/core/profiles/profiles';

/** One real defect done to a sound board; null where the board has nothing to spoil that way. */
export type Defect = (board: Board) => { board: Board; at: string } | null;

const ref = (text: string): TerminalRef => {
  const [item, terminalId] = text.split(':');
  return { itemId: `it_${item}`, terminalId: terminalId! };
};
const same = (a: TerminalRef, b: TerminalRef) => a.itemId === b.itemId && a.terminalId === b.terminalId;
export const hasItem = (board: Board, name: string): boolean => board.items.some((i) => i.id === `it_${name}`);
const itemOf = (board: Board, name: string): Item | undefined => board.items.find((i) => i.id === `it_${name}`);
export const partAt = (board: Board, name: string): string => itemOf(board, name)?.partId ?? '';

/** The cable whose wire joins two terminals, or that ends at one. */
export function cableAt(board: Board, from: string, to?: string): Cable | undefined {
  const [a, b] = [ref(from), to ? ref(to) : null];
  const wire = board.connections.find((c) => {
    const touches = (r: TerminalRef) => same(c.from, r) || same(c.to, r);
    return touches(a) && (!b || touches(b));
  });
  return wire && board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.id));
}

const withCable = (board: Board, cable: Cable, change: Partial<Cable>): Board => ({
  ...board,
  cables: board.cables.map((c) => (c.id === cable.id ? { ...c, ...change } : c)),
});
const locked = <T>(value: T) => ({ mode: 'locked' as const, value, reason: 'what was on the reel', who: 'Mira Holt' });
const withItem = (board: Board, name: string, change: Partial<Item>): Board => ({
  ...board,
  items: board.items.map((i) => (i.id === `it_${name}` ? { ...i, ...change } : i)),
});
const withoutItem = (board: Board, name: string): Board => ({
  ...board,
  items: board.items.filter((i) => i.id !== `it_${name}`),
});
const moved = (board: Board, from: string, to: string): Board => ({
  ...board,
  connections: board.connections.map((c) => ({
    ...c,
    from: same(c.from, ref(from)) ? ref(to) : c.from,
    to: same(c.to, ref(from)) ? ref(to) : c.to,
  })),
});
const withoutCable = (board: Board, cable: Cable): Board => ({
  ...board,
  cables: board.cables.filter((c) => c.id !== cable.id),
  connections: board.connections.filter((c) => !cable.cores.some((k) => k.connectionId === c.id)),
});
const run = (cable: Cable, lengthMm: number): Partial<Cable> => ({
  segments: cable.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm } : s)),
});

/** A conductor held thinner than it should be. */
export const thin =
  (from: string, to: string, areaMm2: number): Defect =>
  (board) => {
    const cable = cableAt(board, from, to);
    return cable ? { board: withCable(board, cable, { conductorMm2: locked(areaMm2) }), at: cable.designation } : null;
  };

/** A device taken out and its two wires joined: what was behind it now hangs on what was before it. */
export const bridged =
  (name: string, terminals: [string, string], runMm?: number): Defect =>
  (board) => {
    if (!hasItem(board, name)) return null;
    const near = cableAt(board, `${name}:${terminals[0]}`);
    const far = cableAt(board, `${name}:${terminals[1]}`);
    if (!near || !far) return null;
    const wire = board.connections.find((c) => near.cores.some((k) => k.connectionId === c.id))!;
    const before = same(wire.from, ref(`${name}:${terminals[0]}`)) ? wire.to : wire.from;
    const back = `${before.itemId.slice(3)}:${before.terminalId}`;
    const joined = moved(withoutCable(board, near), `${name}:${terminals[1]}`, back);
    const longer = runMm ? withCable(joined, far, run(far, runMm)) : joined;
    return { board: withoutItem(longer, name), at: far.designation };
  };

/** A fuse moved from the near end of a run to its far end; the run keeps the size it had. */
export const farEnd =
  (fuse: string, load: string, areaMm2: number): Defect =>
  (board) => {
    const [near, long] = [cableAt(board, `${fuse}:line`), cableAt(board, `${fuse}:load`, load)];
    if (!near || !long) return null;
    const [nearRun, longRun] = [near.segments[0]!, long.segments[0]!];
    if (nearRun.kind !== 'measuredRun' || longRun.kind !== 'measuredRun') return null;
    const swapped = withCable(
      withCable(board, near, { ...run(near, Math.max(longRun.lengthMm, 4000)), conductorMm2: locked(areaMm2) }),
      long,
      run(long, nearRun.lengthMm),
    );
    return { board: swapped, at: near.designation };
  };

/** Another part in the same place. */
export const other =
  (name: string, partId: string): Defect =>
  (board) =>
    hasItem(board, name) ? { board: withItem(board, name, { partId, inserts: [] }), at: `-${name}` } : null;

/** A link somebody put in. */
export const link =
  (name: string, linkId: string, seatId = 'seat'): Defect =>
  (board) =>
    hasItem(board, name)
      ? { board: withItem(board, name, { inserts: [{ seatId, link: locked(linkId) }] }), at: `-${name}` }
      : null;

/** Two terminals of a device exchanged. */
export const swapped =
  (name: string, a: string, b: string): Defect =>
  (board) =>
    hasItem(board, name)
      ? {
          board: moved(
            moved(moved(board, `${name}:${a}`, `${name}:spare`), `${name}:${b}`, `${name}:${a}`),
            `${name}:spare`,
            `${name}:${b}`,
          ),
          at: `-${name}`,
        }
      : null;

/** A wire left off. */
export const leftOff =
  (from: string, at?: string): Defect =>
  (board) => {
    const cable = cableAt(board, from);
    return cable ? { board: withoutCable(board, cable), at: at ?? `-${from.split(':')[0]}` } : null;
  };

/** An end put on another terminal. */
export const astray =
  (from: string, to: string, at?: string): Defect =>
  (board) => {
    const cable = cableAt(board, from);
    return cable && hasItem(board, to.split(':')[0]!)
      ? { board: moved(board, from, to), at: at ?? cable.designation }
      : null;
  };

/** A wire too much. */
export const added =
  (from: string, to: string, lengthMm: number, at?: string): Defect =>
  (board) => {
    if (!hasItem(board, from.split(':')[0]!) || !hasItem(board, to.split(':')[0]!)) return null;
    const n = board.cables.length + 1;
    const pattern = board.cables[0]!;
    const cable: Cable = {
      ...pattern,
      id: `cb_${n}`,
      designation: `W${n}`,
      conductorMm2: { mode: 'auto' },
      cores: [{ ...pattern.cores[0]!, id: `co_${n}`, connectionId: `cn_${n}` }],
      segments: [{ ...pattern.segments[0]!, id: `sg_${n}` }],
    };
    return {
      board: {
        ...board,
        connections: [...board.connections, { id: `cn_${n}`, from: ref(from), to: ref(to) }],
        cables: [...board.cables, { ...cable, ...run(cable, lengthMm) }],
      },
      at: at ?? cable.designation,
    };
  };

/** A run longer than it was. */
export const stretched =
  (from: string, to: string, lengthMm: number, at: string): Defect =>
  (board) => {
    const cable = cableAt(board, from, to);
    return cable ? { board: withCable(board, cable, run(cable, lengthMm)), at } : null;
  };

/** A lead in a colour that says something else. */
export const coloured =
  (at: string, as: 'minus' | 'earth'): Defect =>
  (board) => {
    const cable = cableAt(board, at);
    if (!cable) return null;
    const colour = locked(as === 'earth' ? ('GNYE' as const) : profileById(board.brief.profileId).colours.minus);
    return {
      board: withCable(board, cable, { cores: cable.cores.map((k) => ({ ...k, colour })) }),
      at: cable.designation,
    };
  };

/** A part called dead, and left as it was. */
export const dead =
  (name: string): Defect =>
  (board) =>
    hasItem(board, name) ? { board: withItem(board, name, { inService: false }), at: `-${name}` } : null;
