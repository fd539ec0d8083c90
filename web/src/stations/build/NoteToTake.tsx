import { type ChangeNote, noteId } from '@ombrik/core/build/note';
import type { Build } from './useBuild.ts';

/** Steps in a line, so many by name. */
function Steps({ says, steps }: { says: string; steps: ChangeNote['redo'] }) {
  if (steps.length === 0) return null;
  return (
    <li>
      <b>{says}</b> {steps.map((s) => s.title).join('; ')}
    </li>
  );
}

/** What a later release asks of the floor: what it touches waits until somebody here has taken it up. */
export function NoteToTake({ build }: { build: Build }) {
  const note = build.state?.note;
  if (!note) return null;
  const take = () =>
    build.say({ id: noteId(note.toRevision), fingerprint: String(note.toRevision) }, { kind: 'noteTaken' });
  return (
    <section aria-label="Change note" className="stripe-warn my-2 p-3 text-lg">
      <h2 className="text-2xl">
        Change note: revision {note.fromRevision} → {note.toRevision}
      </h2>
      <p className="dim">
        {note.personName}
        {note.reason ? `: ${note.reason}` : ''}
      </p>
      <ul className="list-disc pl-5">
        <Steps says="Take off:" steps={note.undo} />
        <Steps says="Do again:" steps={note.redo} />
        <Steps says="New:" steps={note.add} />
        <li>
          <b>Keep:</b> {note.keepCount} steps as they are
        </li>
      </ul>
      <button type="button" className="btn btn-primary btn-lg mt-2 min-h-16" onClick={take}>
        Taken up
      </button>
    </section>
  );
}
