import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { deriveBoard } from '../testing/demoBoards.ts';
import { progressOfAll } from './cableWork.ts';
import { type CrimpJob, dieBatches } from './dieBatches.ts';

const { cables } = deriveBoard(demoBoard('hut'));
const job = (jobId: string, wantedOn: string | null, done: readonly string[] = []): CrimpJob => ({
  jobId,
  number: 401,
  name: jobId,
  wantedOn,
  cables,
  progress: progressOfAll(
    cables,
    cables.flatMap((c) =>
      done.includes(c.cableId)
        ? [
            {
              cableId: c.cableId,
              fingerprint: c.fingerprint,
              said: { kind: 'made' as const, made: true },
              personName: '',
              at: '',
            },
          ]
        : [],
    ),
    { pullEvery: 20 },
  ),
});
const crimps = cables.flatMap((c) => (c.lead ? [] : c.cores.flatMap((k) => [k.from, k.to]).filter((e) => e.crimp)));

describe('dies over all jobs', () => {
  it('hold every end that is still to be crimped, each once', () => {
    const batches = dieBatches([job('a', '2026-12-04'), job('b', '2026-12-10')]);
    expect(batches.reduce((sum, b) => sum + b.ends, 0)).toBe(2 * crimps.length);
    for (const b of batches) {
      expect(b.jobs.map((j) => j.jobId)).toEqual(['a', 'b']);
      expect(b.jobs.reduce((n, j) => n + j.cables.reduce((s, c) => s + c.ends, 0), 0)).toBe(b.ends);
    }
    expect(new Set(batches.map((b) => b.dieId)).size).toBe(batches.length);
  });
  it('leave out what is made, and a job that is wanted long after', () => {
    expect(
      dieBatches([
        job(
          'a',
          null,
          cables.map((c) => c.cableId),
        ),
      ]),
    ).toEqual([]);
    const [first] = dieBatches([job('late', '2027-03-01'), job('soon', '2026-12-04')]);
    expect(first!.jobs.map((j) => j.jobId)).toEqual(['soon']);
    expect(dieBatches([job('x', null), job('y', null)])[0]!.jobs).toHaveLength(2);
  });
});
