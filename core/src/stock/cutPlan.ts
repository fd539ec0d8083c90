import type { Id } from '../document/basics.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { compareNatural, compareText } from '../engine/compareText.ts';
import type { CutProblem, CutStock } from '../solvers/cutting/problem.ts';
import { type CutLimits, solveCutting } from '../solvers/cutting/solveCutting.ts';
import type { Article } from './articles.ts';
import type { CutPiece } from './cutPieces.ts';

/** A reel, stick or remnant in the store, as far as it is free. */
export interface Rod {
  stockId: Id;
  articleId: Id;
  label: string;
  freeMm: number;
  /** Older ones go first. */
  receivedAt: string;
  /** Cut from before, or shorter than it is bought. */
  started: boolean;
}

export interface PlannedCut {
  piece: CutPiece;
  /** Marks on a tape laid along the rod from its free end. */
  fromMm: number;
  toMm: number;
}

export interface PlannedRod {
  /** Null: a fresh one that has to be bought first. */
  stockId: Id | null;
  label: string;
  lengthMm: number;
  cuts: PlannedCut[];
  restMm: number;
  /** What becomes of the rest. */
  rest: 'kept' | 'scrap' | 'none';
}

export interface PlannedGroup {
  articleId: Id;
  name: string;
  rods: PlannedRod[];
  piecesMm: number;
  scrapMm: number;
  /** Whole fresh ones to buy. */
  toBuy: number;
  optimal: boolean;
  /** How far above the best plan this one may be, as a share; 0 when proven. */
  gapShare: number;
}

export interface CutPlan {
  groups: PlannedGroup[];
  /** Pieces longer than anything in the store or for sale. */
  impossible: { piece: CutPiece; why: string }[];
}

type PlanRules = Pick<Workshop, 'minRemnantMm' | 'remnantPreferenceShare' | 'sawKerfMm'>;

/** Between two rods that serve alike the older goes first: each younger one counts so much more. */
const YOUNGER_MM = 5;
/** Of what has to be bought a millimetre counts a tenth more: the store is used up beside it. */
const BOUGHT_PERMILLE = 1100;
/** Starting a fresh reel counts so much more than going on with one. */
const FRESH_MM = 50;

/** Flat copper is sawn; cable, tube and sleeve are cut with shears. */
const kerfOf = (article: Article, rules: PlanRules): number =>
  article.id.startsWith('flat-') ? Math.ceil(rules.sawKerfMm) : 0;

/** Of what is sold in short sticks a short rest is useful still. */
const minUsefulOf = (article: Article, rules: PlanRules): number =>
  Math.round(Math.min(rules.minRemnantMm, (article.freshMm ?? rules.minRemnantMm) / 12));

/**
 * The rods of an article as stock of the cutting problem. What is bought costs more than all there is, so that nothing
 * is while the store has it; a remnant's millimetre counts less by the workshop's preference.
 */
function stocksFor(article: Article, rods: readonly Rod[], demandMm: number, rules: PlanRules): CutStock[] {
  const oldestFirst = [...rods].sort(
    (a, b) => compareText(a.receivedAt, b.receivedAt) || compareText(a.stockId, b.stockId),
  );
  const minUsefulMm = minUsefulOf(article, rules);
  const own = oldestFirst.map((rod, age) => {
    const remnant = rod.started && rod.freeMm < (article.freshMm ?? Number.POSITIVE_INFINITY) / 2;
    return {
      lengthMm: rod.freeMm,
      count: 1,
      openMm: YOUNGER_MM * age + (rod.started ? 0 : FRESH_MM),
      weightPermille: remnant ? Math.round(1000 * (1 - rules.remnantPreferenceShare)) : 1000,
      minUsefulMm,
    };
  });
  const store = own.reduce((s, r) => s + r.lengthMm + r.openMm, 0);
  return [
    ...own,
    ...(article.freshMm === null
      ? []
      : [
          {
            lengthMm: article.freshMm,
            count: Number.POSITIVE_INFINITY,
            openMm: Math.ceil(store + demandMm) + FRESH_MM,
            weightPermille: BOUGHT_PERMILLE,
            minUsefulMm,
          },
        ]),
  ];
}

/** Cut straight down in the order of the rods: the longest piece first, so that a spoiled one still makes a shorter. */
function rodOf(
  kerfMm: number,
  minUsefulMm: number,
  base: Pick<PlannedRod, 'stockId' | 'label' | 'lengthMm'>,
  pieces: readonly CutPiece[],
): PlannedRod {
  let at = 0;
  const cuts = [...pieces]
    .sort((a, b) => b.lengthMm - a.lengthMm || a.jobNumber - b.jobNumber || compareNatural(a.what, b.what))
    .map((piece) => {
      const cut = { piece, fromMm: at, toMm: at + piece.lengthMm };
      at = cut.toMm + kerfMm;
      return cut;
    });
  const restMm = Math.max(0, base.lengthMm - at);
  return { ...base, cuts, restMm, rest: restMm === 0 ? 'none' : restMm >= minUsefulMm ? 'kept' : 'scrap' };
}

/**
 * How one article's pieces come out of the rods there are.
 * @returns the plan and the pieces nothing is long enough for
 */
export function planArticle(
  article: Article,
  pieces: readonly CutPiece[],
  rods: readonly Rod[],
  rules: PlanRules,
  limits: CutLimits = {},
): { group: PlannedGroup; impossible: CutPlan['impossible'] } {
  const usable = rods
    .filter((r) => r.freeMm > 0)
    .sort((a, b) => compareText(a.receivedAt, b.receivedAt) || compareText(a.stockId, b.stockId));
  const kerfMm = kerfOf(article, rules);
  const longest = Math.max(0, article.freshMm ?? 0, ...usable.map((r) => r.freeMm));
  const possible = pieces.filter((p) => p.lengthMm <= longest);
  const impossible = pieces
    .filter((p) => p.lengthMm > longest)
    .map((piece) => ({ piece, why: `${piece.lengthMm} mm, the longest there is of it has ${longest} mm` }));
  const byLength = new Map<number, CutPiece[]>();
  for (const p of possible) byLength.set(p.lengthMm, [...(byLength.get(p.lengthMm) ?? []), p]);
  const orders = [...byLength].sort((a, b) => b[0] - a[0]);
  const demandMm = possible.reduce((s, p) => s + p.lengthMm + kerfMm, 0);
  const stocks = stocksFor(article, usable, demandMm, rules);
  const problem: CutProblem = {
    orders: orders.map(([lengthMm, own]) => ({ lengthMm, count: own.length })),
    stocks,
    kerfMm,
  };
  const solved = solveCutting(problem, limits);
  const queues = orders.map(([, own]) => [...own].sort((a, b) => compareNatural(a.id, b.id)));
  let fresh = 0;
  const planned = [...solved.plan]
    .sort((a, b) => a.stock - b.stock)
    .map((pattern) => {
      const rod = usable[pattern.stock];
      const own = pattern.pieces.flatMap(([order, n]) => queues[order]!.splice(0, n));
      const base = rod
        ? { stockId: rod.stockId, label: rod.label, lengthMm: rod.freeMm }
        : { stockId: null, label: `to buy, no. ${++fresh}`, lengthMm: article.freshMm! };
      return rodOf(kerfMm, stocks[pattern.stock]!.minUsefulMm, base, own);
    });
  return {
    group: {
      articleId: article.id,
      name: article.name,
      rods: planned,
      piecesMm: possible.reduce((s, p) => s + p.lengthMm, 0),
      scrapMm: planned.reduce((s, r) => s + (r.rest === 'scrap' ? r.restMm : 0), 0),
      toBuy: fresh,
      optimal: solved.optimal,
      gapShare: solved.gapShare,
    },
    impossible,
  };
}

/**
 * All pieces of all jobs cut together, article by article, in the order of the bench: cable from thick to thin, then
 * tube and sleeve.
 * @param onProgress told before each article
 * @example
 * planCuts([], [], () => null, workshop).groups; // []
 */
export function planCuts(
  pieces: readonly CutPiece[],
  rods: readonly Rod[],
  articleById: (id: Id) => Article | null,
  rules: PlanRules,
  limits: CutLimits = {},
  onProgress: (done: number, all: number) => void = () => {},
): CutPlan {
  const byArticle = new Map<Id, CutPiece[]>();
  for (const p of pieces) byArticle.set(p.articleId, [...(byArticle.get(p.articleId) ?? []), p]);
  const plan: CutPlan = { groups: [], impossible: [] };
  const order = ['cable', 'shrink', 'sleeve'];
  const groups = [...byArticle]
    .map(([id, own]) => ({ article: articleById(id), own, id }))
    .sort(
      (a, b) =>
        order.indexOf(a.article?.group ?? '') - order.indexOf(b.article?.group ?? '') ||
        -compareNatural(a.article?.name ?? '', b.article?.name ?? ''),
    );
  groups.forEach(({ article, own }, done) => {
    onProgress(done, groups.length);
    if (!article) {
      plan.impossible.push(...own.map((piece) => ({ piece, why: 'not in the catalogue' })));
      return;
    }
    const planned = planArticle(
      article,
      own,
      rods.filter((r) => r.articleId === article.id),
      rules,
      limits,
    );
    if (planned.group.rods.length > 0) plan.groups.push(planned.group);
    plan.impossible.push(...planned.impossible);
  });
  onProgress(groups.length, groups.length);
  return plan;
}

/** Which pieces come from which rod: a plan as somebody took it, without what follows from it. */
export interface PlanChoice {
  articleId: Id;
  rods: { stockId: Id | null; pieceIds: Id[] }[];
  optimal: boolean;
  gapShare: number;
}

/**
 * What of a plan is kept: its rods and patterns.
 * @example
 * choiceOf({ groups: [] }); // []
 */
export const choiceOf = (plan: CutPlan): PlanChoice[] =>
  plan.groups.map((g) => ({
    articleId: g.articleId,
    rods: g.rods.map((r) => ({ stockId: r.stockId, pieceIds: r.cuts.map((c) => c.piece.id) })),
    optimal: g.optimal,
    gapShare: g.gapShare,
  }));

/**
 * The plan a choice stands for, with the pieces and rods as they are now.
 * @throws RangeError naming a piece or rod that is not there, or a rod that is too short for its pieces
 * @example
 * planFromChoice([], [], [], () => null, workshop).groups; // []
 */
export function planFromChoice(
  choice: readonly PlanChoice[],
  pieces: readonly CutPiece[],
  rods: readonly Rod[],
  articleById: (id: Id) => Article | null,
  rules: PlanRules,
): CutPlan {
  const pieceById = new Map(pieces.map((p) => [p.id, p]));
  const rodById = new Map(rods.map((r) => [r.stockId, r]));
  const used = new Set<Id>();
  const groups = choice.map((c): PlannedGroup => {
    const article = articleById(c.articleId);
    if (!article) throw new RangeError(`no article "${c.articleId}" in the catalogue`);
    const kerfMm = kerfOf(article, rules);
    const minUsefulMm = minUsefulOf(article, rules);
    let fresh = 0;
    const planned = c.rods.map((r) => {
      const rod = r.stockId === null ? null : rodById.get(r.stockId);
      if (rod === undefined || (rod && rod.articleId !== c.articleId))
        throw new RangeError(`"${r.stockId}" is not in the store as ${article.name}`);
      const own = r.pieceIds.map((id) => {
        const piece = pieceById.get(id);
        if (!piece || piece.articleId !== c.articleId || used.has(id))
          throw new RangeError(`piece "${id}" is not to be cut from ${article.name}, or is in the plan twice`);
        used.add(id);
        return piece;
      });
      const lengthMm = rod ? rod.freeMm : (article.freshMm ?? 0);
      const takenMm = own.reduce((s, p) => s + p.lengthMm + kerfMm, 0) - kerfMm;
      if (takenMm > lengthMm)
        throw new RangeError(
          `${rod ? rod.label : 'a fresh one'} has ${lengthMm} mm free, ${takenMm} mm are to come from it`,
        );
      return rodOf(
        kerfMm,
        minUsefulMm,
        { stockId: rod?.stockId ?? null, label: rod ? rod.label : `to buy, no. ${++fresh}`, lengthMm },
        own,
      );
    });
    return {
      articleId: c.articleId,
      name: article.name,
      rods: planned,
      piecesMm: planned.reduce((s, r) => s + r.cuts.reduce((n, x) => n + x.piece.lengthMm, 0), 0),
      scrapMm: planned.reduce((s, r) => s + (r.rest === 'scrap' ? r.restMm : 0), 0),
      toBuy: fresh,
      optimal: c.optimal,
      gapShare: c.gapShare,
    };
  });
  return { groups, impossible: [] };
}
