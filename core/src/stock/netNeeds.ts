import type { Id } from '../document/basics.ts';
import type { SparesRule, Workshop } from '../document/workshop/workshop.ts';
import { compareNatural } from '../engine/compareText.ts';
import type { PartsLine } from '../stages/parts/parts.ts';
import { type Article, type ArticleGroup, BY_LENGTH } from './articles.ts';
import type { CutPiece } from './cutPieces.ts';
import { planArticle, type Rod } from './cutPlan.ts';
import { choosePacks, type Offer, type PackChoice } from './packs.ts';
import { daysBefore, daysBetween, workingDaysBefore } from './workingDays.ts';

/** What a released job still needs. */
export interface JobNeed {
  jobId: Id;
  jobNumber: number;
  jobName: string;
  wantedOn: string | null;
  parts: readonly Pick<PartsLine, 'partId' | 'group' | 'quantity' | 'supply'>[];
  /** Lengths still to be cut. */
  pieces: readonly CutPiece[];
  /** Pieces already taken from the store for it, by article. */
  taken: Readonly<Record<Id, number>>;
}

export interface StoreState {
  /** Free or reserved for these jobs, by article; lengths as rods. */
  pieces: Readonly<Record<Id, number>>;
  rods: readonly Rod[];
  /** Ordered and not yet received, by article. */
  onOrder: Readonly<Record<Id, number>>;
}

export interface NeedLine {
  articleId: Id;
  group: ArticleGroup;
  name: string;
  unit: Article['unit'];
  byJob: { jobNumber: number; quantity: number }[];
  needed: number;
  spares: number;
  inStore: number;
  onOrder: number;
  /** To be bought. */
  net: number;
  /** Of lengths: the store has metres, but in pieces too short for what is to be cut. */
  tooShortMm: number;
  choices: PackChoice[];
  /** Day the first of its jobs is wanted. */
  wantedOn: string | null;
  /** Last day to order it of the first choice's supplier; null without a date or an offer. */
  orderBy: string | null;
  daysLeft: number | null;
}

export type BuyingRules = Pick<
  Workshop,
  'spares' | 'miscountShare' | 'shortCost' | 'buildDays' | 'minRemnantMm' | 'remnantPreferenceShare' | 'sawKerfMm'
>;

/** Spares beyond the need, by kind. Links have theirs in the parts list already; devices get none. */
export function sparesFor(group: ArticleGroup, needed: number, rule: SparesRule): number {
  if (needed <= 0) return 0;
  if (group === 'end') return Math.max(1, Math.ceil(needed * rule.endShare - 1e-9));
  if (BY_LENGTH.includes(group)) return Math.ceil(needed * rule.lengthShare);
  return 0;
}

/** A plan for buying need not be proven: so near the best, or so many rounds of search, are enough. */
const NEAR_ENOUGH = { gapShare: 0.002, rounds: 40 };

/**
 * What has to be bought for all released jobs together: their needs less what is in the store and on order, with spares
 * by kind, the best packs, and the last day to order.
 * @example
 * netNeeds([], { stock: [], orders: [] }, () => null, [], workshop, '2026-12-01'); // []
 */
export function netNeeds(
  jobs: readonly JobNeed[],
  store: StoreState,
  articleById: (id: Id) => Article | null,
  offers: readonly Offer[],
  rules: BuyingRules,
  today: string,
): NeedLine[] {
  const lines = new Map<Id, NeedLine>();
  const lineOf = (article: Article): NeedLine => {
    let line = lines.get(article.id);
    if (!line) {
      line = {
        articleId: article.id,
        group: article.group,
        name: article.name,
        unit: article.unit,
        byJob: [],
        needed: 0,
        spares: 0,
        inStore: 0,
        onOrder: store.onOrder[article.id] ?? 0,
        net: 0,
        tooShortMm: 0,
        choices: [],
        wantedOn: null,
        orderBy: null,
        daysLeft: null,
      };
      lines.set(article.id, line);
    }
    return line;
  };
  const put = (article: Article, job: JobNeed, quantity: number) => {
    if (quantity <= 0) return;
    const line = lineOf(article);
    line.needed += quantity;
    const own = line.byJob.find((b) => b.jobNumber === job.jobNumber);
    if (own) own.quantity += quantity;
    else line.byJob.push({ jobNumber: job.jobNumber, quantity });
    if (job.wantedOn && (!line.wantedOn || job.wantedOn < line.wantedOn)) line.wantedOn = job.wantedOn;
  };
  const toCut = new Map<Id, CutPiece[]>();
  for (const job of jobs) {
    for (const part of job.parts) {
      const article = part.supply === 'workshop' ? articleById(part.partId) : null;
      if (article?.unit === 'pcs') put(article, job, part.quantity - (job.taken[part.partId] ?? 0));
    }
    for (const piece of job.pieces) {
      const article = articleById(piece.articleId);
      if (!article) continue;
      put(article, job, piece.lengthMm);
      toCut.set(article.id, [...(toCut.get(article.id) ?? []), piece]);
    }
  }
  for (const line of lines.values()) {
    const article = articleById(line.articleId)!;
    line.spares = sparesFor(line.group, line.needed, rules.spares);
    if (article.unit === 'pcs') {
      line.inStore = store.pieces[line.articleId] ?? 0;
      line.net = Math.max(0, line.needed + line.spares - line.inStore - line.onOrder);
    } else {
      const rods = store.rods.filter((r) => r.articleId === line.articleId);
      line.inStore = rods.reduce((s, r) => s + r.freeMm, 0);
      // Metres in the store do not help when they lie there in pieces too short.
      let rounds = 0;
      const { group, impossible } = planArticle(article, toCut.get(line.articleId)!, rods, rules, {
        gapShare: NEAR_ENOUGH.gapShare,
        keepOn: () => ++rounds < NEAR_ENOUGH.rounds,
      });
      const missingMm =
        group.rods
          .filter((r) => r.stockId === null)
          .reduce((s, r) => s + r.cuts.reduce((c, x) => c + x.piece.lengthMm, 0), 0) +
        impossible.reduce((s, i) => s + i.piece.lengthMm, 0);
      line.tooShortMm = Math.max(0, missingMm - Math.max(0, line.needed - line.inStore));
      // What the store keeps after these cuts serves as spare.
      const staysMm = Math.max(0, line.inStore - (line.needed - missingMm));
      line.net = Math.max(0, missingMm + Math.max(0, line.spares - staysMm) - line.onOrder);
    }
    line.choices = choosePacks(
      line.net,
      offers.filter((o) => o.articleId === line.articleId),
      {
        miscountShare: article.unit === 'pcs' && line.group !== 'device' ? rules.miscountShare : 0,
        shortCost: rules.shortCost,
      },
    );
    const lead = line.choices[0]?.leadDays;
    if (line.net > 0 && line.wantedOn && lead !== undefined) {
      line.orderBy = daysBefore(workingDaysBefore(line.wantedOn, rules.buildDays), lead);
      line.daysLeft = daysBetween(today, line.orderBy);
    }
  }
  const order: readonly ArticleGroup[] = ['device', 'fuse', 'cable', 'end', 'shrink', 'sleeve', 'sheet', 'fastener'];
  return [...lines.values()].sort(
    (a, b) => order.indexOf(a.group) - order.indexOf(b.group) || compareNatural(a.name, b.name),
  );
}

export interface PurchaseListLine {
  articleId: Id;
  name: string;
  pack: string;
  count: number;
  quantity: number;
  unit: Article['unit'];
  priceEach: number;
  total: number;
  orderBy: string | null;
}

export interface PurchaseList {
  supplier: string;
  lines: PurchaseListLine[];
  total: number;
  leadDays: number;
}

/** What is missing and nobody has offered yet: it has to be bought all the same. */
export interface UnpricedLine {
  articleId: Id;
  name: string;
  quantity: number;
  unit: Article['unit'];
  orderBy: string | null;
}

/**
 * What is missing and has no offer, in the order it is needed.
 * @example
 * unpricedLines([]); // []
 */
export const unpricedLines = (
  needs: readonly Pick<NeedLine, 'articleId' | 'name' | 'net' | 'unit' | 'orderBy' | 'choices'>[],
): UnpricedLine[] =>
  needs
    .filter((n) => n.net > 0 && n.choices.length === 0)
    .map(({ articleId, name, net, unit, orderBy }) => ({ articleId, name, quantity: net, unit, orderBy }));

/**
 * Purchase lists, one a supplier, from the chosen packs; each total is the sum of its lines in cents.
 * @example
 * purchaseLists([]); // []
 */
export function purchaseLists(needs: readonly NeedLine[]): PurchaseList[] {
  const lists = new Map<string, PurchaseList>();
  for (const need of needs) {
    const choice = need.choices[0];
    if (!choice) continue;
    let list = lists.get(choice.supplier);
    if (!list) {
      list = { supplier: choice.supplier, lines: [], total: 0, leadDays: 0 };
      lists.set(choice.supplier, list);
    }
    for (const { offer, count } of choice.packs) {
      const total = Math.round(count * offer.packPrice * 100) / 100;
      list.lines.push({
        articleId: need.articleId,
        name: need.name,
        pack:
          need.unit === 'mm'
            ? `${offer.packQuantity / 1000} m`
            : offer.packQuantity === 1
              ? 'single'
              : `${offer.packQuantity} a pack`,
        count,
        quantity: count * offer.packQuantity,
        unit: need.unit,
        priceEach: offer.packPrice,
        total,
        orderBy: need.orderBy,
      });
      list.total = Math.round((list.total + total) * 100) / 100;
    }
    list.leadDays = Math.max(list.leadDays, choice.leadDays);
  }
  return [...lists.values()].sort((a, b) => compareNatural(a.supplier, b.supplier));
}
