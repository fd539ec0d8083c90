import { describe, expect, it } from 'vitest';
import { type Entry, fit, found } from './finding.ts';

const entry = (title: string, group = 'Parts', note?: string): Entry => ({
  ...{ id: title, group, title, run: () => {} },
  ...(note === undefined ? {} : { note }),
});
const titles = (all: Entry[]) => all.map((e) => e.title);

describe('what answers to words', () => {
  it('each of them somewhere in name or note, in any order, whatever the case and the accents', () => {
    expect(fit(entry('Würth reel', 'Store', '16 mm²'), 'REEL wurth')).not.toBeNull();
    expect(fit(entry('Würth reel', 'Store', '16 mm²'), '16 reel')).not.toBeNull();
    expect(fit(entry('Würth reel'), 'reel 25')).toBeNull();
    expect(fit(entry('anything'), '')).toBe(0);
  });
  it('W1 before W17 before what holds it in the middle; a designation without its minus', () => {
    expect(titles(found([entry('AW17'), entry('W17'), entry('W1')], 'w1'))).toEqual(['W1', 'W17', 'AW17']);
    expect(titles(found([entry('Battery -G1 lead'), entry('-G1 battery')], 'g1'))).toEqual([
      '-G1 battery',
      'Battery -G1 lead',
    ]);
  });
  it('a few of each group, and groups in the order they come in', () => {
    const many = Array.from({ length: 30 }, (_, n) => entry(`-F${n}`, n % 2 ? 'B' : 'A'));
    const all = found(many, 'f');
    expect(all).toHaveLength(14);
    expect(all.findIndex((e) => e.group === 'B')).toBe(7);
  });
});
