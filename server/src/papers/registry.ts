import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Face } from '@ombrik/core/document/panel/panel';
import { partIndex } from '@ombrik/core/document/references';
import { panelShapes } from '@ombrik/core/drawing/panelShapes';
import type { PaperName } from '@ombrik/core/drawing/tiles';
import { dxfOf } from '@ombrik/core/export/dxf';
import { cutsCsv, drillCsv, partsCsv } from '@ombrik/core/export/lists';
import { svgOf } from '@ombrik/core/export/svg';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { type CableLabel, cableLabels, labelsCsv, labelsOfBatch } from '@ombrik/core/stock/cableLabels';
import { cableWork } from '@ombrik/core/stock/cableWork';
import { cableCode } from '@ombrik/core/stock/scan';
import { LABEL_SHEETS } from '@ombrik/core/tables/labelSheets';
import { boardDrawing } from './boardDrawing.ts';
import { dressingPaper, drillPaper, sheetPaper } from './boardPapers.ts';
import { cableLabelPaper, tubeLabelPaper } from './cableLabelPaper.ts';
import { calculationCsv, calculationPaper } from './calculationPaper.ts';
import { cardPaper } from './cardPaper.ts';
import { costPaper } from './costPaper.ts';
import { cuttingPaper } from './cuttingPaper.ts';
import { dieBatchPaper } from './dieBatchPaper.ts';
import { fieldGuide } from './fieldGuide.ts';
import { cutsPaper, partsPaper } from './listPapers.ts';
import { ownerSheet } from './ownerSheet.ts';
import { packedList } from './packedList.ts';
import { type PaperWork, paper, shopPaper } from './paperKind.ts';
import { partsRecordPaper, serialsCsv } from './partsRecord.ts';
import { platePaper } from './platePaper.ts';
import { purchaseCsv, purchasePaper, purchaseXlsx } from './purchasePaper.ts';
import { quotePaper } from './quotePaper.ts';
import { stockLabels } from './stockLabels.ts';
import { templatePaper } from './templatePaper.ts';
import { testRecordPaper } from './testRecord.ts';
import { transportPaper } from './transportPaper.ts';
import { travellerPaper } from './travellerPaper.ts';

const TUBES = [
  { word: 'tube-A4', says: 'Heat-shrink tube laid flat, A4' },
  { word: 'tube-Letter', says: 'Heat-shrink tube laid flat, Letter' },
];
const serialsOf = ({ file: { job, board } }: Pick<PaperWork, 'file'>): string[] =>
  unitsOf(board.brief.quantity).map((n) => serialOf(job.number, n, board.brief.quantity));
const labelsOf = (work: PaperWork): CableLabel[] =>
  labelsOfBatch(
    cableLabels(cableWork(work.file.dossier.cables, work.file.workshop).order, genericCatalogue),
    serialsOf(work),
  );
const codeOf =
  ({ file, origin }: PaperWork) =>
  (label: CableLabel) =>
    cableCode(origin, file.job.number, label.name);
const shapesOf = ({ file, asked }: PaperWork) => {
  const panel = file.board.panels.find((p) => p.id === asked.panel)!;
  const face = asked.face === 'good' ? panel.goodFace : (asked.face as Face);
  const parts = partIndex(file.board, genericCatalogue);
  return panelShapes(file.board, parts, panel, face, asked.mirrored === '1');
};
const FACE = {
  name: 'face',
  title: 'Face',
  words: [
    { word: 'good', says: 'the good face' },
    { word: 'front', says: 'the front' },
    { word: 'back', says: 'the back' },
  ],
};
const MIRRORED = {
  name: 'mirrored',
  title: 'Mirrored',
  words: [
    { word: '0', says: 'as seen' },
    { word: '1', says: 'mirrored' },
  ],
};

/**
 * Every paper of a job, in the order they are offered. The routes, the list at Ship, `docs/papers.md` and what a wrong
 * name is answered all read this.
 */
export const PAPERS = [
  paper({
    name: 'drawing.pdf',
    title: 'Board drawing',
    what: 'To scale, wire names as on the labels, wire list.',
    place: 'sheets',
    make: ({ file, head }) => boardDrawing(file, head),
  }),
  paper({
    name: 'dressing.pdf',
    wants: 'cables',
    title: 'Dressing drawing',
    what: 'Front and back of every panel with wire names.',
    place: 'sheets',
    make: ({ file, head }) => dressingPaper(file, head),
  }),
  paper({
    name: 'template.pdf',
    title: 'Template, 1:1',
    what: 'True size over several sheets, marks to join them, a bar to check.',
    place: 'sheets',
    choices: [
      {
        name: 'paper',
        title: 'Paper of the template',
        words: [
          { word: 'A4', says: 'A4' },
          { word: 'Letter', says: 'Letter' },
        ],
      },
      {
        name: 'from',
        title: 'Face the template is laid on',
        words: [
          { word: 'show', says: 'cut from the good face' },
          { word: 'hidden', says: 'cut from the hidden face, mirrored' },
        ],
      },
    ],
    panel: 'any',
    make: ({ file, head, asked }) =>
      templatePaper(file, head, {
        paper: asked.paper as PaperName,
        panelId: asked.panel ?? null,
        cutFrom: asked.from as 'show' | 'hidden',
      }),
  }),
  paper({
    name: 'drill.pdf',
    title: 'Drill table',
    what: 'Every hole: drill, place, what for.',
    place: 'sheets',
    make: ({ file, head }) => drillPaper(file, head),
  }),
  paper({
    name: 'sheets.pdf',
    title: 'Sheet cutting plan',
    what: 'Panels on the sheets in stock, cut by cut.',
    place: 'sheets',
    needs: ['offcuts'],
    make: ({ file, head }, { offcuts }) => sheetPaper(file, head, offcuts),
  }),
  paper({
    name: 'parts.pdf',
    title: 'Parts list',
    what: 'Everything to have on the bench, with prices.',
    place: 'sheets',
    make: ({ file, head }) => partsPaper(file, head),
  }),
  paper({
    name: 'cuts.pdf',
    wants: 'cables',
    title: 'Cut list',
    what: 'By cable type, both ends of every piece.',
    place: 'sheets',
    make: ({ file, head }) => cutsPaper(file, head),
  }),
  paper({
    name: 'cutting.pdf',
    wants: 'cables',
    title: 'Cutting sheet',
    what: 'The cut plan taken: rod by rod, with the mark each cut ends at.',
    place: 'elsewhere',
    needs: ['cutPlan'],
    make: ({ head }, { cutPlan }) => cuttingPaper(cutPlan, head),
  }),
  paper({
    name: 'cards.pdf',
    wants: 'cables',
    title: 'Cable cards',
    what: 'One card a cable in the order of making, with a code.',
    place: 'sheets',
    needs: ['cutPlanIfAny'],
    make: ({ file, head, origin }, { cutPlanIfAny }) => cardPaper(file, cutPlanIfAny?.plan ?? null, origin, head),
  }),
  paper({
    name: 'labels.pdf',
    wants: 'cables',
    title: 'Labels',
    what: 'Both ends of every cable, true to size on a sheet of stickers or on tube.',
    place: 'sheets',
    choices: [
      {
        name: 'sheet',
        title: 'Sheet of the labels',
        words: [...LABEL_SHEETS.map((s) => ({ word: s.id, says: s.name })), ...TUBES],
      },
    ],
    make: (work) => {
      const sheet = LABEL_SHEETS.find((s) => s.id === work.asked.sheet);
      return sheet
        ? cableLabelPaper(labelsOf(work), sheet, codeOf(work))
        : tubeLabelPaper(labelsOf(work), work.asked.sheet === 'tube-A4' ? 'A4' : 'Letter');
    },
  }),
  paper({
    name: 'costs.pdf',
    title: 'Costs',
    what: 'Planned against what the store gave out and the hours entered.',
    place: 'elsewhere',
    needs: ['costs'],
    make: ({ head }, { costs }) => costPaper(costs, head),
  }),
  paper({
    name: 'quote.pdf',
    title: 'Quote',
    what: 'A kept version of the offer: `version` in the address says which.',
    place: 'elsewhere',
    needs: ['quote'],
    make: ({ file, head }, { quote }) =>
      quotePaper(file, quote, { ...head, title: `Quote ${file.job.number}-${quote.version}` }),
  }),
  paper({
    name: 'traveller.pdf',
    title: 'Traveller',
    what: 'Every step of the build to tick, with what it asks and who did it.',
    place: 'sheets',
    needs: ['built'],
    make: ({ file, head, origin }, { built }) => travellerPaper(file, built, head, origin),
  }),
  paper({
    name: 'field-guide.pdf',
    wants: 'cables',
    title: 'Guide for the field',
    what: 'What goes on every stud and clamp, in which order and how tight: for whoever connects a kit.',
    place: 'sheets',
    make: ({ file, head }) => fieldGuide(file, head),
  }),
  paper({
    name: 'packed.pdf',
    title: 'Packed list',
    what: 'Every part and cable of the box to count, twice.',
    place: 'sheets',
    make: ({ file, head }) => packedList(file, head),
  }),
  paper({
    name: 'plates.pdf',
    title: 'Plates',
    what: 'A plate for every board: serial number, voltage, chemistry, rules, and the cautions of its kind.',
    place: 'sheets',
    make: (work) => platePaper(work.file, serialsOf(work), work.origin),
  }),
  paper({
    name: 'test-record.pdf',
    wants: 'cables',
    title: 'Test record',
    what: 'Every reading, failed ones too, with sign-off lines.',
    place: 'sheets',
    needs: ['readings', 'opened'],
    make: ({ file, head }, { readings, opened }) => testRecordPaper(file, readings, opened, head),
  }),
  paper({
    name: 'owner.pdf',
    wants: 'cables',
    title: 'Owner’s sheet',
    what: 'How it is made dead, what stays live, its fuses and settings, what to look after.',
    place: 'sheets',
    needs: ['readings'],
    make: ({ file, head }, { readings }) => ownerSheet(file, readings, head),
  }),
  paper({
    name: 'calculation.pdf',
    wants: 'cables',
    title: 'Calculation sheet',
    what: 'Every figure that decided something, with formula, inputs, source and versions.',
    place: 'sheets',
    make: ({ file, head }) => calculationPaper(file, head),
  }),
  paper({
    name: 'transport.pdf',
    title: 'Transport notes',
    what: 'Masses, lifting, batteries and how they travel; general, the carrier comes first.',
    place: 'sheets',
    make: ({ file, head }) => transportPaper(file, head),
  }),
  paper({
    name: 'parts-record.pdf',
    title: 'Parts and photos',
    what: 'Serial numbers as they were read at the bench, and the photos of the build.',
    place: 'sheets',
    needs: ['built', 'photos'],
    make: ({ file, head }, got) => partsRecordPaper(file, got, head),
  }),
  paper({
    name: 'serials.csv',
    title: 'Numbers of parts, CSV',
    what: 'Serial numbers of parts, a line each.',
    place: 'lists',
    needs: ['built'],
    make: ({ file }, { built }) => serialsCsv(file, built),
  }),
  paper({
    name: 'calculation.csv',
    wants: 'cables',
    title: 'Calculations, CSV',
    what: 'Every figure with formula, inputs and source, a line each.',
    place: 'lists',
    make: ({ file }) => calculationCsv(file),
  }),
  paper({
    name: 'panel.dxf',
    title: 'Panel, DXF',
    what: 'Outline, holes and cut-outs of one panel for a machine.',
    place: 'panels',
    choices: [FACE, MIRRORED],
    panel: 'one',
    make: (work) => dxfOf(shapesOf(work)),
  }),
  paper({
    name: 'panel.svg',
    title: 'Panel, SVG',
    what: 'The same as a picture in millimetres.',
    place: 'panels',
    choices: [FACE, MIRRORED],
    panel: 'one',
    make: (work) => svgOf(shapesOf(work)),
  }),
  paper({
    name: 'parts.csv',
    title: 'Parts, CSV',
    what: 'The parts list for a spreadsheet.',
    place: 'lists',
    make: ({ file }) => partsCsv(file.dossier),
  }),
  paper({
    name: 'cuts.csv',
    wants: 'cables',
    title: 'Cuts, CSV',
    what: 'The cut list for a spreadsheet.',
    place: 'lists',
    make: ({ file }) => cutsCsv(file.dossier),
  }),
  paper({
    name: 'labels.csv',
    wants: 'cables',
    title: 'Labels, CSV',
    what: 'Text and code of every label for a label printer.',
    place: 'lists',
    make: (work) => labelsCsv(labelsOf(work), codeOf(work)),
  }),
  paper({
    name: 'drill.csv',
    title: 'Drill table, CSV',
    what: 'Every hole for a spreadsheet.',
    place: 'lists',
    make: ({ file }) => drillCsv(file.board),
  }),
  paper({
    name: 'board.json',
    title: 'Board document, JSON',
    what: 'The board itself: everything else derives from it.',
    place: 'lists',
    make: ({ file }) => JSON.stringify(file.board, null, 2),
  }),
];

/** What the shop asks, pays and earns: not for who only looks. */
const MONEY: readonly string[] = ['costs', 'quote', 'purchases'];
export const tellsMoney = (name: string): boolean =>
  [...PAPERS, ...SHOP_PAPERS].some((p) => p.name === name && (p.needs ?? []).some((n) => MONEY.includes(n)));

/** Papers of the shop, not of one job. */
export const SHOP_PAPERS = [
  shopPaper({
    name: 'purchase-list.pdf',
    title: 'Purchase list',
    what: 'What to order now, one part a supplier.',
    needs: ['purchases'],
    make: ({ head }, { purchases }) => purchasePaper(purchases, head),
  }),
  shopPaper({
    name: 'purchase-list.csv',
    title: 'Purchase list, CSV',
    what: 'The same for a spreadsheet.',
    needs: ['purchases'],
    make: (_, { purchases }) => purchaseCsv(purchases),
  }),
  shopPaper({
    name: 'purchase-list.xlsx',
    title: 'Purchase list, XLSX',
    what: 'The same as a workbook.',
    needs: ['purchases'],
    make: (_, { purchases }) => purchaseXlsx(purchases),
  }),
  shopPaper({
    name: 'dies.pdf',
    title: 'Dies over all jobs',
    what: 'Crimps of all released jobs, die by die, to be ticked at the press.',
    needs: ['dies'],
    make: ({ head }, { dies }) => dieBatchPaper(dies, head),
  }),
  shopPaper({
    name: 'stock-labels.pdf',
    title: 'Labels for the store',
    what: 'A sticker for every reel, remnant and bin, with a code to scan.',
    needs: ['labelled'],
    make: ({ origin }, { labelled }) => stockLabels(labelled, origin),
  }),
];
