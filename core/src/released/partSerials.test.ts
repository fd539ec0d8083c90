import { describe, expect, it } from 'vitest';
import { partSerials } from './partSerials.ts';

const items = [
  { id: 'b', designation: '-G1', partId: 'bat', name: 'Bank' },
  { id: 'f', designation: '-F1', partId: 'fuse', name: '' },
];
const parts = new Map([
  ['bat', { kind: 'battery' as const, name: 'Battery 100 Ah' }],
  ['fuse', { kind: 'fuseHolder' as const, name: 'Holder' }],
]);
const word = (unit: number, serial: string, at: string) => ({
  unit,
  personName: 'Ada',
  at,
  said: { kind: 'serial' as const, itemId: 'b', serial },
});

describe('numbers of parts', () => {
  it('are asked only of parts that bear one, for every board, and the last word counts', () => {
    const found = partSerials([word(1, 'A-7', '1'), word(1, 'A-9', '2')], items, parts, [1, 2]);
    expect(found.map((s) => [s.unit, s.designation, s.partName, s.serial])).toEqual([
      [1, '-G1', 'Bank, Battery 100 Ah', 'A-9'],
      [2, '-G1', 'Bank, Battery 100 Ah', null],
    ]);
  });
});
