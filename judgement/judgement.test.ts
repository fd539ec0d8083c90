import { describe, expect, it } from 'vitest';
import { asBuilt, casesOf, judgeMutant, judgeSound } from './judge.ts';
import { FAIR_WARNINGS } from './report.ts';
import { SOUND } from './sound.ts';

/** Every fourth defect each time, all of them in the full run. */
const SHARE = process.env.OMBRIK_FULL ? 1 : 4;

describe('sound boards', () => {
  it.each(SOUND.map((s) => [s.name, s] as const))('%s: no stop, few warnings', (_, sound) => {
    for (const board of [sound.board, () => asBuilt(sound.board())]) {
      const { stops, warnings } = judgeSound({ name: sound.name, board });
      expect(stops.map((f) => f.says)).toEqual([]);
      expect(warnings.length, warnings.map((f) => f.says).join('; ')).toBeLessThanOrEqual(FAIR_WARNINGS);
    }
  });
});

describe('boards with one defect', () => {
  const cases = casesOf();
  it('are at least 120', () => expect(cases.length).toBeGreaterThanOrEqual(120));
  it.each(
    cases.filter((_, n) => n % SHARE === 0).map((c) => [`${c.mutant.name}: ${c.sound.name}`.slice(0, 78), c] as const),
  )('%s', (_, one) => {
    const { found, others } = judgeMutant(one);
    expect(found?.kind, `${one.mutant.kinds.join(' or ')} at ${one.at}`).toBeDefined();
    expect(others.map((f) => f.says)).toEqual([]);
  });
});
