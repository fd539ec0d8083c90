import { fact } from '../../stages/inputs.ts';
import { type Draft, finding } from '../finding.ts';
import { laidCables } from '../routes/laidCables.ts';
import { at, SHEET, standing } from './standing.ts';

/** Parts and cables behind a board too thick for the room there. */
export const noRoomBehind = finding({
  id: 'no-room-behind',
  subject: 'space',
  station: 'board',
  severity: { stop: 'destroys' },
  protects: 'what stands or runs behind: it is crushed as the board is hung',
  source: SHEET,
  limits: {
    roomMm: { setBy: 'job', unit: 'mm', what: 'free room behind the panel', source: 'panel as entered' },
  },
  reads: { standing, laidCables, panels: fact('panels', ['id', 'name', 'backClearanceMm']) },
  judge: ({ standing, laidCables, panels }) => [
    ...standing.flatMap((s): Draft<'stop'>[] => {
      const room = s.panel.backClearanceMm;
      if (s.face !== 'back' || s.topMm <= room + 1e-6) return [];
      return [
        {
          entity: s.item.id,
          where: at(s),
          says: `${s.item.designation} is ${Math.round(s.topMm)} mm high, ${Math.round(room)} mm is free behind the board`,
          why: s.item.standOffMm > 0 ? `its spacers of ${s.item.standOffMm} mm counted` : 'depth from the part sheet',
        },
      ];
    }),
    ...panels.flatMap((panel) =>
      laidCables.flatMap(({ cable, paths, diameterMm }): Draft<'stop'>[] => {
        if (diameterMm <= panel.backClearanceMm) return [];
        if (!paths.some((p) => p.panelId === panel.id && p.face === 'back')) return [];
        return [
          {
            entity: `${cable.id}/${panel.id}`,
            where: { label: cable.designation, cableIds: [cable.id], panelId: panel.id },
            says: `${cable.designation} runs behind ${panel.name}, where ${Math.round(panel.backClearanceMm)} mm is free`,
            why: `the cable is ${diameterMm.toFixed(1)} mm thick, its clip more: it is crushed as the board is hung`,
            source: 'room behind the panel, as entered',
          },
        ];
      }),
    ),
  ],
});
