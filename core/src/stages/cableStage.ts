import type { Catalogue, Part } from '../catalogue/part.ts';
import type { Board, Cable, Connection, Id, Item } from '../document/board.ts';
import type { Workshop } from '../document/workshop.ts';
import type { Memo } from '../engine/memo.ts';
import type { Profile } from '../profiles/profile.ts';
import { type CableLength, cableLength } from './lengths/lengths.ts';
import { cableAmpacity, candidatesOf } from './sizing/conductors.ts';
import type { SizedCable } from './sizing/sizingInput.ts';
import { sleeveOf } from './terminations/sleeves.ts';
import { type MadeCable, type TerminationInput, terminateCable, terminateCores } from './terminations/terminations.ts';

/** A cable with what it joins, how long it is, and which sizes it may take: all that no other cable changes. */
export interface LaidCable extends SizedCable {
  length: CableLength;
  connections: Connection[];
  /** The items at its ends, each once. */
  ends: Item[];
}

export interface CableStage {
  board: Board;
  parts: Map<Id, Part>;
  items: ReadonlyMap<Id, Item>;
  connections: ReadonlyMap<Id, Connection>;
  catalogue: Catalogue;
  profile: Profile;
  workshop: Workshop;
  /** Stands for catalogue, profile and workshop. */
  versions: readonly unknown[];
  memo: Memo;
}

/** Measures every cable and says which sizes fit it; a cable whose first core joins nothing is left out. */
export function layCables(stage: CableStage): LaidCable[] {
  const { board, items, connections, parts, memo, versions } = stage;
  const { ambientC } = board.brief;
  const laid: LaidCable[] = [];
  for (const cable of board.cables) {
    // Filled one by one: this is walked for every cable at every edit.
    const depends: unknown[] = [cable, board.panels, board.settings, ambientC, parts, versions];
    for (const core of cable.cores) {
      const connection = connections.get(core.connectionId);
      depends.push(connection);
      if (connection) depends.push(items.get(connection.from.itemId), items.get(connection.to.itemId));
    }
    if (!depends[6]) continue;
    laid.push(memo.each('laid', cable.id, depends, () => layCable(cable, stage)));
  }
  return laid;
}

function layCable(cable: Cable, stage: CableStage): LaidCable {
  const { board, parts, items, connections, memo, versions } = stage;
  const own = cable.cores.flatMap((c) => connections.get(c.connectionId) ?? []);
  const refs = own.flatMap((c) => [c.from, c.to]);
  const ends = [...new Set(refs.map((r) => r.itemId))].flatMap((id) => items.get(id) ?? []);
  const environments = cable.segments.map((s) => s.environment);
  const fitting = [cable.cores, cable.material, own, ends.map((i) => i.partId), parts, versions];
  const candidates = memo.each('candidates', cable.id, fitting, () =>
    candidatesOf(
      cable,
      own,
      refs.flatMap(
        (r) => parts.get(items.get(r.itemId)?.partId ?? '')?.terminals.find((t) => t.id === r.terminalId) ?? [],
      ),
      stage.profile,
      stage.catalogue,
      stage.workshop,
    ),
  );
  const laid = [candidates, cable.segments, cable.cores, cable.material, board.brief.ambientC, versions];
  return {
    cable,
    connections: own,
    ends,
    environments,
    candidates,
    length: cableLength({
      cable,
      connection: own[0]!,
      panels: board.panels,
      items: ends,
      parts: ends.flatMap((i) => parts.get(i.partId) ?? []),
      slackShare: board.settings.routeSlackShare,
      endSlackMm: board.settings.endSlackMm,
    }),
    ampacityA: memo.each('ampacity', cable.id, laid, () =>
      candidates.areasMm2.map((area) =>
        cableAmpacity(cable, area, candidates.columnC, environments, board.brief, stage.profile),
      ),
    ),
  };
}

type Polarity = TerminationInput['polarity'][Id];

/** Ends, strip, shrink and cut length of every cable at its chosen size. */
export function makeCables(
  laid: readonly LaidCable[],
  areaMm2: ReadonlyMap<Id, number>,
  wires: ReadonlyMap<Id, { polarity: Polarity }>,
  stage: CableStage,
): MadeCable[] {
  const { memo, parts, profile, catalogue, workshop, versions } = stage;
  return laid.map((l) => {
    const { cable, length } = l;
    const area = areaMm2.get(cable.id)!;
    const depends: unknown[] = [cable.cores, cable.designation, cable.material, area, parts, versions];
    for (const c of l.connections) depends.push(c, wires.get(c.id)?.polarity);
    for (const item of l.ends) depends.push(item.designation, item.partId);
    const ends = memo.each('terminations', cable.id, depends, () =>
      terminateCores({
        cable,
        connections: l.connections,
        items: l.ends,
        parts,
        areaMm2: area,
        polarity: Object.fromEntries(l.connections.map((c) => [c.id, wires.get(c.id)?.polarity ?? 'none'])),
        profile,
        catalogue,
        workshop,
      }),
    );
    const { panels } = stage.board;
    return memo.each(
      'made',
      cable.id,
      [ends, length.lengthMm, length.provisional, length.formed?.spanMm, length.formed?.riseMm, cable.segments, panels],
      () => terminateCable(cable, ends, area, length, sleeveOf(cable, panels, ends.cableType, catalogue)),
    );
  });
}
