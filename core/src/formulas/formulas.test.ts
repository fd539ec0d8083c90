import { readFileSync } from 'node:fs';
import { evaluate } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { everyFormula } from '../devices/everyFormula.ts';
import { methodBook } from './book.ts';
import * as demand from './demand.ts';
import * as protection from './protection.ts';

/** A small repeatable generator, so that a failure can be run again. */
function lcg(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

describe('every formula says what it computes (against mathjs, an independent evaluator)', () => {
  it.each(everyFormula.map((r) => [r.id, r] as const))('%s', (_, rule) => {
    const random = lcg(7);
    for (let n = 0; n < 60; n++) {
      const inputs = Object.fromEntries(
        Object.entries(rule.inputs).map(([name, q]) => [name, q.sample[0] + random() * (q.sample[1] - q.sample[0])]),
      );
      const independent = evaluate(rule.formula, inputs) as number;
      expect(rule.compute(inputs)).toBeCloseTo(
        independent,
        Math.max(0, 9 - Math.ceil(Math.log10(Math.abs(independent) + 1))),
      );
    }
    expect(rule.source).not.toBe('');
  });
});

describe('worked figures of the trade', () => {
  it('2 kW at 11 V and 0.9 is 202 A, 1.25 times that is 253 A (worked example)', () => {
    const amps = demand.inverterCurrent.compute({ acPowerW: 2000, cutoffV: 11, efficiencyShare: 0.9 });
    expect(amps).toBeCloseTo(202, 0);
    expect(protection.fuseMinimum.compute({ factor: 1.25, currentA: amps })).toBeCloseTo(252.5, 0);
  });
  it('a 40 A DC-DC charger draws about 50 A (common practice, no source)', () => {
    const amps = demand.converterInputCurrent.compute({
      outputV: 14.4,
      outputA: 40,
      lowestInputV: 13.0,
      efficiencyShare: 0.88,
    });
    expect(amps).toBeGreaterThan(48);
    expect(amps).toBeLessThan(52);
  });
});

it('docs/method.md prints every formula as it stands', () => {
  expect(readFileSync(new URL('../../../docs/method.md', import.meta.url), 'utf8')).toBe(methodBook(everyFormula));
});
