import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { format, parseISO } from 'date-fns';
import { useFloor } from '../../app/useFloor.ts';

/** Readings, whole and failed, of one step. */
export function StepHistory({ step }: { step: BenchStep }) {
  const { bench } = useFloor();
  const own = bench.filter((r) => r.entityId === step.id);
  if (own.length === 0) return <p className="dim">No reading yet.</p>;
  return (
    <ul>
      {[...own].reverse().map((r) => {
        const value = typeof r.data.value === 'number' ? r.data.value : null;
        return (
          <li key={r.id} className="perforated flex items-baseline justify-between gap-2 py-1">
            <span className={`label-face ${r.data.passed ? 'text-success' : 'text-error'}`}>
              {r.data.passed ? 'pass' : 'FAIL'}
            </span>
            <span className="num">
              {value === null ? '' : value >= 9e37 ? 'open' : `${value.toFixed(3)} ${step.unit}`}
            </span>
            <span className="dim text-right text-xs">
              {r.personName}, <span className="num">{format(parseISO(r.at), 'd MMM HH:mm')}</span>
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
