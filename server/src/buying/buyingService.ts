import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { partsOfBatch } from '@ombrik/core/stages/parts/partsOfBatch';
import { type JobNeed, type NeedLine, netNeeds, type StoreState } from '@ombrik/core/stock/netNeeds';
import type { Offer } from '@ombrik/core/stock/packs';
import { rodsOf } from '@ombrik/core/stock/rods';
import type { Knex } from 'knex';
import { jobFile, requireSheet } from '../boards/jobFile.ts';
import { type JobFile, sheetWork } from '../boards/sheet.ts';
import { leftToCut } from '../cables/leftToCut.ts';
import { piecesTaken } from '../cables/picking.ts';
import { releasedJobs } from '../jobs/releases.ts';
import { refuse } from '../refusal.ts';
import { articleFinder } from '../store/articles.ts';
import { listStock } from '../store/stock.ts';
import { longWork, quickWork } from '../work/pools.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { listOffers, putOffers, removeOffer } from './offers.ts';
import { addPurchase, listPurchases, type NewPurchase, type Purchase } from './purchases.ts';

async function needOf(db: Knex, file: JobFile): Promise<JobNeed> {
  return {
    jobId: file.job.id,
    jobNumber: file.job.number,
    jobName: file.board.brief.jobName,
    wantedOn: file.job.wantedOn,
    parts: partsOfBatch(file.dossier.parts, file.board.brief.quantity),
    pieces: await leftToCut(db, file),
    taken: await piecesTaken(db, file.job.id),
  };
}

export interface Buying {
  needs: NeedLine[];
  jobs: { jobId: string; jobNumber: number; jobName: string; revision: number; wantedOn: string | null }[];
  offers: Offer[];
  purchases: Purchase[];
  currency: string;
}

/** What all released jobs need together against the store, the orders under way, and the offers. */
export async function buying(db: Knex, today: string): Promise<Buying> {
  const released = await releasedJobs(db);
  const files: JobFile[] = [];
  const needs: JobNeed[] = [];
  for (const { jobId, revision } of released) {
    const file = await jobFile(db, jobId, revision);
    if (!file) continue;
    files.push(file);
    needs.push(await needOf(db, file));
  }
  const ids = new Set(released.map((r) => r.jobId));
  const stock = await listStock(db);
  const purchases = await listPurchases(db);
  const offers = await listOffers(db);
  const state: StoreState = { pieces: {}, rods: rodsOf(stock, ids), onOrder: {} };
  const pieces = state.pieces as Record<string, number>;
  for (const s of stock) {
    if (s.unit !== 'pcs' || s.widthMm !== null) continue;
    const others = s.reservations.filter((r) => !ids.has(r.jobId)).reduce((n, r) => n + r.quantity, 0);
    pieces[s.articleId] = (pieces[s.articleId] ?? 0) + s.onHand - others;
  }
  const onOrder = state.onOrder as Record<string, number>;
  for (const p of purchases) for (const l of p.lines) onOrder[l.articleId] = (onOrder[l.articleId] ?? 0) + l.open;
  const rules = (await readWorkshop(db))?.values ?? defaultWorkshop;
  const finder = articleFinder(
    rules,
    files.flatMap((f) => f.board.customParts),
  );
  return {
    needs: netNeeds(needs, state, finder, offers, rules, today),
    jobs: files.map((f) => ({
      jobId: f.job.id,
      jobNumber: f.job.number,
      jobName: f.board.brief.jobName,
      revision: f.revision,
      wantedOn: f.job.wantedOn,
    })),
    offers,
    purchases,
    currency: rules.currency,
  };
}

const finderNow = async (db: Knex) => articleFinder((await readWorkshop(db))?.values ?? defaultWorkshop);
/** How many wrong lines of a file are told at once. */
const MOST_LINES = 30;

/** An offer of a supplier, in the place of an older one for the same pack. @returns all offers @throws Refusal */
export async function putOffer(db: Knex, offer: Omit<Offer, 'id'>): Promise<Offer[]> {
  if (!(await finderNow(db))(offer.articleId))
    refuse(422, `articleId is "${offer.articleId}"; accepted: an id of the catalogue`);
  await putOffers(db, [{ ...offer, supplier: offer.supplier.trim() }]);
  return listOffers(db);
}

/** Offers from a file: all of them, or none. @returns how many @throws Refusal with the lines that are wrong */
export async function importOffers(db: Knex, csv: string): Promise<number> {
  const { sheets } = (await readWorkshop(db))?.values ?? defaultWorkshop;
  const { offers, problems } = await quickWork('readOffers', { csv, workshop: { sheets } });
  if (problems.length > 0) refuse(422, ...problems.slice(0, MOST_LINES));
  await putOffers(db, offers);
  return offers.length;
}

/** @throws Refusal where there is no such offer */
export async function dropOffer(db: Knex, id: string): Promise<void> {
  if (!(await removeOffer(db, id))) refuse(404, 'no such offer');
}

/** An order goes out. @returns its id @throws Refusal */
export async function order(db: Knex, personId: string, wish: NewPurchase): Promise<string> {
  const articleById = await finderNow(db);
  for (const [i, l] of wish.lines.entries())
    if (!articleById(l.articleId))
      refuse(422, `lines[${i}].articleId is "${l.articleId}"; accepted: an id of the catalogue`);
  return addPurchase(db, personId, wish, articleById);
}

/** Sizes up of a cable that lie in the store, and what each would change on a job's board. @throws Refusal */
export async function sizesUp(db: Knex, jobId: string, revision: number | undefined, articleId: string) {
  const sheet = await requireSheet(db, jobId, revision);
  const [type, colour] = articleId.split('/');
  const from = genericCatalogue.cableTypes.find((t) => t.id === type);
  if (!from || !colour)
    return refuse(422, `article is "${articleId}"; accepted: a cable with its colour, such as thermoplastic105-50/RD`);
  const stock = await listStock(db);
  const larger = genericCatalogue.cableTypes
    .filter((t) => t.insulation === from.insulation && t.cores === 1 && !t.bar && t.areaMm2 > from.areaMm2)
    .sort((a, b) => a.areaMm2 - b.areaMm2)
    .slice(0, 3);
  const ways = [];
  for (const t of larger) {
    const inStoreMm = stock
      .filter((s) => s.articleId === `${t.id}/${colour}`)
      .reduce((sum, r) => sum + r.onHand - r.reserved, 0);
    if (inStoreMm === 0) continue;
    const found = await longWork('sizeUp', { sheet: sheetWork(sheet), articleId, areaMm2: t.areaMm2 });
    if (found) ways.push({ ...found, inStoreMm, name: `${t.name}, ${colour}` });
  }
  return { revision: sheet.revision, ways };
}
