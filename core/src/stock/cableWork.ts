import type { Id } from '../document/basics.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { compareNatural } from '../engine/compareText.ts';
import type { MadeCable } from '../stages/terminations/terminations.ts';
import { type CableProgress, type CableRecord, cableProgress, pullsDue } from './cableSteps.ts';
import { cableArticleId } from './cutPieces.ts';
import { type BenchNeed, type Changes, makingOrder } from './makingOrder.ts';

/** How a job's cables are made at the bench: in which order, which crimps are pulled, which cables are equals. */
export interface CableWork {
  order: MadeCable[];
  changes: Changes;
  /** Changes in the order of the drawing. */
  asDrawn: Changes;
  /** Everything cut first, then every end with one die before the next die. */
  dieByDie: Changes;
  dieRuns: DieRun[];
  pullDue: ReadonlySet<Id>;
  /** Cables of the same length, size and ends as another between the same kinds of parts: parallel leads. */
  equals: ReadonlyMap<Id, string[]>;
}

/** All ends that one die presses, in the order of making. */
export interface DieRun {
  dieId: string;
  toolName: string;
  ends: { cableId: Id; designation: string; at: string; lugName: string }[];
}

const known = new WeakMap<readonly MadeCable[], Map<number, CableWork>>();

/**
 * Works the order out once for a list of cables; from nothing but the list, so that everybody has the same.
 * @example
 * cableWork(dossier.cables, workshop).order.length; // 7
 */
export function cableWork(cables: readonly MadeCable[], workshop: Pick<Workshop, 'pullEvery'>): CableWork {
  let own = known.get(cables);
  if (!own) {
    own = new Map();
    known.set(cables, own);
  }
  let work = own.get(workshop.pullEvery);
  if (!work) {
    // What is bought made up is nobody's to make.
    work = workOut(
      cables.filter((c) => c.lead === null),
      workshop.pullEvery,
    );
    own.set(workshop.pullEvery, work);
  }
  return work;
}

function workOut(cables: readonly MadeCable[], pullEvery: number): CableWork {
  const byId = new Map(cables.map((c) => [c.cableId, c]));
  const { order, changes, asDrawn } = orderOf(
    cables.map((c) => ({
      cableId: c.cableId,
      reel: cableArticleId(c),
      dies: [...new Set(c.cores.flatMap((core) => [core.from, core.to].flatMap((e) => e.crimp?.dieId ?? [])))],
    })),
  );
  const inOrder = order.map((o) => byId.get(o.cableId)!);
  const dieRuns = dieRunsOf(inOrder);
  const dieByDie = { reels: new Set(cables.map(cableArticleId)).size, dies: dieRuns.length };
  return {
    order: inOrder,
    changes,
    asDrawn,
    dieByDie,
    dieRuns,
    pullDue: pullsDue(inOrder, pullEvery),
    equals: equalsOf(cables),
  };
}

function dieRunsOf(inOrder: readonly MadeCable[]): DieRun[] {
  const runs = new Map<string, DieRun>();
  for (const cable of inOrder)
    for (const core of cable.cores)
      for (const end of [core.from, core.to]) {
        if (!end.crimp) continue;
        const run = runs.get(end.crimp.dieId) ?? { dieId: end.crimp.dieId, toolName: end.crimp.toolName, ends: [] };
        run.ends.push({ cableId: cable.cableId, designation: cable.designation, at: end.at, lugName: end.lugName });
        runs.set(end.crimp.dieId, run);
      }
  return [...runs.values()].sort((a, b) => compareNatural(b.dieId, a.dieId));
}

const orders = new Map<string, ReturnType<typeof makingOrder>>();
const ORDERS_KEPT = 12;

/** The order for some needs; kept, for a part that is dragged changes lengths all the time and needs never. */
function orderOf(needs: readonly BenchNeed[]): ReturnType<typeof makingOrder> {
  const key = needs.map((n) => `${n.cableId} ${n.reel} ${n.dies.join(',')}`).join(';');
  let made = orders.get(key);
  if (!made) {
    made = makingOrder(needs);
    orders.set(key, made);
    if (orders.size > ORDERS_KEPT) orders.delete(orders.keys().next().value as string);
  }
  return made;
}

/** Letter of the part a cable ends at: `G` of `-G1:plus`. */
const letter = (at: string) => /^-([A-Z]+)/.exec(at)?.[1] ?? at;

function equalsOf(cables: readonly MadeCable[]): Map<Id, string[]> {
  const sets = new Map<string, MadeCable[]>();
  for (const c of cables) {
    const core = c.cores[0];
    if (!core || c.cores.length > 1) continue;
    const ends = [core.from, core.to].map((e) => `${letter(e.at)} ${e.lug.value}`).sort();
    const key = `${cableArticleId(c)} ${Math.round(c.cutMm)} ${ends.join(' ')}`;
    sets.set(key, [...(sets.get(key) ?? []), c]);
  }
  const equals = new Map<Id, string[]>();
  for (const set of sets.values())
    if (set.length > 1)
      for (const c of set)
        equals.set(
          c.cableId,
          set.filter((o) => o !== c).map((o) => o.designation),
        );
  return equals;
}

/**
 * Cables made to today's spec, by id.
 * @example
 * [...madeIdsOf(new Map([['cb_1', { made: true }], ['cb_2', { made: false }]]))]; // ['cb_1']
 */
export const madeIdsOf = (progress: ReadonlyMap<Id, CableProgress>): Set<Id> =>
  new Set([...progress].flatMap(([id, p]) => (p.made ? [id] : [])));

/**
 * Where every cable of a job stands.
 * @example
 * progressOfAll([], [], workshop).size; // 0
 */
export function progressOfAll(
  cables: readonly MadeCable[],
  records: readonly CableRecord[],
  workshop: Pick<Workshop, 'pullEvery'>,
): Map<Id, CableProgress> {
  const { pullDue } = cableWork(cables, workshop);
  const byCable = new Map<Id, CableRecord[]>();
  for (const r of records) byCable.set(r.cableId, [...(byCable.get(r.cableId) ?? []), r]);
  return new Map(
    cables
      .filter((c) => c.lead === null)
      .map((c) => [c.cableId, cableProgress(c, byCable.get(c.cableId) ?? [], pullDue.has(c.cableId))]),
  );
}
