import { newId } from '@ombrik/core/document/newId';
import type { FoundCircuit } from '@ombrik/core/document/survey/foundCircuit';
import { FOUND_CIRCUIT_FIELDS } from '@ombrik/core/document/survey/foundCircuitSchema';
import { problemsIn } from '../../app/api.ts';
import { useFiles } from '../../app/useFiles.ts';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

/** A figure that can be read off what is there, or stays unknown. */
function Unknown({
  circuit,
  field,
  onCommit,
}: {
  circuit: FoundCircuit;
  field: keyof typeof FOUND_CIRCUIT_FIELDS;
  onCommit: (value: number | null) => void;
}) {
  const value = circuit[field];
  return (
    <span className="flex items-center gap-1">
      <NumberField
        className="w-24"
        {...FOUND_CIRCUIT_FIELDS[field]}
        label={`${field === 'fuseA' ? 'Fuse' : 'Conductor'} of ${circuit.name}`}
        hideLabel
        value={value}
        onCommit={onCommit}
      />
      {value === null ? (
        <span className="dim text-xs">unknown</span>
      ) : (
        <button type="button" className="btn btn-ghost btn-xs" onClick={() => onCommit(null)}>
          unknown
        </button>
      )}
    </span>
  );
}

/** Pictures of a circuit, and one more. */
function Photos({
  circuit,
  of,
  onChange,
}: {
  circuit: FoundCircuit;
  of: ReturnType<typeof useFiles>;
  onChange: (ids: string[]) => void;
}) {
  const shown = of.files.filter((f) => !f.removed && circuit.photos.includes(f.id));
  const take = async (file: File) => {
    // What was wrong with it is told above the table.
    const id = await of.add.mutateAsync(file).catch(() => null);
    if (id) onChange([...circuit.photos, id]);
  };
  return (
    <span className="flex flex-wrap items-center gap-1">
      {shown.map((file) => (
        <a key={file.id} href={of.href(file.id)} target="_blank" rel="noreferrer" title={file.name}>
          {file.type.startsWith('image/') ? (
            <img src={of.href(file.id)} alt={file.name} className="h-9 w-12 border border-base-300 object-cover" />
          ) : (
            file.name
          )}
        </a>
      ))}
      <label className="btn btn-xs">
        Add
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          aria-label={`Add a photo of ${circuit.name}`}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void take(file);
          }}
        />
      </label>
    </span>
  );
}

const FATES = [
  ['open', 'not decided'],
  ['stays', 'stays'],
  ['goes', 'goes'],
] as const;

/** What is asked of each circuit. */
function useColumns(photos: ReturnType<typeof useFiles>): DataColumn<FoundCircuit>[] {
  const job = useJob();
  const set = <F extends Exclude<keyof FoundCircuit, 'id'>>(circuit: FoundCircuit, field: F, value: FoundCircuit[F]) =>
    job.edit(`Survey: ${circuit.name}`, [{ kind: 'set', collection: 'survey', id: circuit.id, field, value } as never]);
  return [
    {
      title: 'Circuit',
      headClass: 'min-w-44',
      cell: (c) => (
        <TextField
          label={`Name of ${c.name}`}
          hideLabel
          value={c.name}
          max={80}
          required
          onCommit={(v) => set(c, 'name', v)}
        />
      ),
    },
    {
      title: 'Conductor',
      cell: (c) => <Unknown circuit={c} field="conductorMm2" onCommit={(v) => set(c, 'conductorMm2', v)} />,
    },
    { title: 'Fuse', cell: (c) => <Unknown circuit={c} field="fuseA" onCommit={(v) => set(c, 'fuseA', v)} /> },
    {
      title: 'What becomes of it',
      cell: (c) => (
        <PickField
          label={`What becomes of ${c.name}`}
          hideLabel
          className="min-w-28"
          value={c.fate}
          options={FATES}
          onPick={(fate) => set(c, 'fate', fate)}
        />
      ),
    },
    {
      title: 'Notes',
      headClass: 'w-1/3',
      cell: (c) => (
        <TextField
          label={`Notes on ${c.name}`}
          hideLabel
          value={c.notes}
          max={1000}
          onCommit={(v) => set(c, 'notes', v)}
        />
      ),
    },
    { title: 'Photos', cell: (c) => <Photos circuit={c} of={photos} onChange={(ids) => set(c, 'photos', ids)} /> },
    {
      title: 'Away',
      head: '',
      cell: (c) => (
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          onClick={() =>
            job.edit(`Survey: remove ${c.name}`.slice(0, 120), [{ kind: 'remove', collection: 'survey', id: c.id }])
          }
        >
          Remove
        </button>
      ),
    },
  ];
}

/** What is there on a rework job: circuits as found, what is unknown about them, and what stays. */
export function SurveySheet() {
  const job = useJob();
  const photos = useFiles();
  const { add } = photos;
  const { survey, brief } = job.board;
  const addCircuit = () =>
    job.edit('Survey: add a circuit', [
      {
        kind: 'add',
        collection: 'survey',
        value: {
          id: newId('fc'),
          name: `Circuit ${survey.length + 1}`,
          conductorMm2: null,
          fuseA: null,
          fate: 'open',
          notes: '',
          photos: [],
        },
        index: null,
      },
    ]);
  const columns = useColumns(photos);
  return (
    <div className="p-4">
      <div className="mb-2 flex items-center gap-3">
        <h1 className="text-2xl">Survey, as found</h1>
        {brief.jobKind === 'new' && (
          <span className="dim mr-auto">
            This is a new board.{' '}
            <button
              type="button"
              className="link"
              onClick={() => job.edit('Brief: rework', [{ kind: 'setBrief', field: 'jobKind', value: 'rework' }])}
            >
              Make it a rework job
            </button>
          </span>
        )}
        <button type="button" className="btn btn-primary btn-sm ml-auto" onClick={addCircuit}>
          Add a circuit
        </button>
      </div>
      {add.error && <Problems problems={problemsIn(add.error)} onDismiss={() => add.reset()} />}
      {survey.length === 0 ? (
        <p className="dim">
          Nothing written down. Go from board to load: what it feeds, the wire's size and its fuse if they can be read,
          a photo, and whether it stays. What nobody can tell stays “unknown”, and is judged so.
        </p>
      ) : (
        <DataTable
          label="Circuits as found"
          rowClass={() => 'align-top'}
          columns={columns}
          rows={survey}
          keyOf={(c) => c.id}
        />
      )}
    </div>
  );
}
