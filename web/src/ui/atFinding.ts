import type { Finding } from '@ombrik/core/findings/registry';
import type { Selection } from '../session/jobStore.ts';

/** Where a finding is worked on, if not on the board itself. */
const PLACE_OF: Readonly<Partial<Record<Finding['kind'], string>>> = { 'run-not-measured': 'circuit/runs' };

/** Where in its job a finding is worked on, and what is chosen there. */
export function atFinding({ kind, where }: Finding): { place: string; chosen: Selection } {
  const [cable, item] = [where.cableIds[0], where.itemIds[0]];
  return {
    place: PLACE_OF[kind] ?? 'board',
    chosen: cable ? { kind: 'cable', id: cable } : item ? { kind: 'item', id: item } : null,
  };
}
