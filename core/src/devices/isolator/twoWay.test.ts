import { describe, expect, it } from 'vitest';
import { solveScenarios } from '../../circuit/scenarios.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { controlStudy } from '../../stages/control/controlStudy.ts';
import { boardStates } from '../../stages/states/boardStates.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

/** A lead and a lithium battery; a switch takes the one or the other. */
const either = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('G2', 'battery-agm-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('F2', 'holder-classT', { at: [110, 500] })
    .item('Q1', 'two-way-300', { at: [420, 300] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 240 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('G2:plus', 'F2:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'Q1:first')
    .wire('F2:load', 'Q1:second')
    .wire('Q1:common', 'E1:plus', { runMm: 2000 })
    .wire('G1:minus', 'E1:minus', { runMm: 2000 })
    .wire('G2:minus', 'G1:minus', { runMm: 500 });

describe('a switch of two ways', () => {
  it('never joins what it chooses between: two states, one battery each', () => {
    const { netlist } = stagesOf(either());
    const control = controlStudy(netlist);
    expect(control.rows.map((r) => r.position.map((p) => p.contactId))).toEqual([['first'], ['second']]);
    expect(boardStates(netlist, control).map((s) => s.title)).toEqual(['switch on first', 'switch on second']);
  });
  it('each battery’s lead carries the whole load, not half of it', () => {
    const { sizing } = stagesOf(either());
    const amps = (n: number) => sizing.wires.find((w) => w.connectionId === `cn_${n}`)!.designCurrentA;
    expect([amps(1), amps(2), amps(5)].map((a) => Math.round(a))).toEqual([20, 20, 20]);
  });
  it('in a scenario it stands on one way: the other battery gives nothing', () => {
    const board = either().board;
    const [all] = solveScenarios(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
    const [first, second] = all!.batteries.map((b) => b.currentA);
    expect(first).toBeGreaterThan(19);
    expect(Math.abs(second!)).toBeLessThan(1e-6);
  });
  it('makes no mixed bank of them, and stops nothing', () => {
    const { findings } = dossierOf(either());
    expect(findings.map((f) => f.kind)).not.toContain('bank-mixed');
    expect(findings.filter((f) => f.severity === 'stop').map((f) => f.says)).toEqual([]);
  });
});
