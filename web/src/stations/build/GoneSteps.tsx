import type { Build } from './useBuild.ts';

/** What was done and is no longer part of the board: taken off by hand, and said so. */
export function GoneSteps({ build }: { build: Build }) {
  const gone = build.state?.gone ?? [];
  if (gone.length === 0) return null;
  const { goneTitles } = build.build!;
  return (
    <section aria-label="To be taken off" className="stripe-warn mt-2 p-2">
      <p>Done, and no longer part of the board:</p>
      <ul>
        {gone.map((g) => (
          <li key={g.stepId} className="flex items-center gap-3 py-0.5">
            <span>
              {goneTitles[g.stepId] ?? g.stepId} <span className="dim">({g.personName})</span>
            </span>
            <button
              type="button"
              className="btn btn-sm"
              onClick={() =>
                build.say(
                  { id: g.stepId, fingerprint: g.fingerprint },
                  { kind: 'undone', reason: 'no longer part of the board' },
                )
              }
            >
              It is off
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
