import { type ReactNode, use } from 'react';
import { WhyContext } from './whyContext.ts';

/** A derived figure: click it, or press Alt+Enter on it, and the why drawer opens. */
export function Askable({ address, children }: { address: string; children: ReactNode }) {
  const why = use(WhyContext);
  return (
    <button
      type="button"
      className="askable num"
      title="Why this number?"
      onClick={(e) => {
        e.stopPropagation();
        why.ask(address);
      }}
    >
      {children}
    </button>
  );
}
