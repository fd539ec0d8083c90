import { useState } from 'react';
import { fieldUnit } from '../../told/fieldUnit.ts';

/** A figure typed with a glove: its unit behind it, null while nothing that is one stands there. */
export function BenchNumber({
  label,
  unit,
  value,
  onValue,
  className,
}: {
  label: string;
  unit: string;
  value: number | null;
  onValue: (value: number | null) => void;
  className: string;
}) {
  const of = fieldUnit(unit);
  const stands = value === null ? '' : of.typed(value);
  const [typing, setTyping] = useState<string | null>(null);
  return (
    <span className="flex items-center gap-1">
      <input
        className={`input ${className}`}
        inputMode="decimal"
        aria-label={`${label}, ${of.says}`}
        value={typing ?? stands}
        onBlur={() => setTyping(null)}
        onChange={(e) => {
          setTyping(e.target.value);
          const kept = of.kept(e.target.value);
          onValue(Number.isNaN(kept) ? null : kept);
        }}
      />
      {of.says}
    </span>
  );
}
