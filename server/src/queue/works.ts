import { sendHook } from '../hooks/hooks.ts';
import { catchUp } from '../jobs/wall.ts';
import { tellChange } from '../live/changes.ts';
import { addToQueue } from './addToQueue.ts';
import type { Works } from './queue.ts';

/** What is done of each kind of entry. */
export const WORKS: Works = {
  hookSend: (db, { id }) => sendHook(db, id),
  wallRows: async (db) => {
    const behind = await catchUp(db);
    return async (trx) => {
      if (behind > 0) await addToQueue(trx, 'wallRows', {}, 'wallRows');
      await tellChange(trx, '/api/jobs');
    };
  },
};
