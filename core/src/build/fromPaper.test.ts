import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numbersIn } from './fromPaper.ts';

describe('numbers from the printed sheet', () => {
  it('come as people write them: lists, ranges, dashes of any length', () => {
    expect(numbersIn('1-3, 7 9;12 – 13', 20)).toEqual({ numbers: [1, 2, 3, 7, 9, 12, 13], wrong: [] });
    expect(numbersIn('', 20)).toEqual({ numbers: [], wrong: [] });
  });
  it('what is none is named, and never taken for another', () => {
    expect(numbersIn('0, 4-2, 21, x, 1-99999999', 20)).toEqual({
      numbers: [],
      wrong: ['0', '4-2', '21', 'x', '1-99999999'],
    });
  });
  it('are those that were written, in order and once, whatever was written (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 30 }), (all) => {
        const sorted = [...new Set(all)].sort((a, b) => a - b);
        expect(numbersIn(all.join(', '), 60)).toEqual({ numbers: sorted, wrong: [] });
      }),
    );
  });
});
