import type { Dossier } from '@ombrik/core/dossier';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { JobSheet } from '../boards/sheet.ts';
import type { ShopHead } from './paper.ts';
import type { Needs, ShopNeeds } from './paperKind.ts';
import { PAPERS, SHOP_PAPERS } from './registry.ts';

/** A paper asked for, with all it needs beside the dossier; plain values, for it goes to a thread. */
export interface PaperAsked {
  name: string;
  sheet: JobSheet;
  origin: string;
  asked: Readonly<Record<string, string>>;
  got: Partial<Needs>;
}
export interface ShopPaperAsked {
  name: string;
  head: Omit<ShopHead, 'title'>;
  origin: string;
  got: Partial<ShopNeeds>;
}

const bytes = (made: Buffer | string): Uint8Array =>
  new Uint8Array(typeof made === 'string' ? Buffer.from(made) : made);

/** Makes a paper of a job. @returns its bytes */
export async function printPaper(
  { name, sheet, origin, asked, got }: PaperAsked,
  dossier: Dossier,
): Promise<Uint8Array> {
  const kind = PAPERS.find((p) => p.name === name)!;
  const profile = profileOf(sheet.board, sheet.workshop);
  const head = {
    title: kind.title,
    jobNumber: sheet.job.number,
    jobName: sheet.board.brief.jobName,
    revision: sheet.revision,
    workshopName: sheet.workshop.name,
    profile: `${profile.name}, version ${profile.version}`,
  };
  const work = { file: { ...sheet, dossier }, head, origin, asked };
  // What the paper needs was fetched by its list of needs.
  return bytes(await kind.make(work, got as Needs));
}

/** Makes a paper of the shop. @returns its bytes */
export async function printShopPaper({ name, head, origin, got }: ShopPaperAsked): Promise<Uint8Array> {
  const kind = SHOP_PAPERS.find((p) => p.name === name)!;
  return bytes(await kind.make({ head: { ...head, title: kind.title }, origin }, got as ShopNeeds));
}
