import { type DesignOption, designProblems, type HouseDesign } from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { DesignOptions } from './DesignOptions.tsx';

/** The board of a job kept as a design, a new one or the next version of one, with what may be chosen of it. */
export function KeepDesign({ designs, onDone }: { designs: readonly HouseDesign[]; onDone: () => void }) {
  const [jobId, setJobId] = useState('');
  const [of, setOf] = useState('');
  const jobs = useQuery({
    queryKey: ['jobs', 'for designs'],
    queryFn: () => answer(api.jobs.$get({ query: { archived: 'no' } } as never)),
  });
  const job = useQuery({
    queryKey: ['job for a design', jobId],
    queryFn: () => answer(api.jobs[':id'].$get({ param: { id: jobId } })),
    enabled: jobId !== '',
  });
  const list = (jobs.data as { jobs: { id: string; number: number; jobName: string }[] } | undefined)?.jobs ?? [];
  const design = designs.find((d) => d.id === of) ?? null;
  return (
    <section aria-label="Keep a design" className="mb-3 max-w-3xl border border-base-300 bg-base-100 p-3">
      <div className="grid grid-cols-2 gap-2">
        <PickField
          label="Job whose board it is"
          hideLabel
          className="w-full"
          value={jobId}
          options={[['', 'Whose board …'], ...list.map((j) => [j.id, `${j.number} ${j.jobName}`] as const)]}
          onPick={(picked) => setJobId(picked)}
        />
        <PickField
          label="Design it is a version of"
          hideLabel
          className="w-full"
          value={of}
          options={[
            ['', 'as a new design'],
            ...designs.map((d) => [d.id, `as version ${d.version + 1} of ${d.name}`] as const),
          ]}
          onPick={(picked) => setOf(picked)}
        />
      </div>
      {job.error && <Problems problems={problemsIn(job.error)} />}
      {job.data && (
        <KeepForm
          key={`${jobId} ${of}`}
          jobId={jobId}
          revision={job.data.revision}
          board={job.data.board as Board}
          design={design}
          onDone={onDone}
        />
      )}
    </section>
  );
}

const FIELDS = {
  name: { kind: 'text', label: 'Name of the design', max: 80, required: true },
  price: { kind: 'number', label: 'Price, where it has one', min: 0, max: 1e7, optional: true },
  note: { kind: 'text', label: 'What it is for, or what has changed', max: 300, wide: true },
} as const;

function KeepForm({
  jobId,
  revision,
  board,
  design,
  onDone,
}: {
  jobId: string;
  revision: number;
  board: Board;
  design: HouseDesign | null;
  onDone: () => void;
}) {
  // Options of the version before, as far as this board still has what they name.
  const [options, setOptions] = useState<DesignOption[]>(() =>
    (design?.options ?? []).filter((o) => designProblems(board, [o], genericCatalogue).length === 0),
  );
  const form = useFieldForm(FIELDS, {
    name: design?.name ?? board.brief.jobName,
    price: design?.price === null || !design ? '' : String(design.price),
    note: '',
  });
  const keep = usePress<{ name: string; price: number | null; note: string }, unknown>({
    route: 'POST /api/designs/:id/versions',
    send: (wish, key): Promise<unknown> => {
      const json = { jobId, revision, options, ...wish };
      return design
        ? answer(
            api.designs[':id'].versions.$post(
              { param: { id: design.id }, json: { ...json, basedOn: design.version } },
              keyed(key),
            ),
          )
        : answer(api.designs.$post({ json }, keyed(key)));
    },
    onSuccess: onDone,
  });
  return (
    <div className="mt-2">
      <FormBody
        of={form}
        press={design ? `Keep as version ${design.version + 1}` : 'Keep the design'}
        sending={keep.isPending}
        mayNot={keep.mayNot}
        refused={keep.error}
        cancel={{ says: 'Not now', go: onDone }}
        take={({ name, price, note }) => keep.mutate({ name, price: price ?? null, note })}
      >
        <DesignOptions board={board} options={options} onOptions={setOptions} />
      </FormBody>
    </div>
  );
}
