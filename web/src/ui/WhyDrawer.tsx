import type { ExplainedInput, Explanation } from '@ombrik/core/explain';
import { X } from 'lucide-react';
import { use, useEffect, useState } from 'react';
import { useJob } from '../session/useJob.ts';
import { quantity } from './format.ts';
import { WhyContext } from './whyContext.ts';
import { Worded } from './words/Worded.tsx';

function Input({ input, depth }: { input: ExplainedInput; depth: number }) {
  const [open, setOpen] = useState(false);
  const { from } = input;
  return (
    <li className="mt-1.5">
      <div className="grid grid-cols-[1fr_auto] gap-2">
        <span>
          <span className="num dim">{input.name}</span> <Worded text={input.what} />
          {input.given && <span className="dim block text-xs">{input.given}</span>}
        </span>
        {from ? (
          <button type="button" className="askable num self-start" aria-expanded={open} onClick={() => setOpen(!open)}>
            {quantity(input.value, input.unit)}
          </button>
        ) : (
          <span className="num self-start">{quantity(input.value, input.unit)}</span>
        )}
      </div>
      {open && from && (
        <div className="mt-1 border-l-2 border-primary pl-3">
          <Sum explanation={from} depth={depth + 1} />
        </div>
      )}
    </li>
  );
}

function Sum({ explanation: e, depth }: { explanation: Explanation; depth: number }) {
  return (
    <div>
      <h4 className="label-face flex justify-between gap-2 text-base">
        <span>
          <Worded text={e.title} />
        </span>
        <span className="num">{quantity(e.value, e.unit)}</span>
      </h4>
      <p className="num mt-1 whitespace-normal bg-base-200 p-1.5 text-xs break-words">= {e.formula}</p>
      <ul>
        {e.inputs.map((i) => (
          <Input key={i.name} input={i} depth={depth} />
        ))}
      </ul>
      {e.choice && (
        <div className="mt-2 text-sm">
          <p>
            <b>{e.choice.mode === 'locked' ? `Locked by ${e.choice.who}` : 'Chosen'}</b>:{' '}
            <Worded text={e.choice.reason} />
          </p>
          {e.choice.rejected.length > 0 && (
            <details>
              <summary className="cursor-pointer">Turned down: {e.choice.rejected.length}</summary>
              <ul className="dim text-xs">
                {e.choice.rejected.map((r) => (
                  <li key={r.value}>
                    <span className="num">{r.value}</span>: {r.why}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      )}
      <p className="dim mt-2 text-xs">Source: {e.source}</p>
    </div>
  );
}

/** Why a number is what it is: an indented sum, each input askable in turn, source at the foot. */
export function WhyDrawer() {
  const { address, ask } = use(WhyContext);
  const job = useJob();
  const [found, setFound] = useState<{ address: string; explanation: Explanation | null } | null>(null);
  const { explain, dossier } = job;
  // Asked anew with each dossier: what is shown of the board changes before it has been worked out.
  useEffect(() => {
    if (!address) return;
    let current = true;
    void explain(address).then((explanation) => current && setFound({ address, explanation }));
    return () => {
      current = false;
    };
  }, [address, explain, dossier]);
  useEffect(() => {
    if (!address) return;
    const close = (e: KeyboardEvent) => e.key === 'Escape' && ask(null);
    window.addEventListener('keydown', close);
    return () => window.removeEventListener('keydown', close);
  }, [address, ask]);
  if (!address) return null;
  return (
    <aside
      aria-label="Why this number"
      className="absolute inset-y-0 right-0 z-30 w-[340px] max-w-full overflow-auto border-l-2 border-primary bg-base-100 p-4"
    >
      <div className="mb-2 flex items-center justify-between">
        <h3 className="text-xl">Why</h3>
        <button type="button" className="btn btn-ghost btn-sm btn-square" aria-label="Close" onClick={() => ask(null)}>
          <X size={16} />
        </button>
      </div>
      {found?.address === address && found.explanation && (
        <Sum key={address} explanation={found.explanation} depth={0} />
      )}
      {found?.address === address && !found.explanation && (
        <p className="dim">This value was entered or comes straight from a part sheet; nothing was computed.</p>
      )}
    </aside>
  );
}
