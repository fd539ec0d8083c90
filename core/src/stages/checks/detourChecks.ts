import { onPanel, placedTerminal } from '../lengths/geometry.ts';
import { freeSpotFor } from '../place/freeSpot.ts';
import { type CheckContext, partOf, terminalAt } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** A way round shorter than this is no detour, mm; nor one that costs less of the system's voltage. Common practice, no source. */
const DETOUR_MM = 250;
const WORTH_SHARE = 0.001;

/** Current that goes up to a far switch and back again where the switch could stand on its way. */
export function detourChecks(context: CheckContext): Finding[] {
  return context.board.items.flatMap((item): Finding[] => {
    const part = partOf(context, item);
    const { place } = item;
    if (part?.kind !== 'isolator' || place.kind !== 'panel' || item.held) return [];
    const leads = context.board.connections.filter((c) => c.from.itemId === item.id || c.to.itemId === item.id);
    if (leads.length !== 2) return [];
    const ends = leads.map((c) => {
      const far = c.from.itemId === item.id ? c.to : c.from;
      const other = context.items.get(far.itemId);
      const terminal = terminalAt(context, far);
      const placed = other && terminal && placedTerminal(other, terminal);
      const cable = context.cableOfConnection.get(c.id);
      return placed && placed.panelId === place.panelId && cable
        ? { placed, cable, wire: context.wireOf.get(c.id) }
        : null;
    });
    const [a, b] = ends;
    if (!a || !b || !a.wire || !b.wire) return [];
    const lengthMm = (id: string) => context.lengths.get(id)?.lengthMm ?? 0;
    const nowMm = lengthMm(a.cable.id) + lengthMm(b.cable.id);
    const acrossMm = Math.abs(a.placed.xMm - b.placed.xMm) + Math.abs(a.placed.yMm - b.placed.yMm);
    const detourMm = nowMm - Math.max(acrossMm, part.widthMm + 80) - 120;
    if (detourMm < DETOUR_MM) return [];
    const savedV = (detourMm / nowMm) * (a.wire.dropV + b.wire.dropV);
    if (savedV < WORTH_SHARE * context.board.brief.systemVoltageV) return [];
    const panel = context.board.panels.find((p) => p.id === place.panelId)!;
    const middle = { xMm: (a.placed.xMm + b.placed.xMm) / 2, yMm: (a.placed.yMm + b.placed.yMm) / 2 };
    const spot = freeSpotFor(context.board, context.parts, panel, item.id, middle);
    const nearer =
      spot &&
      Math.hypot(spot.xMm - middle.xMm, spot.yMm - middle.yMm) <
        Math.hypot(place.xMm - middle.xMm, place.yMm - middle.yMm) - 100;
    const at = onPanel(item, { xMm: 0, yMm: 0 })!;
    return [
      makeFinding(
        {
          rule: 'far-isolator',
          severity: 'note',
          station: 'board',
          where: {
            label: item.designation,
            itemIds: [item.id],
            cableIds: [a.cable.id, b.cable.id],
            panelId: panel.id,
          },
          says: `The way to ${item.designation} and back is ${Math.round(detourMm)} mm longer than it need be`,
          why: `${Math.round(nowMm)} mm of cable for ${Math.round(acrossMm)} mm of way: ${(savedV * 1000).toFixed(0)} mV go there; it stands at ${Math.round(at.xMm)}, ${Math.round(at.yMm)} mm`,
          source: 'lengths and drops of both leads against the straight way (common practice, no source)',
          fixes: nearer
            ? [
                {
                  label: `Move ${item.designation} to ${Math.round(spot.xMm)}, ${Math.round(spot.yMm)} mm`,
                  commands: [
                    { kind: 'set', collection: 'items', id: item.id, field: 'place', value: { ...place, ...spot } },
                  ],
                },
              ]
            : [],
        },
        item.id,
      ),
    ];
  });
}
