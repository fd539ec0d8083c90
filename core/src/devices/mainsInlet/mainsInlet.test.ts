import { describe, expect, it } from 'vitest';
import { mainsStudy } from '../../stages/control/mainsStudy.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

/** An inlet, a distribution, a transfer relay between it and an inverter: the mains side of a hut. */
const hut = () =>
  lamp()
    .item('T1', 'inverter-12-800', { at: [640, 250] })
    .item('X8', 'mains-inlet', shelf)
    .item('Q8', 'mains-transfer', { at: [200, 380] })
    .item('E8', 'load-mains', shelf, { load: { rating: { kind: 'watts', powerW: 200 }, side: 'mains' } })
    .wire('T1:plus', 'X1:s3')
    .wire('T1:minus', 'X2:s3')
    .wire('X8:outL', 'Q8:firstL', { runMm: 800 })
    .wire('T1:acL', 'Q8:secondL', { runMm: 800 })
    .wire('Q8:outL', 'E8:acL', { runMm: 800 });
const states = () => {
  const { board } = hut();
  const { netlist, parts, potentials } = stagesOf(board);
  return mainsStudy(netlist, board.items, parts, potentials.islandOf).states;
};
const fedBy = (present: boolean) =>
  states()
    .find((s) => s.live.length > 0 === present)!
    .fed.find((f) => f.itemId === 'it_E8')?.by;

describe('a mains inlet, an inverter and a transfer relay', () => {
  it('the inlet goes first while it is live, the inverter takes over when it is not', () => {
    expect(fedBy(true)).toEqual(['it_X8']);
    expect(fedBy(false)).toEqual(['it_T1']);
  });
  it('are never joined, and the dead inlet’s pins stay dead', () => {
    for (const s of states()) expect([s.settles, s.clashes, s.livePins]).toEqual([true, [], []]);
  });
  it('are a licensed person’s on the bench, each of them', () => {
    const mains = dossierOf(hut()).bench.filter((s) => s.stage === 'mains');
    expect(mains.map((s) => s.entityId).sort()).toEqual(['it_E8', 'it_Q8', 'it_T1', 'it_X8']);
    expect(mains.every((s) => s.role === 'electrician')).toBe(true);
  });
});
