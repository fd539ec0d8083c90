import { fact } from '../../stages/inputs.ts';
import { bodies } from '../../stages/stages.ts';
import { FIXING_N_PER_MM } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';

/** Top fixings pulled harder than they are counted to hold. */
export const fixingsPulled = finding({
  id: 'fixings-pulled',
  subject: 'body',
  station: 'board',
  severity: { warn: 'bad practice' },
  protects: 'whoever stands under it: the top fixings may come out of the wall',
  source: 'statics; holding of a screw is common practice, no source: the wall decides',
  limits: {
    holdN: {
      value: FIXING_N_PER_MM,
      unit: 'N/mm',
      what: 'holding of a fixing screw in its wall, per mm of diameter',
      source: 'common practice, no source',
    },
  },
  reads: { bodies, panels: fact('panels', ['id', 'name', 'fixings']) },
  judge: ({ bodies, panels }, { holdN }) =>
    bodies.flatMap((body) => {
      const panel = panels.find((p) => p.id === body.panelId)!;
      const weakest = Math.min(...panel.fixings.map((f) => f.screwDiameterMm));
      if (body.pullN === null || body.pullN <= holdN * weakest) return [];
      return [
        {
          entity: panel.id,
          where: { label: panel.name, panelId: panel.id },
          says: `The top fixings of ${panel.name} are pulled with ${Math.round(body.pullN)} N each`,
          why: `${body.massKg.toFixed(1)} kg act ${Math.round(body.outMm)} mm in front of the wall; a ${weakest} mm screw is counted with ${holdN * weakest} N: more fixings high up, or larger ones into sound wood`,
        },
      ];
    }),
});
