import { describe, expect, it } from 'vitest';
import { openToShip } from './openToShip.ts';

const tested = { dcPassed: true, passedCount: 9, dcCount: 9 };
const built = { steps: 12, done: 12, begun: true, problems: 0 };
const sound = { revision: 3, released: 3, findings: [], build: built, progress: tested, mains: [] };
const finding = (severity: 'stop' | 'warn' | 'note', says: string, holds = false) => ({
  severity,
  says,
  accepted: holds ? { who: 'Mira', reason: 'r', on: '2026-11-01', holds: true } : null,
});
const says = (change: Partial<Parameters<typeof openToShip>[0]>) => openToShip({ ...sound, ...change });

describe('what is open before a board ships', () => {
  it('nothing where it is released, built, tested and signed', () => {
    expect(says({ mains: [{ step: { title: 'Mains side of -T1' }, signed: true }] })).toEqual([]);
  });
  it.each([
    [{ released: null }, 'the board is not released'],
    [{ released: 2 }, 'the drawing is at revision 3, the floor builds 2: release it, or take the change back'],
    [{ findings: [finding('stop', 'W3 burns')] }, 'W3 burns'],
    [{ build: { ...built, problems: 2 } }, '2 reports of the floor are not settled'],
    [{ progress: { ...tested, dcPassed: false, passedCount: 4 } }, 'the bench test has passed 4 of 9 checks'],
  ] as const)('%j holds it', (change, words) => {
    expect(says(change as never)).toEqual([expect.objectContaining({ says: words, mayGo: false })]);
  });
  it('what may go out open is a person’s word: warnings, steps of a kit, the mains side', () => {
    const open = says({
      findings: [
        finding('warn', 'runs warm'),
        finding('warn', 'let stand', true),
        finding('note', 'by the way'),
      ] as never,
      build: { ...built, done: 10 },
      mains: [{ step: { title: 'Mains side of -T1' }, signed: false }],
    });
    expect(open.every((o) => o.mayGo)).toBe(true);
    expect(open.map((o) => o.station)).toEqual(['board', 'build', 'test']);
    expect(open[2]!.says).toMatch(/not signed by a licensed person: it may not be used before/);
  });
  it('a job that is not on the floor has no build to wait for', () => {
    expect(says({ build: null })).toEqual([]);
  });
});
