import type { Id } from '../document/basics.ts';
import type { ColourCode } from '../document/cable/cable.ts';
import { catalogueIndex } from '../document/part/catalogueIndex.ts';
import type { Catalogue } from '../document/part/part.ts';
import { type CsvKind, csvOf } from '../engine/csv.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';

/** What is printed at one end of a cable, as on the drawing. */
export interface CableLabel {
  cableId: Id;
  /** Which end it goes on. */
  end: 'first' | 'second';
  name: string;
  /** This end, then the other. */
  here: string;
  there: string;
  colour: ColourCode;
  /** Over the insulation, mm: a wrap has to go round it. */
  diameterMm: number;
  /** Serial number of its board where there are several of the same; empty else. */
  serial: string;
}

/**
 * Labels of several boards of the same, board by board, each with its serial.
 * @example
 * labelsOfBatch([], ['401-01', '401-02']); // []
 */
export const labelsOfBatch = (labels: readonly CableLabel[], serials: readonly string[]): CableLabel[] =>
  serials.length === 1 ? [...labels] : serials.flatMap((serial) => labels.map((l) => ({ ...l, serial })));

/**
 * Labels for both ends of every core, in the order given.
 * @example
 * cableLabels([], catalogue); // []
 */
export function cableLabels(cables: readonly MadeCable[], catalogue: Catalogue): CableLabel[] {
  const { cableType } = catalogueIndex(catalogue);
  return cables.flatMap((cable) =>
    cable.cores.flatMap((core): CableLabel[] => {
      const diameterMm = cableType.get(cable.cableTypeId ?? '')?.outerDiameterMm ?? 5;
      const base = { cableId: cable.cableId, name: cable.designation, colour: core.colour, diameterMm, serial: '' };
      return [
        { ...base, end: 'first', here: core.from.at, there: core.to.at },
        { ...base, end: 'second', here: core.to.at, there: core.from.at },
      ];
    }),
  );
}

/**
 * Labels as CSV for a label printer: one line a label, with the text of its code.
 * @example
 * labelsCsv(cableLabels(dossier.cables, catalogue), () => '').startsWith('name,here,there'); // true
 */
export function labelsCsv(labels: readonly CableLabel[], codeOf: (label: CableLabel) => string): string {
  // The column of serials is there only where there are some.
  const serials: { serial?: CsvKind } = labels.some((l) => l.serial) ? { serial: 'words' } : {};
  return csvOf<string>(
    {
      name: 'marks',
      here: 'marks',
      there: 'marks',
      end: 'figures',
      colour: 'words',
      diameter_mm: 'figures',
      code: 'words',
      ...serials,
    },
    labels.map((l) => ({
      name: l.name,
      here: l.here,
      there: l.there,
      end: l.end,
      colour: l.colour,
      diameter_mm: l.diameterMm,
      code: codeOf(l),
      ...(serials.serial ? { serial: l.serial ?? '' } : {}),
    })),
  );
}

/**
 * Whether a wrap goes round a cable: its clear tail has to cover the print, once around.
 * @example
 * goesRound(38, 14, 6); // true
 */
export const goesRound = (heightMm: number, printMm: number, diameterMm: number): boolean =>
  heightMm >= Math.PI * diameterMm + printMm * 0.5 && heightMm >= printMm;
