import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { shownDoubt, shownReading } from '@ombrik/core/document/workshop/quantity';
import { sourceWords, VERDICT_WORDS } from '@ombrik/core/stages/bench/sourceWords';
import { useFloor } from '../../app/useFloor.ts';
import { momentWords } from '../../told/days.ts';

const COLOURS = { passed: 'text-success', failed: 'text-error', unsure: 'text-warning' } as const;

/** Readings, whole and failed, of one step, each with where it comes from. */
export function StepHistory({ step }: { step: BenchStep }) {
  const { bench } = useFloor();
  const own = bench.filter((r) => r.stepId === step.id);
  if (own.length === 0) return <p className="dim">No reading yet.</p>;
  return (
    <ul>
      {[...own].reverse().map((r) => {
        const simulated = r.source.kind === 'simulated';
        const word = simulated ? 'no proof' : VERDICT_WORDS[r.verdict];
        const colour = simulated ? 'dim' : COLOURS[r.verdict];
        return (
          <li key={r.id} className="perforated py-1">
            <span className="flex items-baseline justify-between gap-2">
              <span className={`label-face ${colour}`}>{word}</span>
              <span className="num">
                {r.value !== null && r.quantity !== null && (
                  <>
                    {shownReading(r.quantity, r.value)}
                    <span className="dim text-xs">{shownDoubt(r.quantity, r.value, r.uncertainty)}</span>
                  </>
                )}
              </span>
            </span>
            <span className="dim block text-xs">
              {r.personName}, <span className="num">{momentWords(r.at)}</span> · {sourceWords(r.source)}
              {r.conditions.alongside && ` · ${r.says}`}
              {r.note && ` · ${r.note}`}
              {r.fingerprint !== step.fingerprint && (
                <b className="block text-warning">on revision {r.revision}, older spec</b>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
