import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

const charged = (charger: string, joined = true) => {
  const b = lamp().item('T1', charger, shelf);
  if (joined) b.wire('T1:plus', 'X1:s3', { runMm: 500 }).wire('T1:minus', 'X2:s3', { runMm: 500 });
  return b.board;
};

findingTest('charge-over-limit', {
  speaks: () => charged('mains-charger-12-60'),
  silent: () => charged('mains-charger-12-30'),
  says: /All charging at once brings 60 A, the bank takes 50 A/,
});

describe('what is joined to nothing', () => {
  it('is not counted as charging', () => {
    const kinds = (joined: boolean) => deriveBoard(charged('mains-charger-12-60', joined)).findings.map((f) => f.kind);
    expect(kinds(true)).toContain('charge-over-limit');
    expect(kinds(false)).not.toContain('charge-over-limit');
  });
  it('several inputs in one case count once', () => {
    const b = lamp()
      .item('T1', 'combined-12-30-mains', shelf)
      .wire('T1:outPlus', 'X1:s3', { runMm: 500 })
      .wire('T1:outMinus', 'X2:s3', { runMm: 500 });
    // 30 A into a bank that takes 50 A, whatever feeds the case.
    expect(deriveBoard(b.board).findings.map((f) => f.kind)).not.toContain('charge-over-limit');
  });
});
