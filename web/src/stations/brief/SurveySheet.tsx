import { newId } from '@ombrik/core/document/newId';
import type { FoundCircuit } from '@ombrik/core/document/survey/foundCircuit';
import { FOUND_CIRCUIT_FIELDS } from '@ombrik/core/document/survey/foundCircuitSchema';
import { problemsIn } from '../../app/api.ts';
import { useFiles } from '../../app/useFiles.ts';
import { useJob } from '../../session/useJob.ts';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

/** What is there on a rework job: circuits as found, what is unknown about them, and what stays. */
export function SurveySheet() {
  const job = useJob();
  const { files, add, href } = useFiles();
  const { survey, brief } = job.board;
  const photos = new Map(files.filter((f) => !f.removed).map((f) => [f.id, f]));
  const set = <F extends Exclude<keyof FoundCircuit, 'id'>>(circuit: FoundCircuit, field: F, value: FoundCircuit[F]) =>
    job.edit(`Survey: ${circuit.name}`, [{ kind: 'set', collection: 'survey', id: circuit.id, field, value } as never]);
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
  const unknown = (
    label: string,
    value: number | null,
    on: (v: number | null) => void,
    field: keyof typeof FOUND_CIRCUIT_FIELDS,
  ) => (
    <span className="flex items-center gap-1">
      <NumberField
        className="w-24"
        {...FOUND_CIRCUIT_FIELDS[field]}
        label={label}
        hideLabel
        value={value}
        onCommit={on}
      />
      {value === null ? (
        <span className="dim text-xs">unknown</span>
      ) : (
        <button type="button" className="btn btn-ghost btn-xs" onClick={() => on(null)}>
          unknown
        </button>
      )}
    </span>
  );
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
        <table className="table table-sm">
          <thead>
            <tr>
              <th className="min-w-44">Circuit</th>
              <th>Conductor</th>
              <th>Fuse</th>
              <th>What becomes of it</th>
              <th className="w-1/3">Notes</th>
              <th>Photos</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {survey.map((c) => (
              <tr key={c.id} className="align-top">
                <td>
                  <TextField
                    label={`Name of ${c.name}`}
                    hideLabel
                    value={c.name}
                    max={80}
                    required
                    onCommit={(v) => set(c, 'name', v)}
                  />
                </td>
                <td>
                  {unknown(`Conductor of ${c.name}`, c.conductorMm2, (v) => set(c, 'conductorMm2', v), 'conductorMm2')}
                </td>
                <td>{unknown(`Fuse of ${c.name}`, c.fuseA, (v) => set(c, 'fuseA', v), 'fuseA')}</td>
                <td>
                  <select
                    className="select select-sm min-w-28"
                    aria-label={`What becomes of ${c.name}`}
                    value={c.fate}
                    onChange={(e) => set(c, 'fate', e.target.value as FoundCircuit['fate'])}
                  >
                    <option value="open">not decided</option>
                    <option value="stays">stays</option>
                    <option value="goes">goes</option>
                  </select>
                </td>
                <td>
                  <TextField
                    label={`Notes on ${c.name}`}
                    hideLabel
                    value={c.notes}
                    max={1000}
                    onCommit={(v) => set(c, 'notes', v)}
                  />
                </td>
                <td>
                  <span className="flex flex-wrap items-center gap-1">
                    {c.photos.map((id) => {
                      const file = photos.get(id);
                      return file ? (
                        <a key={id} href={href(id)} target="_blank" rel="noreferrer" title={file.name}>
                          {file.type.startsWith('image/') ? (
                            <img
                              src={href(id)}
                              alt={file.name}
                              className="h-9 w-12 border border-base-300 object-cover"
                            />
                          ) : (
                            file.name
                          )}
                        </a>
                      ) : null;
                    })}
                    <label className="btn btn-xs">
                      Add
                      <input
                        type="file"
                        accept="image/*"
                        className="sr-only"
                        aria-label={`Add a photo of ${c.name}`}
                        onChange={(e) => {
                          const file = e.target.files?.[0];
                          e.target.value = '';
                          if (file)
                            void add.mutateAsync(file).then(
                              (id) => set(c, 'photos', [...c.photos, id]),
                              () => undefined,
                            );
                        }}
                      />
                    </label>
                  </span>
                </td>
                <td>
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    onClick={() =>
                      job.edit(`Survey: remove ${c.name}`.slice(0, 120), [
                        { kind: 'remove', collection: 'survey', id: c.id },
                      ])
                    }
                  >
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
