import type { BuildRecord } from '@ombrik/core/build/buildState';
import type { Reopened } from '@ombrik/core/build/reopened';
import type { SheetOffcut } from '@ombrik/core/drawing/sheetPlan';
import type { DieBatch } from '@ombrik/core/stock/dieBatches';
import type { BenchReading } from '../bench/readings.ts';
import type { StepPhoto } from '../build/photos.ts';
import type { KeptPlan } from '../cables/cutPlans.ts';
import type { JobCosts } from '../cables/jobCosts.ts';
import type { QuoteRow } from '../jobs/quotes.ts';
import type { StockRow } from '../store/stock.ts';
import type { JobHead, PaperFile, ShopHead } from './paper.ts';
import type { Purchases } from './purchasePaper.ts';

/** Something to choose in the address of a paper; the first word is meant where nobody says. */
export interface Choice {
  name: string;
  title: string;
  words: readonly { word: string; says: string }[];
}

/** What a paper may need beside its board: fetched from the database before it is made. */
export interface Needs {
  cutPlan: KeptPlan;
  cutPlanIfAny: KeptPlan | null;
  offcuts: SheetOffcut[];
  costs: JobCosts;
  readings: BenchReading[];
  opened: ReadonlyMap<number, readonly Reopened[]>;
  built: (BuildRecord & { unit: number })[];
  photos: StepPhoto[];
  quote: QuoteRow;
}
export interface ShopNeeds {
  dies: DieBatch[];
  purchases: Purchases;
  labelled: (StockRow & { name: string })[];
}

/** Where a paper is offered: among the sheets, the lists, for each panel, or only where its matter is. */
export type PaperPlace = 'sheets' | 'lists' | 'panels' | 'elsewhere';

export interface PaperWork {
  file: PaperFile;
  head: JobHead;
  /** Of the address the codes on it lead to. */
  origin: string;
  asked: Readonly<Record<string, string>>;
}
interface Said {
  /** Its address, and by its ending what it is. */
  name: string;
  title: string;
  /** What is on it, in a line. */
  what: string;
}
/** A paper of one job. */
export interface Paper<N extends keyof Needs = keyof Needs> extends Said {
  place: PaperPlace;
  choices?: readonly Choice[];
  /** Whether `panel` in the address chooses one; `one` takes the first where nobody says, `any` takes all. */
  panel?: 'one' | 'any';
  needs?: readonly N[];
  /** Refused in words while the board has none of these: an empty form helps nobody. */
  wants?: 'cables';
  make(work: PaperWork, got: Pick<Needs, N>): Promise<Buffer> | string;
}
export const paper = <N extends keyof Needs = never>(kind: Paper<N>): Paper => kind as unknown as Paper;

/** A paper of the whole shop. */
export interface ShopPaper<N extends keyof ShopNeeds = keyof ShopNeeds> extends Said {
  needs: readonly N[];
  make(work: { head: ShopHead; origin: string }, got: Pick<ShopNeeds, N>): Promise<Buffer> | string;
}
export const shopPaper = <N extends keyof ShopNeeds>(kind: ShopPaper<N>): ShopPaper => kind as unknown as ShopPaper;

const TYPES = {
  pdf: 'application/pdf',
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  dxf: 'image/vnd.dxf',
  svg: 'image/svg+xml',
  json: 'application/json',
} as const;

/** What a paper is, by the ending of its name. */
export const typeOfPaper = (name: string): string => TYPES[name.split('.').at(-1) as keyof typeof TYPES];
