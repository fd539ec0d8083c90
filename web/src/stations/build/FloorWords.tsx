import type { Build } from './useBuild.ts';

/** What this device has yet to send, and what the server would not take: nothing is lost in silence. */
export function FloorWords({ build: { words, forgetRefused } }: { build: Build }) {
  const { waiting, line, refused } = words;
  return (
    <>
      {line === 'away' && waiting.length > 0 && (
        <p role="status" className="text-warning">
          ◌ no network · {waiting.length} {waiting.length === 1 ? 'record waits' : 'records wait'} here
        </p>
      )}
      {refused && (
        <div role="alert" className="stripe-warn mt-2 flex flex-wrap items-center gap-3 p-2">
          <span className="flex-1">
            {refused.words.length} {refused.words.length === 1 ? 'record was' : 'records were'} not taken:{' '}
            {refused.problems.join('; ')}. {refused.words.map((w) => w.stepId).join(', ')}
          </span>
          <button type="button" className="btn btn-sm" onClick={forgetRefused}>
            Let go
          </button>
        </div>
      )}
    </>
  );
}
