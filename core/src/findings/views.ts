import type { ElementIn, ElementOf } from '../devices/elementKind.ts';
import { isIn } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import { type Surface, usedTerminals } from '../document/connection/connect.ts';
import type { Element } from '../document/part/part.ts';
import { each, stage } from '../engine/stage.ts';
import { byId, fact } from '../stages/inputs.ts';
import { connections, parts } from '../stages/stages.ts';

// Views of the board that several findings read.

/** Items by id with what they are called and which part they are. */
export const names = stage('names', { items: fact('items', ['id', 'designation', 'partId']) }, ({ items }) =>
  byId(items),
);
/** The same with the words somebody gave them. */
export const words = stage('words', { items: fact('items', ['id', 'designation', 'name', 'partId']) }, ({ items }) =>
  byId(items),
);
/** An item with the surface it is on. */
export type SurfacedItem = { id: Id; partId: Id; place: Surface };
/** On which surface each item is: moving it about there changes nothing for who is joined to whom. */
export const surfaces = each(
  'surfaces',
  fact('items', ['id', 'partId', 'place']),
  (item) => item.id,
  {},
  ({ id, partId, place }) => ({
    id,
    partId,
    kind: place.kind,
    panelId: place.kind === 'panel' ? place.panelId : null,
    face: place.kind === 'panel' ? place.face : null,
  }),
  ({ id, partId, kind, panelId, face }): SurfacedItem => ({
    id,
    partId,
    place: kind === 'panel' ? { kind, panelId: panelId!, face: face! } : { kind },
  }),
);
/** Terminals a wire ends at, as `item terminal`. */
export const used = stage('used', { connections }, ({ connections }) => usedTerminals(connections));
/** Cables by the connections their cores carry. */
export const cableAt = stage('cableAt', { cables: fact('cables', ['id', 'designation', 'cores']) }, ({ cables }) => {
  const found = new Map<Id, (typeof cables)[number]>();
  for (const cable of cables) for (const core of cable.cores) found.set(core.connectionId, cable);
  return found;
});
/** Cables by id with all that says how they are made and where they run. */
export const cableOf = stage(
  'cableOf',
  { cables: fact('cables', ['id', 'designation', 'cores', 'segments', 'material', 'conductorMm2']) },
  ({ cables }) => byId(cables),
);

type Named = { readonly id: Id; readonly designation: string; readonly partId: Id };
/** Elements inside the parts by kind, in the order of the board. */
export const elements = stage(
  'elements',
  { items: fact('items', ['id', 'designation', 'partId', 'inService']), parts },
  ({ items, parts }) => {
    const found = new Map<Element['kind'], { item: Named; element: Element }[]>();
    for (const item of items)
      for (const element of (item.inService && parts.get(item.partId)?.elements) || []) {
        const own = found.get(element.kind);
        if (own) own.push({ item, element });
        else found.set(element.kind, [{ item, element }]);
      }
    return {
      /** Items that hold an element of a kind, with it. */
      of: <K extends Element['kind']>(kind: K) =>
        (found.get(kind) ?? []).filter(
          (held): held is { item: Named; element: ElementOf<K> } => held.element.kind === kind,
        ),
      /** Items with what charges the bank by itself. */
      charging: () =>
        [...found.values()]
          .flat()
          .filter((held): held is { item: Named; element: ElementIn<'charging'> } => isIn(held.element, 'charging')),
    };
  },
);
