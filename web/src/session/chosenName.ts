import type { JobSession, Selection } from './jobStore.ts';

type Seen = Pick<JobSession, 'shown'>;

/** What is chosen in a link. */
export const AT = 'at';

/** What is chosen by the name people call it: -F10, W17. */
export const nameOf = ({ shown }: Seen, chosen: Selection): string | null =>
  (chosen?.kind === 'item'
    ? shown.items.find((i) => i.id === chosen.id)?.designation
    : shown.cables.find((c) => c.id === chosen?.id)?.designation) ?? null;

/** What a name means on this board; null where nothing is called that (any more). */
export function named({ shown }: Seen, name: string): Selection {
  const item = shown.items.find((i) => i.designation === name);
  if (item) return { kind: 'item', id: item.id };
  const cable = shown.cables.find((c) => c.designation === name);
  return cable ? { kind: 'cable', id: cable.id } : null;
}

/**
 * The address of a place of a job with something chosen there. Who leads somewhere takes it, rather than choosing first and
 * going then: what is chosen is written into the address of where one still is.
 */
export function linkTo(job: Seen & Pick<JobSession, 'jobId'>, place: string, chosen: Selection): string {
  const name = nameOf(job, chosen);
  return `/jobs/${job.jobId}/${place}${name === null ? '' : `?${AT}=${encodeURIComponent(name)}`}`;
}
