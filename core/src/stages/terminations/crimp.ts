import type { Id } from '../../document/basics.ts';
import type { Lug } from '../../document/part/part.ts';
import type { CrimpTool, Workshop } from '../../document/workshop/workshop.ts';
import { given, use } from '../../engine/formula.ts';
import { bites as bitesRule } from '../../formulas/cables.ts';
import type { Profile } from '../../profiles/profile.ts';
import { GAUGE_SIZES } from '../../tables/awg.ts';
import { ABYC_HOLD_S, ABYC_PULL_LBF, IEC_60352_PULL_N, LBF_N } from '../../tables/cableEnds.ts';

/** How an end is crimped and tried. */
export interface Crimp {
  dieId: string;
  /** The workshop's tool that has the die; null when none has. */
  toolId: Id | null;
  toolName: string;
  bites: number;
  passes: number;
  pull: Pull | null;
}

/** Force a crimp is pulled with: held for a time on the piece itself, or to failure on a sample (`holdS` null). */
export interface Pull {
  forceN: number;
  holdS: number | null;
  source: string;
}

/** Tools that press a barrel whole in one closing; hand dies close again, turned a notch, or the metal runs into ears. */
const PASSES: Readonly<Record<CrimpTool['action'], number>> = {
  hydraulic: 1,
  ratchet: 1,
  hexHand: 3,
  indentHand: 3,
  hammer: 2,
};
export const PASSES_SOURCE =
  'at least three passes with hand dies, turning a notch each; two good blows with a hammer crimper (common practice, no source)';

/**
 * Pull a crimped conductor must stand.
 * @returns null for flat copper and areas no table has
 */
export function pullOf(areaMm2: number, sizes: Profile['sizes']): Pull | null {
  const iec = IEC_60352_PULL_N.find(([area]) => area === areaMm2);
  if (sizes === 'mm2' && iec) return { forceN: iec[1], holdS: null, source: 'IEC 60352-2, to failure (from memory)' };
  // The largest gauge not above the area: what it must hold, the thicker one holds too.
  const gauge = GAUGE_SIZES.find((s) => s.areaMm2 === areaMm2)?.name.split(' ')[0];
  const row =
    ABYC_PULL_LBF.find(([name]) => name === gauge) ?? ABYC_PULL_LBF.findLast(([, area]) => area <= areaMm2 + 1e-9);
  if (!row) return null;
  return {
    forceN: Math.ceil(row[2] * LBF_N),
    holdS: ABYC_HOLD_S,
    source: `ABYC E-11, AWG ${row[0]}: ${row[2]} lbf held for one minute (from memory)`,
  };
}

/** Die, tool, bites and pull of one end; ferrules are not pulled by table. */
export function crimpOf(
  lug: Lug,
  areaMm2: number,
  workshop: Pick<Workshop, 'tools'>,
  profile: Pick<Profile, 'sizes'>,
  address: string,
): Crimp {
  const tool = workshop.tools.find((t) => t.dies.includes(lug.dieId)) ?? null;
  return {
    dieId: lug.dieId,
    toolId: tool?.id ?? null,
    toolName: tool?.name ?? 'no tool with this die',
    bites: use(
      bitesRule,
      { barrelDepthMm: lug.barrelDepthMm },
      () => `${address}/bites`,
      () => ({
        barrelDepthMm: given(`catalogue: ${lug.name}`),
      }),
    ),
    passes: tool ? PASSES[tool.action] : 1,
    pull: lug.kind === 'ferrule' ? null : pullOf(areaMm2, profile.sizes),
  };
}
