import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import type { Cable } from '../document/cable/cable.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import { connectTerminals, removeConnections } from '../document/connection/connect.ts';
import { deriveBoard, marketCartBoard, mountainHutBoard, wiredCart } from '../testing/demoBoards.ts';

const change = (board: Board, ...commands: Command[]): Board => applyCommands(board, commands).board;
const kindsOf = (board: Board) => deriveBoard(board).findings.map((f) => f.kind);
const finding = (board: Board, rule: string) => {
  const found = deriveBoard(board).findings.find((f) => f.kind === rule);
  expect(found, `${rule} among ${kindsOf(board).join(', ')}`).toBeDefined();
  expect(found!.why).not.toBe('');
  expect(found!.source).not.toBe('');
  expect(found!.where.label).not.toBe('');
  return found!;
};
/** Applies the finding's first fix and checks that this very finding is gone and the board still good. */
const fixed = (board: Board, rule: string): Board => {
  const found = finding(board, rule);
  expect(found.fixes.length, `${rule} offers a fix`).toBeGreaterThan(0);
  const after = change(board, ...found.fixes[0]!.commands);
  expect(checkBoard(after, genericCatalogue)).toMatchObject({ ok: true });
  expect(deriveBoard(after).findings.map((f) => f.id)).not.toContain(found.id);
  return after;
};
const lock = (board: Board, id: string, mm2: number) =>
  change(board, {
    kind: 'set',
    collection: 'cables',
    id,
    field: 'conductorMm2',
    value: { mode: 'locked', value: mm2, reason: 'reel at hand', who: 'Mira' },
  });
const wire = (board: Board, from: string, to: string) => {
  const ref = (t: string) => ({ itemId: `it_${t.split(':')[0]}`, terminalId: t.split(':')[1]! });
  return change(board, ...connectTerminals(board, ref(from), ref(to)));
};
const without = (board: Board, ...ids: string[]) => change(board, ...removeConnections(board, new Set(ids)));
const move = (board: Board, id: string, xMm: number, yMm: number) =>
  change(board, {
    kind: 'set',
    collection: 'items',
    id,
    field: 'place',
    value: { kind: 'panel', panelId: 'pn_main', face: 'front', xMm, yMm, rotationDeg: 0 },
  });
const onLoad = (board: Board, terminal: string) =>
  board.connections.find((c) => c.to.itemId === 'it_E1' && c.to.terminalId === terminal)!;

describe('wiring findings', () => {
  // So each below is caused by its own change.
  it('the demo boards carry no stop finding', () => {
    for (const b of [wiredCart(), mountainHutBoard()])
      expect(deriveBoard(b).findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });
  it('terminal left unconnected', () => {
    expect(deriveBoard(marketCartBoard()).findings.filter((f) => f.kind === 'terminal-unconnected')).toHaveLength(6);
    fixed(marketCartBoard(), 'terminal-unconnected');
  });
  it('load without a return, with a fix that returns it', () => {
    const board = wiredCart();
    const after = fixed(without(board, onLoad(board, 'minus').id), 'no-return');
    expect(kindsOf(after)).not.toContain('no-return');
  });
  it('reversed polarity, with a fix that swaps the wires', () => {
    const board = wiredCart();
    const [plus, minus] = [onLoad(board, 'plus'), onLoad(board, 'minus')];
    const swapped = change(
      board,
      { kind: 'set', collection: 'connections', id: plus.id, field: 'to', value: minus.to },
      { kind: 'set', collection: 'connections', id: minus.id, field: 'to', value: plus.to },
    );
    expect(finding(swapped, 'polarity-reversed').says).toContain('-E1');
    fixed(swapped, 'polarity-reversed');
  });
  it('plus tied to minus', () => {
    const tied = wire(wiredCart(), 'X1:s4', 'X2:s4');
    const found = finding(tied, 'plus-tied-to-minus');
    expect(found.severity).toBe('stop');
    expect(found.why).toContain('12 V');
    fixed(tied, 'plus-tied-to-minus');
  });
  it('a minus on the battery side of the shunt, moved behind it by the fix', () => {
    const board = wiredCart();
    const own = onLoad(board, 'minus');
    const sneaked = wire(without(board, own.id), 'R1:battery', 'E1:minus');
    expect(finding(sneaked, 'minus-before-shunt').says).toContain("-E1's minus is on the battery side of -R1");
    fixed(sneaked, 'minus-before-shunt');
  });
  it('a shunt bypassed by wire', () => {
    expect(finding(wire(wiredCart(), 'R1:battery', 'X2:s3'), 'shunt-bypassed').severity).toBe('stop');
  });
});

describe('protection findings', () => {
  it('cable below its fuse, unlocked by the fix', () => {
    const found = finding(lock(mountainHutBoard(), 'cb_9', 35), 'cable-below-fuse');
    expect(found.says).toMatch(/35 mm² carries 146 A, -F3 holds 150 A/);
    expect(found.why).toContain('Mira: reel at hand');
    fixed(lock(mountainHutBoard(), 'cb_9', 35), 'cable-below-fuse');
  });
  it('cable below its current, unlocked by the fix', () => {
    fixed(lock(mountainHutBoard(), 'cb_9', 16), 'cable-below-current');
  });
  it('a lead that is good for 150 A on a 200 A fuse somebody had in the drawer', () => {
    const board = lock(mountainHutBoard(), 'cb_9', 35);
    const big = change(board, {
      kind: 'set',
      collection: 'items',
      id: 'it_F3',
      field: 'inserts',
      value: [
        { seatId: 'seat', link: { mode: 'locked', value: 'sf51-200', reason: 'was in the drawer', who: 'Jonas' } },
      ],
    });
    // The main fuse still holds it; with that one as large, nothing does.
    expect(finding(big, 'cable-below-fuse').says).toContain('-F8 holds 150 A');
    const both = change(big, {
      kind: 'set',
      collection: 'items',
      id: 'it_F8',
      field: 'inserts',
      value: [{ seatId: 'seat', link: { mode: 'locked', value: 'classT-200', reason: 'spare', who: 'Jonas' } }],
    });
    expect(finding(both, 'cable-below-fuse').says).toContain('-F3 holds 200 A');
  });
  it('drop over the limit, unlocked by the fix', () => {
    const board = wiredCart();
    const own = board.cables.find((c) => c.cores[0]!.connectionId === onLoad(board, 'plus').id)!;
    const long = change(board, {
      kind: 'set',
      collection: 'cables',
      id: own.id,
      field: 'segments',
      value: own.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm: 9000, measured: true } : s)),
    });
    const thin = lock(long, own.id, 1);
    expect(finding(thin, 'drop-over-limit').says).toMatch(/loses \d+\.\d %, limit 3\.0 %/);
    fixed(thin, 'drop-over-limit');
  });
  it('no fuse near a stiff source; a lone solar string is not one', () => {
    const board = wiredCart();
    const bare = wire(without(board, 'cn_1', 'cn_2'), 'G1:plus', 'Q1:line');
    const found = finding(bare, 'no-fuse-near-source');
    expect(found.says).toMatch(/without a fuse, limit 200 mm/);
    expect(kindsOf(board)).not.toContain('no-fuse-near-source');
    // The module's own leads are 2.6 m long, unfused, and no finding: the module limits the current.
    expect(deriveBoard(board).lengths.find((l) => l.cableId === 'cb_11')!.lengthMm).toBeGreaterThan(2000);
  });
  // Without its fuse the lead is below the battery fuse.
  it('the far end of a charger’s lead is a battery source too', () => {
    const board = wiredCart();
    const heavy = change(board, {
      kind: 'set',
      collection: 'items',
      id: 'it_F1',
      field: 'inserts',
      value: [{ seatId: 'seat', link: { mode: 'locked', value: 'classT-150', reason: 'growth', who: 'Mira' } }],
    });
    const direct = wire(without(heavy, 'cn_8', 'cn_9'), 'X1:s6', 'T1:outPlus');
    const found = finding(direct, 'cable-below-fuse');
    expect(found.why).toContain('put a smaller fuse where this branch leaves');
  });
  it('fuse interrupt rating below the prospective current, with a holder that can', () => {
    const board = change(
      mountainHutBoard(),
      { kind: 'set', collection: 'items', id: 'it_F1', field: 'partId', value: 'holder-sf51' },
      { kind: 'set', collection: 'items', id: 'it_F2', field: 'partId', value: 'holder-sf51' },
    );
    const found = finding(board, 'interrupt-rating');
    expect(found.severity).toBe('stop');
    expect(found.says).toMatch(/can interrupt 2\.0 kA at 26\.9 V; up to \d+\.\d kA can flow/);
    fixed(board, 'interrupt-rating');
  });
  it('an inverter far over what its bank and line can push collapses, and says so', () => {
    const board = mountainHutBoard();
    const far = (c: Cable): Cable =>
      c.id === 'cb_10' || c.id === 'cb_11'
        ? {
            ...c,
            segments: [
              {
                id: 'x',
                kind: 'measuredRun',
                lengthMm: 200000,
                measured: true,
                environment: c.segments[0]!.environment,
              },
            ],
          }
        : c;
    const found = finding({ ...board, cables: board.cables.map(far) }, 'line-collapses');
    expect(found.severity).toBe('stop');
    expect(found.says).toMatch(/the line collapses at [\d.]+ A$/);
  });
  it('a small isolator behind a large inverter', () => {
    const board = change(mountainHutBoard(), {
      kind: 'set',
      collection: 'items',
      id: 'it_Q1',
      field: 'partId',
      value: 'isolator-100',
    });
    expect(finding(board, 'series-rating').says).toMatch(/-Q1 is rated 100 A, 115 A goes through it/);
  });
});

describe('termination and layout findings', () => {
  it('a lug that does not fit its stud', () => {
    const board = wiredCart();
    const cable = board.cables[0]!;
    const area = deriveBoard(board).sizing.cables.find((c) => c.cableId === cable.id)!.conductor.value;
    const wrong = change(board, {
      kind: 'set',
      collection: 'cables',
      id: cable.id,
      field: 'cores',
      value: [
        { ...cable.cores[0]!, toLug: { mode: 'locked', value: `lug-${area}-m6`, reason: 'have plenty', who: 'Jonas' } },
      ],
    });
    expect(finding(wrong, 'lug-does-not-fit').why).toBe('its hole is for M6, the stud is M8');
    fixed(wrong, 'lug-does-not-fit');
  });
  it('parts overlapping, moved apart by the fix', () => {
    const board = move(wiredCart(), 'it_Q1', 110, 75);
    expect(finding(board, 'parts-overlap').says).toMatch(/overlap by \d+ × \d+ mm/);
    fixed(board, 'parts-overlap');
  });
  it('a fixing too near the edge, moved in by the fix', () => {
    const board = wiredCart();
    const panel = board.panels[0]!;
    const near = change(board, {
      kind: 'set',
      collection: 'panels',
      id: panel.id,
      field: 'fixings',
      value: panel.fixings.map((f, i) => (i === 0 ? { ...f, xMm: 5, yMm: 25 } : f)),
    });
    expect(finding(near, 'fixing-near-edge').says).toContain('5 mm from the edge, 12 mm is needed');
    fixed(near, 'fixing-near-edge');
  });
  it('too many lugs on a stud', () => {
    let board = wiredCart();
    for (const n of [1, 2, 3, 4]) board = wire(board, 'X1:s1', `X1:s${n + 1}`);
    expect(finding(board, 'stud-overfull').says).toContain('5 lugs on -X1:s1, at most 4');
  });
  it('a part over the edge, and breathing space taken', () => {
    expect(finding(move(wiredCart(), 'it_F2', 710, 200), 'part-off-panel').severity).toBe('stop');
    expect(finding(move(wiredCart(), 'it_F2', 470, 140), 'clear-space').says).toContain('breathes too little');
  });
});
