import { deviceOf } from '../../devices/registry.ts';
import { fingerprint } from '../../document/fingerprint.ts';
import { placeItem } from '../../document/item/items.ts';
import { collection } from '../../stages/inputs.ts';
import { landingSpot } from '../../stages/place/freeSpot.ts';
import { parts } from '../../stages/stages.ts';
import { type Fix, finding } from '../finding.ts';

/** Parts that belong on a board, of which others stand there already, and that nobody has put anywhere. */
export const partNowhere = finding({
  id: 'part-nowhere',
  subject: 'layout',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'the assembler: nobody can screw it to anywhere',
  source: 'board document: place of the part',
  limits: {},
  reads: {
    items: collection('items'),
    panels: collection('panels'),
    cables: collection('cables'),
    connections: collection('connections'),
    parts,
  },
  judge: ({ items, panels, cables, connections, parts }) => {
    // Before the first part lies there the board is not being laid out yet.
    if (!items.some((i) => i.place.kind === 'panel')) return [];
    const board = { items: [...items], cables: [...cables], connections: [...connections] };
    return items.flatMap((item) => {
      const part = parts.get(item.partId);
      if (item.place.kind !== 'unplaced' || !part || item.load || deviceOf(part.kind).offBoard) return [];
      const fixes = panels.flatMap((panel): Fix[] => {
        const spot = landingSpot(board, parts, panel, 'front', part);
        if (!spot) return [];
        const place = {
          kind: 'panel' as const,
          panelId: panel.id,
          face: 'front' as const,
          ...spot,
          rotationDeg: 0 as const,
        };
        // Asked again, the same fix has the same ids.
        const seed = fingerprint([item.id, panel.id]).slice(0, 12);
        let n = 0;
        return [
          { label: `Put it on ${panel.name}`, commands: placeItem(board, item.id, place, () => `sg_${seed}${n++}`) },
        ];
      });
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} stands nowhere`,
          why:
            fixes.length > 0
              ? 'it was not put on a panel yet; its cables have no ways and no lengths'
              : 'no panel has a free place of its size: a larger panel, or another place for it',
          fixes,
        },
      ];
    });
  },
});
