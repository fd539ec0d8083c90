import type { Reopened } from '@ombrik/core/build/reopened';
import { BENCH_STAGES, type BenchStep } from '@ombrik/core/devices/benchStep';
import { shownDoubt, shownReading } from '@ombrik/core/document/workshop/quantity';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { benchProgress, stillProved } from '@ombrik/core/stages/bench/benchProgress';
import { sourceWords, VERDICT_WORDS } from '@ombrik/core/stages/bench/sourceWords';
import { asBenchRecords, type BenchReading } from '../bench/readings.ts';
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

const one = (step: Pick<BenchStep, 'measures'>, x: number) => shownReading(step.measures!, x);
const between = (step: BenchStep, low: number | null, high: number | null): string => {
  if (low !== null && high !== null) return `${one(step, low)} to ${one(step, high)}`;
  if (low !== null) return `at least ${one(step, low)}`;
  return high !== null ? `at most ${one(step, high)}` : '';
};
/** The limits it was judged by, or will be as planned. */
const limits = (step: BenchStep, r: BenchReading | null): string => {
  if (step.role === 'electrician') return 'tested and signed';
  if (step.method === 'settings') return 'set and read back';
  if (step.method === 'confirm') return 'seen and good';
  if (r?.conditions.alongside) return `${between(step, r.lowLimit, r.highLimit)}: ${r.says}`;
  return r && r.value !== null ? between(step, r.lowLimit, r.highLimit) : between(step, step.lowLimit, step.highLimit);
};
const reading = (step: BenchStep, r: BenchReading): string => {
  if (r.value === null) return r.verdict === 'passed' ? 'good' : 'not good';
  return `${one(step, r.value)}${shownDoubt(step.measures!, r.value, r.uncertainty)}`;
};
/** The test record: every reading taken, failed ones too, and what the whole comes to; of several boards one after the other. */
export async function testRecordPaper(
  file: PaperFile,
  records: readonly BenchReading[],
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
    'Values are the workshop’s own readings, each with where it comes from; this record is not a certificate and claims no compliance.',
    'A reading passes where it lies inside its limits by more than its uncertainty (about 95 %), fails where it lies outside by more; else nobody can tell (ISO 14253-1).',
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
  records: readonly BenchReading[],
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
  for (const [stage, title] of BENCH_STAGES) {
    const own = steps.filter((s) => s.stage === stage);
    if (own.length === 0) continue;
    heading(doc, title);
    type Row = { step: BenchStep; record: BenchReading | null };
    const rows = own.flatMap((step): Row[] => {
      const taken = records.filter((r) => r.stepId === step.id);
      return taken.length > 0 ? taken.map((record) => ({ step, record })) : [{ step, record: null }];
    });
    table<Row>(
      doc,
      [
        { title: 'Check', width: 128, value: (r) => r.step.title },
        { title: 'Limit', width: 86, value: (r) => limits(r.step, r.record) },
        {
          title: 'Reading',
          width: 82,
          align: 'right',
          number: true,
          value: (r) => (r.record ? reading(r.step, r.record) : ''),
        },
        { title: 'Result', width: 52, value: (r) => resultWords(r.step, r.record, opened) },
        { title: 'From', width: 84, value: (r) => (r.record ? sourceWords(r.record.source) : '') },
        {
          title: 'By, when',
          width: 106,
          value: (r) =>
            r.record
              ? `${r.record.personName} ${r.record.at.slice(0, 16).replace('T', ' ')} r${r.record.revision}`
              : '',
        },
      ],
      rows,
    );
    settingsTable(doc, own, records);
  }
}

function resultWords(step: BenchStep, record: BenchReading | null, opened: readonly Reopened[]): string {
  if (!record) return 'not done';
  if (record.source.kind === 'simulated') return 'does not count';
  const older = record.fingerprint !== step.fingerprint ? ', older spec' : '';
  if (record.verdict === 'passed' && !stillProved(step, record, opened)) return 'pass, a joint was opened since';
  return VERDICT_WORDS[record.verdict] + older;
}

/** Settings as they were found and as they were left. */
function settingsTable(doc: PDFKit.PDFDocument, steps: readonly BenchStep[], records: readonly BenchReading[]): void {
  const rows = steps.flatMap((step) => {
    const last = records.filter((r) => r.stepId === step.id && r.settings !== null).at(-1);
    return (last?.settings ?? []).map((s) => ({ of: step.title.replace(/^(Settings|Mains side) of /, ''), ...s }));
  });
  if (rows.length === 0) return;
  table<(typeof rows)[number]>(
    doc,
    [
      { title: 'Device', width: 60, value: (r) => r.of },
      { title: 'Setting', width: 140, value: (r) => r.name },
      { title: 'Found', width: 112, value: (r) => r.before },
      { title: 'Left at', width: 112, value: (r) => r.after },
      { title: 'Expected', width: 112, value: (r) => r.expects },
    ],
    rows,
  );
}
