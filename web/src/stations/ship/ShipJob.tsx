import type { OpenToShip } from '@ombrik/core/released/openToShip';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useProgress } from '../../app/useLive.ts';
import { useJob } from '../../session/useJob.ts';
import { dateWords } from '../../told/days.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { FieldLogs } from './FieldLogs.tsx';
import { FromTheField } from './FromTheField.tsx';

/** What is still open, one press that ships, and the sealed records there are. */
export function ShipJob({ onLog }: { onLog: (id: number) => void }) {
  const { jobId, revision, saveState } = useJob();
  const client = useQueryClient();
  const param = { id: jobId };
  const [note, setNote] = useState('');
  const state = useQuery({
    queryKey: ['ship', jobId, revision],
    queryFn: () => answer(api.jobs[':id'].ship.$get({ param })),
  });
  const ship = usePress({
    route: 'POST /api/jobs/:id/ship',
    send: (_: undefined, key) => answer(api.jobs[':id'].ship.$post({ param, json: { revision, note } }, keyed(key))),
    onSuccess: () => client.invalidateQueries(),
  });
  if (!state.data) return <Held of={state} what="Looking what is still open" className="" />;
  const { open, shipments, notes, logs } = state.data;
  const held = open.some((o) => !o.mayGo);
  const waits = held || (open.length > 0 && note.trim() === '') || saveState !== 'saved' || ship.isPending;
  return (
    <section className="perforated mt-3 pt-3" aria-label="Ship it">
      <h2 className="text-lg">{shipments.length > 0 ? 'Shipped' : 'Ship it'}</h2>
      {shipments.map((s) => (
        <p key={s.number} className="mt-1 text-[13px]">
          <a className="link" href={`/api/jobs/${jobId}/ship/${s.number}/record.zip`} download>
            Sealed record {s.number}
          </a>
          , {dateWords(s.at)}, {s.personName}, revision {s.revision}
          <span className="num dim block whitespace-normal text-xs wrap-anywhere">{s.head}</span>
          {s.note && <span className="dim block">{s.note}</span>}
        </p>
      ))}
      <StillOpen open={open} />
      {open.length > 0 && !held && (
        <TextField className="mt-2" label="Why it ships all the same" value={note} max={600} onCommit={setNote} />
      )}
      {ship.isPending && <Sealing address={`/api/jobs/${jobId}/ship`} />}
      <button
        type="button"
        className="btn btn-primary mt-2 w-full"
        {...standing(ship, waits)}
        onClick={() => ship.mutate(undefined)}
      >
        {ship.isPending
          ? 'Making every paper and sealing …'
          : shipments.length > 0
            ? 'Seal again, on top'
            : 'Ship and seal the record'}
      </button>
      <p className="dim mt-1 text-xs">
        Makes every paper, ties all readings, steps and papers together by their hashes, and takes the job off the wall.
        Anybody can check the archive without this program.
      </p>
      {ship.error && <Problems problems={problemsIn(ship.error)} />}
      {shipments.length > 0 && (
        <>
          <FromTheField notes={notes} />
          <FieldLogs logs={logs} onShow={onLog} />
        </>
      )}
    </section>
  );
}

/** How far the papers are: a seal takes long enough to wonder. */
function Sealing({ address }: { address: string }) {
  const progress = useProgress(address);
  if (!progress) return null;
  return (
    <p className="mt-2 text-[13px]" aria-live="polite">
      <progress
        className="progress progress-primary w-full"
        value={progress.done}
        max={progress.of}
        aria-label="Papers made"
      />
      {progress.done} of {progress.of}: {progress.what}
    </p>
  );
}

const STATIONS = { board: 'Board', build: 'Build', test: 'Test' } as const;

function StillOpen({ open }: { open: readonly OpenToShip[] }) {
  const { jobId } = useJob();
  if (open.length === 0) return <p className="text-success">Nothing is open.</p>;
  return (
    <ul className="mt-1" aria-label="Still open">
      {open.map((o) => (
        <li key={o.says} className={`perforated py-1 text-[13px] ${o.mayGo ? '' : 'text-error'}`}>
          <Link className="link" to={`/jobs/${jobId}/${o.station}`}>
            {STATIONS[o.station]}
          </Link>
          : {o.says}
        </li>
      ))}
    </ul>
  );
}
