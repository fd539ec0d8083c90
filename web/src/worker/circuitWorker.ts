import { type FaultFlow, faultFlow } from '@ombrik/core/circuit/faultFlow';
import { type JoinWay, joinWays } from '@ombrik/core/circuit/formedLink';
import { type Growth, growthOf } from '@ombrik/core/circuit/growth';
import { type HeatIn, heatStudy } from '@ombrik/core/circuit/heatStudy';
import { type LiveSets, liveSets } from '@ombrik/core/circuit/liveSets';
import type { OneLine } from '@ombrik/core/circuit/oneLine';
import { type ReturnChoice, returnChoices } from '@ombrik/core/circuit/returns';
import { type ScenarioResult, solveScenarios } from '@ombrik/core/circuit/scenarios';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { expose } from 'comlink';
import ELK from 'elkjs/lib/elk.bundled.js';
import type { ElkNode } from 'elkjs/lib/elk-api';

export interface Laid {
  width: number;
  height: number;
  nodes: {
    itemId: string;
    x: number;
    y: number;
    ports: { connectionId: string; side: string; x: number; y: number }[];
  }[];
  edges: { connectionId: string; points: { x: number; y: number }[] }[];
}

const elk = new ELK();
const portId = (itemId: string, connectionId: string, side: 'in' | 'out') => `${itemId}|${connectionId}|${side}`;

/** The circuit's studies and the drawing's layout, off the main thread. */
export const circuit = {
  async layout(graph: OneLine): Promise<Laid> {
    const drawing: ElkNode = {
      id: 'root',
      layoutOptions: {
        'elk.algorithm': 'layered',
        'elk.direction': 'RIGHT',
        'elk.edgeRouting': 'ORTHOGONAL',
        'elk.layered.spacing.nodeNodeBetweenLayers': '92',
        'elk.spacing.nodeNode': '40',
        'elk.spacing.edgeNode': '14',
        'elk.spacing.edgeEdge': '10',
        'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
        'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
      },
      children: graph.nodes.map((n) => ({
        id: n.itemId,
        width: n.width,
        height: n.height,
        layoutOptions: { portConstraints: 'FIXED_SIDE' },
        ports: n.ports.map((p) => ({
          id: portId(n.itemId, p.connectionId, p.side),
          width: 0,
          height: 0,
          layoutOptions: { 'port.side': p.side === 'in' ? 'WEST' : 'EAST' },
        })),
      })),
      edges: graph.edges.map((e) => ({
        id: e.connectionId,
        sources: [portId(e.from.itemId, e.connectionId, 'out')],
        targets: [portId(e.to.itemId, e.connectionId, 'in')],
      })),
    };
    const laid: ElkNode = await elk.layout(drawing);
    return {
      width: laid.width ?? 100,
      height: laid.height ?? 100,
      nodes: (laid.children ?? []).map((n) => ({
        itemId: n.id,
        x: n.x ?? 0,
        y: n.y ?? 0,
        ports: (n.ports ?? []).map((p) => {
          const [, connectionId = '', side = ''] = p.id.split('|');
          return { connectionId, side, x: p.x ?? 0, y: p.y ?? 0 };
        }),
      })),
      edges: (laid.edges ?? []).map((e) => ({
        connectionId: e.id,
        points: (e.sections ?? []).flatMap((s) => [s.startPoint, ...(s.bendPoints ?? []), s.endPoint]),
      })),
    };
  },
  scenarios: (board: Board, workshop: Workshop): ScenarioResult[] =>
    solveScenarios(board, genericCatalogue, profileOf(board, workshop), workshop),
  heat: (board: Board, workshop: Workshop): HeatIn[] =>
    heatStudy(board, genericCatalogue, profileOf(board, workshop), workshop),
  fault: (board: Board, workshop: Workshop, connectionId: string): FaultFlow | null =>
    faultFlow(board, genericCatalogue, profileOf(board, workshop), workshop, connectionId),
  returns: (board: Board, workshop: Workshop): ReturnChoice[] =>
    returnChoices(board, genericCatalogue, profileOf(board, workshop), workshop),
  joinWays: (board: Board, workshop: Workshop, cableId: string): { cable: JoinWay; link: JoinWay } | null =>
    joinWays(board, genericCatalogue, profileOf(board, workshop), workshop, cableId),
  live: (board: Board): LiveSets => liveSets(board, genericCatalogue),
  growth: (board: Board, workshop: Workshop, factor: number, who: string): Growth =>
    growthOf(board, genericCatalogue, profileOf(board, workshop), workshop, factor, who),
};

export type CircuitStudy = typeof circuit;
expose(circuit);
