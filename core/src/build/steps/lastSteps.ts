import { WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput } from '../planInput.ts';
import type { Draft } from './draft.ts';

/** What ends the work at each panel: fuses bagged, and a look over before the bench. */
export function lastSteps(input: PlanInput, others: readonly Draft[]): Draft[] {
  return input.board.panels.flatMap((panel): Draft[] => {
    const at = { panelId: panel.id, face: 'front' as const };
    const here = input.stands.filter((s) => s.place.panelId === panel.id);
    if (here.length === 0) return [];
    const fused = here.filter(({ part }) => part.elements.some((e) => e.kind === 'fuseSeat'));
    const own = others.filter((d) => d.panelId === panel.id).map((d) => d.id);
    const bag: Draft[] =
      fused.length > 0
        ? [
            {
              ...at,
              id: `fusesOut/${panel.id}`,
              kind: 'fusesOut',
              title: `Bag the fuses of ${panel.name}`,
              says: `${fused.map((s) => s.item.designation).join(', ')}: all out, in a bag on the board. They go in on the bench, one by one.`,
              itemIds: fused.map((s) => s.item.id),
              minutes: WORK_MINUTES.fusesOut,
              caution: 'No fuse goes in before the bench says so.',
              after: fused.map((s) => `mount/${s.item.id}`),
              made: fused.map((s) => s.item.id),
            },
          ]
        : [];
    return [
      ...bag,
      {
        ...at,
        id: `look/${panel.id}`,
        kind: 'look',
        title: `Look ${panel.name} over`,
        says: 'every nut marked, every wire pulled once, labels as drawn, no scrap left behind; a photo of both faces',
        minutes: WORK_MINUTES.look,
        on: [...own, ...bag.map((b) => b.id)],
        made: [],
      },
    ];
  });
}
