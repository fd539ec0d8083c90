import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { type ReadParts, readParts } from '@ombrik/core/devices/partFile';
import { type Checked, checkBoard } from '@ombrik/core/document/checkBoard';
import { type ReadLoads, readLoadsCsv, readLoadTable } from '@ombrik/core/document/item/loadList';
import type { Part } from '@ombrik/core/document/part/part';
import {
  type DrawingFile,
  type FileUnit,
  type ImportedOutline,
  outlineOf,
  readDxf,
  readSvg,
} from '@ombrik/core/drawing/outlineImport';
import { sheetCells } from './sheetCells.ts';

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** Files from outside, read where they can do no harm: in a thread that is ended when it takes too long. */
export const readers = {
  /** A load list, CSV or spreadsheet. */
  async loads(name: string, bytes: Uint8Array): Promise<ReadLoads> {
    return /\.xlsx$/i.test(name) ? readLoadTable(await sheetCells(bytes)) : readLoadsCsv(textOf(bytes));
  },
  /** A drawing, DXF or SVG. */
  drawing(name: string, bytes: Uint8Array): DrawingFile {
    const text = textOf(bytes);
    return /\.svg$/i.test(name) || text.trimStart().startsWith('<') ? readSvg(text) : readDxf(text);
  },
  outline: (drawing: DrawingFile, unit: FileUnit): ImportedOutline => outlineOf(drawing, unit),
  /** A board document, or what is wrong with it. @throws SyntaxError where it is no JSON */
  board: (bytes: Uint8Array): Checked => checkBoard(JSON.parse(textOf(bytes)), genericCatalogue),
  /** Parts, JSON or CSV. */
  parts: (bytes: Uint8Array, known: ReadonlyMap<string, Part>): ReadParts => readParts(textOf(bytes), known),
};
export type Readers = typeof readers;
