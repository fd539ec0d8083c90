import { fact } from '../../stages/inputs.ts';
import { BITE_FACTOR } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';
import { PRACTICE, standing } from './standing.ts';

/** Screws that find too little to hold in. */
export const screwHoldsLittle = finding({
  id: 'screw-holds-little',
  subject: 'space',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'the parts: they work loose',
  source: PRACTICE,
  limits: {
    biteFactor: { value: BITE_FACTOR, unit: '', what: 'of its diameter a screw wants to hold in', source: PRACTICE },
  },
  reads: { standing, panels: fact('panels', ['id', 'name', 'partScrewMm', 'thicknessMm']) },
  judge: ({ standing, panels }, { biteFactor }) =>
    panels.flatMap((panel) => {
      const widest = Math.max(
        0,
        ...standing
          .filter((s) => s.panel.id === panel.id && s.part.body.heldBy === 'screws')
          .flatMap((s) => s.part.mountHoles.map((h) => h.screwDiameterMm)),
      );
      const holdsMm = Math.min(panel.partScrewMm, panel.thicknessMm);
      if (widest <= 0 || holdsMm >= biteFactor * widest - 1e-6) return [];
      return [
        {
          entity: panel.id,
          where: { label: panel.name, panelId: panel.id },
          says: `Screws of ${widest} mm find ${Math.round(holdsMm)} mm to hold in`,
          why: `${biteFactor} × the diameter is wanted: thicker board, or bolts with nuts behind`,
        },
      ];
    }),
});
