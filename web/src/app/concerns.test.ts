import { describe, expect, it } from 'vitest';
import { concerns } from './concerns.ts';

describe('what a change of somebody else makes out of date', () => {
  it.each([
    ['/api/jobs/jb_1/edits', ['job', 'jb_1'], true],
    ['/api/jobs/jb_1/edits', ['job', 'jb_2'], false],
    ['/api/jobs/jb_1/made', ['floor', 'jb_1'], true],
    ['/api/jobs/jb_1/made', ['stock'], true],
    ['/api/jobs/jb_1/edits', ['jobs', false, ''], true],
    ['/api/jobs', ['jobs', true, 'hut'], true],
    ['/api/stock/st_1/take', ['stock', 'moves', 'st_1'], true],
    ['/api/stock/st_1/take', ['job', 'jb_1'], false],
    ['/api/buying/offers', ['buying'], true],
    ['/api/workshop', ['job', 'jb_9'], true],
    ['*', ['floor', 'jb_1'], true],
    // A revision never changes, nor does the catalogue.
    ['*', ['dossier', 'jb_1', 7], false],
    ['*', ['articles'], false],
    ['/api/jobs/jb_1/edits', ['me'], false],
  ])('%s and %j: %s', (address, key, expected) => {
    expect(concerns(address, key)).toBe(expected);
  });
});
