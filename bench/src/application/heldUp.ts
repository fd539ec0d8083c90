import { median, share } from '../measure.ts';
import { comeIn, type Person } from './client.ts';
import { boardOfParts } from './manyParts.ts';

const RUN_MS = 15_000;
const PAPERS = ['drawing.pdf', 'parts.pdf', 'cuts.pdf', 'dressing.pdf'];

/** Asks for the board of 390 parts anew, and for its papers, until the time is over. @returns how often */
async function burden(person: Person, jobId: string, until: number): Promise<number> {
  let done = 0;
  let { revision } = await (await person.get(`/api/jobs/${jobId}`)).json();
  while (performance.now() < until) {
    revision = await person.edit(jobId, revision, 'ambientC', 20 + (revision % 20));
    await (await person.get(`/api/jobs/${jobId}/dossier`)).arrayBuffer();
    await (await person.get(`/api/jobs/${jobId}/out/${PAPERS[done % PAPERS.length]}`)).arrayBuffer();
    done++;
  }
  return done;
}

/** Edits a small board as a hand would. @returns how long each edit took, ms */
async function edits(person: Person, jobId: string, until: number): Promise<number[]> {
  const took: number[] = [];
  let { revision } = await (await person.get(`/api/jobs/${jobId}`)).json();
  while (performance.now() < until) {
    const began = performance.now();
    revision = await person.edit(jobId, revision, 'notes', `note ${revision}`);
    took.push(performance.now() - began);
    await new Promise((go) => setTimeout(go, 100));
  }
  return took;
}

/** The event loop's longest wait since it was last asked, ms. */
export const longestWait = async (person: Person): Promise<number> =>
  (await (await person.get('/api/health')).json()).longestWaitMs;

/** Who edits while a large board is derived and printed. @returns lines of a table */
export async function heldUpTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  // The same person at another desk: only a designer draws.
  const beside = await comeIn(url, 'pe_designer');
  const { job: large } = await mira.post('/api/jobs/import', boardOfParts(390));
  const { job: small } = await beside.post('/api/jobs/import', boardOfParts(20));
  // Threads are up and warm before anything is timed.
  await burden(mira, large.id, performance.now() + 3000);
  await edits(beside, small.id, performance.now() + 1000);
  const row = async (what: string, burdened: () => Promise<number>) => {
    await longestWait(mira);
    const until = performance.now() + RUN_MS;
    const [took, times] = await Promise.all([edits(beside, small.id, until), burdened()]);
    const wait = await longestWait(mira);
    return {
      wait,
      line: `| ${what} | ${times} | ${took.length} | ${median(took).toFixed(1)} ms | ${share(took, 0.95).toFixed(1)} ms | ${wait.toFixed(1)} ms |`,
    };
  };
  const quiet = await row('nothing', async () => 0);
  const busy = await row('390 parts derived and printed', () => burden(mira, large.id, performance.now() + RUN_MS));
  return [
    '| beside the edits | times | edits | an edit, median | 95 of 100 | the loop waited at most |',
    '| --- | --- | --- | --- | --- | --- |',
    quiet.line,
    busy.line,
    '',
    `Waits with and without: ${(busy.wait / quiet.wait).toFixed(1)} ×.`,
  ];
}
