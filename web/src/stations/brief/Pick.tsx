import type { ReactNode } from 'react';

/** A choice of few, each with its words. */
export function Pick<T extends string | number>({
  label,
  value,
  options,
  onPick,
  className = '',
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onPick: (v: T) => void;
  className?: string;
}) {
  return (
    <label className={`grid gap-0.5 ${className}`}>
      <span className="label-face">{label}</span>
      <select
        aria-label={label}
        className="select w-full"
        value={String(value)}
        onChange={(e) => {
          const found = options.find(([v]) => String(v) === e.target.value);
          if (found) onPick(found[0]);
        }}
      >
        {options.map(([v, text]) => (
          <option key={String(v)} value={String(v)}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A part of the order sheet under its own heading. */
export const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <>
    <h2 className="perforated col-span-4 pt-2 text-lg">{title}</h2>
    {children}
  </>
);
