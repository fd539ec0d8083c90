import { boxOf } from '../../solvers/polygon.ts';
import { FIXING_N_PER_MM, LIFT_KG, LIFT_SOURCE } from '../../tables/layoutPractice.ts';
import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Lifting, hanging, and where the weight acts. */
export function bodyChecks(context: CheckContext): Finding[] {
  return context.bodies.flatMap((body): Finding[] => {
    const panel = context.board.panels.find((p) => p.id === body.panelId)!;
    const say = (rule: string, severity: Finding['severity'], says: string, why: string, source: string) =>
      makeFinding(
        { rule, severity, station: 'board', where: { label: panel.name, panelId: panel.id }, says, why, source },
        panel.id,
      );
    const found: Finding[] = [];
    if (body.massKg > LIFT_KG)
      found.push(
        say(
          'heavy-to-lift',
          'note',
          `${panel.name} weighs ${body.massKg.toFixed(1)} kg: two people, or a hoist`,
          `parts ${body.partsKg.toFixed(1)} kg, panel ${body.panelKg.toFixed(1)} kg, cables ${body.cablesKg.toFixed(1)} kg`,
          LIFT_SOURCE,
        ),
      );
    const weakest = Math.min(...panel.fixings.map((f) => f.screwDiameterMm));
    if (body.pullN !== null && body.pullN > FIXING_N_PER_MM * weakest)
      found.push(
        say(
          'fixings-pulled',
          'warn',
          `The top fixings of ${panel.name} are pulled with ${Math.round(body.pullN)} N each`,
          `${body.massKg.toFixed(1)} kg act ${Math.round(body.outMm)} mm in front of the wall; a ${weakest} mm screw is counted with ${FIXING_N_PER_MM * weakest} N: more fixings high up, or larger ones into sound wood`,
          'statics; holding of a screw is common practice, no source: the wall decides',
        ),
      );
    const box = boxOf(panel.outline);
    const height = box.bottomMm - box.topMm;
    if (body.partsKg > 5 && body.centre.yMm < box.topMm + height * 0.4)
      found.push(
        say(
          'top-heavy',
          'note',
          `${panel.name} is top-heavy: its weight acts ${Math.round(body.centre.yMm - box.topMm)} mm below the top edge`,
          'heavy parts low keep it from tipping while it is carried and hung',
          'heavy things low (common practice, no source)',
        ),
      );
    return found;
  });
}
