import { stage } from '../../engine/stage.ts';
import { electricLoads } from '../../stages/stages.ts';
import { words } from '../views.ts';

/** Loads on the mains side, in the order of the board. */
export const mainsLoads = stage('mainsLoads', { electricLoads, words }, ({ electricLoads, words }) =>
  electricLoads.flatMap(({ id, load }) => (load?.side === 'mains' ? [{ ...words.get(id)!, load }] : [])),
);
