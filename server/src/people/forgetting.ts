import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { openDatabase } from '../database/database.ts';

/** Answers of presses are kept as long as a client may try again. */
const PRESSES_DAYS = 30;
const LINKS_DAYS = 90;
const EVERY_MS = 24 * 3600_000;

/**
 * Takes away what is over: sessions, links, counts of tries, answers of old presses.
 * @param owner who owns the database: it is done for all workshops
 */
export async function forgetWhatIsOver(owner: Knex): Promise<void> {
  await owner('presses').whereRaw(`created_at < now() - interval '${PRESSES_DAYS} days'`).delete();
  await owner('sessions').where('expires_at', '<', owner.fn.now()).delete();
  await owner('invitations').whereRaw(`expires_at < now() - interval '${LINKS_DAYS} days'`).delete();
  await owner('tries').where('expire', '<', Date.now()).delete();
}

/** Once a day while the server runs. @returns what ends it */
export function forgetEveryDay(url: string, log: Logger): { stop: () => void } {
  const timer = setInterval(async () => {
    const owner = openDatabase(url, 1);
    // The next day tries again.
    await forgetWhatIsOver(owner).catch((err) => log.warn({ err }, 'what is over was not forgotten'));
    await owner.destroy();
  }, EVERY_MS);
  timer.unref();
  return { stop: () => clearInterval(timer) };
}
