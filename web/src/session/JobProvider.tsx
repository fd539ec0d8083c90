import type { Board } from '@ombrik/core/document/board';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import type { PastTimes } from '@ombrik/core/power/quote/quote';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { type ReactNode, useEffect, useState } from 'react';
import { answer, api } from '../app/api.ts';
import { keyed } from '../app/press.ts';
import { useMay, useMe } from '../app/useMe.ts';
import { workerDeriver } from './deriver.ts';
import { EditQueue, type Line } from './editQueue.ts';
import { createJobStore, type Derived, type JobMeta, type JobStore } from './jobStore.ts';
import { browserOutbox, openOpening } from './outbox.ts';
import { JobContext, useJob } from './useJob.ts';

export const jobQuery = (jobId: string) => ({
  queryKey: ['job', jobId],
  queryFn: () => answer(api.jobs[':id'].$get({ param: { id: jobId } })),
});
type Fetched = Awaited<ReturnType<ReturnType<typeof jobQuery>['queryFn']>>;

const loadedOf = (f: Fetched) => ({
  revision: f.revision,
  board: f.board as Board,
  undo: f.undo?.label ?? null,
  redo: f.redo?.label ?? null,
});
const metaOf = (f: Fetched): JobMeta => ({
  number: f.job.number,
  wantedOn: f.job.wantedOn,
  workshop: f.workshop as Workshop,
});

const LOOKS_ONLY = 'only a designer changes a board; say at Build that it was built otherwise, or ask one';

/** Loads a job and holds its board, what is still to be saved, and the derived dossier. */
export function JobProvider({
  jobId,
  children,
  waiting,
  failed,
}: {
  jobId: string;
  children: ReactNode;
  waiting: ReactNode;
  /** What is drawn where the job is not to be had. */
  failed: (error: Error, again: () => void) => ReactNode;
}) {
  const query = useQuery(jobQuery(jobId));
  const personId = useMe().data?.person?.id;
  const draws = useMay('POST /api/jobs/:id/edits');
  // A job that is open stays open while the server is away: what is typed and not sent yet lives here.
  if (query.error && !query.data) return failed(query.error, () => void query.refetch());
  if (!query.data || !personId) return waiting;
  return (
    <LoadedJob key={jobId} personId={personId} draws={draws} fetched={query.data} waiting={waiting}>
      {children}
    </LoadedJob>
  );
}

/** The server as the queue of edits sees it. */
function lineOf(jobId: string, load: () => Promise<Fetched>): Line {
  const job = api.jobs[':id'];
  return {
    send: ({ key, label, commands }, baseRevision) =>
      answer(
        job.edits.$post({ param: { id: jobId }, json: { editId: key, baseRevision, label, commands } }, keyed(key)),
      ),
    step: async (key, way, baseRevision) =>
      (await answer(
        job[':way{undo|redo}'].$post({ param: { id: jobId, way }, json: { editId: key, baseRevision } }, keyed(key)),
      )) as { revision: number; board: Board },
    load: async () => loadedOf(await load()),
    known: async (keys) => {
      const got = await answer(
        job.edits.known.$get({ param: { id: jobId }, query: { keys: keys.join(',') } } as never),
      );
      return (got as { known: string[] }).known;
    },
  };
}

interface LoadedProps {
  personId: string;
  /** Whether they may change the board. */
  draws: boolean;
  fetched: Fetched;
  children: ReactNode;
  waiting: ReactNode;
}

function LoadedJob({ personId, draws, fetched, children, waiting }: LoadedProps) {
  const client = useQueryClient();
  const jobId = fetched.job.id;
  const [session, setSession] = useState<JobStore | null>(null);
  const [derived, setDerived] = useState<Derived | null>(null);

  // One session a job: what is fetched later is taken over below.
  useEffect(() => {
    const load = () => client.fetchQuery({ ...jobQuery(jobId), staleTime: 0 });
    const opening = openOpening(nanoid());
    const queue = new EditQueue(loadedOf(fetched), {
      line: lineOf(jobId, load),
      outbox: browserOutbox(jobId, personId, opening),
      newKey: () => nanoid(),
      looksOnly: draws ? null : LOOKS_ONLY,
      onTaken: () => void client.invalidateQueries({ queryKey: ['floor', jobId] }),
    });
    const own = createJobStore({
      jobId,
      meta: metaOf(fetched),
      queue,
      deriver: workerDeriver(),
      past: () => client.getQueryData<{ past: PastTimes }>(['quotes', jobId])?.past ?? {},
      onDerived: () => setDerived(own.derived()),
    });
    setSession(own);
    void queue.open();
    const back = () => queue.tryNow();
    const ask = (e: BeforeUnloadEvent) => {
      if (queue.state.waiting.length > 0) e.preventDefault();
    };
    window.addEventListener('online', back);
    window.addEventListener('beforeunload', ask);
    return () => {
      window.removeEventListener('online', back);
      window.removeEventListener('beforeunload', ask);
      own.close();
      // From here on what waits is left behind: whoever opens the job next, on this page too, is offered it.
      opening.end();
    };
  }, [jobId, personId, draws, client]);

  // Somebody else's newer revision is taken over while nothing of ours waits.
  useEffect(() => session?.takeOver(loadedOf(fetched), metaOf(fetched)), [session, fetched]);

  const releasedRevision = fetched.released?.revision ?? null;
  useEffect(() => session?.guard(releasedRevision), [session, releasedRevision]);

  if (!session || !derived) return waiting;
  return (
    <JobContext value={session.store}>
      <Authoritative session={session} derived={derived} />
      {children}
    </JobContext>
  );
}

/** The server's dossier of what is saved; only its hash comes where both have worked out the same. */
interface ServersDossier {
  revision: number;
  dossierFingerprint: string;
  dossier: Dossier | null;
}

/** Asks for the server's dossier of what is saved, and lets it count where it differs from the one derived here. */
function Authoritative({ session, derived }: { session: JobStore; derived: Derived }) {
  const { jobId, revision, board, saveState } = useJob();
  const settled = saveState === 'saved' && derived.board === board;
  const { data } = useQuery({
    queryKey: ['dossier', jobId, revision, derived.dossierFingerprint],
    queryFn: async () => {
      const query = { revision: String(revision), known: derived.dossierFingerprint };
      const asked = api.jobs[':id'].dossier.$get({ param: { id: jobId }, query } as never);
      return (await answer(asked)) as ServersDossier;
    },
    enabled: settled,
    staleTime: Number.POSITIVE_INFINITY,
  });
  useEffect(() => {
    if (!settled || !data) return;
    session.setAuthoritative(derived, data.dossier);
  }, [session, derived, settled, data]);
  return null;
}
