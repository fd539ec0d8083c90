import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { connections, netlist, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nodeAt } from '../places.ts';
import { cableAt, names } from '../views.ts';

/** A frame tied to the minus at more than one point. */
export const frameLoop = finding({
  id: 'frame-loop',
  subject: 'wiring',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the monitor and the frame: current finds two ways home',
  source: 'one bond from frame to minus (common practice, no source)',
  limits: {
    bonds: { value: 1, unit: '', what: 'bonds from a frame to the minus', source: 'common practice, no source' },
  },
  reads: { netlist, connections, cableAt, names, parts },
  judge: ({ netlist, connections, cableAt, names, parts }, limits) =>
    netlist.frames.flatMap((frame) => {
      const around = neighbours(netlist, (b) => b.itemId !== frame.itemId);
      const home = reachedFrom(
        around,
        netlist.sources.map((s) => s.minus),
      );
      const item = names.get(frame.itemId)!;
      const bonds = (parts.get(item.partId)?.terminals ?? []).filter((t) =>
        home.has(nodeAt(netlist, { itemId: item.id, terminalId: t.id })),
      );
      if (bonds.length <= limits.bonds) return [];
      const cables = connections
        .filter((c) => [c.from, c.to].some((r) => r.itemId === item.id && bonds.some((t) => t.id === r.terminalId)))
        .flatMap((c) => cableAt.get(c.id)?.id ?? []);
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id], cableIds: cables },
          says: `${item.designation} is tied to the minus at ${bonds.length} points: current finds two ways home`,
          why: 'what goes through the frame goes past shunt and wire sizes, and nobody knows how much: tie it at one point',
        },
      ];
    }),
});
