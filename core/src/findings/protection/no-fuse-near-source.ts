import type { Id } from '../../document/basics.ts';
import type { Command } from '../../document/commands.ts';
import { field, rows } from '../../engine/fact.ts';
import { profile } from '../../stages/inputs.ts';
import type { Branch } from '../../stages/netlist/netlist.ts';
import { cableLengths, netlist, potentials, sizing } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { cableAt, cableOf, names } from '../views.ts';

/** A way from a source: how long, and which of its cables lie bare. */
interface Way {
  runMm: number;
  bare: readonly Id[];
}

/** Unfused conductors reached from a stiff source, by the length run from it. Current-limited sources are not stiff. */
export const noFuseNearSource = finding({
  id: 'no-fuse-near-source',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the conductor and what it lies on: the source feeds a short in it and nothing opens',
  source: 'unfused length of the profile',
  limits: {
    plainMm: { setBy: 'profile', unit: 'mm', what: 'run without a fuse', source: 'unfused length' },
    sheathedMm: { setBy: 'profile', unit: 'mm', what: 'the same, sheathed all along', source: 'unfused length' },
  },
  reads: {
    netlist,
    potentials,
    profile,
    names,
    cableAt,
    cableOf,
    lengths: rows(cableLengths, ['cableId', 'lengthMm']),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'polarity']),
  },
  judge: ({ netlist, potentials, profile, names, cableAt, cableOf, lengths, wires }) => {
    const lengthOf = new Map(lengths.map((l) => [l.cableId, l.lengthMm]));
    const polarityOf = new Map(wires.map((w) => [w.connectionId, w.polarity]));
    const carrying = (connectionId: Id) => cableOf.get(cableAt.get(connectionId)?.id ?? '');
    const touching: Branch[][] = Array.from({ length: netlist.nodeCount }, () => []);
    for (const b of netlist.branches) {
      if (b.kind === 'fuseSeat' || (b.element?.kind === 'contact' && b.element.selfLimiting)) continue;
      touching[b.a]!.push(b);
      touching[b.b]!.push(b);
    }
    const best = new Map<Id, Way & { source: string }>();
    for (const source of netlist.sources) {
      if (Number.isNaN(potentials.nodeV[source.plus]!)) continue;
      const reached = new Map<number, Way>([[source.plus, { runMm: 0, bare: [] }]]);
      const queue = [source.plus];
      const minusBase = source.minus;
      for (const node of queue) {
        const here = reached.get(node)!;
        for (const b of touching[node]!) {
          const other = b.a === node ? b.b : b.a;
          if (other === minusBase) continue;
          const cable = b.connectionId ? carrying(b.connectionId) : undefined;
          const lengthMm = cable ? (lengthOf.get(cable.id) ?? 0) : 0;
          const open = cable !== undefined && !cable.segments.every((s) => s.environment.sheathed);
          const way = { runMm: here.runMm + lengthMm, bare: open ? [...here.bare, cable.id] : here.bare };
          if (b.connectionId) {
            const known = best.get(b.connectionId);
            if (!known || way.runMm < known.runMm)
              best.set(b.connectionId, { ...way, source: nameOf(names, source.item.id) });
          }
          const before = reached.get(other);
          if (!before || way.runMm < before.runMm - 1e-9) {
            reached.set(other, way);
            queue.push(other);
          }
        }
      }
    }
    const { plainMm, sheathedMm } = profile.unfused;
    return [...best].flatMap(([connectionId, { runMm, bare, source }]) => {
      const limitMm = bare.length === 0 ? sheathedMm : plainMm;
      const cable = carrying(connectionId);
      if (polarityOf.get(connectionId) === 'link' || runMm <= limitMm + 1e-9 || !cable) return [];
      const couldSheathe = bare.includes(cable.id) && runMm <= sheathedMm;
      return [
        {
          entity: connectionId,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} runs ${Math.round(runMm)} mm from ${source} without a fuse, limit ${limitMm} mm`,
          why: `${source} can feed a short in it and nothing would open; ${
            couldSheathe ? `in a sleeve all along ${sheathedMm} mm is allowed` : 'put a fuse nearer to the source'
          }`,
          source: profile.unfused.source,
          fixes: couldSheathe
            ? [
                {
                  label: 'Sleeve it all along',
                  commands: bare.map(
                    (id): Command => ({
                      kind: 'set',
                      collection: 'cables',
                      id,
                      field: 'segments',
                      value: cableOf
                        .get(id)!
                        .segments.map((s) => ({ ...s, environment: { ...s.environment, sheathed: true } })),
                    }),
                  ),
                },
              ]
            : [],
        },
      ];
    });
  },
});
