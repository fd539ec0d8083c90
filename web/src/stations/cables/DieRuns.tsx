import type { DieRun } from '@ombrik/core/stock/cableWork';

/** Every end under the die that presses it: the press is set once for each. */
export function DieRuns({
  runs,
  chosenId,
  onChoose,
}: {
  runs: readonly DieRun[];
  chosenId: string;
  onChoose: (cableId: string) => void;
}) {
  return (
    <ol aria-label="Die by die">
      {runs.map((run) => (
        <li key={run.dieId}>
          <h2 className="flex items-baseline gap-2 bg-base-300/60 px-3 py-0.5">
            <b className="label-face text-lg">{run.dieId}</b>
            <span className="dim truncate text-xs">
              {run.ends.length} ends · {run.toolName}
            </span>
          </h2>
          <ul>
            {run.ends.map((end, i) => (
              <li key={`${end.cableId} ${end.at} ${i}`}>
                <button
                  type="button"
                  className={`perforated grid min-h-[44px] w-full grid-cols-[56px_120px_minmax(0,1fr)] items-center gap-1 px-3 text-left ${end.cableId === chosenId ? 'bg-base-300' : ''}`}
                  onClick={() => onChoose(end.cableId)}
                >
                  <span className="label-face text-lg">{end.designation}</span>
                  <span className="truncate text-[13px]">{end.at}</span>
                  <span className="dim truncate text-xs">{end.lugName}</span>
                </button>
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}
