import type { Choice } from '@ombrik/core/document/basics';
import { Lock, LockOpen } from 'lucide-react';
import { useState } from 'react';
import { useMe } from '../app/useMe.ts';

/** Shows a worked-out value and lets a named person hold it at another for a reason, or let it go again. */
export function LockChoice<T extends string | number>({
  label,
  choice,
  current,
  options,
  onChange,
}: {
  label: string;
  choice: Choice<T>;
  current: T;
  options: readonly { value: T; text: string }[];
  onChange: (choice: Choice<T>) => void;
}) {
  const me = useMe();
  const [open, setOpen] = useState(false);
  const [value, setValue] = useState<T>(current);
  const [reason, setReason] = useState('');
  if (choice.mode === 'locked')
    return (
      <span className="flex items-center gap-1 text-xs">
        <Lock size={13} aria-hidden />
        <span className="dim min-w-0 truncate" title={`${choice.who}: ${choice.reason}`}>
          {choice.who}: {choice.reason}
        </span>
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Unlock ${label}`}
          onClick={() => onChange({ mode: 'auto' })}
        >
          Unlock
        </button>
      </span>
    );
  if (!open)
    return (
      <button
        type="button"
        className="btn btn-ghost btn-xs gap-1"
        aria-label={`Lock ${label}`}
        onClick={() => {
          setValue(current);
          setOpen(true);
        }}
      >
        <LockOpen size={13} aria-hidden /> lock
      </button>
    );
  return (
    <form
      className="mt-1 grid gap-1 border border-base-300 p-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (reason.trim() === '') return;
        onChange({ mode: 'locked', value, reason: reason.trim(), who: me.data?.person?.name ?? 'somebody' });
        setOpen(false);
        setReason('');
      }}
    >
      <select
        className="select select-sm w-full"
        aria-label={`Value for ${label}`}
        value={String(value)}
        onChange={(e) => setValue(options.find((o) => String(o.value) === e.target.value)?.value ?? current)}
      >
        {options.map((o) => (
          <option key={String(o.value)} value={String(o.value)}>
            {o.text}
          </option>
        ))}
      </select>
      <input
        className="input input-sm w-full"
        placeholder="Reason (needed)"
        aria-label={`Reason for locking ${label}`}
        maxLength={300}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <span className="flex gap-1">
        <button type="submit" className="btn btn-primary btn-xs" disabled={reason.trim() === ''}>
          Lock it
        </button>
        <button type="button" className="btn btn-xs" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </span>
    </form>
  );
}
