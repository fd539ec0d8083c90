import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { useUnit } from '../app/useUnit.ts';
import { useJob } from '../session/useJob.ts';

/** Which of several boards of the same; nothing where there is one. */
export function UnitPick({ large = false, saysOf }: { large?: boolean; saysOf?: (unit: number) => string }) {
  const { jobNumber } = useJob();
  const { unit, quantity, take } = useUnit();
  if (quantity === 1) return null;
  return (
    <select
      className={`select w-auto ${large ? 'select-lg min-h-16' : 'select-sm'}`}
      aria-label="Which board"
      value={unit}
      onChange={(e) => take(Number(e.target.value))}
    >
      {unitsOf(quantity).map((n) => (
        <option key={n} value={n}>
          {serialOf(jobNumber, n, quantity)}
          {saysOf ? ` · ${saysOf(n)}` : ''}
        </option>
      ))}
    </select>
  );
}
