import type { QueryClient } from '@tanstack/react-query';
import { jobsQuery } from '../stations/wall/ShopWall.tsx';
import { bringJobShell, bringSignIn } from './bring.ts';
import { meQuery } from './useMe.ts';

/** Longer than this nobody looks at an empty page: then what is waited for is said. */
const SAID_AFTER_MS = 250;

/**
 * Asks for what the first screen shows before anything is drawn: drawn first and asked then, a slow machine draws the
 * waiting, the empty wall and the wall one after the other. What fails here is asked again, and told, where it is shown.
 * @returns when the first screen can be drawn whole, or has to say that it waits
 */
export async function early(client: QueryClient, path: string): Promise<void> {
  const inJob = path.startsWith('/jobs/');
  const all = async () => {
    const [me] = await Promise.all([client.ensureQueryData(meQuery), inJob && bringJobShell()]);
    if (!me.person) await bringSignIn();
    else if (path === '/') await client.ensureQueryData(jobsQuery(false, ''));
  };
  await Promise.race([all().catch(() => {}), new Promise((done) => setTimeout(done, SAID_AFTER_MS))]);
}
