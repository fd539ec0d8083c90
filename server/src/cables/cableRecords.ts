import { overdue } from '@ombrik/core/document/workshop/toolCheck';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { CABLE_STEPS, type CableRecord, type CableStep, stepsOf } from '@ombrik/core/stock/cableSteps';
import { progressOfAll } from '@ombrik/core/stock/cableWork';
import { cutPieces, isCablePiece, stepUsing } from '@ombrik/core/stock/cutPieces';
import { freeFor } from '@ombrik/core/stock/rods';
import { format, startOfDay } from 'date-fns';
import type { Knex } from 'knex';
import { addRecord, type FloorRecord, listRecords } from '../bench/floorRecords.ts';
import type { JobFile } from '../boards/sheet.ts';
import { refuse } from '../refusal.ts';
import { correct, keyUsed, listStock, lockStock, receive, take } from '../store/stock.ts';
import { planOf } from './cutPlans.ts';

/** What the floor said of a job's cables, in the order it was said. */
export async function cableRecordsOf(db: Knex, jobId: string): Promise<(CableRecord & { row: FloorRecord })[]> {
  return (await listRecords(db, jobId, 'cableMade', 'cableStep', 'cableRedo')).map((row) => ({
    cableId: row.entityId,
    fingerprint: row.fingerprint,
    said: saidOf(row),
    personName: row.personName,
    at: row.at,
    row,
  }));
}

function saidOf({ kind, data }: FloorRecord): CableRecord['said'] {
  if (kind === 'cableMade') return { kind: 'made', made: data.made === true };
  if (kind === 'cableRedo')
    return { kind: 'redo', reason: String(data.reason), scrap: data.scrap === 'remnant' ? 'remnant' : 'bin' };
  return {
    kind: 'step',
    step: CABLE_STEPS.find((s) => s === data.step) ?? 'cut',
    done: data.done === true,
    pullsN: Array.isArray(data.pullsN) ? (data.pullsN as number[]) : [],
    word: String(data.word ?? ''),
    firstWith: Array.isArray(data.firstWith) ? (data.firstWith as string[]) : [],
  };
}

/** What a step took from the store. */
export interface Taken {
  number: number;
  quantity: number;
  unit: 'mm' | 'pcs';
}

interface Want {
  articleId: string;
  quantity: number;
  unit: 'mm' | 'pcs';
  /** Of a length: the piece in the plan. */
  pieceId: string | null;
}

/** What a step uses up: cable and sleeve when it is cut, ends when they are crimped, tube when it is shrunk. */
function wantsOf(file: JobFile, cable: MadeCable, step: CableStep, count: number): Want[] {
  const pieces = cutPieces(file.job, [cable], file.workshop, undefined, count);
  if (step === 'cut' || step === 'shrunk')
    return pieces
      .filter((p) => stepUsing(p) === step)
      .map((p) => ({ articleId: p.articleId, quantity: p.lengthMm, unit: 'mm', pieceId: p.id }));
  if (step !== 'crimped') return [];
  const ends = new Map<string, number>();
  for (const core of cable.cores)
    for (const end of [core.from, core.to])
      if (end.lug.value) ends.set(end.lug.value, (ends.get(end.lug.value) ?? 0) + 1);
  return [...ends].map(([articleId, each]) => ({ articleId, quantity: each * count, unit: 'pcs', pieceId: null }));
}

/** Takes what a step uses: from the rod the plan names, else from the oldest that has enough. What the store lacks is left. */
async function consume(
  trx: Knex,
  file: JobFile,
  cable: MadeCable,
  step: CableStep,
  personId: string,
  fromStockId: string | null,
  key: string,
  count: number,
): Promise<Taken[]> {
  const kept = await planOf(trx, file.job.id);
  const rods = kept?.plan.groups.flatMap((g) => g.rods) ?? [];
  const taken: Taken[] = [];
  let part = 0;
  for (const want of wantsOf(file, cable, step, count)) {
    const planned = rods.find((r) => r.cuts.some((c) => c.piece.id === want.pieceId));
    const stock = await listStock(trx, { articleId: want.articleId });
    const own = new Set([file.job.id]);
    const freeOf = (s: (typeof stock)[number]) => freeFor(s, own);
    const asked = want.pieceId !== null && isCablePiece(want.pieceId) && fromStockId !== null;
    const chosen = stock.find((s) => s.id === fromStockId && freeOf(s) >= want.quantity);
    if (asked && !chosen)
      refuse(
        409,
        `fromStockId is "${fromStockId}"; accepted: a reel of ${cable.cableTypeName} with ${want.quantity} mm free`,
      );
    const row =
      (asked ? chosen : undefined) ??
      stock.find((s) => s.id === planned?.stockId && freeOf(s) >= want.quantity) ??
      // Remnants before fresh ones, older before newer.
      [...stock]
        .sort((a, b) => Number(a.onHand === a.startQuantity) - Number(b.onHand === b.startQuantity))
        .find((s) => freeOf(s) >= want.quantity);
    if (!row) continue;
    await take(
      trx,
      row.id,
      personId,
      { quantity: want.quantity, jobId: file.job.id, cableId: cable.cableId, note: `${cable.designation}: ${step}` },
      key,
      part++,
    );
    taken.push({ number: row.number, quantity: want.quantity, unit: want.unit });
    // The last planned cut of a rod leaves what the plan called scrap.
    if (planned?.rest === 'scrap' && planned.stockId === row.id) {
      const left = await lockStock(trx, row.id);
      if (left && left.onHand === planned.restMm && left.reserved === 0)
        await take(
          trx,
          row.id,
          personId,
          { quantity: left.onHand, jobId: file.job.id, note: 'too short to keep', kind: 'scrap' },
          key,
          part++,
        );
    }
  }
  return taken;
}

export interface StepWish {
  step: CableStep;
  done: boolean;
  pullsN: number[];
  fromStockId: string | null;
  /** Of a cut to a length that is a guess: who cuts says why it is right. Empty where nothing has to be said. */
  word: string;
  key: string;
}

/** A length nobody has settled is cut only at somebody's word. */
function mindGuess(cable: MadeCable, wish: StepWish): void {
  if (wish.step !== 'cut' || !cable.provisional || wish.word.trim() !== '') return;
  refuse(
    409,
    `${cable.designation}: its length, ${Math.round(cable.cutMm)} mm, is a guess: route it or measure its run, or say in "word" why it is cut to it all the same`,
  );
}

/** Dies whose crimps are pulled, each once. */
const pulledDies = (cable: MadeCable): string[] => [
  ...new Set(cable.cores.flatMap((c) => [c.from, c.to].flatMap((e) => (e.crimp?.pull ? [e.crimp.dieId] : [])))),
];

/** A die is pressed by a tool whose check holds, or not at all. @throws Refusal */
function mindTools(file: JobFile, cable: MadeCable): void {
  const today = format(new Date(), 'yyyy-MM-dd');
  const dies = new Set(cable.cores.flatMap((c) => [c.from, c.to].flatMap((e) => (e.crimp ? [e.crimp.dieId] : []))));
  for (const die of dies) {
    const own = file.workshop.tools.filter((t) => t.dies.includes(die)).map((t) => overdue(t, today));
    if (own.length > 0 && own.every((why) => why !== null))
      refuse(409, `${cable.designation} is not crimped: ${own.join('; ')}`);
  }
}

/** Dies of a crimp, and which of them are used for the first time today on any job: that crimp is pulled. */
async function diesOf(trx: Knex, cable: MadeCable): Promise<{ dies: string[]; firstWith: string[] }> {
  const dies = pulledDies(cable);
  if (dies.length === 0) return { dies, firstWith: [] };
  const { rows } = await trx.raw(
    `SELECT DISTINCT d.die FROM floor_records f, jsonb_array_elements_text(f.data -> 'dies') AS d(die)
     WHERE f.kind = 'cableStep' AND f.recorded_at >= ?`,
    [startOfDay(new Date())],
  );
  const used = new Set((rows as { die: string }[]).map((r) => r.die));
  return { dies, firstWith: dies.filter((d) => !used.has(d)) };
}

/** One after the other for a job: the same press twice finds the first. */
const lockJob = (trx: Knex, jobId: string) => trx('jobs').where({ id: jobId }).forUpdate().first('id');

/** How many of a cable are made at once: one for every board, or as many as were spoiled and are made again. */
function countOf(records: readonly { said: CableRecord['said']; row: FloorRecord }[], quantity: number): number {
  const last = records.findLast((r) => r.said.kind === 'redo');
  const spoiled = Number(last?.row.data.count ?? quantity);
  return last ? Math.min(quantity, Math.max(1, spoiled)) : quantity;
}

/** Records of one cable since it was last started anew. */
const sinceRedo = <T extends CableRecord>(records: readonly T[]): T[] =>
  records.slice(records.findLastIndex((r) => r.said.kind === 'redo') + 1);

async function stepIn(
  trx: Knex,
  file: JobFile,
  cable: MadeCable,
  personId: string,
  wish: StepWish,
): Promise<{ taken: Taken[] }> {
  const records = (await cableRecordsOf(trx, file.job.id)).filter((r) => r.cableId === cable.cableId);
  const again = records.find((r) => r.row.data.key === wish.key);
  if (again) return { taken: (again.row.data.taken as Taken[]) ?? [] };
  const last = sinceRedo(records)
    .filter((r) => r.said.kind === 'step' && r.said.step === wish.step)
    .at(-1);
  const isDone = last?.said.kind === 'step' && last.said.done;
  let taken: Taken[] = [];
  if (wish.done && !isDone) {
    mindGuess(cable, wish);
    if (wish.step === 'crimped') mindTools(file, cable);
    taken = await consume(
      trx,
      file,
      cable,
      wish.step,
      personId,
      wish.fromStockId,
      wish.key,
      countOf(records, file.board.brief.quantity),
    );
  } else if (!wish.done && isDone) {
    const moves = await trx('stock_moves')
      .where({ key: String(last!.row.data.key) })
      .orderBy('id')
      .select('id');
    for (const [n, move] of moves.entries())
      await correct(
        trx,
        Number(move.id),
        personId,
        `${cable.designation}: ${wish.step} taken back`,
        `${wish.key}-${n}`,
      );
  }
  await addRecord(trx, file.job.id, personId, {
    kind: 'cableStep',
    entityId: cable.cableId,
    revision: file.revision,
    fingerprint: cable.fingerprint,
    data: {
      step: wish.step,
      done: wish.done,
      pullsN: wish.pullsN,
      word: wish.word.trim(),
      // A second reading of a step done already took nothing: what the first took stays with it.
      key: wish.done && isDone ? String(last!.row.data.key) : wish.key,
      taken,
      ...(wish.step === 'crimped' && wish.done ? await diesOf(trx, cable) : {}),
    },
  });
  return { taken };
}

/** Records a step of a cable with what it used; taking a step back puts that back too. */
export async function recordStep(
  db: Knex,
  file: JobFile,
  cable: MadeCable,
  personId: string,
  wish: StepWish,
): Promise<{ taken: Taken[] }> {
  return db.transaction(async (trx) => {
    await lockJob(trx, file.job.id);
    return stepIn(trx, file, cable, personId, wish);
  });
}

/** Steps that use something up. */
const USING: readonly CableStep[] = ['cut', 'crimped', 'shrunk'];

/**
 * Whole cables made at a tick, or not made after all: what their steps use goes out of the store, or back into it.
 * Cables that stand so already are left.
 */
export async function recordMade(
  db: Knex,
  file: JobFile,
  cables: readonly MadeCable[],
  personId: string,
  made: boolean,
  key: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    await lockJob(trx, file.job.id);
    const records = await cableRecordsOf(trx, file.job.id);
    const before = progressOfAll(file.dossier.cables, records, file.workshop);
    for (const cable of cables) {
      if (made === before.get(cable.cableId)?.made) continue;
      const own = sinceRedo(records.filter((r) => r.cableId === cable.cableId));
      for (const step of USING) {
        const last = own.filter((r) => r.said.kind === 'step' && r.said.step === step).at(-1);
        const isDone = last?.said.kind === 'step' && last.said.done;
        if (made === Boolean(isDone) || !stepsOf(cable, false)[step]) continue;
        await stepIn(trx, file, cable, personId, {
          step,
          done: made,
          pullsN: [],
          fromStockId: null,
          word: '',
          key: `${key}-${cable.cableId}-${step}`,
        });
      }
      await addRecord(trx, file.job.id, personId, {
        kind: 'cableMade',
        entityId: cable.cableId,
        revision: file.revision,
        fingerprint: cable.fingerprint,
        data: { made },
      });
    }
  });
}

/** A cable is made again from the start: why, and where the spoiled one went. */
export async function recordRedo(
  db: Knex,
  file: JobFile,
  cable: MadeCable,
  personId: string,
  wish: { reason: string; scrap: 'bin' | 'remnant'; remnantMm: number; bin: string; count: number; key: string },
): Promise<void> {
  await db.transaction(async (trx) => {
    await lockJob(trx, file.job.id);
    const records = (await cableRecordsOf(trx, file.job.id)).filter((r) => r.cableId === cable.cableId);
    if (records.some((r) => r.row.data.key === wish.key)) return;
    const own = cutPieces(file.job, [cable], file.workshop)[0];
    if (wish.scrap === 'remnant') {
      if (!own || wish.remnantMm < 1 || wish.remnantMm > own.lengthMm)
        refuse(409, `remnantMm is ${wish.remnantMm}; accepted: 1 to ${own?.lengthMm ?? 0}`);
      if (await keyUsed(trx, wish.key)) return;
      const source = await trx('stock_moves')
        .join('stock', 'stock.id', 'stock_moves.stock_id')
        .where({ 'stock_moves.job_id': file.job.id, cable_id: cable.cableId, article_id: own.articleId, kind: 'take' })
        .orderBy('stock_moves.id', 'desc')
        .first('stock.*');
      await receive(
        trx,
        personId,
        {
          articleId: own.articleId,
          unit: 'mm',
          quantity: Math.floor(wish.remnantMm),
          startQuantity: source?.start_quantity ?? own.lengthMm + 1,
          bin: wish.bin,
          unitCost: source?.unit_cost ?? null,
          from: { jobId: file.job.id, cableId: cable.cableId },
          note: `back from ${cable.designation} of job ${file.job.number}: ${wish.reason}`,
        },
        wish.key,
      );
    }
    await addRecord(trx, file.job.id, personId, {
      kind: 'cableRedo',
      entityId: cable.cableId,
      revision: file.revision,
      fingerprint: cable.fingerprint,
      data: { reason: wish.reason, scrap: wish.scrap, remnantMm: wish.remnantMm, count: wish.count, key: wish.key },
    });
  });
}
