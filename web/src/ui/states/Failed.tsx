import { ApiError, problemsIn } from '../../app/api.ts';
import { Problems } from '../Problems.tsx';

/** What is safe and what to do next, by what went wrong. */
export function afterFailure(error: unknown, online: boolean): { safe: string; next: string } {
  const safe = 'Nothing was changed by it: what was saved stays saved, what is typed stays where it stands.';
  const status = error instanceof ApiError ? error.status : null;
  if (!online)
    return {
      safe: 'What was opened on this device before can still be read, and what is done at the bench is kept here.',
      next: 'Come back into reach of the network; what waits is sent by itself.',
    };
  if (status === 401) return { safe, next: 'The sign-in has ended: reload the page and sign in again.' };
  if (status === 403) return { safe, next: 'Ask an owner for the right, or somebody who holds it.' };
  if (status === 404) return { safe, next: 'It may be gone or belong to another workshop: look on the shop wall.' };
  if (status !== null && status < 500) return { safe, next: 'Mend what the message names, then try again.' };
  if (status === null && !(error instanceof TypeError))
    return { safe, next: 'Try again; if it fails again, undo the last change.' };
  return { safe, next: 'Try again in a moment; if it stays so, ask whoever runs the server.' };
}

interface FailedProps {
  error: unknown;
  /** What was tried, as a noun: "the year of this board". */
  what?: string | undefined;
  again?: (() => void) | undefined;
  className?: string;
}

/** What happened, what is safe, and what to do. */
export function Failed({ error, what, again, className = 'p-5' }: FailedProps) {
  const { safe, next } = afterFailure(error, navigator.onLine);
  return (
    <div className={className} data-failed>
      {what && <h2 className="text-xl">Not shown: {what}</h2>}
      {!navigator.onLine && <p className="label-face text-lg">There is no network here.</p>}
      <Problems problems={problemsIn(error)} />
      <p className="mt-2">{safe}</p>
      <p className="dim">{next}</p>
      {again && (
        <button type="button" className="btn btn-sm mt-3" onClick={again}>
          Try again
        </button>
      )}
    </div>
  );
}
