import { fact } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';
import { shorterScrews } from './screws.ts';
import { PRACTICE, standing } from './standing.ts';

/** Screws that come out of the back of a board that lies flat on what it hangs on. */
export const screwTooLong = finding({
  id: 'screw-too-long',
  subject: 'space',
  station: 'board',
  severity: { stop: 'hurts' },
  protects: 'what is behind, and the hand that hangs it: points stand out of the back',
  source: `screws shorter than the board unless the back is free (${PRACTICE})`,
  limits: {
    throughMm: { setBy: 'job', unit: 'mm', what: 'thickness of the panel', source: 'panel as entered' },
  },
  reads: { standing, panels: fact('panels', ['id', 'name', 'partScrewMm', 'thicknessMm', 'backClearanceMm']) },
  judge: ({ standing, panels }) =>
    panels.flatMap((panel) => {
      const throughMm = panel.partScrewMm - panel.thicknessMm;
      if (throughMm <= 0 || panel.backClearanceMm > 0 || !standing.some((s) => s.panel.id === panel.id)) return [];
      return [
        {
          entity: panel.id,
          where: { label: panel.name, panelId: panel.id },
          says: `Screws of ${panel.partScrewMm} mm come ${Math.round(throughMm)} mm out of the back of ${panel.name}`,
          why: `the board is ${panel.thicknessMm} mm thick and lies flat on what it hangs on`,
          fixes: [shorterScrews(panel)],
        },
      ];
    }),
});
