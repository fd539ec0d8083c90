import { setTimeout as sleep } from 'node:timers/promises';
import { seededRandom } from '@ombrik/core/solvers/random';
import type { Person } from '../application/client.ts';

/** What people do in a shop, and how often: mostly they look. */
const DEEDS = [
  ['edit', 0.25],
  ['state', 0.4],
  ['floor', 0.2],
  ['wall', 0.15],
] as const;
export type Deed = (typeof DEEDS)[number][0];
type Took = Record<Deed, number[]>;

const deedOf = (share: number): Deed => {
  let rest = share;
  for (const [deed, part] of DEEDS) {
    rest -= part;
    if (rest < 0) return deed;
  }
  return 'state';
};

/** So many different boards each person goes round between. */
const AMBIENTS = 4;

interface Shop {
  took: Took;
  errors: string[];
}
export const emptyShop = (): Shop => ({ took: { edit: [], state: [], floor: [], wall: [] }, errors: [] });

/** The line a page keeps open, read and thrown away; ends with the signal. */
async function listen(url: string, person: Person, at: string, signal: AbortSignal): Promise<void> {
  const answer = await fetch(`${url}/api/live?at=${at}/board`, { headers: { cookie: person.cookie }, signal });
  if (!answer.ok) throw new Error(`the line answered ${answer.status}`);
  for await (const _ of answer.body!);
}

/**
 * One person at a board of their own until the time is over: thinks, does something, sees what came of it, as the page
 * does that they look at.
 */
export async function work(
  url: string,
  person: Person,
  jobId: string,
  { shop, seed, thinkMs, until }: { shop: Shop; seed: number; thinkMs: number; until: number },
): Promise<void> {
  const { next } = seededRandom(seed);
  const gone = new AbortController();
  void listen(url, person, jobId, gone.signal).catch((e) => {
    if (!gone.signal.aborted) shop.errors.push(`line: ${String(e)}`);
  });
  let revision: number | null = null;
  let ambientC = 0;
  const hashes = new Map<number, string>();
  const get = async (path: string) => {
    const answer = await person.get(path);
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${text.slice(0, 200)}`);
    return text;
  };
  const state = async () => {
    revision = JSON.parse(await get(`/api/jobs/${jobId}`)).revision;
  };
  const deeds: Record<Deed, () => Promise<unknown>> = {
    state,
    floor: () => get(`/api/jobs/${jobId}/floor`),
    wall: () => get('/api/jobs?limit=50'),
    edit: async () => {
      ambientC = 20 + (revision! % AMBIENTS);
      revision = await person.edit(jobId, revision!, 'ambientC', ambientC);
    },
  };
  // Nobody begins at the same moment.
  await sleep(next() * thinkMs);
  while (performance.now() < until) {
    const deed = deedOf(next());
    try {
      if (deed === 'edit' && revision === null) await state();
      const began = performance.now();
      await deeds[deed]();
      shop.took[deed].push(performance.now() - began);
      // What the page asks by itself once an edit is kept, with the hash of what it has worked out itself. Here nobody works
      // it out; of a board that has been so before it is known.
      if (deed === 'edit') {
        const known = hashes.get(ambientC);
        const asked = `/api/jobs/${jobId}/dossier?revision=${revision}${known ? `&known=${known}` : ''}`;
        hashes.set(ambientC, JSON.parse(await get(asked)).dossierFingerprint);
      }
    } catch (error) {
      shop.errors.push(`${deed}: ${(error as Error).message.slice(0, 300)}`);
    }
    await sleep(-Math.log(1 - next()) * thinkMs);
  }
  gone.abort();
}
