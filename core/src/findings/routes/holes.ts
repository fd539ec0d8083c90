import type { Command } from '../../document/commands.ts';
import type { Hole, Panel } from '../../document/panel/panel.ts';
import { stage } from '../../engine/stage.ts';
import { fact } from '../../stages/inputs.ts';
import { type Laid, laidCables } from './laidCables.ts';

type HoledPanel = Pick<Panel, 'id' | 'name' | 'outline' | 'holes' | 'thicknessMm' | 'material'>;

/** A pass-through hole, and what goes through it. */
export interface PassThrough {
  panel: HoledPanel;
  hole: Hole;
  /** Its place among the holes of its panel, from 0. */
  n: number;
  name: string;
  through: readonly Laid[];
  entity: string;
  where: { label: string; panelId: string; cableIds: string[] };
}

/** Every hole of every panel, in order. */
export const passThroughs = stage(
  'passThroughs',
  { panels: fact('panels', ['id', 'name', 'outline', 'holes', 'thicknessMm', 'material']), laidCables },
  ({ panels, laidCables }): readonly PassThrough[] =>
    panels.flatMap((panel) =>
      panel.holes.map((hole, n) => {
        const name = `Hole ${n + 1} of ${panel.name}`;
        const through = laidCables.filter((l) =>
          l.cable.segments.some((s) => s.kind === 'passThrough' && s.holeId === hole.id),
        );
        return {
          panel,
          hole,
          n,
          name,
          through,
          entity: `${panel.id}/${hole.id}`,
          where: { label: name, panelId: panel.id, cableIds: through.map((l) => l.cable.id) },
        };
      }),
    ),
);

export const wireNames = (through: readonly Laid[]): string => through.map((l) => l.cable.designation).join(', ');

/** Puts another hole in the place of one. */
export const setHole = (panel: HoledPanel, hole: Hole): Command[] => [
  {
    kind: 'set',
    collection: 'panels',
    id: panel.id,
    field: 'holes',
    value: panel.holes.map((h) => (h.id === hole.id ? hole : h)),
  },
];
