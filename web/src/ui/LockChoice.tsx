import type { Choice } from '@ombrik/core/document/basics';
import { Lock, LockOpen } from 'lucide-react';
import { useState } from 'react';
import { useMe } from '../app/useMe.ts';
import { FormBody } from './form/FormBody.tsx';
import { useFieldForm } from './form/useFieldForm.ts';

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
        onClick={() => setOpen(true)}
      >
        <LockOpen size={13} aria-hidden /> lock
      </button>
    );
  return (
    <LockForm
      label={label}
      current={current}
      options={options}
      onLock={(value, reason) => {
        onChange({ mode: 'locked', value, reason, who: me.data?.person?.name ?? 'somebody' });
        setOpen(false);
      }}
      onLeave={() => setOpen(false)}
    />
  );
}

/** At which value, and why. */
function LockForm<T extends string | number>({
  label,
  current,
  options,
  onLock,
  onLeave,
}: {
  label: string;
  current: T;
  options: readonly { value: T; text: string }[];
  onLock: (value: T, reason: string) => void;
  onLeave: () => void;
}) {
  const form = useFieldForm(
    {
      value: {
        kind: 'choice',
        label: `Value for ${label}`,
        hideLabel: true,
        options: options.map((o) => ({ value: String(o.value), says: o.text })),
      },
      reason: {
        kind: 'text',
        label: `Reason for locking ${label}`,
        hideLabel: true,
        placeholder: 'Reason (needed)',
        max: 300,
        required: true,
      },
    },
    { value: String(current), reason: '' },
  );
  return (
    <div className="mt-1 border border-base-300 p-2">
      <FormBody
        of={form}
        columns="grid-cols-1"
        press="Lock it"
        cancel={{ says: 'Leave it', go: onLeave }}
        take={({ value, reason }) => {
          const chosen = options.find((o) => String(o.value) === value);
          if (chosen) onLock(chosen.value, reason);
        }}
      />
    </div>
  );
}
