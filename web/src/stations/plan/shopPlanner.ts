import { type Remote, wrap } from 'comlink';
import type { ShopPlanner } from '../../worker/planWorker.ts';

let remote: Remote<ShopPlanner> | null = null;

/** One worker for all plans, started when the first is asked for. */
export function shopPlanner(): Remote<ShopPlanner> {
  remote ??= wrap<ShopPlanner>(new Worker(new URL('../../worker/planWorker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
