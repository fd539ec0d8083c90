import { finding } from '../finding.ts';
import { at, SHEET, standing } from './standing.ts';

/** Parts too high for the lid. */
export const hitsLid = finding({
  id: 'hits-lid',
  subject: 'space',
  station: 'board',
  severity: { stop: 'cannot be built' },
  protects: 'the part and the lid: it does not close',
  source: SHEET,
  limits: {
    roomMm: { setBy: 'job', unit: 'mm', what: 'free room in front, under the lid', source: 'panel as entered' },
  },
  reads: { standing },
  judge: ({ standing }) =>
    standing.flatMap((s) => {
      const room = s.panel.frontClearanceMm;
      if (s.face !== 'front' || room === null || s.topMm <= room + 1e-6) return [];
      return [
        {
          entity: s.item.id,
          where: at(s),
          says: `${s.item.designation} is ${Math.round(s.topMm)} mm high, the lid leaves ${Math.round(room)} mm`,
          why: s.item.standOffMm > 0 ? `its spacers of ${s.item.standOffMm} mm counted` : 'depth from the part sheet',
        },
      ];
    }),
});
