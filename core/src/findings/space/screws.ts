import type { Panel } from '../../document/panel/panel.ts';
import type { Fix } from '../finding.ts';

/** A screw this much shorter than the board does not come out behind, mm. */
const SHORT_OF_BACK_MM = 2;
const SHORTEST_MM = 3;

/** Shorter screws for a panel, as a fix. */
export function shorterScrews(panel: Pick<Panel, 'id' | 'thicknessMm'>): Fix {
  const lengthMm = Math.max(SHORTEST_MM, panel.thicknessMm - SHORT_OF_BACK_MM);
  return {
    label: `Use screws of ${lengthMm} mm`,
    commands: [{ kind: 'set', collection: 'panels', id: panel.id, field: 'partScrewMm', value: lengthMm }],
  };
}
