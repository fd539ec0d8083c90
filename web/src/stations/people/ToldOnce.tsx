import { useState } from 'react';

/** A link that is told once: it stands nowhere else, not even on the server. */
export function ToldOnce({ name, token, onSeen }: { name: string; token: string; onSeen: () => void }) {
  const link = `${window.location.origin}/come-in/${token}`;
  const [copied, setCopied] = useState(false);
  const copy = async () => {
    // Pages that came without TLS may not write there; the text can be marked by hand.
    await navigator.clipboard?.writeText(link).catch(() => {});
    setCopied(navigator.clipboard !== undefined);
  };
  return (
    <section role="status" className="my-3 border-l-4 border-primary bg-base-100 p-3">
      <p>
        Hand this link to <strong>{name}</strong>. It works once, and is shown only now.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <input
          readOnly
          className="input input-sm num min-w-0 flex-1"
          aria-label={`Link for ${name}`}
          value={link}
          onFocus={(e) => e.target.select()}
        />
        <button type="button" className="btn btn-sm btn-primary" onClick={() => void copy()}>
          {copied ? 'Copied' : 'Copy'}
        </button>
        <button type="button" className="btn btn-sm" onClick={onSeen}>
          Put it away
        </button>
      </div>
    </section>
  );
}
