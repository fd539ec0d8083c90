import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const board = (id = 'isolator-300') =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('Q1', id, { at: [320, 90] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'amps', currentA: 90 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'E1:plus', { runMm: 900 })
    .wire('E1:minus', 'G1:minus', { runMm: 900 });

describe('an isolator', () => {
  it('lets through what its contact lets, and nothing when it is open', () => {
    const { between, netlist } = stagesOf(board());
    const contact = netlist.branches.find((b) => b.kind === 'contact')!;
    const closed = between('Q1:line', 'Q1:load');
    expect(closed).toBeLessThan(0.001);
    expect(between('Q1:line', 'Q1:load', (key) => key === contact.key)).toBe(Number.POSITIVE_INFINITY);
  });
  it('opened, leaves nothing alive behind it', () => {
    const { rows } = liveSets(board().board, genericCatalogue);
    const open = rows.find((r) => !r.closed.includes('it_Q1'))!;
    expect(open.live.map((l) => l.itemId)).not.toContain('it_E1');
  });
  it('is told when it carries more than it may', () => {
    const kinds = (id: string) => dossierOf(board(id)).findings.filter((f) => f.kind === 'series-rating').length;
    expect(kinds('isolator-300')).toBe(0);
    expect(kinds('rocker-20')).toBeGreaterThan(0);
  });
  it('for solar parts both poles', () => {
    const solar = [...parts.values()].find((p) => p.kind === 'isolator' && p.systemVoltagesV.includes(150))!;
    expect(solar.elements.filter((e) => e.kind === 'contact')).toHaveLength(2);
  });
});
