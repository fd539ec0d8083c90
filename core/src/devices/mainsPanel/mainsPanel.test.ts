import { describe, expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { lamp, parts, shelf } from '../../testing/kit.ts';

describe('a mains distribution', () => {
  it('joins line with line, neutral with neutral and earth with earth, and none of them with another', () => {
    const { node } = stagesOf(lamp().item('X8', 'mains-panel-4', shelf));
    for (const suffix of ['L', 'N', 'E']) expect(node(`X8:in${suffix}`)).toBe(node(`X8:w4${suffix}`));
    expect(new Set(['L', 'N', 'E'].map((suffix) => node(`X8:in${suffix}`))).size).toBe(3);
  });
  it('has nothing of the bank at its terminals', () => {
    const domains = new Set(parts.get('mains-panel-4')!.terminals.map((t) => t.domain));
    expect(domains).toEqual(new Set(['ac', 'earth']));
  });
});
