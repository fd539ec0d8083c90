import { describe, expect, it } from 'vitest';
import { dossierOf } from '../../testing/deviceTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

describe('a lead that ends nowhere', () => {
  const board = (mm2?: number) =>
    lamp()
      .item('X9', 'dead-end', shelf)
      .wire('F10:w2', 'X9:end', { runMm: 3000, ...(mm2 ? { mm2 } : {}) });
  it('is capped, listed with its cap, and stops nothing', () => {
    const { cables, parts, findings } = dossierOf(board());
    expect(cables.at(-1)!.cores[0]!.to.lugName).toMatch(/end cap/);
    expect(parts.some((l) => /end cap/.test(l.name))).toBe(true);
    expect(findings.filter((f) => f.severity === 'stop').map((f) => f.says)).toEqual([]);
  });
  it('takes part in no circuit: no current, no return wanted', () => {
    const { sizing, findings } = dossierOf(board());
    expect(sizing.wires.at(-1)!.designCurrentA).toBeCloseTo(0, 9);
    expect(findings.map((f) => f.kind)).not.toContain('no-return');
  });
});
