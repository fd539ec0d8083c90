import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { checkBoard } from '../../document/checkBoard.ts';
import type { ControlRule } from '../../document/control/controlRule.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';

/** Facts of the trade in this file: common practice, no source. */
const shed = { systemVoltageV: 12, chemistry: 'agm', profileId: 'fixed-iec' } as const;
const away = { location: 'shed' } as const;
const kindsOf = (board: Board) => deriveBoard(board).findings.map((f) => f.kind);
const finding = (board: Board, rule: string) => deriveBoard(board).findings.find((f) => f.kind === rule)!;
const without = (board: Board, wire: string): Board => ({
  ...board,
  connections: board.connections.filter((c) => c.id !== `cn_${wire}`),
  cables: board.cables.filter((c) => c.id !== `cb_${wire}`),
});

/** An engine's battery and a house battery, joined by a relay of some kind. */
function joined(relayId: string): BoardBuilder {
  const b = new BoardBuilder(shed, [800, 500])
    .item('G1', 'battery-agm-12-100', away)
    .item('G2', 'feed-12-signal', away, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('F1', 'holder-anl', { at: [100, 100] })
    .item('F2', 'holder-anl', { at: [100, 200] })
    .item('K1', relayId, { at: [300, 150] })
    .item('X1', 'bar-minus-4x8', { at: [500, 400] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('G2:plus', 'F2:line', { runMm: 150 })
    .wire('F2:load', 'K1:line')
    .wire('K1:load', 'F1:load')
    .wire('G1:minus', 'X1:s1', { runMm: 150 })
    .wire('G2:minus', 'X1:s2', { runMm: 150 });
  return b;
}

describe('truth table', () => {
  // Parts them when it stops.
  it('a voltage-sensing relay joins the batteries with the engine running', () => {
    const { board } = joined('relay-vsr-120').wire('K1:minus', 'X1:s3');
    const { control, findings } = deriveBoard(board);
    expect(control.conditions).toEqual(['engineRunning']);
    const by = new Map(control.rows.map((r) => [r.when[0], r]));
    expect(by.get(true)!.joined).toEqual([{ feedId: 'it_G2', batteryId: 'it_G1' }]);
    expect(by.get(false)!.joined).toEqual([]);
    expect(findings.map((f) => f.kind)).not.toContain('banks-stay-joined');
  });
  it('a plain relay fed straight from the battery never lets go: a stop', () => {
    const { board } = joined('relay-100').wire('K1:coilPlus', 'K1:load').wire('K1:coilMinus', 'X1:s3');
    // Nothing pulls it in from its own load side, so it starts open and the house battery holds it shut for good.
    expect(kindsOf(board)).toContain('banks-stay-joined');
  });
  it('fed by the engine-running lead it follows the engine', () => {
    const { board } = joined('relay-100')
      .wire('K1:coilPlus', 'G2:running', { runMm: 2000 })
      .wire('K1:coilMinus', 'X1:s3');
    expect(kindsOf(board)).not.toContain('banks-stay-joined');
    expect(deriveBoard(board).control.rows.map((r) => r.joined.length)).toEqual([0, 1]);
    expect(kindsOf(without(board, '7'))).toContain('signal-does-nothing');
  });
  it('a held button joins them for a jump start, and only while it is held', () => {
    const { board } = joined('relay-vsr-120-boost')
      .item('S1', 'button-momentary', away)
      .wire('K1:minus', 'X1:s3')
      .wire('S1:in', 'F1:load', { runMm: 500 })
      .wire('S1:out', 'K1:boost', { runMm: 500 });
    const { control, findings } = deriveBoard(board);
    expect(control.conditions).toEqual(['engineRunning', 'buttonHeld']);
    const joinedWhen = (engine: boolean, button: boolean) =>
      control.rows.find((r) => r.when[0] === engine && r.when[1] === button)!.joined.length;
    expect([joinedWhen(false, false), joinedWhen(false, true), joinedWhen(true, false)]).toEqual([0, 1, 1]);
    expect(findings.map((f) => f.kind)).not.toContain('banks-stay-joined');
  });
  it('a relay that cuts its own coil is told as a chatterer, never solved to a state', () => {
    const b = joined('relay-100');
    const own = b.board;
    // A contact that opens when fed, with its coil on the side it switches.
    const relay = genericCatalogue.parts.find((p) => p.id === 'relay-100')!;
    own.customParts = [
      {
        ...relay,
        id: 'own-nc',
        elements: relay.elements.map((e) => (e.kind === 'contact' ? { ...e, normallyOpen: false } : e)),
      },
    ];
    own.items = own.items.map((i) => (i.id === 'it_K1' ? { ...i, partId: 'own-nc' } : i));
    own.connections = own.connections.filter((c) => c.id !== 'cn_4');
    own.cables = own.cables.filter((c) => c.id !== 'cb_4');
    b.wire('K1:coilPlus', 'K1:load').wire('K1:coilMinus', 'X1:s3');
    expect(finding(b.board, 'relay-chatters').severity).toBe('stop');
  });
});

describe('a lithium battery with outputs', () => {
  const lithium = { ...shed, chemistry: 'lifepo4' } as const;
  const bank = () =>
    new BoardBuilder(lithium, [800, 500])
      .item('G1', 'battery-lifepo4-12-100-outputs', away)
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('X1', 'bar-plus-6x8', { at: [350, 100] })
      .item('X2', 'bar-minus-6x8', { at: [350, 400] })
      .item('T1', 'mains-charger-12-30', { at: [600, 250] })
      .item('E1', 'load-small', away, { load: { rating: { kind: 'watts', powerW: 60 } } })
      .item('F3', 'holder-blade', { at: [250, 200] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'X1:s1')
      .wire('G1:minus', 'X2:s1', { runMm: 150 })
      .wire('T1:minus', 'X2:s2')
      .wire('X1:s3', 'F3:line')
      .wire('F3:load', 'E1:plus', { runMm: 2000 })
      .wire('E1:minus', 'X2:s3', { runMm: 2000 });
  // Behind a relay on the charge output it is not.
  it('a charger no output cuts is a stop', () => {
    const straight = bank().wire('T1:plus', 'X1:s2').board;
    expect(finding(straight, 'charge-not-blocked').says).toContain('-T1');
    expect(finding(straight, 'load-not-cut').says).toContain('-E1');
    const cut = bank()
      .item('K1', 'relay-100', { at: [500, 300] })
      .wire('T1:plus', 'K1:line')
      .wire('K1:load', 'X1:s2')
      .wire('K1:coilPlus', 'G1:chargeOk', { runMm: 500 })
      .wire('K1:coilMinus', 'X2:s4').board;
    const rules = kindsOf(cut);
    expect(rules).not.toContain('charge-not-blocked');
    expect(rules).toContain('load-not-cut');
    const { control } = deriveBoard(cut);
    const at = control.conditions.indexOf('cellsTakeCharge');
    for (const row of control.rows) expect(row.charging).toEqual(row.when[at] ? ['it_T1'] : []);
  });
  // And refused where it names nothing.
  it('what somebody wrote down must happen is judged', () => {
    const straight = bank().wire('T1:plus', 'X1:s2').board;
    const rule: ControlRule = {
      id: 'cr_1',
      condition: 'cellsTakeCharge',
      holds: false,
      itemId: 'it_G1',
      contactId: 'chargeOkOut',
      must: 'closed',
    };
    expect(finding({ ...straight, control: [rule] }, 'control-rule-broken').says).toBe(
      '-G1 is not closed with cells full or frozen',
    );
    expect(kindsOf({ ...straight, control: [{ ...rule, must: 'open' }] })).not.toContain('control-rule-broken');
    const checked = checkBoard({ ...straight, control: [{ ...rule, contactId: 'gone' }] }, genericCatalogue);
    expect(checked.ok ? '' : checked.problems.join()).toContain('control[0].contactId is "gone"');
  });
  it('a DC-DC charger wants its curve wires joined for lithium and open for lead', () => {
    const b = (chemistry: 'agm' | 'lifepo4') =>
      new BoardBuilder({ ...shed, chemistry }, [800, 500]).item('T1', 'dcdc-12-12-30-trigger', { at: [300, 200] });
    expect(kindsOf(b('lifepo4').board)).toContain('charger-strap');
    expect(kindsOf(b('lifepo4').wire('T1:curveA', 'T1:curveB').board)).not.toContain('charger-strap');
    expect(kindsOf(b('agm').board)).not.toContain('charger-strap');
    expect(kindsOf(b('agm').wire('T1:curveA', 'T1:curveB').board)).toContain('charger-strap');
  });
});

describe('mains side', () => {
  const house = () =>
    new BoardBuilder(shed, [1400, 900])
      .item('G1', 'battery-agm-12-200', away)
      .item('F1', 'holder-classT', { at: [100, 100] })
      .item('X1', 'bar-plus-6x8', { at: [400, 100] })
      .item('X2', 'bar-minus-6x8', { at: [400, 700] })
      .item('X3', 'mains-inlet', away)
      .item('X4', 'mains-panel-4', { at: [1000, 200] })
      .item('T2', 'mains-charger-12-30', { at: [700, 400] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'X1:s1')
      .wire('G1:minus', 'X2:s1', { runMm: 150 })
      .wire('T2:plus', 'X1:s2')
      .wire('T2:minus', 'X2:s2')
      .wire('X4:w1L', 'T2:acL')
      .wire('X4:w1N', 'T2:acN');
  const charger = () =>
    house()
      .item('T1', 'inverter-charger-12-1600', { at: [1000, 600] })
      .wire('T1:plus', 'X1:s3')
      .wire('T1:minus', 'X2:s3');
  it('an inverter-charger ahead of the panel leaves the old charger in a loop', () => {
    const looped = charger().wire('X3:outL', 'T1:inL', { runMm: 1000 }).wire('T1:outL', 'X4:inL').board;
    const found = finding(looped, 'mains-loop');
    expect(found.severity).toBe('stop');
    expect(found.says).toContain('-T2 charges the battery from itself: -T1 feeds it');
    expect(found.why).toContain('licensed person');
    const [present, absent] = deriveBoard(looped).mains.states;
    expect(present!.passing).toEqual(['it_T1']);
    expect(present!.fed.find((f) => f.itemId === 'it_T2')!.by).toEqual(['it_X3']);
    expect(absent!.fed.find((f) => f.itemId === 'it_T2')!.by).toEqual(['it_T1']);
  });
  it('with the charger on the inlet side there is no loop', () => {
    const b = charger().wire('X3:outL', 'X4:inL', { runMm: 1000 }).wire('X4:w2L', 'T1:inL');
    const rules = kindsOf(b.board);
    for (const rule of ['mains-loop', 'mains-back-feed', 'mains-pins-live']) expect(rules).not.toContain(rule);
  });
  // And its pins are live.
  it('an inverter tied to the inlet without a transfer relay feeds back', () => {
    const tied = house()
      .item('T1', 'inverter-12-1600', { at: [1000, 600] })
      .wire('T1:plus', 'X1:s3')
      .wire('T1:minus', 'X2:s3')
      .wire('T1:acL', 'X4:inL')
      .wire('X3:outL', 'X4:w4L', { runMm: 1000 });
    const rules = kindsOf(tied.board);
    expect(rules).toContain('mains-back-feed');
    expect(rules).toContain('mains-pins-live');
    const parted = house()
      .item('T1', 'inverter-12-1600', { at: [1000, 600] })
      .item('Q2', 'mains-transfer', { at: [1200, 600] })
      .wire('T1:plus', 'X1:s3')
      .wire('T1:minus', 'X2:s3')
      .wire('X3:outL', 'Q2:firstL', { runMm: 1000 })
      .wire('T1:acL', 'Q2:secondL')
      .wire('Q2:outL', 'X4:inL').board;
    const after = kindsOf(parted);
    expect(after).not.toContain('mains-back-feed');
    expect(after).not.toContain('mains-pins-live');
    // Through the relay the charger is still fed by the inverter once the plug is out.
    expect(after).toContain('mains-loop');
  });
  it('an inverter fed by its own output finds no rest', () => {
    const own = charger().wire('T1:outL', 'T1:inL').board;
    expect(kindsOf(own)).toContain('mains-self-fed');
  });
  it('mains conductors start at 2.5 mm² in the colours of the rules', () => {
    const { board } = charger().wire('X3:outL', 'T1:inL', { runMm: 1000 }).wire('X3:outE', 'T1:inE', { runMm: 1000 });
    const { cables } = deriveBoard(board);
    const last = cables.slice(-2);
    expect(last.map((c) => c.cores[0]!.colour)).toEqual(['BN', 'GNYE']);
    for (const c of last) expect(c.areaMm2).toBe(2.5);
    expect(cables.find((c) => c.cores[0]!.to.at.includes('N (mains)'))!.cores[0]!.colour).toBe('BU');
  });
});
