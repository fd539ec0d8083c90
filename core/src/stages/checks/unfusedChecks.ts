import type { Id } from '../../document/board.ts';
import type { Branch } from '../netlist/netlist.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Unfused conductors reached from a stiff source, with the length run from it. Current-limited sources are not stiff. */
export function unfusedChecks(context: CheckContext): Finding[] {
  const { netlist, profile, potentials } = context;
  const touching: Branch[][] = Array.from({ length: netlist.nodeCount }, () => []);
  for (const b of netlist.branches) {
    if (b.kind === 'fuseSeat' || (b.element?.kind === 'contact' && b.element.selfLimiting)) continue;
    touching[b.a]!.push(b);
    touching[b.b]!.push(b);
  }
  const best = new Map<Id, { runMm: number; sheathed: boolean; source: string }>();
  for (const source of netlist.sources) {
    if (Number.isNaN(potentials.nodeV[source.plus]!)) continue;
    const reached = new Map<number, { runMm: number; sheathed: boolean }>([
      [source.plus, { runMm: 0, sheathed: true }],
    ]);
    const queue = [source.plus];
    const minusBase = source.minus;
    for (const node of queue) {
      const here = reached.get(node)!;
      for (const b of touching[node]!) {
        const other = b.a === node ? b.b : b.a;
        if (other === minusBase) continue;
        const cable = b.connectionId ? context.cableOfConnection.get(b.connectionId) : undefined;
        const lengthMm = cable ? (context.lengths.get(cable.id)?.lengthMm ?? 0) : 0;
        const sheathed = here.sheathed && (cable?.segments.every((s) => s.environment.sheathed) ?? true);
        const runMm = here.runMm + lengthMm;
        if (b.connectionId) {
          const known = best.get(b.connectionId);
          if (!known || runMm < known.runMm)
            best.set(b.connectionId, { runMm, sheathed, source: source.item.designation });
        }
        const before = reached.get(other);
        if (!before || runMm < before.runMm - 1e-9) {
          reached.set(other, { runMm, sheathed });
          queue.push(other);
        }
      }
    }
  }
  const found: Finding[] = [];
  for (const [connectionId, { runMm, sheathed, source }] of best) {
    const limitMm = sheathed ? profile.unfused.sheathedMm : profile.unfused.plainMm;
    const wire = context.wireOf.get(connectionId);
    if (wire?.polarity === 'link' || runMm <= limitMm + 1e-9) continue;
    const cable = context.cableOfConnection.get(connectionId);
    if (!cable) continue;
    const unsheathed = cable.segments.some((s) => !s.environment.sheathed);
    const couldSheathe = !sheathed && unsheathed && runMm <= profile.unfused.sheathedMm;
    found.push(
      makeFinding(
        {
          rule: 'no-fuse-near-source',
          severity: 'stop',
          station: 'circuit',
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} runs ${Math.round(runMm)} mm from ${source} without a fuse, limit ${limitMm} mm`,
          why: `${source} can feed a short in it and nothing would open; ${
            couldSheathe
              ? `in a sleeve all along ${profile.unfused.sheathedMm} mm is allowed`
              : 'put a fuse nearer to the source'
          }`,
          source: profile.unfused.source,
          fixes: couldSheathe
            ? [
                {
                  label: 'Sleeve it all along',
                  commands: [
                    {
                      kind: 'set',
                      collection: 'cables',
                      id: cable.id,
                      field: 'segments',
                      value: cable.segments.map((s) => ({ ...s, environment: { ...s.environment, sheathed: true } })),
                    },
                  ],
                },
              ]
            : [],
        },
        connectionId,
      ),
    );
  }
  return found;
}
