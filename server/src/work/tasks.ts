import { type FieldReport, fieldReport } from '@ombrik/core/after/fieldReport';
import { MonitorLogError, readMonitorLog } from '@ombrik/core/after/monitorLog';
import { type BuildPlan, boardPlan } from '@ombrik/core/build/buildPlan';
import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Evidence } from '@ombrik/core/diagnosis/clues';
import { defectWords, placeNames } from '@ombrik/core/diagnosis/defectWords';
import { type Diagnosis, diagnose, type Hypothesis } from '@ombrik/core/diagnosis/diagnose';
import type { Board } from '@ombrik/core/document/board';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import { commandProblems } from '@ombrik/core/document/commandSchema';
import { applyCommands, type Command, CommandError } from '@ombrik/core/document/commands';
import { contentHash } from '@ombrik/core/document/contentHash';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { type PicturedWay, picturedWays } from '@ombrik/core/drawing/picturedWays';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { type BenchModel, benchModelOf } from '@ombrik/core/practice/benchModel';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { planShop, type ShopLoad, type ShopPlan } from '@ombrik/core/shop/planShop';
import type { BenchConditions } from '@ombrik/core/stages/bench/limitsAt';
import { readOffers } from '@ombrik/core/stock/offerFile';
import { sizeUp } from '@ombrik/core/stock/sizeUp';
import { LRUCache } from 'lru-cache';
import type { FloorDossier, SheetWork } from '../boards/sheet.ts';
import { type PaperAsked, printPaper, printShopPaper, type ShopPaperAsked } from '../papers/print.ts';
import { articleFinder } from '../store/articles.ts';

interface Derived {
  dossier: Dossier;
  fingerprint: string;
}
const derived = new LRUCache<string, Derived>({ max: 12 });

function derivedOf({ key, board, workshop }: SheetWork): Derived {
  const known = derived.get(key);
  if (known) return known;
  const dossier = derive(board, genericCatalogue, profileOf(board, workshop), workshop);
  const made = { dossier, fingerprint: contentHash(dossier) };
  derived.set(key, made);
  return made;
}

export interface DiagnosisAsked {
  sheet: SheetWork;
  readings: readonly Evidence[];
  conditions: BenchConditions;
}
/** A diagnosis with each explanation in words. */
export interface TestDiagnosis extends Omit<Diagnosis, 'hypotheses'> {
  hypotheses: (Hypothesis & { says: string })[];
}

/** Everything that takes longer than a request may hold the others up. Arguments and results are copied between threads. */
export const tasks = {
  /** Says that the thread stands. */
  stand: (_: null): boolean => true,
  derive(sheet: SheetWork): { dossier: FloorDossier; dossierFingerprint: string } {
    const { dossier, fingerprint } = derivedOf(sheet);
    const { cables, parts, bench, findings } = dossier;
    return { dossier: { cables, parts, bench, findings }, dossierFingerprint: fingerprint };
  },
  /** The steps a board is built in, and how its cables lie. */
  buildSheet(sheet: SheetWork): { plan: BuildPlan; ways: PicturedWay[] } {
    const { board, workshop } = sheet;
    const { dossier } = derivedOf(sheet);
    const profile = profileOf(board, workshop);
    return {
      plan: boardPlan(board, genericCatalogue, profile, dossier),
      ways: picturedWays(dossier, cableLays(dossier.cables, profile, genericCatalogue)),
    };
  },
  /** Who does what when in the whole shop. */
  planShop: (load: ShopLoad): ShopPlan => planShop(load),
  /** The whole dossier as JSON text. */
  dossierText({ sheet, revision }: { sheet: SheetWork; revision: number }): Uint8Array {
    const { dossier, fingerprint } = derivedOf(sheet);
    return new TextEncoder().encode(JSON.stringify({ revision, dossierFingerprint: fingerprint, dossier }));
  },
  paper: ({ key, paper }: { key: string; paper: PaperAsked }): Promise<Uint8Array> =>
    printPaper(paper, derivedOf({ key, board: paper.sheet.board, workshop: paper.sheet.workshop }).dossier),
  shopPaper: (asked: ShopPaperAsked): Promise<Uint8Array> => printShopPaper(asked),
  /** The derived network with every resistance, and what practice and diagnosis need to know of it. */
  benchModel({ board, workshop }: SheetWork): BenchModel {
    return benchModelOf(board, genericCatalogue, profileOf(board, workshop), workshop);
  },
  /** What would explain the readings of a board, and what to measure next. */
  diagnosis({ sheet, readings, conditions }: DiagnosisAsked): TestDiagnosis {
    const { board, workshop } = sheet;
    const name = placeNames(board);
    const model = benchModelOf(board, genericCatalogue, profileOf(board, workshop), workshop);
    const { bench: steps } = derivedOf(sheet).dossier;
    const { hypotheses, ...found } = diagnose({ steps, readings, model, conditions, workshop, name });
    return { ...found, hypotheses: hypotheses.map((h) => ({ ...h, says: defectWords(h.defect, name) })) };
  },
  /** A monitor's log beside the order, or what of it cannot be read. */
  fieldReport({
    sheet: { board, workshop },
    bytes,
    ampsAre,
  }: {
    sheet: SheetWork;
    bytes: Uint8Array;
    ampsAre: 'charging' | 'drawing';
  }): { report: FieldReport } | { problems: string[] } {
    try {
      const log = readMonitorLog(new TextDecoder().decode(bytes), ampsAre);
      return { report: fieldReport(board, genericCatalogue, workshop, log) };
    } catch (error) {
      if (error instanceof MonitorLogError) return { problems: error.problems };
      throw error;
    }
  },
  sizeUp: ({ sheet, articleId, areaMm2 }: { sheet: SheetWork; articleId: string; areaMm2: number }) =>
    sizeUp(
      sheet.board,
      derivedOf(sheet).dossier,
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
  /** A price list from outside. */
  readOffers: ({ csv, workshop }: { csv: string; workshop: Pick<Workshop, 'sheets'> }) =>
    readOffers(csv, articleFinder(workshop)),
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
