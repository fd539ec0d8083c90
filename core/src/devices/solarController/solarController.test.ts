import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const board = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('Q1', 'isolator-100', { at: [150, 300] })
    .item('T1', 'mppt-100-20', { at: [400, 300] })
    .item('G5', 'solar-100', { location: 'roof' })
    .wire('G1:plus', 'Q1:line', { runMm: 400 })
    .wire('Q1:load', 'T1:outPlus')
    .wire('T1:outMinus', 'G1:minus', { runMm: 500 })
    .wire('G5:plus', 'T1:inPlus', { runMm: 4000 })
    .wire('G5:minus', 'T1:inMinus', { runMm: 4000 });

describe('a solar controller', () => {
  it('charges at its rated output, not at what the modules happen to give', () => {
    expect(stagesOf(board()).flow('T1', 'charge').designCurrentA).toBe(20);
  });
  it('keeps its output live with the battery switched off', () => {
    const { rows } = liveSets(board().board, genericCatalogue);
    const open = rows.find((r) => r.closed.length === 0)!;
    expect(open.live.find((l) => l.itemId === 'it_T1')?.by).toContain('it_G5');
  });
  it('is seen, breathes, and has settings in the hours of the quote', () => {
    expect(dossierOf(board()).findings.map((f) => f.kind)).not.toContain('isolator-below-string');
  });
});
