import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { purchaseLists, unpricedLines } from '@ombrik/core/stock/netNeeds';
import type { Knex } from 'knex';
import { listReadings } from '../bench/readings.ts';
import { requireFile } from '../boards/jobFile.ts';
import type { JobSheet } from '../boards/sheet.ts';
import { buildRecordsOf } from '../build/buildRecords.ts';
import { reopenedOf } from '../build/buildService.ts';
import { photosOf } from '../build/photos.ts';
import { buying } from '../buying/buyingService.ts';
import { jobCosts } from '../cables/costs.ts';
import { planOf } from '../cables/cutPlans.ts';
import { dieBatchesOfShop } from '../cables/dieBatchesOfShop.ts';
import { findQuote } from '../jobs/quotes.ts';
import { refuse } from '../refusal.ts';
import { articleFinder } from '../store/articles.ts';
import { listStock } from '../store/stock.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import type { Needs, ShopNeeds } from './paperKind.ts';

type Gather = {
  [N in keyof Needs]: (db: Knex, sheet: JobSheet, asked: Readonly<Record<string, string>>) => Promise<Needs[N]>;
};
/** How each thing a paper may need is fetched. @throws Refusal where there is none yet */
export const GATHER: Gather = {
  cutPlan: async (db, { job }) =>
    (await planOf(db, job.id)) ?? refuse(409, 'no cut plan has been taken for this job yet: Cables, Cutting'),
  cutPlanIfAny: (db, { job }) => planOf(db, job.id),
  offcuts: async (db) =>
    (await listStock(db)).flatMap((s) =>
      s.widthMm !== null && s.heightMm !== null && s.onHand > s.reserved
        ? [{ number: s.number, bin: s.bin, sheetId: s.articleId, widthMm: s.widthMm, heightMm: s.heightMm }]
        : [],
    ),
  costs: async (db, { job, revision }) => jobCosts(db, await requireFile(db, job.id, revision)),
  built: (db, { job }) => buildRecordsOf(db, job.id),
  photos: (db, { job }) => photosOf(db, job.id),
  opened: (db, { job }) => reopenedOf(db, job.id),
  readings: (db, { job }) => listReadings(db, job.id),
  quote: async (db, { job }, { version = '' }) => {
    const kept = /^\d{1,9}$/.test(version) ? await findQuote(db, job.id, Number(version)) : null;
    return kept ?? refuse(404, `no quote ${version} of this job`);
  },
};

type GatherShop = { [N in keyof ShopNeeds]: (db: Knex, today: string) => Promise<ShopNeeds[N]> };
export const GATHER_SHOP: GatherShop = {
  purchases: async (db, today) => {
    const { needs, currency } = await buying(db, today);
    return { lists: purchaseLists(needs), unpriced: unpricedLines(needs), currency };
  },
  dies: (db) => dieBatchesOfShop(db),
  labelled: async (db) => {
    const articleById = articleFinder((await readWorkshop(db))?.values ?? defaultWorkshop);
    return (await listStock(db)).map((s) => ({ ...s, name: articleById(s.articleId)?.name ?? s.articleId }));
  },
};
