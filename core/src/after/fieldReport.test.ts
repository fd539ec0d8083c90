import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { applyCommands } from '../document/commands.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { seededRandom } from '../solvers/random.ts';
import { lamp, load } from '../testing/kit.ts';
import { fieldReport } from './fieldReport.ts';
import { readMonitorLog } from './monitorLog.ts';
import { loggedBank, somewhere } from './testing/loggedBank.ts';

const DAYS = 14;
/** A lamp of 24 W for four hours and a pump of 96 W for one, on 100 Ah of lead. */
const board = () => {
  const plain = lamp({ chemistry: 'agm' }).item(
    'E2',
    'load-small',
    { location: 'shelf' },
    { name: 'Pump', load: { rating: { kind: 'watts', powerW: 96 } } },
  ).board;
  const lamps = load(plain, 'E1', { usage: { kind: 'perDay', hoursPerDay: 4 } });
  return load(lamps, 'E2', { usage: { kind: 'perDay', hoursPerDay: 1 } });
};
const report = (lampHours: number, alwaysW = 1, bankAh = 100) => {
  const random = seededRandom(11);
  const text = loggedBank({
    runs: [
      { powerW: 24, on: somewhere(DAYS, lampHours, random) },
      { powerW: 96, on: somewhere(DAYS, 1, random) },
    ],
    alwaysW,
    days: DAYS,
    everyS: 60,
    bankAh,
    sunPeakA: 30,
    random,
  });
  return fieldReport(board(), genericCatalogue, defaultWorkshop, readMonitorLog(text, 'charging'));
};

describe('a log beside the order', () => {
  it('used as ordered there is nothing to change', () => {
    const { advice, days, seen } = report(4);
    expect(advice.filter((a) => a.commands.length > 0)).toEqual([]);
    expect(days).toHaveLength(DAYS);
    // By hand: 24 W for 4 h, 96 W for 1 h and 1 W always: 216 Wh a day, of which sun feeds a part straight.
    const out = days.reduce((s, d) => s + d.outWh, 0) / DAYS;
    expect(out).toBeGreaterThan(80);
    expect(out).toBeLessThan(216);
    expect(seen.loads.map((l) => l.itemIds)).toEqual([['it_E1'], ['it_E2']]);
  });
  it('a lamp that burns on is told with its hours, and an edit that puts them into the load list', () => {
    const { advice } = report(11);
    const [own] = advice.filter((a) => a.commands.length > 0);
    expect(own!.says).toMatch(/^-E1 draws .* h a day, ordered for 4\.0: put .* h into the load list/);
    const after = applyCommands(board(), own!.commands).board.items.find((i) => i.id === 'it_E1')!.load!;
    expect(after.usage).toEqual({ kind: 'perDay', hoursPerDay: expect.closeTo(11, -0.6) });
    expect(after.rating).toEqual({ kind: 'watts', powerW: 24 });
  });
  it('what rests between keeps its hours, and draws another share of them', () => {
    const cycling = load(board(), 'E1', { usage: { kind: 'perDay', hoursPerDay: 24 }, dutyShare: 0.2 });
    const random = seededRandom(3);
    const text = loggedBank({
      runs: [{ powerW: 24, on: somewhere(DAYS, 12, random) }],
      alwaysW: 1,
      days: DAYS,
      everyS: 60,
      bankAh: 100,
      sunPeakA: 30,
      random,
    });
    const { advice } = fieldReport(cycling, genericCatalogue, defaultWorkshop, readMonitorLog(text, 'charging'));
    const own = advice.find((a) => a.commands.length > 0)!;
    expect(own.says).toMatch(/ordered for 4\.8: put a share of \d\d % of its hours into the load list/);
    const after = applyCommands(cycling, own.commands).board.items.find((i) => i.id === 'it_E1')!.load!;
    expect(after.usage).toEqual({ kind: 'perDay', hoursPerDay: 24 });
    expect(Math.abs(after.dutyShare - 0.5)).toBeLessThan(0.12);
  });
  it('what draws by night and nobody ordered is told, and a bank that has aged', () => {
    const says = (r: ReturnType<typeof report>) => r.advice.map((a) => a.says).join('\n');
    expect(says(report(4, 20))).toMatch(/2\d W are drawn by night where the order knows of \d+: something is left on/);
    expect(says(report(4))).not.toMatch(/left on/);
    const old = report(20, 6, 32);
    expect(old.bank.holdsAh![1]!).toBeLessThan(80);
    expect(says(old)).toMatch(/the bank holds \d+ to \d+ Ah of its 100: plan its replacement/);
    expect(old.darkDays.used).toBeGreaterThanOrEqual(old.darkDays.ordered);
  });
});
