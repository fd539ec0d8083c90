import type { Knex } from 'knex';

/** Answers of presses are kept as long as a client may try again. */
const PRESSES_DAYS = 30;
const LINKS_DAYS = 90;

/**
 * Takes away what is over: sessions, keys, links, counts of tries, answers of old presses, notes of what the queue did.
 * @param owner who owns the database: it is done for all workshops
 */
export async function forgetWhatIsOver(owner: Knex): Promise<void> {
  await owner('presses').whereRaw(`created_at < now() - interval '${PRESSES_DAYS} days'`).delete();
  await owner('sessions').where('expires_at', '<', owner.fn.now()).delete();
  await owner('hook_sends').whereRaw(`at < now() - interval '${PRESSES_DAYS} days'`).delete();
  await owner('api_keys').where('expires_at', '<', owner.fn.now()).delete();
  await owner('invitations').whereRaw(`expires_at < now() - interval '${LINKS_DAYS} days'`).delete();
  await owner('queue_done').whereRaw(`done_at < now() - interval '${PRESSES_DAYS} days'`).delete();
  await owner('tries').where('expire', '<', Date.now()).delete();
}
