import { derive, deriveStages } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { commandProblems } from '@ombrik/core/document/commandSchema';
import { applyCommands, type Command, CommandError } from '@ombrik/core/document/commands';
import { contentHash } from '@ombrik/core/document/contentHash';
import type { Dossier } from '@ombrik/core/dossier';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { SimulatedBoard } from '@ombrik/core/stages/bench/simulate';
import { sizeUp } from '@ombrik/core/stock/sizeUp';
import { LRUCache } from 'lru-cache';
import type { FloorDossier, SheetWork } from '../boards/sheet.ts';
import { type PaperAsked, printPaper, printShopPaper, type ShopPaperAsked } from '../papers/print.ts';

const derived = new LRUCache<string, Dossier>({ max: 12 });

function dossierOf({ key, board, workshop }: SheetWork): Dossier {
  const known = derived.get(key);
  if (known) return known;
  const dossier = derive(board, genericCatalogue, profileOf(board, workshop), workshop);
  derived.set(key, dossier);
  return dossier;
}

/** Everything that takes longer than a request may hold the others up. Arguments and results are copied between threads. */
export const tasks = {
  derive(sheet: SheetWork): { dossier: FloorDossier; dossierFingerprint: string } {
    const dossier = dossierOf(sheet);
    const { cables, parts, bench, findings } = dossier;
    return { dossier: { cables, parts, bench, findings }, dossierFingerprint: contentHash(dossier) };
  },
  /** The whole dossier with what goes along with it, as JSON text. */
  dossierText: ({ sheet, beside }: { sheet: SheetWork; beside: Record<string, unknown> }): Uint8Array =>
    new TextEncoder().encode(JSON.stringify({ ...beside, dossier: dossierOf(sheet) })),
  paper: ({ key, paper }: { key: string; paper: PaperAsked }): Promise<Uint8Array> =>
    printPaper(paper, dossierOf({ key, board: paper.sheet.board, workshop: paper.sheet.workshop })),
  shopPaper: (asked: ShopPaperAsked): Promise<Uint8Array> => printShopPaper(asked),
  /** The derived network with every resistance, for the simulated meter. */
  simulated({ board, workshop }: SheetWork): Omit<SimulatedBoard, 'defect'> {
    const { netlist, demand, branchOhm } = deriveStages(board, genericCatalogue, profileOf(board, workshop), workshop);
    const ohm = branchOhm(false);
    return { netlist, flows: demand.flows, branchOhm: new Map(netlist.branches.map((b, i) => [b.key, ohm(b, i)])) };
  },
  sizeUp: ({ sheet, articleId, areaMm2 }: { sheet: SheetWork; articleId: string; areaMm2: number }) =>
    sizeUp(
      sheet.board,
      dossierOf(sheet),
      articleId,
      areaMm2,
      genericCatalogue,
      profileOf(sheet.board, sheet.workshop),
      sheet.workshop,
    ),
  /** Commands that fit their schema and leave a good board, or what is wrong with them. */
  edit({ board, commands }: { board: Board; commands: Command[] }) {
    const shape = commandProblems(commands);
    if (shape.length > 0) return { problems: shape };
    try {
      const applied = applyCommands(board, commands);
      const checked = checkBoard(applied.board, genericCatalogue);
      return checked.ok ? applied : { problems: checked.problems };
    } catch (error) {
      if (error instanceof CommandError) return { problems: [error.message] };
      throw error;
    }
  },
  /** A board document from outside, as its text. */
  readBoard({ text }: { text: string }): { board: Board } | { problems: string[] } {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      return { problems: ['the file is not JSON; accepted: a board document'] };
    }
    const checked = checkBoard(value, genericCatalogue);
    return checked.ok ? { board: checked.board } : { problems: checked.problems };
  },
};

export type Tasks = typeof tasks;
