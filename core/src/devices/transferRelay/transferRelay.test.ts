import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';
import { transferElement } from './element.ts';

const board = (fed: boolean) => {
  const b = lamp()
    .item('X8', 'mains-inlet', shelf)
    .item('Q8', 'mains-transfer', { at: [200, 380] })
    .item('E8', 'load-mains', shelf, { load: { rating: { kind: 'watts', powerW: 200 }, side: 'mains' } })
    .wire('Q8:outL', 'E8:acL', { runMm: 800 });
  return fed ? b.wire('X8:outL', 'Q8:firstL', { runMm: 800 }) : b;
};
const behind = (fed: boolean) =>
  liveSets(board(fed).board, genericCatalogue).rows[0]!.live.find((l) => l.itemId === 'it_E8')?.by ?? [];

describe('a transfer relay', () => {
  it('never joins its two feeds', () => {
    const { node } = stagesOf(board(true));
    expect(new Set(['Q8:firstL', 'Q8:secondL', 'Q8:outL'].map(node)).size).toBe(3);
  });
  it('makes its output live while one of its feeds is, and not by itself', () => {
    expect(behind(true)).toContain('it_Q8');
    expect(behind(false)).toEqual([]);
    const element = { kind: 'transfer' as const, id: 't', outLine: 'o', firstLine: 'a', secondLine: 'b' };
    expect(transferElement.makesLive!(element)).toEqual({ at: 'o', whileLive: ['a', 'b'] });
  });
});
