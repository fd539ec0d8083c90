import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { partIndex } from '../document/references.ts';
import type { Dossier } from '../dossier.ts';
import { drillRows } from '../drawing/panelShapes.ts';
import { csvOf } from '../engine/csv.ts';
import type { CutGroup } from '../stages/cuts/cuts.ts';

/**
 * Parts list as CSV: one line a part, prices where known.
 * @example
 * partsCsv(dossier).startsWith('group,part,name,quantity'); // true
 */
export function partsCsv(dossier: Pick<Dossier, 'parts'>): string {
  return csvOf(
    {
      group: 'figures',
      part: 'words',
      name: 'words',
      quantity: 'figures',
      unit: 'figures',
      price_each: 'figures',
      total: 'figures',
      lead_time_days: 'figures',
      used_by: 'marks',
    },
    dossier.parts.map((p) => ({
      group: p.group,
      part: p.partId,
      name: p.name,
      quantity: p.quantity,
      unit: p.unit,
      price_each: p.priceEach ?? '',
      total: p.total ?? '',
      lead_time_days: p.leadTimeDays ?? '',
      used_by: p.usedBy.join(' '),
    })),
  );
}

const pieces = (groups: readonly CutGroup[]) => groups.flatMap((g) => g.pieces.map((piece) => ({ group: g, piece })));

/**
 * Cut list as CSV: one line a core, both ends.
 * @example
 * cutsCsv(dossier).startsWith('cable,type,area_mm2'); // true
 */
export function cutsCsv(dossier: Pick<Dossier, 'cuts'>): string {
  return csvOf(
    {
      cable: 'marks',
      type: 'words',
      area_mm2: 'figures',
      colour: 'words',
      cut_mm: 'figures',
      provisional: 'figures',
      label: 'marks',
      from: 'marks',
      from_end: 'words',
      from_strip_mm: 'figures',
      from_shrink_mm: 'figures',
      to: 'marks',
      to_end: 'words',
      to_strip_mm: 'figures',
      to_shrink_mm: 'figures',
    },
    pieces(dossier.cuts).flatMap(({ group, piece }) =>
      piece.cores.map((core) => ({
        cable: piece.designation,
        type: group.name,
        area_mm2: piece.areaMm2,
        colour: core.colour,
        cut_mm: Math.round(piece.cutMm),
        provisional: piece.provisional ? 'yes' : 'no',
        label: core.label,
        from: core.from.at,
        from_end: core.from.lugName,
        from_strip_mm: Math.round(core.from.stripMm),
        from_shrink_mm: core.from.shrinkMm,
        to: core.to.at,
        to_end: core.to.lugName,
        to_strip_mm: Math.round(core.to.stripMm),
        to_shrink_mm: core.to.shrinkMm,
      })),
    ),
  );
}

/**
 * Drill table as CSV: one line a hole, from the top left corner of the panel's front.
 * @example
 * drillCsv(board).startsWith('panel'); // true
 */
export function drillCsv(board: Board): string {
  const parts = partIndex(board, genericCatalogue);
  return csvOf(
    {
      panel: 'words',
      drill_mm: 'figures',
      x_mm: 'figures',
      y_mm: 'figures',
      what: 'figures',
      for: 'marks',
      through: 'figures',
    },
    board.panels.flatMap((panel) =>
      drillRows(board, parts, panel).map((r) => ({
        panel: panel.name,
        drill_mm: r.diameterMm,
        x_mm: Math.round(r.at.xMm * 10) / 10,
        y_mm: Math.round(r.at.yMm * 10) / 10,
        what: r.what,
        for: r.forWhat,
        through: r.through ? 'yes' : 'no',
      })),
    ),
  );
}
