import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { learnedTimes, likelyFactor } from './learnedTimes.ts';

const done = (stepId: string, minutes: number | null, planned: number | null = 2) => ({
  stepId,
  said: { kind: 'done' as const, minutes, planned, value: null, toolId: null },
});

describe('what the floor teaches', () => {
  it('is the median by kind, with its quarters; a long wait moves nothing', () => {
    const [mount] = learnedTimes([2, 3, 3, 4, 90].map((m, n) => done(`mount/it_${n}`, m)));
    expect(mount).toMatchObject({ kind: 'mount', count: 5, plannedMinutes: 10, tookMinutes: 102 });
    expect(mount!.factor).toEqual({ low: 1.5, median: 1.5, high: 2 });
    expect(likelyFactor([mount!])('mount', 2)).toBe(1.5);
  });
  it('is nothing from few, from breaks, from what is no step of ours', () => {
    const few = learnedTimes([1, 2, 3, 4].map((m, n) => done(`lay/cb_${n}`, m)));
    expect(likelyFactor(few)('lay', 2)).toBe(1);
    expect(likelyFactor(few)('torque', 2)).toBe(1);
    expect(learnedTimes([done('lay/cb_1', null), done('lay/cb_2', 3, null), done('nonsense/x', 3)])).toEqual([]);
    expect(learnedTimes([{ stepId: 'lay/cb_1', said: { kind: 'undone', reason: 'x' } }])).toEqual([]);
  });
  it('tells small ones from large ones, where enough of both were timed', () => {
    const small = Array.from({ length: 6 }, (_, n) => done(`mount/s${n}`, 2, 2));
    const large = Array.from({ length: 6 }, (_, n) => done(`mount/l${n}`, 20, 10));
    const [both] = learnedTimes([...small, ...large]);
    expect(both!.bySize.map((s) => [s.fromMinutes, s.factor.median])).toEqual([
      [0, 1],
      [10, 2],
    ]);
    const likely = likelyFactor([both!]);
    expect([likely('mount', 3), likely('mount', 10), likely('mount', 30)]).toEqual([1, 2, 2]);
    const [few] = learnedTimes([...small, ...large.slice(0, 3)]);
    expect(few!.bySize).toEqual([]);
  });
  it('comes in the order of the trade', () => {
    const kinds = ['torque/a/b', 'cut/p', 'lay/c'].map((id) => done(id, 2));
    expect(learnedTimes(kinds).map((l) => l.kind)).toEqual(['cut', 'lay', 'torque']);
  });
  it('its median parts the steps in halves, whatever they took (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0.1, max: 60, noNaN: true }), { minLength: 1, maxLength: 40 }), (took) => {
        const [own] = learnedTimes(took.map((m, n) => done(`mount/it_${n}`, m, 1)));
        const { low, median, high } = own!.factor;
        expect(low).toBeLessThanOrEqual(median);
        expect(median).toBeLessThanOrEqual(high);
        expect(took.filter((m) => m < median - 1e-9).length).toBeLessThanOrEqual(took.length / 2);
        expect(took.filter((m) => m > median + 1e-9).length).toBeLessThanOrEqual(took.length / 2);
      }),
    );
  });
});
