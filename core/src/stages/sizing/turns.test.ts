import { describe, expect, it } from 'vitest';
import type { Board } from '../../document/board.ts';
import { newPowerPlan } from '../../document/power/newPowerPlan.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { twoLamps } from '../../testing/kit.ts';

/** Two loads on one block, taking turns or not. */
function kettleAndPlate(mode: 'together' | 'oneAtATime'): Board {
  const board = twoLamps();
  return {
    ...board,
    power: newPowerPlan({ ...board.power, loadGroups: [{ id: 'gr', name: 'Heat', mode }] }),
    items: board.items.map((i) =>
      i.load
        ? { ...i, load: { ...i.load, groupId: 'gr', rating: { kind: 'watts', powerW: i.id === 'it_E1' ? 120 : 60 } } }
        : i,
    ),
  };
}
const through = (board: Board, wire: string) =>
  deriveBoard(board).sizing.wires.find((w) => w.connectionId === wire)!.designCurrentA;

describe('loads that take turns', () => {
  it('load the feeder one at a time, and their own lines whole', () => {
    // By hand: 120 W and 60 W at 12 V.
    expect(through(kettleAndPlate('together'), 'cn_4')).toBeCloseTo(15, 6);
    expect(through(kettleAndPlate('oneAtATime'), 'cn_4')).toBeCloseTo(10, 6);
    expect(through(kettleAndPlate('oneAtATime'), 'cn_6')).toBeCloseTo(10, 6);
    expect(through(kettleAndPlate('oneAtATime'), 'cn_8')).toBeCloseTo(5, 6);
  });
  it('both have their drop judged, each in its turn', () => {
    const { drops, bars } = deriveBoard(kettleAndPlate('oneAtATime')).sizing;
    expect(drops.map((d) => d.itemId).toSorted()).toEqual(['it_E1', 'it_E2']);
    expect(bars.find((b) => b.itemId === 'it_X1')!.designCurrentA).toBeCloseTo(10, 6);
  });
});
