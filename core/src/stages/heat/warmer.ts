import type { Id } from '../../document/basics.ts';
import type { Segment } from '../../document/cable/cable.ts';
import type { Face } from '../../document/panel/panel.ts';
import type { Profile } from '../../profiles/profile.ts';
import { cableAmpacity, cableLaid } from '../sizing/conductors.ts';
import type { SizedCable } from '../sizing/sizingInput.ts';
import type { PanelHeat } from './heat.ts';

/** Air that is less warmer than this is as the brief says, K. */
const NOTICED_K = 1;
/** Rises are taken in steps, upwards, so that a hair more heat does not size a board anew, K. */
const STEP_K = 0.5;

/** Which air: of a face of a panel. */
const faceKey = (panelId: Id, face: Face): string => `${panelId}/${face}`;

/** How much warmer the air is under each lid and behind each panel where that counts, by face. */
export const noticedRises = (heat: readonly PanelHeat[]): [face: string, riseK: number][] =>
  heat.flatMap(({ panelId, lid, behind }) =>
    [
      { face: 'front' as const, air: lid },
      { face: 'back' as const, air: behind },
    ].flatMap(({ face, air }): [string, number][] =>
      air && air.riseK >= NOTICED_K ? [[faceKey(panelId, face), Math.ceil(air.riseK / STEP_K - 1e-9) * STEP_K]] : [],
    ),
  );

/**
 * Cables as sizing sees them, those under a lid or behind a panel in the air they lie in: what somebody has said of a stretch stands.
 * @param segments of each, in their order
 */
export function inWarmAir(
  cables: readonly SizedCable[],
  segments: readonly (readonly Segment[])[],
  rises: ReadonlyMap<string, number>,
  ambientC: number,
  profile: Profile,
): SizedCable[] {
  return cables.map((cable, n) => {
    let warmer = false;
    const environments = segments[n]!.map((s) => {
      const rise = s.kind === 'panelRoute' ? rises.get(faceKey(s.panelId, s.face)) : undefined;
      if (rise === undefined || s.environment.ambientC !== null) return s.environment;
      warmer = true;
      return { ...s.environment, ambientC: ambientC + rise };
    });
    if (!warmer) return cable;
    const { id } = cable.cable;
    const laid = cableLaid(cable.cable, cable.candidates.columnC, environments, ambientC, profile);
    const carries = (areaMm2: number) => cableAmpacity(laid, areaMm2, `cable/${id}/ampacityA/${areaMm2}`);
    return {
      ...cable,
      environments,
      ampacityA: cable.candidates.areasMm2.map(carries),
      startAmpacityA: carries(cable.startMm2),
    };
  });
}
