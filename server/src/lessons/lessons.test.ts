import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
});
afterAll(() => server.close());

describe('what fails most', () => {
  it('is counted over released jobs, shipped ones too, with counts and bounds', { timeout: 60_000 }, async () => {
    const before = (await mira.get('/api/lessons')).json;
    expect(before.jobs).toBeGreaterThan(1);
    const rows = Object.values(before.fails).flat() as { failed: number; tried: number; bounds: [number, number] }[];
    expect(rows.length).toBeGreaterThan(5);
    for (const { failed, tried, bounds } of rows) {
      expect(failed).toBeLessThanOrEqual(tried);
      expect(bounds[0]).toBeLessThanOrEqual(failed / tried);
      expect(bounds[1]).toBeGreaterThanOrEqual(failed / tried);
    }
    // One more crimp that slipped, on a job of the floor.
    const released = await server.db('releases').orderBy('id').first();
    const cable = (await mira.get(`/api/jobs/${released.job_id}/dossier`)).json.dossier.cables.find(
      (c: { lead: unknown }) => c.lead === null,
    );
    await server.db('floor_records').insert({
      job_id: released.job_id,
      kind: 'cableRedo',
      entity_id: cable.cableId,
      revision: released.revision,
      fingerprint: cable.fingerprint,
      data: JSON.stringify({ reason: 'crimp slipped', scrap: 'bin' }),
      person_id: 'pe_assembler',
    });
    await server.db('jobs').where({ id: released.job_id }).update({ archived_at: new Date() });
    const after = (await mira.get('/api/lessons')).json;
    expect(after.jobs).toBe(before.jobs);
    const failed = (of: typeof before, lug: string) =>
      of.fails.lug.find((r: { what: string }) => r.what === lug)?.failed ?? 0;
    const lug = cable.cores[0].from.lugName;
    expect(failed(after, lug)).toBe(failed(before, lug) + 1);
  });
});
