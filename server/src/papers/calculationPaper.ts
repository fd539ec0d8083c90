import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { csvOf } from '@ombrik/core/engine/csv';
import type { TraceEntry } from '@ombrik/core/engine/formula';
import { traceAll } from '@ombrik/core/explain';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { cautions, closePaper, heading, openPaper, type PaperFile, type PaperHead, paragraph, table } from './paper.ts';

/** Figures of a kind, by the beginning of their address. */
const CHAPTERS: readonly (readonly [string, string])[] = [
  ['job/', 'Energy and the bank'],
  ['flow/', 'Currents'],
  ['cable/', 'Conductors'],
  ['connection/', 'Wires'],
  ['seat/', 'Fuses and breakers'],
  ['item/', 'Devices'],
  ['panel/', 'Panels'],
  ['bench/', 'Limits of the bench test'],
];

const chapterOf = (address: string): number => {
  const at = CHAPTERS.findIndex(([start]) => address.startsWith(start));
  return at < 0 ? CHAPTERS.length : at;
};

/** How a barrel is stripped and pressed is on its card; of a conductor only what its chosen size rests on decided anything. */
const NOT_BY_ITSELF = /^(core|cable)\//;

/** Figures that decided something, and all they rest on. */
function traced({ board, workshop }: PaperFile): TraceEntry[] {
  const all = traceAll(board, genericCatalogue, profileOf(board, workshop), workshop);
  const decided = new Set([...all.values()].filter((e) => e.chosen || !NOT_BY_ITSELF.test(e.address)));
  // A set hands out what is added while it is walked.
  for (const entry of decided)
    for (const { origin } of entry.inputs) {
      const under = 'figure' in origin ? all.get(origin.figure) : undefined;
      if (under) decided.add(under);
    }
  return [...decided].sort((a, b) => chapterOf(a.address) - chapterOf(b.address) || (a.address < b.address ? -1 : 1));
}
const figure = (x: number) => (Number.isFinite(x) ? String(Number(x.toPrecision(4))) : String(x));
const inputsOf = (e: TraceEntry, name: (address: string) => string) =>
  e.inputs
    .map(
      (i) =>
        `${i.name} = ${figure(i.value)} ${i.unit} (${'given' in i.origin ? i.origin.given : name(i.origin.figure)})`,
    )
    .join('; ');

/** Addresses by the names on the labels, for who does not know the program. */
function namer({ board }: PaperFile): (address: string) => string {
  const names = new Map<string, string>([
    ...board.items.map((i) => [i.id, i.designation] as const),
    ...board.cables.map((c) => [c.id, c.designation] as const),
    ...board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.designation] as const)),
    ...board.panels.map((p) => [p.id, p.name] as const),
  ]);
  return (address) =>
    address
      .split('/')
      .map((word) => names.get(word) ?? word)
      .join(' / ');
}

/** Every figure that decided something, with formula, inputs, source and the versions of the rules: for whoever checks it. */
export function calculationPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head, 'landscape');
  const { inputs } = file.dossier;
  paragraph(
    doc,
    `Core ${inputs.coreVersion}, catalogue ${inputs.catalogueVersion}, rules ${inputs.profileId} ${inputs.profileVersion}, workshop settings ${inputs.workshopVersion}, board format ${inputs.boardFormatVersion}. What comes out of a table is marked with it; what is common practice says so.`,
  );
  const name = namer(file);
  const entries = traced(file);
  for (const [n, title] of [...CHAPTERS.map(([, t]) => t), 'Others'].entries()) {
    const own = entries.filter((e) => chapterOf(e.address) === n);
    if (own.length === 0) continue;
    heading(doc, title);
    table(
      doc,
      [
        { title: 'Of', width: 120, value: (e) => name(e.address) },
        { title: 'Figure', width: 110, value: (e) => e.title },
        { title: 'Value', width: 60, align: 'right', number: true, value: (e) => `${figure(e.value)} ${e.unit}` },
        { title: 'Formula', width: 160, value: (e) => e.formula },
        { title: 'With', width: 180, value: (e) => inputsOf(e, name) },
        { title: 'Source', width: 130, value: (e) => e.source },
      ],
      own,
    );
  }
  cautions(doc, [
    'Worked out by formula from the drawing and the sheets; what was built is in the test record. No compliance is claimed.',
    'Values marked “from memory” have to be looked up in the standard before anything rests on them.',
  ]);
  return closePaper(doc, head);
}

/** The same as a table for a spreadsheet. */
export function calculationCsv(file: PaperFile): string {
  const name = namer(file);
  return csvOf(
    {
      address: 'words',
      of: 'marks',
      figure: 'words',
      value: 'figures',
      unit: 'figures',
      formula: 'words',
      inputs: 'words',
      source: 'words',
    },
    traced(file).map((e) => ({
      address: e.address,
      of: name(e.address),
      figure: e.title,
      value: e.value,
      unit: e.unit,
      formula: e.formula,
      inputs: inputsOf(e, name),
      source: e.source,
    })),
  );
}
