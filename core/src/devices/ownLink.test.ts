import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faultStory } from '../circuit/faultStory.ts';
import { Deriving, derive } from '../derive.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { openingTime } from '../solvers/timeCurrent.ts';
import { curveOf } from '../tables/timeCurrent.ts';
import { deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';
import { genericCatalogue } from './genericCatalogue.ts';
import { makeOwnLink, type OwnLinkEntry, readGates } from './ownLink.ts';

const entry: OwnLinkEntry = {
  name: '150 A, slow, as on the sheet',
  style: 'sf51',
  ratingA: 150,
  interruptA: 10000,
  interruptV: 58,
  coldMilliohm: 0.4,
  rows: '1.1 14400 400000\n2; 20; 200\n\n6\t1\t4',
  letThroughA2s: null,
  source: 'sheet of the maker, page 3',
};

describe("a maker's own curve", () => {
  it('is read line by line and used as it stands between its points', () => {
    const { link } = makeOwnLink(entry, 'lk_1');
    expect(link!.curve!.gates.map((g) => g.multiple)).toEqual([1.1, 2, 6]);
    const curve = curveOf('sf51', link!.curve);
    expect(openingTime(curve, 150, 300).minS).toBeCloseTo(20, 9);
    expect(openingTime(curve, 150, 300).maxS).toBeCloseTo(200, 9);
    // Straight on logarithmic paper: halfway between 2 and 6 is their geometric mean.
    const half = openingTime(curve, 150, 150 * Math.sqrt(12));
    expect(half.minS).toBeCloseTo(Math.sqrt(20), 9);
    expect(half.maxS).toBeCloseTo(Math.sqrt(800), 9);
    expect(openingTime(curve, 150, 100).minS).toBe(Number.POSITIVE_INFINITY);
  });
  it.each([
    ['2 5', 'accepted: three numbers'],
    ['2 a 5\n3 1 2', 'line 1, "2 a 5"'],
    ['2 5 1\n3 1 1', 'shortest 5 s is over longest 1 s'],
    ['3 1 2\n2 1 2', '2 times is not above the line before, 3 times'],
    ['2 1 2\n3 1 4', 'a larger current cannot take longer'],
    ['0 1 2\n3 1 2', 'accepted: numbers above 0'],
    ['2 1 2', 'fewer than two lines'],
    ['', 'fewer than two lines'],
  ])('refuses %j and says why', (rows, says) => {
    expect(readGates(rows).problems.join()).toContain(says);
  });
  it('never throws, whatever is pasted', () => {
    fc.assert(fc.property(fc.string(), (rows) => void readGates(rows)));
  });
  it('refuses empty names, sources and numbers that are none', () => {
    const { problems } = makeOwnLink({ ...entry, name: ' ', ratingA: 0, source: '', letThroughA2s: -1 }, 'x');
    expect(problems.join()).toMatch(/name is empty.*source is empty.*rating is 0.*let-through is -1/);
  });
});

describe('a board with a link of its own', () => {
  const { link } = makeOwnLink(entry, 'lk_own');
  const hut = mountainHutBoard();
  const seatIn = (itemId: string, board: Board): Board => ({
    ...board,
    customLinks: [link!],
    items: board.items.map((i) =>
      i.id === itemId
        ? {
            ...i,
            inserts: [{ seatId: 'seat', link: { mode: 'locked', value: 'lk_own', reason: 'on the shelf', who: 'M' } }],
          }
        : i,
    ),
  });
  const board = seatIn('it_F3', hut);
  // Resistance and interrupt rating.
  it('takes it where it is locked in, with its own rating', () => {
    expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    const seat = deriveBoard(board).sizing.seats.find((s) => s.itemId === 'it_F3')!;
    expect(seat.ratingA).toBe(150);
    expect(seat.interruptA).toBe(10000);
    expect(seat.curve).toEqual(link!.curve);
    expect(deriveBoard(board).findings.some((f) => f.kind === 'interrupt-rating' && f.where.label === '-F3')).toBe(
      false,
    );
  });
  it('never takes it by itself', () => {
    const seats = deriveBoard({ ...hut, customLinks: [link!] }).sizing.seats;
    expect(seats.map((s) => s.link.value)).not.toContain('lk_own');
    expect(seats.map((s) => s.link.value)).toEqual(deriveBoard(hut).sizing.seats.map((s) => s.link.value));
  });
  it('exchanged for one that is alike but for its curve, shorts end as the new one has it', () => {
    // Nothing of the wiring and no resistance changes: what is kept of the faults must not keep how they end.
    const slower = (times: number) => ({
      ...link!,
      id: `lk_${times}`,
      curve: {
        ...link!.curve!,
        gates: link!.curve!.gates.map((g) => ({ ...g, minS: g.minS * times, maxS: g.maxS * times })),
      },
    });
    const own = { ...hut, customLinks: [slower(0.001), slower(0.01)] };
    const holding = (linkId: string): Board => ({
      ...own,
      items: own.items.map((i) =>
        i.id === 'it_F3'
          ? { ...i, inserts: [{ seatId: 'seat', link: { mode: 'locked', value: linkId, reason: 'kept', who: 'M' } }] }
          : i,
      ),
    });
    const [rules, deriving] = [profileOf(hut, defaultWorkshop), new Deriving()];
    const kept = (b: Board) => derive(b, genericCatalogue, rules, defaultWorkshop, deriving).sizing.wires;
    const [before, after] = [kept(holding('lk_0.001')), kept(holding('lk_0.01'))];
    expect(after).toEqual(deriveBoard(holding('lk_0.01')).sizing.wires);
    expect(after).not.toEqual(before);
  });
  it('its slower curve lets more through and is not selective to the main fuse', () => {
    const slowest = (b: Board) =>
      faultStory(b, partIndex(b, genericCatalogue), deriveBoard(b), 'cn_10')!.devices.find(
        (d) => d.key === 'item/it_F3/seat',
      )!.slowS!;
    expect(slowest(board)).toBeGreaterThan(slowest(hut));
    const source = deriveBoard(board).findings.find(
      (f) => f.kind === 'not-selective' && f.where.itemIds.includes('it_F3'),
    )!.source;
    expect(source).toContain('sheet of the maker, page 3');
  });
  it('a link whose id the catalogue has, or whose gates fall back, is refused', () => {
    const doubled = checkBoard({ ...hut, customLinks: [{ ...link!, id: 'sf51-150' }] }, genericCatalogue);
    expect(doubled.ok ? '' : doubled.problems.join()).toContain('customLinks: id "sf51-150" stands twice');
    const gates = [
      { multiple: 2, minS: 1, maxS: 2 },
      { multiple: 2, minS: 1, maxS: 0.5 },
    ];
    const broken = checkBoard(
      { ...hut, customLinks: [{ ...link!, curve: { ...link!.curve!, gates } }] },
      genericCatalogue,
    );
    expect(broken.ok ? '' : broken.problems.join()).toMatch(/gates\[1\]\.minS is 1.*gates\[1\]\.multiple is 2/);
  });
});
