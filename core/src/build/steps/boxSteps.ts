import { WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput } from '../planInput.ts';
import type { Draft } from './draft.ts';

/** A board that is carried: each panel goes in its box once everything on it is torqued and covered. */
export function boxSteps(input: PlanInput, others: readonly Draft[]): Draft[] {
  return input.board.panels.flatMap((panel): Draft[] => {
    const own = others.filter((d) => d.panelId === panel.id).map((d) => d.id);
    const leaves = input.dossier.cables.filter((c) =>
      input.board.cables.find((x) => x.id === c.cableId)?.segments.some((s) => s.kind === 'measuredRun'),
    );
    if (own.length === 0) return [];
    return [
      {
        panelId: panel.id,
        face: 'front',
        id: `box/${panel.id}`,
        kind: 'cover',
        title: `Set ${panel.name} in its box`,
        says: [
          panel.fixings.length > 0
            ? `${panel.fixings.length} screws with washers and a lock each`
            : 'held on all sides',
          ...(leaves.length > 0 ? [`a gland or strain relief for ${leaves.map((c) => c.designation).join(', ')}`] : []),
          'lid closes on nothing, handle and catches hold when it is shaken',
        ].join('; '),
        tools: ['screwdriver'],
        minutes: WORK_MINUTES.box,
        on: own,
        made: [panel.fixings.length, leaves.map((c) => c.designation)],
      },
    ];
  });
}
