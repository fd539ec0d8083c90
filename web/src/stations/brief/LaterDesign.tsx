import { type DesignChange, designChange } from '@ombrik/core/design/designChange';
import { boardOfDesign, choicesStill, type DesignChoices, type HouseDesign } from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';

interface JobDesign {
  choices: DesignChoices;
  has: HouseDesign;
  newest: HouseDesign;
}
const MOST = 14;

/** What a later version of the design this job was started from would change on its board. */
export function LaterDesign() {
  const { jobId } = useJob();
  const query = useQuery({
    queryKey: ['jobDesign', jobId],
    queryFn: () => answer(api.jobs[':id'].design.$get({ param: { id: jobId } })),
  });
  const own = query.data?.design as unknown as JobDesign | null | undefined;
  if (!own || own.newest.version <= own.has.version) return null;
  return <Offer {...own} />;
}

function Offer({ choices, has, newest }: JobDesign) {
  const job = useJob();
  const change = useMemo((): DesignChange => {
    const still = choicesStill(newest.options, choices);
    return designChange(
      job.board,
      boardOfDesign(has, choices, genericCatalogue),
      boardOfDesign(newest, still, genericCatalogue),
    );
  }, [job.board, has, newest, choices]);
  const [taking, setTaking] = useState(false);
  const note = usePress({
    route: 'POST /api/jobs/:id/design',
    send: (version: number, key) =>
      answer(api.jobs[':id'].design.$post({ param: { id: job.jobId }, json: { version } }, keyed(key))),
  });
  const take = () => {
    const label = `Take version ${newest.version} of ${newest.name}`.slice(0, 120);
    if (change.commands.length === 0 || job.edit(label, change.commands)) setTaking(true);
  };
  // Noted once the board has it: one on the floor asks first, and may be left as it is.
  useEffect(() => {
    if (!taking || change.commands.length > 0) return;
    setTaking(false);
    note.mutate(newest.version);
  }, [taking, change]);
  const lines = (what: readonly string[]) => (
    <ul className="list-disc pl-5 text-[13px]">
      {what.slice(0, MOST).map((line) => (
        <li key={line}>{line}</li>
      ))}
      {what.length > MOST && <li>and {what.length - MOST} more</li>}
    </ul>
  );
  return (
    <section aria-label="Later version of the design" className="mb-4 border border-base-300 bg-base-100 p-3">
      <h2 className="text-lg">
        {newest.name}: version {newest.version} is out, this job has version {has.version}
      </h2>
      {newest.note && <p className="dim">{newest.note}</p>}
      {change.says.length > 0 ? lines(change.says) : <p className="dim">It changes nothing on this board.</p>}
      {change.leftOut.length > 0 && (
        <>
          <p className="mt-1 text-[13px]">Left as this job has it:</p>
          {lines(change.leftOut)}
        </>
      )}
      {note.error && <Problems problems={problemsIn(note.error)} />}
      <button type="button" className="btn btn-sm mt-2" {...standing(note)} onClick={take}>
        Take version {newest.version}
      </button>
    </section>
  );
}
