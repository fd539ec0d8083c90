import { fact } from '../../stages/inputs.ts';
import { bodies } from '../../stages/stages.ts';
import { LIFT_KG, LIFT_SOURCE } from '../../tables/layoutPractice.ts';
import { finding } from '../finding.ts';

/** A panel one person should not lift alone. */
export const heavyToLift = finding({
  id: 'heavy-to-lift',
  subject: 'body',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'the backs of those who carry it',
  source: LIFT_SOURCE,
  limits: { liftKg: { value: LIFT_KG, unit: 'kg', what: 'lifted by one person', source: LIFT_SOURCE } },
  reads: { bodies, panels: fact('panels', ['id', 'name']) },
  judge: ({ bodies, panels }, { liftKg }) =>
    bodies.flatMap((body) => {
      const panel = panels.find((p) => p.id === body.panelId)!;
      if (body.massKg <= liftKg) return [];
      return [
        {
          entity: panel.id,
          where: { label: panel.name, panelId: panel.id },
          says: `${panel.name} weighs ${body.massKg.toFixed(1)} kg: two people, or a hoist`,
          why: `parts ${body.partsKg.toFixed(1)} kg, panel ${body.panelKg.toFixed(1)} kg, cables ${body.cablesKg.toFixed(1)} kg`,
        },
      ];
    }),
});
