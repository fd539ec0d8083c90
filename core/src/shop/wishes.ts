import type { JobWish, ShopPlan } from './planShop.ts';

export type OperationWish = JobWish['operations'][string];

const usual = (jobId: string): JobWish => ({ jobId, turn: 'usual', operations: {} });

/**
 * Wishes with one of a job changed.
 * @example
 * withTurn([], 'jb', 'first'); // [{ jobId: 'jb', turn: 'first', operations: {} }]
 */
export const withTurn = (wishes: readonly JobWish[], jobId: string, turn: JobWish['turn']): JobWish[] => [
  ...wishes.filter((w) => w.jobId !== jobId),
  { ...(wishes.find((w) => w.jobId === jobId) ?? usual(jobId)), turn },
];

/**
 * Wishes with an operation held back or given to somebody; one that asks for nothing any more is left out.
 * @example
 * withOperation([], 'jb', 'jb/mount', { notBefore: '2026-12-01', personId: null })[0].turn; // 'usual'
 */
export function withOperation(
  wishes: readonly JobWish[],
  jobId: string,
  operationId: string,
  change: Partial<OperationWish>,
): JobWish[] {
  const own = wishes.find((w) => w.jobId === jobId) ?? usual(jobId);
  const next = { notBefore: null, personId: null, ...own.operations[operationId], ...change };
  const { [operationId]: _, ...others } = own.operations;
  const asks = next.notBefore !== null || next.personId !== null;
  return [
    ...wishes.filter((w) => w.jobId !== jobId),
    { ...own, operations: asks ? { ...others, [operationId]: next } : others },
  ];
}

/** What another plan does to a job. */
export interface Slip {
  jobId: string;
  before: { likely: string; chance: number | null };
  after: { likely: string; chance: number | null };
  later: boolean;
}

/** Chances nearer to one another are the same: they are drawn by lot. */
const SAME = 0.05;

/**
 * Jobs that ship on another day or with another chance, those that slip first.
 * @example
 * slips({ firstDay: '', operations: [], jobs: [], unplanned: [] }, { firstDay: '', operations: [], jobs: [], unplanned: [] }); // []
 */
export function slips(before: ShopPlan, after: ShopPlan): Slip[] {
  return before.jobs
    .flatMap((b): Slip[] => {
      const a = after.jobs.find((j) => j.jobId === b.jobId);
      if (!a) return [];
      const moved = a.ships.likely !== b.ships.likely;
      const turned = Math.abs((a.chance ?? 0) - (b.chance ?? 0)) > SAME;
      if (!moved && !turned) return [];
      return [
        {
          jobId: b.jobId,
          before: { likely: b.ships.likely, chance: b.chance },
          after: { likely: a.ships.likely, chance: a.chance },
          later: moved ? a.ships.likely > b.ships.likely : (a.chance ?? 0) < (b.chance ?? 0),
        },
      ];
    })
    .sort((x, y) => Number(y.later) - Number(x.later) || (x.after.likely < y.after.likely ? -1 : 1));
}
