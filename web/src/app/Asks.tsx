import type { ReactNode } from 'react';

/** Something only the person can decide, above the station. */
export function Asks({ children }: { children: ReactNode }) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-b border-warning p-3"
      style={{ background: 'var(--warn-wash)' }}
    >
      {children}
    </div>
  );
}
