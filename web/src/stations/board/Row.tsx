import type { ReactNode } from 'react';

/** One line of the inspector: what, and its value. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex items-baseline justify-between gap-2 py-0.5">
      <dt className="dim">{label}</dt>
      <dd className="text-right">{children}</dd>
    </div>
  );
}
