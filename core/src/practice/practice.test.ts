import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { practiceScore } from '../formulas/practice.ts';
import { profileById } from '../profiles/profiles.ts';
import { seededRandom } from '../solvers/random.ts';
import { limitsAt } from '../stages/bench/limitsAt.ts';
import { SimulatedBench } from '../stages/bench/simulate.ts';
import { demoBoards, mountainHutBoard } from '../testing/demoBoards.ts';
import { type BenchModel, benchModelOf } from './benchModel.ts';
import { hideDefects, PRACTICE_LEVELS, placeOf } from './levels.ts';
import {
  afterPractice,
  benchStateOf,
  PRACTICE_START,
  type PracticeAct,
  type PracticeState,
  unsafeWhy,
} from './practiceActs.ts';
import { practiceSheet } from './practiceSheet.ts';
import { parMinutes, parReadings } from './score.ts';

const modelOf = (board = mountainHutBoard()): BenchModel =>
  benchModelOf(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
const hut = modelOf();
const hiding = (model: BenchModel) => ({ board: model.simulated, currentA: model.currentA, areaMm2: model.areaMm2 });

describe('what is hidden', () => {
  it.each(PRACTICE_LEVELS.map((l) => [l.level, l] as const))(
    'level %i: of its kinds, as many as it says, each at a place',
    (level, of) => {
      for (let seed = 1; seed <= 12; seed++) {
        const hidden = hideDefects(level, hiding(hut), seededRandom(seed));
        expect(hidden).toHaveLength(of.count);
        expect(new Set(hidden.map(placeOf)).size).toBe(of.count);
        const kinds: string[] = of.kinds.map((k) => (k === 'heavyCrimp' ? 'looseCrimp' : k));
        for (const d of hidden) expect(kinds).toContain(d.kind);
      }
    },
  );
  it('a crimp of level four is one that no ohmmeter sees', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const [crimp] = hideDefects(4, hiding(hut), seededRandom(seed));
      if (crimp?.kind !== 'looseCrimp') throw new Error('no crimp');
      expect(crimp.extraOhm).toBeLessThan(0.01);
      expect(hut.currentA.get(crimp.connectionId)!).toBeGreaterThanOrEqual(10);
    }
  });
  it('a board with nothing to hide in hides nothing, and a level there is none of is refused', () => {
    const bare = modelOf(
      new BoardBuilder({ systemVoltageV: 12, chemistry: 'agm', profileId: 'fixed-iec' }, [400, 300]).board,
    );
    expect(hideDefects(2, hiding(bare), seededRandom(1))).toEqual([]);
    expect(() => hideDefects(99, hiding(hut), seededRandom(1))).toThrow(/level is 99; accepted: 1 to 7/);
  });
  it('every level can be seen by a meter somewhere', () => {
    const model = hut;
    const sound = new SimulatedBench({ ...model.simulated, seed: null });
    for (const { level } of PRACTICE_LEVELS.slice(0, 5)) {
      const [defect] = hideDefects(level, hiding(model), seededRandom(level * 7));
      const bad = new SimulatedBench({ ...model.simulated, defects: [defect!], seed: null });
      // The lead by itself, at ten amps; what sits in a device or a fuse shows elsewhere.
      if (!('connectionId' in defect!)) continue;
      const branch = model.simulated.netlist.branches.find((b) => b.connectionId === defect.connectionId)!;
      const [plus, minus] = [branch.a, branch.b].map((n) => {
        const [itemId, terminalId] = [...model.simulated.netlist.nodeOf].find(([, node]) => node === n)![0].split(' ');
        return { itemId: itemId!, terminalId: terminalId! };
      });
      const copperOhm = model.simulated.branchOhm.get(branch.key)!;
      const step = {
        measures: 'drop' as const,
        state: benchStateOf(PRACTICE_START),
        probes: [{ plus: plus!, minus: minus!, sign: 1 as const }],
        connectionId: defect.connectionId,
        basis: { kind: 'lead' as const, copperOhm, joints: 2, sentA: 10 },
        expected: null,
        lowLimit: null,
        highLimit: null,
      };
      // Above whatever a sound one reads, by more than a millivoltmeter is off.
      const { highLimit } = limitsAt(step, { bankV: null, ambientC: 20 }, defaultWorkshop);
      expect(sound.read(step)).toBeLessThan(highLimit!);
      expect([level, bad.read(step) > highLimit! + 0.001]).toEqual([level, true]);
    }
  });
});

describe('hands on a practice board', () => {
  const why = (act: PracticeAct, state: PracticeState = PRACTICE_START) => unsafeWhy(hut.facts, state, act, (id) => id);
  const points = { plus: { itemId: 'it_G1', terminalId: 'plus' }, minus: { itemId: 'it_G1', terminalId: 'minus' } };
  const live = afterPractice(PRACTICE_START, { do: 'connectBank' }, false);
  it('ohms and a supply are for dead boards, volts for any', () => {
    expect(why({ do: 'read', quantity: 'resistance', ...points })).toBeNull();
    expect(why({ do: 'read', quantity: 'resistance', ...points }, live)).toMatch(/ohms on live conductors/);
    expect(why({ do: 'read', quantity: 'voltage', ...points }, live)).toBeNull();
    expect(why({ do: 'send', connectionId: 'cn_1' }, live)).toMatch(/clipped to live conductors/);
  });
  it('nothing is taken apart under current', () => {
    const on = afterPractice(live, { do: 'switch', flowKey: 'x', on: true }, false);
    expect(why({ do: 'takeLink', key: 'k' }, on)).toMatch(/arc/);
    expect(why({ do: 'disconnectBank' }, on)).toMatch(/arc/);
    const off = afterPractice(on, { do: 'switch', flowKey: 'x', on: false }, false);
    expect(why({ do: 'takeLink', key: 'k' }, off)).toBeNull();
    const charging = { ...live, sources: new Set(['it_T2']) };
    expect(why({ do: 'openIsolators' }, charging)).toMatch(/lose the battery/);
    expect(why({ do: 'disconnectBank' }, charging)).toMatch(/loses its battery/);
  });
  it('what was filled is empty again once the bank is off', () => {
    const filled = { ...live, filled: new Set(['it_T1']), inverters: new Set(['it_T1']) };
    const after = afterPractice(filled, { do: 'disconnectBank' }, false);
    expect([after.filled.size, after.inverters.size, after.bank]).toEqual([0, 0, false]);
    expect(benchStateOf(after)).toMatchObject({ batteriesConnected: false, isolatorsClosed: true });
  });
});

describe('the sheet of a practice board', () => {
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s: names every lead and fuse once, and gives nothing away',
    (_, board) => {
      const model = modelOf(board);
      const sheet = practiceSheet(board, partIndex(board, genericCatalogue), model);
      for (const list of [sheet.points, sheet.leads, sheet.seats]) {
        const names = list.map((x) => x.says);
        expect(new Set(names).size).toBe(names.length);
      }
      expect(sheet.seats.map((s) => s.key)).toEqual(model.facts.seats.map((s) => s.key));
      expect(JSON.stringify(sheet)).not.toMatch(/defect|extraOhm/);
    },
  );
});

describe('points', () => {
  it('a hundred at par, fewer for every reading, minute and wrong guess over it, never less than nothing', () => {
    const at = { readings: 7, parReadings: 7, minutes: 10, parMinutes: 14, wrongGuesses: 0 };
    expect(practiceScore.compute(at)).toBe(100);
    expect(practiceScore.compute({ ...at, readings: 9 })).toBe(92);
    expect(practiceScore.compute({ ...at, minutes: 20, wrongGuesses: 1 })).toBe(68);
    fc.assert(
      fc.property(fc.nat(200), fc.nat(200), fc.nat(9), (readings, minutes, wrongGuesses) => {
        const points = practiceScore.compute({ ...at, readings, minutes, wrongGuesses });
        expect(points).toBeGreaterThanOrEqual(0);
        expect(points).toBeLessThanOrEqual(100);
      }),
    );
  });
  it('par grows with what may be at fault by halves', () => {
    expect([parReadings(8, 1), parReadings(64, 1), parReadings(64, 2)]).toEqual([5, 8, 16]);
    expect(parMinutes(8)).toBe(16);
  });
});
