import type { PartsLine } from '../../stages/parts/parts.ts';
import { WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput } from '../planInput.ts';
import type { Draft } from './draft.ts';

/** What is packed beside the cables: all else is made into them already. */
const BAGS = [
  ['device', 'Count out the devices, each with its designation on it'],
  ['fuse', 'Count out the fuse links, in a bag of their own'],
] as const satisfies readonly (readonly [PartsLine['group'], string])[];

/**
 * What is done for a kit instead of mounting: parts counted out, cables bundled, the guide put in, all of it counted once
 * more by somebody else.
 */
export function kitSteps(input: PlanInput): Draft[] {
  const { board, dossier } = input;
  const at = { panelId: board.panels[0]?.id ?? '', face: 'front' as const };
  const drafts = BAGS.flatMap(([group, title]): Draft[] => {
    const own = dossier.parts.filter((p) => p.group === group && p.supply === 'workshop');
    if (own.length === 0) return [];
    const pieces = own.reduce((sum, p) => sum + p.quantity, 0);
    return [
      {
        ...at,
        id: `pack/${group}`,
        kind: 'pack',
        title,
        says: own.map((p) => `${p.quantity} × ${p.name}`).join('; '),
        figure: { value: pieces, unit: pieces === 1 ? 'piece' : 'pieces', what: 'to be in the box' },
        parts: own.map((p) => ({ articleId: p.partId, name: p.name, quantity: p.quantity, unit: 'pcs' as const })),
        minutes: WORK_MINUTES.count * pieces,
        made: own.map((p) => [p.partId, p.quantity]),
      },
    ];
  });
  const cables = dossier.cables.filter((c) => c.cores.length > 0);
  if (cables.length > 0)
    drafts.push({
      ...at,
      id: 'pack/cables',
      kind: 'pack',
      title: `Bundle ${cables.length} cables`,
      says: `${cables.map((c) => c.designation).join(', ')}: each with both its labels, caps on its lugs`,
      cableIds: cables.map((c) => c.cableId),
      figure: { value: cables.length, unit: 'cables', what: 'to be in the box' },
      minutes: WORK_MINUTES.count * cables.length,
      cablesMade: cables.map((c) => c.cableId),
      made: cables.map((c) => c.fingerprint),
    });
  if (drafts.length === 0) return [];
  const counted = drafts.map((d) => d.id);
  return [
    ...drafts,
    {
      ...at,
      id: 'pack/guide',
      kind: 'pack',
      title: 'Put the guide for the field in',
      says: 'connection guide with torques and order, drawing, 1:1 template; fuses and battery come last there too',
      minutes: WORK_MINUTES.count * 3,
      after: counted,
      made: [],
    },
    {
      ...at,
      id: 'pack/again',
      kind: 'look',
      title: 'Count once more',
      says: 'by somebody else, from the packed list, before the box is closed',
      minutes: WORK_MINUTES.look,
      on: [...counted, 'pack/guide'],
      made: [],
    },
  ];
}
