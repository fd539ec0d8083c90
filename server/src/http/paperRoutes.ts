import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { panelShapes } from '@ombrik/core/drawing/panelShapes';
import { dxfOf } from '@ombrik/core/export/dxf';
import { cutsCsv, drillCsv, partsCsv } from '@ombrik/core/export/lists';
import { svgOf } from '@ombrik/core/export/svg';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { type CableLabel, cableLabels, labelsCsv } from '@ombrik/core/stock/cableLabels';
import { cableWork } from '@ombrik/core/stock/cableWork';
import { cableCode } from '@ombrik/core/stock/scan';
import { LABEL_SHEETS } from '@ombrik/core/tables/labelSheets';
import { Hono } from 'hono';
import { boardDrawing } from '../papers/boardDrawing.ts';
import { dressingPaper, drillPaper, sheetPaper } from '../papers/boardPapers.ts';
import { cableLabelPaper, tubeLabelPaper } from '../papers/cableLabelPaper.ts';
import { cardPaper } from '../papers/cardPaper.ts';
import { costPaper } from '../papers/costPaper.ts';
import { cuttingPaper } from '../papers/cuttingPaper.ts';
import { cutsPaper, partsPaper } from '../papers/listPapers.ts';
import type { JobHead } from '../papers/paper.ts';
import { templatePaper } from '../papers/templatePaper.ts';
import { testRecordPaper } from '../papers/testRecord.ts';
import { jobCosts } from '../store/costs.ts';
import { planOf } from '../store/cutPlans.ts';
import { listRecords } from '../store/floorRecords.ts';
import type { JobFile } from '../store/jobFile.ts';
import { listStock } from '../store/stock.ts';
import { fileOr404, revisionIn } from './jobRoutes.ts';
import { onePress } from './onePress.ts';
import { refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

export const headOf = (file: JobFile, title: string): JobHead => {
  const profile = profileOf(file.board, file.workshop);
  return {
    title,
    jobNumber: file.job.number,
    jobName: file.board.brief.jobName,
    revision: file.revision,
    workshopName: file.workshop.name,
    profile: `${profile.name}, version ${profile.version}`,
  };
};
/** A panel of the board by id; refused in words when there is none. */
const panelOf = (file: JobFile, id: string) =>
  file.board.panels.find((p) => p.id === id) ??
  refuse(404, `no panel "${id}"; accepted: ${file.board.panels.map((p) => p.id).join(', ')}`);

const attachment = (name: string, type: string, inline = false) => ({
  'Content-Type': type,
  'Content-Disposition': `${inline ? 'inline' : 'attachment'}; filename="${name}"`,
});

/** Papers as PDF, lists as CSV, the board as JSON; each names the revision it was made from. */
export const paperRoutes = new Hono<AppEnv>().use(signedIn, onePress).get('/:id/out/:name', async (c) => {
  const db = c.get('db');
  const file = await fileOr404(db, c.req.param('id'), revisionIn(c.req.query('revision')));
  const name = c.req.param('name');
  const stem = `job-${file.job.number}-r${file.revision}`;
  const pdf = async (title: string, make: (head: JobHead) => Promise<Buffer>, slug: string) =>
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
    case 'cutting.pdf': {
      const kept = await planOf(db, file.job.id);
      if (!kept) return refuse(409, 'no cut plan has been taken for this job yet: Cables, Cutting');
      return pdf('Cutting sheet', (head) => cuttingPaper(kept, head), 'cutting');
    }
    case 'cards.pdf': {
      const kept = await planOf(db, file.job.id);
      const origin = new URL(c.req.url).origin;
      return pdf('Cable cards', (head) => cardPaper(file, kept?.plan ?? null, origin, head), 'cards');
    }
    case 'labels.pdf': {
      const sheetId = c.req.query('sheet') ?? LABEL_SHEETS[0]!.id;
      const labels = cableLabels(cableWork(file.dossier.cables, file.workshop).order, genericCatalogue);
      const codeOf = (l: CableLabel) => cableCode(new URL(c.req.url).origin, file.job.number, l.name);
      const sheet = LABEL_SHEETS.find((s) => s.id === sheetId);
      if (!sheet && sheetId !== 'tube-A4' && sheetId !== 'tube-Letter')
        return refuse(
          422,
          `sheet is "${sheetId}"; accepted: ${LABEL_SHEETS.map((s) => s.id).join(', ')}, tube-A4, tube-Letter`,
        );
      return pdf(
        'Labels',
        () =>
          sheet
            ? cableLabelPaper(labels, sheet, codeOf)
            : tubeLabelPaper(labels, sheetId === 'tube-A4' ? 'A4' : 'Letter'),
        'labels',
      );
    }
    case 'labels.csv': {
      const labels = cableLabels(cableWork(file.dossier.cables, file.workshop).order, genericCatalogue);
      const csv = labelsCsv(labels, (l) => cableCode(new URL(c.req.url).origin, file.job.number, l.name));
      return c.body(csv, 200, attachment(`${stem}-labels.csv`, 'text/csv; charset=utf-8'));
    }
    case 'costs.pdf': {
      const costs = await jobCosts(db, file);
      return pdf('Costs', (head) => costPaper(costs, head), 'costs');
    }
    case 'test-record.pdf': {
      const records = await listRecords(db, file.job.id, 'benchStep');
      return pdf('Test record', (head) => testRecordPaper(file, records, head), 'test-record');
    }
    case 'template.pdf': {
      const paper = c.req.query('paper') ?? 'A4';
      const cutFrom = c.req.query('from') ?? 'show';
      const panelId = c.req.query('panel') ?? null;
      if (paper !== 'A4' && paper !== 'Letter') return refuse(422, `paper is "${paper}"; accepted: A4, Letter`);
      if (cutFrom !== 'show' && cutFrom !== 'hidden')
        return refuse(422, `from is "${cutFrom}"; accepted: show, hidden`);
      if (panelId !== null) panelOf(file, panelId);
      return pdf('Template', (head) => templatePaper(file, head, { paper, panelId, cutFrom }), 'template');
    }
    case 'drill.pdf':
      return pdf('Drill table', (head) => drillPaper(file, head), 'drill');
    case 'dressing.pdf':
      return pdf('Dressing drawing', (head) => dressingPaper(file, head), 'dressing');
    case 'sheets.pdf': {
      const offcuts = (await listStock(db)).flatMap((s) =>
        s.widthMm !== null && s.heightMm !== null && s.onHand > s.reserved
          ? [{ number: s.number, bin: s.bin, sheetId: s.articleId, widthMm: s.widthMm, heightMm: s.heightMm }]
          : [],
      );
      return pdf('Sheet cutting plan', (head) => sheetPaper(file, head, offcuts), 'sheets');
    }
    case 'panel.dxf':
    case 'panel.svg': {
      const panel = panelOf(file, c.req.query('panel') ?? file.board.panels[0]!.id);
      const face = c.req.query('face') ?? panel.goodFace;
      if (face !== 'front' && face !== 'back') return refuse(422, `face is "${face}"; accepted: front, back`);
      const parts = partIndex(file.board, genericCatalogue);
      const shapes = panelShapes(file.board, parts, panel, face, c.req.query('mirrored') === '1');
      const slug = `${stem}-${panel.id}-${face}`;
      return name === 'panel.dxf'
        ? c.body(dxfOf(shapes), 200, attachment(`${slug}.dxf`, 'image/vnd.dxf'))
        : c.body(svgOf(shapes), 200, attachment(`${slug}.svg`, 'image/svg+xml'));
    }
    case 'drill.csv':
      return c.body(drillCsv(file.board), 200, attachment(`${stem}-drill.csv`, 'text/csv; charset=utf-8'));
    case 'parts.csv':
      return c.body(partsCsv(file.dossier), 200, attachment(`${stem}-parts.csv`, 'text/csv; charset=utf-8'));
    case 'cuts.csv':
      return c.body(cutsCsv(file.dossier), 200, attachment(`${stem}-cuts.csv`, 'text/csv; charset=utf-8'));
    case 'board.json':
      return c.body(JSON.stringify(file.board, null, 2), 200, attachment(`${stem}-board.json`, 'application/json'));
    default:
      return refuse(
        404,
        `no paper "${name}"; accepted: drawing.pdf, dressing.pdf, template.pdf, drill.pdf, sheets.pdf, parts.pdf, cuts.pdf, cutting.pdf, cards.pdf, labels.pdf, costs.pdf, test-record.pdf, panel.dxf, panel.svg, drill.csv, parts.csv, cuts.csv, labels.csv, board.json`,
      );
  }
});
