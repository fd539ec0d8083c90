import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Part } from '../document/part/part.ts';
import type { LayOf } from './cableLays.ts';
import type { Brought, RoutedCables } from './routeCables.ts';
import { routeEverywhere } from './routeEverywhere.ts';

/** What a board says of its cables as it stands. */
export interface Seen {
  layOf: LayOf;
  findings: readonly Brought[];
}

/** A way that is longer or shorter may ask for another size, which bends otherwise: so often it is laid again for that. */
const MOST_ROUNDS = 4;
const THICKER_MM = 0.1;
/** So often cables are left as they were for what their new way would bring. */
const MOST_LEFT = 4;

/**
 * Routes every cable no hand has laid, with room for the size each has once it lies there. A cable whose new way would bring
 * a finding the board does not have is left as it was, and told.
 * @param look what the board says as it stands: derived anew for every board it is given
 * @example
 * routeWell(board, parts, () => ({ layOf: () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 }), findings: [] })).failed; // []
 */
export function routeWell(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  look: (board: Board) => Seen,
  onProgress: (done: number, all: number) => boolean = () => true,
): RoutedCables {
  const before = look(board);
  let { layOf } = before;
  let laid: RoutedCables;
  let after: Seen;
  for (let round = 1; ; round++) {
    let goesOn = true;
    laid = routeEverywhere(board, parts, layOf, (done, all) => {
      goesOn = onProgress(done, all);
      return goesOn;
    });
    if (!goesOn) return laid;
    after = look(applyCommands(board, laid.commands).board);
    const [asked, now] = [layOf, after.layOf];
    if (round === MOST_ROUNDS || board.cables.every((c) => now(c.id).bendMm <= asked(c.id).bendMm + THICKER_MM)) break;
    layOf = (id) => (now(id).bendMm > asked(id).bendMm ? now(id) : asked(id));
  }
  return withoutWorse(board, before, after, laid, look);
}

const bad = (findings: Seen['findings']) => findings.filter((f) => f.severity !== 'note');

/** Takes back what brings findings the board does not have. */
function withoutWorse(
  board: Board,
  before: Seen,
  first: Seen,
  laid: RoutedCables,
  look: (board: Board) => Seen,
): RoutedCables {
  const had = new Set(bad(before.findings).map((f) => f.id));
  let now = laid;
  let after = first;
  for (let n = 0; n < MOST_LEFT; n++) {
    const routed = new Set(now.routed);
    const leftFor = bad(after.findings)
      .filter((f) => !had.has(f.id))
      .flatMap((finding) =>
        (finding.where.cableIds ?? []).filter((id) => routed.has(id)).map((cableId) => ({ cableId, finding })),
      );
    const back = new Set(leftFor.map((l) => l.cableId));
    if (back.size === 0) return now;
    const stays = (c: Command) => !(c.kind === 'set' && c.collection === 'cables' && back.has(c.id));
    now = {
      ...now,
      commands: now.commands.filter(stays),
      plain: now.plain.filter(stays),
      routed: now.routed.filter((id) => !back.has(id)),
      failed: [...now.failed, ...back],
      leftFor: [...now.leftFor, ...leftFor],
    };
    after = look(applyCommands(board, now.commands).board);
  }
  return now;
}
