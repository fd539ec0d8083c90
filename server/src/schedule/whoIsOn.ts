import type { Knex } from 'knex';

/** What somebody was last heard of at. */
export interface OnIt {
  personId: string;
  personName: string;
  jobId: string;
  /** A step of the build, or a cable, or a check of the bench, by its id. */
  at: { kind: 'step' | 'cable' | 'check'; id: string };
  /** Moment of their last word. */
  when: string;
}

/** Somebody who has said nothing for so long is on nothing, hours. Common practice, no source. */
const STILL_ON_H = 4;

/** For everybody who said something lately what their last word was about, the newest first. */
export async function whoIsOn(db: Knex, now: Date): Promise<OnIt[]> {
  const since = new Date(now.getTime() - STILL_ON_H * 3_600_000);
  const { rows } = await db.raw(
    `SELECT DISTINCT ON (w.person_id) w.person_id, p.name, w.job_id, w.kind, w.id, w.at FROM (
       SELECT person_id, job_id, 'step' AS kind, step_id AS id, at FROM build_records WHERE at > ?
       UNION ALL
       SELECT person_id, job_id, 'cable', entity_id, recorded_at
       FROM floor_records WHERE kind <> 'benchStep' AND recorded_at > ?
       UNION ALL
       SELECT person_id, job_id, 'check', step_id, at FROM bench_readings WHERE at > ?
     ) w JOIN people p ON p.id = w.person_id JOIN jobs j ON j.id = w.job_id AND j.archived_at IS NULL
     ORDER BY w.person_id, w.at DESC`,
    [since, since, since],
  );
  return (rows as { person_id: string; name: string; job_id: string; kind: OnIt['at']['kind']; id: string; at: Date }[])
    .map((r) => ({
      personId: r.person_id,
      personName: r.name,
      jobId: r.job_id,
      at: { kind: r.kind, id: r.id },
      when: r.at.toISOString(),
    }))
    .sort((a, b) => (a.when < b.when ? 1 : -1));
}
