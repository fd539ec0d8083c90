import { cutsCsv, partsCsv } from '@ombrik/core/export/lists';
import { rulesOf } from '@ombrik/core/rules/profiles/ownRules';
import { Hono } from 'hono';
import { boardDrawing } from '../papers/boardDrawing.ts';
import { cutsPaper, partsPaper } from '../papers/listPapers.ts';
import type { PaperHead } from '../papers/paper.ts';
import { testRecordPaper } from '../papers/testRecord.ts';
import { listRecords } from '../store/floorRecords.ts';
import type { JobFile } from '../store/jobFile.ts';
import { fileOr404, revisionIn } from './jobRoutes.ts';
import { refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

export const headOf = (file: JobFile, title: string): PaperHead => {
  const profile = rulesOf(file.board, file.workshop);
  return {
    title,
    jobNumber: file.job.number,
    jobName: file.board.brief.jobName,
    revision: file.revision,
    workshopName: file.workshop.name,
    profile: `${profile.name}, version ${profile.version}`,
  };
};
const attachment = (name: string, type: string, inline = false) => ({
  'Content-Type': type,
  'Content-Disposition': `${inline ? 'inline' : 'attachment'}; filename="${name}"`,
});

/** Papers as PDF, lists as CSV, the board as JSON; each names the revision it was made from. */
export const paperRoutes = new Hono<AppEnv>().use(signedIn).get('/:id/out/:name', async (c) => {
  const db = c.get('db');
  const file = await fileOr404(db, c.req.param('id'), revisionIn(c.req.query('revision')));
  const name = c.req.param('name');
  const stem = `job-${file.job.number}-r${file.revision}`;
  const pdf = async (title: string, make: (head: PaperHead) => Promise<Buffer>, slug: string) =>
    c.body(
      new Uint8Array(await make(headOf(file, title))),
      200,
      attachment(`${stem}-${slug}.pdf`, 'application/pdf', true),
    );
  switch (name) {
    case 'drawing.pdf':
      return pdf('Board drawing', (head) => boardDrawing(file, head), 'drawing');
    case 'parts.pdf':
      return pdf('Parts list', (head) => partsPaper(file, head), 'parts');
    case 'cuts.pdf':
      return pdf('Cut list', (head) => cutsPaper(file, head), 'cuts');
    case 'test-record.pdf': {
      const records = await listRecords(db, file.job.id, 'benchStep');
      return pdf('Test record', (head) => testRecordPaper(file, records, head), 'test-record');
    }
    case 'parts.csv':
      return c.body(partsCsv(file.dossier), 200, attachment(`${stem}-parts.csv`, 'text/csv; charset=utf-8'));
    case 'cuts.csv':
      return c.body(cutsCsv(file.dossier), 200, attachment(`${stem}-cuts.csv`, 'text/csv; charset=utf-8'));
    case 'board.json':
      return c.body(JSON.stringify(file.board, null, 2), 200, attachment(`${stem}-board.json`, 'application/json'));
    default:
      return refuse(
        404,
        `no paper "${name}"; accepted: drawing.pdf, parts.pdf, cuts.pdf, test-record.pdf, parts.csv, cuts.csv, board.json`,
      );
  }
});
