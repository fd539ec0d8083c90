import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { demoBoards } from '../../testing/demoBoards.ts';
import {
  ALL_OFF,
  afterAct,
  type PowerAct,
  type PowerFacts,
  type PowerState,
  powerOrder,
  refusalOf,
} from './powerUp.ts';

const stagesOf = (board: Board) =>
  deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
const run = (facts: PowerFacts, acts: readonly PowerAct[], from: PowerState = ALL_OFF) => {
  let state = from;
  for (const act of acts) {
    const why = refusalOf(facts, state, act, String);
    if (why) return { state, act, why };
    state = afterAct(state, act, facts.wokenLast);
  }
  return { state, act: null, why: null };
};

/** A bank that fills by itself and is woken by a button, with an inverter and a lamp on it. */
const woken = () =>
  new BoardBuilder({ systemVoltageV: 48, chemistry: 'lifepo4', profileId: 'fixed-iec' }, [1000, 700])
    .item('G1', 'battery-lifepo4-48-100-precharge', { location: 'shed' })
    .item('F1', 'holder-classT', { at: [100, 100] })
    .item('Q1', 'isolator-300', { at: [250, 100] })
    .item('X1', 'bar-plus-6x8', { at: [400, 100] })
    .item('X2', 'bar-minus-6x8', { at: [400, 500] })
    .item('F2', 'holder-anl', { at: [550, 100] })
    .item('T1', 'inverter-48-2400', { at: [750, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'X1:s1')
    .wire('X1:s2', 'F2:line')
    .wire('F2:load', 'T1:plus')
    .wire('T1:minus', 'X2:s2')
    .wire('G1:minus', 'X2:s1', { runMm: 150 }).board;

const boards = [...demoBoards().map((b) => [b.brief.jobName, b] as const), ['a bank woken last', woken()] as const];

describe('coming alive', () => {
  it.each(boards)('%s: the order it is told in is never refused, and ends with everything on', (_, board) => {
    const { powerUp: facts } = stagesOf(board);
    const { acts } = powerOrder(facts);
    const { state, why } = run(facts, acts);
    expect(why).toBeNull();
    expect(state.linksIn.size).toBe(facts.seats.length);
    expect(state.inverters.size).toBe(facts.inverters.length);
    expect(state.sources.size).toBe(facts.chargers.length);
  });
  // Whatever order a hand tries, what the interlocks let through keeps these.
  it.each(boards)('%s: no way through the interlocks harms anything', (_, board) => {
    const { powerUp: facts } = stagesOf(board);
    const { acts } = powerOrder(facts);
    fc.assert(
      fc.property(fc.array(fc.nat(acts.length - 1), { maxLength: acts.length * 4 }), (tried) => {
        let state = ALL_OFF;
        for (const n of tried) {
          const act = acts[n]!;
          if (refusalOf(facts, state, act, String)) continue;
          const before = state;
          state = afterAct(state, act, facts.wokenLast);
          if (act.do === 'connectSource')
            for (const key of facts.chargers.find((c) => c.itemId === act.itemId)!.seatKeys)
              expect(before.linksIn.has(key)).toBe(true);
          if (act.do === 'inverterOn') expect(before.linksIn.size).toBe(facts.seats.length);
          if (act.do === 'putLink') {
            const seat = facts.seats.find((s) => s.key === act.key)!;
            for (const up of seat.upstreamKeys) expect(before.linksIn.has(up)).toBe(true);
            if (seat.inverterId && !facts.wokenLast) expect(before.filled.has(seat.inverterId)).toBe(true);
            if (facts.wokenLast && seat.sourceId === null) expect(before.awake).toBe(false);
          }
        }
      }),
      { numRuns: 40 },
    );
  });
  it('both orders of filling capacitors: by a resistor before its fuse, or by the bank itself, woken last', () => {
    const hut = stagesOf(demoBoards().find((b) => b.brief.jobName === 'Larchfold hut board')!);
    const does = powerOrder(hut.powerUp).acts.map((a) => a.do);
    expect(does.indexOf('fill')).toBeGreaterThan(does.indexOf('closeIsolators'));
    expect(does.at(-1)).toBe('inverterOn');
    const last = stagesOf(woken());
    const other = powerOrder(last.powerUp).acts.map((a) => a.do);
    expect(other).not.toContain('fill');
    expect(other.indexOf('wakeBank')).toBeGreaterThan(other.lastIndexOf('putLink'));
    const ids = last.bench.map((s) => s.id);
    expect(ids.indexOf('bank/wake/it_G1')).toBeGreaterThan(ids.indexOf('power/joined'));
    expect(ids.indexOf('bank/voltage')).toBeGreaterThan(ids.indexOf('bank/wake/it_G1'));
    expect(ids.filter((id) => id.startsWith('power/behind/'))).toHaveLength(2);
  });
  it('says what would be harmed', () => {
    const { powerUp: facts } = stagesOf(demoBoards().find((b) => b.brief.jobName === 'Larchfold hut board')!);
    const [charger] = facts.chargers;
    const alive = run(facts, [{ do: 'connectBank' }, { do: 'closeIsolators' }]).state;
    const why = (act: PowerAct, state = alive) => refusalOf(facts, state, act, (id) => id);
    expect(why({ do: 'connectSource', itemId: charger!.itemId }, ALL_OFF)).toMatch(/sees the battery before/);
    expect(why({ do: 'connectSource', itemId: charger!.itemId })).toMatch(/fuse between .* is out/);
    const seat = facts.seats.find((s) => s.inverterId !== null)!;
    const upstream = facts.seats.filter((s) => seat.upstreamKeys.includes(s.key));
    const near = run(
      facts,
      upstream.map((s): PowerAct => ({ do: 'putLink', key: s.key })),
      alive,
    ).state;
    expect(why({ do: 'putLink', key: seat.key }, near)).toMatch(/capacitors of .* are empty/);
    expect(why({ do: 'inverterOn', itemId: seat.inverterId! })).toMatch(/the inverter comes last/);
    expect(why({ do: 'connectBank' }, { ...ALL_OFF, linksIn: new Set([seat.key]) })).toMatch(/fuses are in/);
    expect(why({ do: 'closeIsolators' }, ALL_OFF)).toMatch(/bank is connected and read first/);
  });
});
