import { Deriving, derive } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import { barFor, FORMED_LINK_MAX_MM } from '../tables/copperBars.ts';

/** One way to join two studs. */
export interface JoinWay {
  name: string;
  lengthMm: number;
  areaMm2: number;
  ampacityA: number;
  dropV: number;
  /** Why it would not do; null where it does. */
  fails: string | null;
}

/**
 * A short cable and a formed link of flat copper side by side, each with everything sized for it. Null where the cable does
 * not run on one face from stud to stud, or further than a link is formed.
 * @example
 * joinWays(board, catalogue, profile, workshop, board.cables[6].id); // null
 */
export function joinWays(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  cableId: Id,
): { cable: JoinWay; link: JoinWay } | null {
  const cable = board.cables.find((c) => c.id === cableId);
  const connection = board.connections.find((c) => c.id === cable?.cores[0]?.connectionId);
  if (!cable || !connection || cable.cores.length > 1 || cable.segments.length > 1) return null;
  if (cable.segments[0]?.kind !== 'panelRoute') return null;
  const parts = partIndex(board, catalogue);
  const studs = [connection.from, connection.to].every((r) => {
    const part = parts.get(board.items.find((i) => i.id === r.itemId)?.partId ?? '');
    return part?.terminals.find((t) => t.id === r.terminalId)?.attachment.kind === 'stud';
  });
  if (!studs) return null;
  const deriving = new Deriving();
  const as = (material: 'copper' | 'flatCopper'): JoinWay => {
    const d = derive(
      {
        ...board,
        cables: board.cables.map((c) =>
          c.id === cableId ? { ...c, material, conductorMm2: { mode: 'auto' as const } } : c,
        ),
      },
      catalogue,
      profile,
      workshop,
      deriving,
    );
    const sized = d.sizing.cables.find((c) => c.cableId === cableId)!;
    const made = d.cables.find((c) => c.cableId === cableId)!;
    // A wire that ties a source to itself is in no circuit.
    const wire = d.sizing.wires.find((w) => w.connectionId === connection.id);
    const fits = sized.conductor.fits && !sized.guardUnmet && made.cutMm > 0;
    return {
      name: made.cableTypeName,
      lengthMm: made.lengthMm,
      areaMm2: sized.conductor.value,
      ampacityA: sized.ampacityA,
      dropV: wire?.dropV ?? 0,
      fails: fits
        ? null
        : made.cutMm <= 0
          ? 'the lugs reach further than the studs are apart'
          : material === 'flatCopper' && barFor(sized.requiredA) === null
            ? 'no single bar of the table carries it'
            : (sized.conductor.rejected.at(-1)?.why ?? 'no size carries it'),
    };
  };
  const link = as('flatCopper');
  return link.lengthMm > FORMED_LINK_MAX_MM ? null : { cable: as('copper'), link };
}
