import type { Knex } from 'knex';

/** Something the floor has reported that nobody has settled: a problem, or what was built otherwise. */
export interface FloorReport {
  jobId: string;
  jobNumber: number;
  stepId: string;
  kind: 'problem' | 'otherwise';
  text: string;
  personName: string;
  at: string;
}

/** What is open on all floors, the newest first. */
export async function floorReports(db: Knex): Promise<FloorReport[]> {
  const rows = await db('build_records as r')
    .join('people as p', 'p.id', 'r.person_id')
    .join('jobs as j', 'j.id', 'r.job_id')
    .whereNull('j.archived_at')
    .whereRaw("r.said ->> 'kind' IN ('problem', 'solved', 'otherwise', 'answered')")
    .orderBy('r.id')
    .select('r.key', 'r.job_id', 'r.step_id', 'r.said', 'r.at', 'p.name', 'j.number');
  const open = new Map<string, FloorReport>();
  for (const r of rows) {
    const { kind } = r.said;
    const step = `${r.job_id} ${r.step_id}`;
    if (kind === 'solved')
      for (const [key, o] of open) {
        if (o.kind === 'problem' && `${o.jobId} ${o.stepId}` === step) open.delete(key);
      }
    else if (kind === 'answered') open.delete(`${r.job_id} ${r.said.to}`);
    else
      open.set(`${r.job_id} ${r.key}`, {
        jobId: r.job_id,
        jobNumber: r.number,
        stepId: r.step_id,
        kind,
        text: kind === 'problem' ? r.said.text : r.said.words,
        personName: r.name,
        at: r.at.toISOString(),
      });
  }
  return [...open.values()].reverse();
}
