import { WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput, Stands } from '../planInput.ts';
import type { StepPart } from '../step.ts';
import { type Draft, fastener } from './draft.ts';

/** What a panel has to be before parts go on it. */
const readyOf = (panelId: string) => [`surface/${panelId}`, `line/${panelId}`, `mark/${panelId}`, `drill/${panelId}`];

/** The screws and spacers a part is held with: a spacer's length more where it stands off. */
function held({ part, item }: Stands, screwMm: number): StepPart[] {
  const count = part.mountHoles.length;
  if (count === 0) return [];
  const byDiameter = new Map<number, number>();
  for (const h of part.mountHoles) byDiameter.set(h.screwDiameterMm, (byDiameter.get(h.screwDiameterMm) ?? 0) + 1);
  const screws = [...byDiameter].map(([mm, quantity]) =>
    fastener(quantity, 'screw', mm, Math.round(screwMm + item.standOffMm)),
  );
  return item.standOffMm > 0 ? [...screws, fastener(count, 'spacer', Math.round(item.standOffMm))] : screws;
}

/** Parts on their places, what is strapped down, and what is covered at the end. */
export function itemSteps(input: PlanInput): Draft[] {
  const { panels, stands } = input;
  // What is screwed on from behind is so before the front is in the way of the hand.
  const behind = (panelId: string) =>
    stands.filter((s) => s.place.panelId === panelId && s.place.face === 'back').map((s) => `mount/${s.item.id}`);
  return stands.flatMap((s): Draft[] => {
    const { item, part, place } = s;
    const panel = panels.get(place.panelId);
    if (!panel) return [];
    const strapped = part.body.heldBy === 'strap';
    const at = { panelId: place.panelId, face: place.face, itemIds: [item.id] };
    const drafts: Draft[] = [
      {
        ...at,
        id: `mount/${item.id}`,
        kind: 'mount',
        title: strapped ? `Set ${item.designation} in its tray` : `Mount ${item.designation}`,
        says: `${item.name || part.name}, at ${Math.round(place.xMm)}, ${Math.round(place.yMm)} mm${place.rotationDeg ? `, turned ${place.rotationDeg}°` : ''}${place.face === 'back' ? ', behind' : ''}`,
        parts: [
          { articleId: part.id, name: part.name, quantity: 1, unit: 'pcs' },
          ...(strapped ? [] : held(s, panel.partScrewMm)),
        ],
        tools: strapped || part.mountHoles.length === 0 ? [] : ['screwdriver'],
        minutes:
          WORK_MINUTES.mount +
          part.mountHoles.length * (WORK_MINUTES.screw + (item.standOffMm > 0 ? WORK_MINUTES.spacer : 0)),
        caution: cautionOf(s),
        after: [...readyOf(place.panelId), ...(place.face === 'front' ? behind(place.panelId) : [])],
        on: [`cut/${place.panelId}`],
        made: [part.id, place, item.standOffMm, panel.partScrewMm, part.mountHoles.length],
      },
    ];
    if (strapped)
      drafts.push({
        ...at,
        id: `strap/${item.id}`,
        kind: 'strap',
        title: `Strap ${item.designation} down`,
        says: `${part.massKg} kg, held whichever way it is turned; posts covered`,
        figure: { value: part.massKg, unit: 'kg', what: 'to be held' },
        minutes: WORK_MINUTES.strap,
        caution: 'Posts are live all the time: caps on, nothing of metal on the hands.',
        on: [`mount/${item.id}`],
        made: [part.id, part.massKg],
      });
    if (part.body.openTerminals)
      drafts.push({
        ...at,
        id: `cover/${item.id}`,
        kind: 'cover',
        title: `Cover the terminals of ${item.designation}`,
        says: `caps or cover on, once everything on them is torqued and marked`,
        minutes: WORK_MINUTES.cover,
        on: [`mount/${item.id}`, ...part.terminals.map((t) => `torque/${item.id}/${t.id}`)],
        made: [part.id],
      });
    return drafts;
  });
}

/** From here on two lift a part, kg. Common practice, no source. */
const TWO_LIFT_KG = 15;

function cautionOf({ part }: Stands): string | null {
  if (part.elements.some((e) => e.kind === 'battery')) return 'Its posts are live: caps on before it is lifted in.';
  return part.massKg > TWO_LIFT_KG ? `${Math.round(part.massKg)} kg: two to lift it.` : null;
}
