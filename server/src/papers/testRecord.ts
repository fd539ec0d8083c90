import type { Reopened } from '@ombrik/core/build/reopened';
import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { benchProgress, stillProved } from '@ombrik/core/stages/bench/benchProgress';
import { asBenchRecords, type FloorRecord } from '../bench/floorRecords.ts';
import {
  cautions,
  closePaper,
  heading,
  openPaper,
  type PaperFile,
  type PaperHead,
  paragraph,
  signOff,
  table,
} from './paper.ts';
import { settledList } from './settledList.ts';

const limits = (s: Pick<BenchStep, 'lowLimit' | 'highLimit' | 'unit' | 'method'>): string => {
  if (s.method === 'confirm') return 'seen and good';
  const n = (x: number) => (Math.abs(x) >= 100 ? x.toFixed(0) : x.toFixed(2));
  if (s.lowLimit !== null && s.highLimit !== null) return `${n(s.lowLimit)} to ${n(s.highLimit)} ${s.unit}`;
  return s.lowLimit !== null ? `at least ${n(s.lowLimit)} ${s.unit}` : `at most ${n(s.highLimit ?? 0)} ${s.unit}`;
};
const reading = (r: FloorRecord): string => {
  const { value, unit } = r.data as { value: number | null; unit: string };
  if (value === null) return r.data.passed ? 'good' : 'not good';
  return value >= 9e37 ? 'open' : `${value.toFixed(Math.abs(value) < 1 ? 3 : 2)} ${unit}`;
};
const STAGE_TITLE = {
  cold: 'Cold',
  bank: 'Bank',
  fuses: 'Fuses, one by one',
  load: 'Under load',
  mains: 'Mains side',
} as const;

/** The test record: every reading taken, failed ones too, and what the whole comes to; of several boards one after the other. */
export async function testRecordPaper(
  file: PaperFile,
  records: readonly FloorRecord[],
  opened: ReadonlyMap<number, readonly Reopened[]>,
  head: PaperHead,
): Promise<Buffer> {
  const doc = openPaper(head);
  const { quantity } = file.board.brief;
  for (const unit of unitsOf(quantity)) {
    if (unit > 1) doc.addPage();
    if (quantity > 1) heading(doc, `Board No. ${serialOf(file.job.number, unit, quantity)}`);
    const own = records.filter((r) => r.unit === unit);
    ofOneBoard(doc, file, own, opened.get(unit) ?? []);
  }
  settledList(doc, file.dossier);
  cautions(doc, [
    'Values are the workshop’s own readings with its own meter; this record is not a certificate and claims no compliance.',
    'Before anybody works on the board: isolators open, battery fuse out, sun covered, and check with a meter.',
    'Local rules come first.',
  ]);
  const mains = file.dossier.bench.filter((s) => s.stage === 'mains');
  signOff(doc, ['Tester', ...(mains.length > 0 ? ['Licensed person, mains side'] : []), 'Released by']);
  return closePaper(doc, head);
}

function ofOneBoard(
  doc: PDFKit.PDFDocument,
  file: PaperFile,
  records: readonly FloorRecord[],
  opened: readonly Reopened[],
): void {
  const steps = file.dossier.bench;
  const progress = benchProgress(steps, asBenchRecords(records), opened);
  const mains = steps.filter((s) => s.stage === 'mains');
  const stops = file.dossier.findings.filter((f) => f.severity === 'stop');
  heading(
    doc,
    progress.dcPassed
      ? 'D.c. side: PASSED'
      : `D.c. side: NOT PASSED, ${progress.passedCount} of ${progress.dcCount} checks done`,
  );
  if (mains.length > 0) {
    const signed = mains.every((s) => progress.states.get(s.id) === 'passed');
    paragraph(
      doc,
      signed
        ? 'Mains side: signed by a licensed person.'
        : 'Mains side: NOT tested. A licensed person has to test and sign it before use.',
    );
  }
  if (stops.length > 0)
    paragraph(
      doc,
      `The drawing of this revision has ${stops.length} open stop findings: ${stops.map((f) => f.says).join('; ')}.`,
    );
  for (const stage of ['cold', 'bank', 'fuses', 'load', 'mains'] as const) {
    const own = steps.filter((s) => s.stage === stage);
    if (own.length === 0) continue;
    heading(doc, STAGE_TITLE[stage]);
    type Row = { step: BenchStep; record: FloorRecord | null };
    const rows = own.flatMap((step): Row[] => {
      const taken = records.filter((r) => r.entityId === step.id);
      return taken.length > 0 ? taken.map((record) => ({ step, record })) : [{ step, record: null }];
    });
    table<Row>(
      doc,
      [
        { title: 'Check', width: 170, value: (r) => r.step.title },
        { title: 'Limit', width: 96, value: (r) => limits(r.step) },
        {
          title: 'Reading',
          width: 62,
          align: 'right',
          number: true,
          value: (r) => (r.record ? reading(r.record) : ''),
        },
        {
          title: 'Result',
          width: 60,
          value: (r) => {
            if (!r.record) return 'not done';
            const older = r.record.fingerprint !== r.step.fingerprint ? ', older spec' : '';
            if (r.record.data.passed && !stillProved(r.step, r.record, opened)) return 'pass, a joint was opened since';
            return (r.record.data.passed ? 'pass' : 'FAIL') + older;
          },
        },
        { title: 'By', width: 66, value: (r) => r.record?.personName ?? '' },
        {
          title: 'When',
          width: 84,
          number: true,
          value: (r) => (r.record ? `${r.record.at.slice(0, 16).replace('T', ' ')} r${r.record.revision}` : ''),
        },
      ],
      rows,
    );
  }
}
