import { field, rows } from '../../engine/fact.ts';
import { briefOf, collection, fact } from '../../stages/inputs.ts';
import { onPanel, placedTerminal } from '../../stages/lengths/geometry.ts';
import { freeSpotFor } from '../../stages/place/freeSpot.ts';
import { cableLengths, connections, parts, sizing } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { cableAt } from '../views.ts';

/** Current that goes up to a far switch and back again where the switch could stand on its way. */
export const farIsolator = finding({
  id: 'far-isolator',
  subject: 'layout',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'copper and volts: the current goes up to a far switch and back',
  source: 'lengths and drops of both leads against the straight way (common practice, no source)',
  limits: {
    detourMm: {
      value: 250,
      unit: 'mm',
      what: 'a way round shorter than this is none',
      source: 'common practice, no source',
    },
    worthShare: {
      value: 0.001,
      unit: '',
      what: "of the system's voltage a detour must cost to be told",
      source: 'common practice, no source',
    },
    besideMm: {
      value: 80,
      unit: 'mm',
      what: 'room for both leads beside the switch',
      source: 'common practice, no source',
    },
    slackMm: { value: 120, unit: 'mm', what: 'no way is straight: allowed for', source: 'common practice, no source' },
    nearerMm: {
      value: 100,
      unit: 'mm',
      what: 'nearer a free spot must be to be offered',
      source: 'common practice, no source',
    },
  },
  reads: {
    items: fact('items', ['id', 'designation', 'partId', 'place', 'standOffMm', 'held']),
    panels: collection('panels'),
    parts,
    connections,
    cableAt,
    lengths: rows(cableLengths, ['cableId', 'lengthMm']),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'dropV']),
    brief: briefOf(['systemVoltageV']),
  },
  judge: (
    { items, panels, parts, connections, cableAt, lengths, wires, brief },
    { detourMm: detourAllowedMm, worthShare, besideMm, slackMm, nearerMm },
  ) =>
    items.flatMap((item) => {
      const part = parts.get(item.partId);
      const { place } = item;
      if (part?.kind !== 'isolator' || place.kind !== 'panel' || item.held) return [];
      const leads = connections.filter((c) => c.from.itemId === item.id || c.to.itemId === item.id);
      if (leads.length !== 2) return [];
      const ends = leads.map((c) => {
        const far = c.from.itemId === item.id ? c.to : c.from;
        const other = items.find((i) => i.id === far.itemId);
        const terminal = other && parts.get(other.partId)?.terminals.find((t) => t.id === far.terminalId);
        const placed = other && terminal && placedTerminal(other, terminal);
        const cable = cableAt.get(c.id);
        return placed && placed.panelId === place.panelId && cable
          ? { placed, cable, wire: wires.find((w) => w.connectionId === c.id) }
          : null;
      });
      const [a, b] = ends;
      if (!a || !b || !a.wire || !b.wire) return [];
      const lengthMm = (id: string) => lengths.find((l) => l.cableId === id)?.lengthMm ?? 0;
      const nowMm = lengthMm(a.cable.id) + lengthMm(b.cable.id);
      const acrossMm = Math.abs(a.placed.xMm - b.placed.xMm) + Math.abs(a.placed.yMm - b.placed.yMm);
      const detourMm = nowMm - Math.max(acrossMm, part.widthMm + besideMm) - slackMm;
      if (detourMm < detourAllowedMm) return [];
      const savedV = (detourMm / nowMm) * (a.wire.dropV + b.wire.dropV);
      if (savedV < worthShare * brief.systemVoltageV) return [];
      const panel = panels.find((p) => p.id === place.panelId)!;
      const middle = { xMm: (a.placed.xMm + b.placed.xMm) / 2, yMm: (a.placed.yMm + b.placed.yMm) / 2 };
      const spot = freeSpotFor({ items }, parts, panel, item.id, middle);
      const nearer =
        spot &&
        Math.hypot(spot.xMm - middle.xMm, spot.yMm - middle.yMm) <
          Math.hypot(place.xMm - middle.xMm, place.yMm - middle.yMm) - nearerMm;
      const at = onPanel(item, { xMm: 0, yMm: 0 })!;
      return [
        {
          entity: item.id,
          where: {
            label: item.designation,
            itemIds: [item.id],
            cableIds: [a.cable.id, b.cable.id],
            panelId: panel.id,
          },
          says: `The way to ${item.designation} and back is ${Math.round(detourMm)} mm longer than it need be`,
          why: `${Math.round(nowMm)} mm of cable for ${Math.round(acrossMm)} mm of way: ${(savedV * 1000).toFixed(0)} mV go there; it stands at ${Math.round(at.xMm)}, ${Math.round(at.yMm)} mm`,
          fixes: nearer
            ? [
                {
                  label: `Move ${item.designation} to ${Math.round(spot.xMm)}, ${Math.round(spot.yMm)} mm`,
                  commands: [
                    {
                      kind: 'set' as const,
                      collection: 'items' as const,
                      id: item.id,
                      field: 'place' as const,
                      value: { ...place, ...spot },
                    },
                  ],
                },
              ]
            : [],
        },
      ];
    }),
});
