import { describe, expect, it } from 'vitest';
import { Refusal, refuse } from '../refusal.ts';
import { countIn, placeIn, revisionIn } from './asked.ts';

const refused = (work: () => unknown): [number, string] => {
  try {
    work();
  } catch (error) {
    if (error instanceof Refusal) return [error.status, error.problems.join('; ')];
    throw error;
  }
  throw new Error('was taken');
};

describe('what is asked in an address', () => {
  it('a revision is a whole number from 1, or the newest', () => {
    expect(revisionIn(undefined)).toBeUndefined();
    expect(revisionIn('17')).toBe(17);
    for (const text of ['0', '-1', '1.5', '1e3', ' 2', '', '9999999999'])
      expect(refused(() => revisionIn(text))).toEqual([422, `revision is "${text}"; accepted: a whole number from 1`]);
  });
  it('a count has a usual and a largest', () => {
    expect(countIn({}, 'limit', 300, 5000)).toBe(300);
    expect(countIn({ limit: '0' }, 'limit', 300, 5000)).toBe(0);
    expect(refused(() => countIn({ limit: '5001' }, 'limit', 300, 5000))[1]).toBe(
      'limit is "5001"; accepted: a whole number from 0 to 5000',
    );
    expect(refused(() => countIn({ limit: 'all' }, 'limit', 300, 5000))[0]).toBe(422);
  });
});

describe('a refusal', () => {
  it('carries its status and every sentence', () => {
    expect(refused(() => refuse(409, 'reserved for job 402', 'take another'))).toEqual([
      409,
      'reserved for job 402; take another',
    ]);
  });
  it('a place is a job and a station, or the workshop as a whole', () => {
    expect([placeIn(undefined), placeIn(''), placeIn('jb_1/history')]).toEqual(['', '', 'jb_1/history']);
    for (const text of ['jb_1', 'jb_1/', '/board', 'jb_1/board/x', 'jb 1/board', `${'j'.repeat(65)}/board`])
      expect(refused(() => placeIn(text))).toEqual([422, expect.stringContaining(`at is "${text}"`)]);
  });
});
