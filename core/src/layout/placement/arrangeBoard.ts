import { Deriving, derive } from '../../derive.ts';
import type { Id } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands, type Command } from '../../document/commands.ts';
import type { Catalogue } from '../../document/part/part.ts';
import { partIndex } from '../../document/references.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { settle } from '../../power/settle.ts';
import { profileOf } from '../../profiles/ownRules.ts';
import { cableLays } from '../cableLays.ts';
import { moveItems } from '../moveItem.ts';
import type { Brought, RoutedCables } from '../routeCables.ts';
import { routeWell, type Seen } from '../routeWell.ts';
import { type Movable, type PlacementModel, placementModel } from './model.ts';
import { type Placed, place, startOf } from './place.ts';
import { termsOf, totalOf, type Wish } from './score.ts';
import { stretched } from './stretched.ts';

/** A panel's parts placed by a wish, with the cables laid there. */
export interface Arranged extends Placed {
  /** Places and ways, one ordinary edit. */
  commands: Command[];
  /** Cables that find no way there, and what stands in it. */
  failed: Id[];
  inTheWay: RoutedCables['inTheWay'];
  leftFor: RoutedCables['leftFor'];
  /** Findings that are there only because it stands so. */
  open: Seen['findings'];
  /**
   * Where something is lacking: by how much larger a panel has room for all of it, and the edit that makes it so, parts and
   * cables with it; null where nothing is lacking, or no larger panel helps.
   */
  grown: { byMm: { widthMm: number; heightMm: number }; commands: Command[] } | null;
}

/** Places with the ways laid there, and what the board then says that it did not say before. */
type Laid = Omit<Arranged, 'grown'>;

/** So often parts are placed anew for cables that found no way. */
const ROUNDS = 6;
/** From one time to the next their ends ask for so much more room. */
const MORE_ROOM = 1.5;
/** A cable that is too long where it lies pulls so much more. */
const MUCH_MORE = 4;
/** A part something is said of stands so much clearer, and the next time twice as much and so much more, mm. */
const MORE_AIR_MM = 20;
/** Steps of a search that betters a layout, as a share of those of one that begins anew. */
const BETTER_SHARE = 0.35;
/** Shares a panel is tried larger by, when it is too small. */
const LARGER = [1.05, 1.1, 1.16, 1.25, 1.4, 1.6, 2];

/** What a search has learnt of a board: which cables want more room or a shorter way, which parts more air. */
class Wants {
  readonly #room = new Map<Id, number>();
  readonly #short = new Map<Id, number>();
  readonly #air = new Map<Id, number>();

  learn({ failed, leftFor, open }: Pick<Laid, 'failed' | 'leftFor' | 'open'>): void {
    const more = (map: Map<Id, number>, id: Id, by: number) => map.set(id, (map.get(id) ?? 1) * by);
    const left = new Set(leftFor.map((l) => l.cableId));
    for (const id of failed) if (!left.has(id)) more(this.#room, id, MORE_ROOM);
    for (const { where } of [...open, ...leftFor.map((l) => l.finding)]) {
      for (const id of where.cableIds ?? []) more(this.#short, id, MUCH_MORE);
      if (!where.cableIds?.length)
        for (const id of where.itemIds ?? []) this.#air.set(id, 2 * (this.#air.get(id) ?? 0) + MORE_AIR_MM);
    }
  }

  of(model: PlacementModel): PlacementModel {
    const aired = (c: Movable['clear'][number], byMm: number) => ({
      left: c.left + byMm,
      right: c.right + byMm,
      top: c.top + byMm,
      bottom: c.bottom + byMm,
    });
    return {
      ...model,
      movables: model.movables.map((m) => {
        const byMm = this.#air.get(m.itemId) ?? 0;
        return byMm === 0 ? m : { ...m, clear: m.clear.map((c) => aired(c, byMm)) };
      }),
      leads: model.leads.map((l) => {
        const room = this.#room.get(l.cableId ?? '') ?? 1;
        const short = this.#short.get(l.cableId ?? '') ?? 1;
        return { ...l, aRoomMm: l.aRoomMm * room, bRoomMm: l.bRoomMm * room, weight: l.weight * room * short };
      }),
    };
  }
}

/**
 * Places the parts of a panel's front and lays the board's cables there; for those that find no way the parts make room, and
 * where they cannot, it is told by how much the panel would have to grow.
 * @param options onProgress is told the share done; answering false stops with the best found so far
 * @example
 * arrangeBoard(board, catalogue, workshop, 'pn_main', { weights }, { seed: 1, steps: 400 }).failed; // []
 */
export function arrangeBoard(
  board: Board,
  catalogue: Catalogue,
  workshop: Workshop,
  panelId: Id,
  wish: Pick<Wish, 'weights'>,
  options: { seed: number; steps: number; onProgress?: (share: number) => boolean },
): Arranged {
  const deriving = new Deriving();
  const parts = partIndex(board, catalogue);
  const look = (now: Board): Seen & { dossier: ReturnType<typeof derive> } => {
    const profile = profileOf(now, workshop);
    const dossier = derive(now, catalogue, profile, workshop, deriving);
    return { dossier, layOf: cableLays(dossier.cables, profile, catalogue), findings: dossier.findings };
  };
  const { dossier, layOf } = look(board);
  const bad = (found: Seen['findings']) => found.filter((f) => f.severity !== 'note');
  const had = new Set(bad(dossier.findings).map((f) => f.id));
  const laidBy = (on: Board, placed: Placed): Laid => {
    const moves = moveItems(on, parts, placed.moves, layOf, false);
    const laid = routeWell(applyCommands(on, moves).board, parts, look);
    const commands = [...moves, ...laid.commands];
    const own = (f: Brought) => !had.has(f.id);
    let at = applyCommands(on, commands).board;
    let open = bad(look(at).findings).filter(own);
    // What it brings of itself and can cure of itself, such as a fuse that has to break more at the end of a shorter lead.
    const cures = open.length > 0 && laid.failed.length === 0 ? settle(at, catalogue, workshop, own) : [];
    if (cures.length > 0) {
      at = applyCommands(at, cures).board;
      commands.push(...cures);
      open = bad(look(at).findings).filter(own);
    }
    return { ...placed, commands, failed: laid.failed, inTheWay: laid.inTheWay, leftFor: laid.leftFor, open };
  };
  const lacks = (a: Laid) => 2 * a.failed.length + a.open.length + (a.legal ? 0 : 1000);
  const model = placementModel(board, parts, dossier, panelId, layOf);
  let goesOn = true;
  const tell = (from: number, to: number) => (share: number) => {
    goesOn = options.onProgress?.(from + share * (to - from)) ?? true;
    return goesOn;
  };
  let first = place(model, wish.weights, { ...options, onProgress: tell(0, 0.4) });
  // Nothing better than what stands was found from elsewhere: then that is bettered.
  if (first.moves.length === 0 && goesOn)
    first = place(model, wish.weights, { seed: options.seed, steps: options.steps, from: startOf(model) });
  let best = laidBy(board, first);
  const wants = new Wants();
  let now = best;
  const better = Math.ceil(options.steps * BETTER_SHARE);
  for (let round = 1; round <= ROUNDS && lacks(best) > 0 && goesOn; round++) {
    wants.learn(now);
    const placed = place(wants.of(model), wish.weights, {
      seed: options.seed + round,
      // Bettering what stands finds room for a bend; where that does not do, another start may.
      ...(round < ROUNDS - 2 ? { steps: better, from: now.layout } : { steps: options.steps }),
      onProgress: tell(0.4 + (0.4 * (round - 1)) / ROUNDS, 0.4 + (0.4 * round) / ROUNDS),
    });
    now = laidBy(board, placed);
    if (lacks(now) < lacks(best)) best = now;
  }
  let grown: Arranged['grown'] = null;
  if (lacks(best) > 0) {
    const stands = applyCommands(board, best.commands).board;
    const tries = LARGER.flatMap((share) => [
      { share, again: false },
      { share, again: true },
    ]);
    // What was learnt on the panel that is too small asks for more than a larger one need give.
    let own = new Wants();
    for (const [n, { share, again }] of tries.entries()) {
      if (!goesOn) break;
      if (!again) own = new Wants();
      const larger = stretched(stands, panelId, share);
      const roomy = own.of(placementModel(larger.board, parts, dossier, panelId, layOf));
      const placed = place(roomy, wish.weights, {
        seed: options.seed + n,
        onProgress: tell(0.8 + (0.2 * n) / tries.length, 0.8 + (0.2 * (n + 1)) / tries.length),
        // Pulled apart, what stood legally still does; what did not is looked for anew.
        ...(best.legal ? { steps: better, from: startOf(roomy) } : { steps: options.steps }),
      });
      const laid = laidBy(larger.board, placed);
      if (lacks(laid) > 0) {
        own.learn(laid);
        continue;
      }
      grown = { byMm: larger.byMm, commands: [...best.commands, ...larger.commands, ...laid.commands] };
      break;
    }
  }
  const terms = termsOf(model, best.layout);
  return { ...best, terms, total: totalOf(terms, wish.weights), grown };
}
