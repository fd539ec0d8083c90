import type { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { deriveStages } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileById } from '../profiles/profiles.ts';
import { circuitOf } from '../stages/sizing/electrical.ts';
import { deriveBoard } from './demoBoards.ts';

const boardOf = (b: Board | BoardBuilder): Board => ('board' in b ? b.board : b);

/** For tests of devices: what the stages make of a board, with its branches, flows and resistances at hand. */
export function stagesOf(of: Board | BoardBuilder) {
  const board = boardOf(of);
  const stages = deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
  const { netlist, demand } = stages;
  const node = (at: string) => netlist.nodeOf.get(`it_${at.replace(':', ' ')}`)!;
  const ohm = stages.branchOhm(false);
  /** A circuit with the switches that hold open, and batteries out unless said. */
  const circuit = (open: (key: string) => boolean = () => false, batteries = false) =>
    circuitOf(netlist, (b, i) => (open(b.key) ? Number.POSITIVE_INFINITY : ohm(b, i)), batteries);
  return {
    ...stages,
    node,
    circuit,
    /** The one flow whose item has this name, of its way. */
    flow: (name: string, way = 'discharge') => demand.flows.find((f) => f.itemId === `it_${name}` && f.way === way)!,
    /** What a meter would read between two terminals with the batteries out, Ω. */
    between: (a: string, b: string, open?: (key: string) => boolean) =>
      circuit(open).network.resistanceOhm(node(a), node(b)),
  };
}

export const dossierOf = (of: Board | BoardBuilder) => deriveBoard(boardOf(of));
