import { type ReactNode, useId } from 'react';

interface PickProps<T extends string | number> {
  label: string;
  hideLabel?: boolean;
  /** What it is called where its name alone does not say of what. */
  hint?: string;
  value: T;
  /** What may be picked; one that may not now stands there greyed. */
  options: readonly (readonly [value: T, says: string, disabled?: boolean])[];
  onPick: (value: T) => void;
  disabled?: boolean;
  className?: string;
  size?: 'xs' | 'sm' | 'md' | 'lg';
  id?: string;
}

const SIZES = { xs: 'select-xs', sm: 'select-sm', md: '', lg: 'select-lg' };

/** One of a few, taken as soon as it is picked. */
export function PickField<T extends string | number>({
  label,
  hideLabel = false,
  hint,
  value,
  options,
  onPick,
  disabled,
  className = '',
  size = 'sm',
  id: own,
}: PickProps<T>) {
  const made = useId();
  const id = own ?? made;
  const select = (
    <select
      id={id}
      className={`select ${hideLabel ? `${SIZES[size]} ${className}` : 'w-full'}`}
      aria-label={hideLabel ? label : hint}
      value={value}
      disabled={disabled}
      onChange={(e) => {
        const found = options.find(([v]) => String(v) === e.target.value);
        if (found) onPick(found[0]);
      }}
    >
      {options.map(([v, says, off]) => (
        <option key={v} value={v} disabled={off}>
          {says}
        </option>
      ))}
    </select>
  );
  if (hideLabel) return select;
  return (
    <div className={`grid gap-0.5 ${className}`}>
      <label className="label-face" htmlFor={id}>
        {label}
      </label>
      {select}
    </div>
  );
}

/** Yes or no, taken at once. */
export function CheckField({
  label,
  value,
  onCheck,
  disabled,
  className = '',
  small = false,
}: {
  label: ReactNode;
  value: boolean;
  onCheck: (value: boolean) => void;
  disabled?: boolean;
  className?: string;
  small?: boolean;
}) {
  return (
    <label className={`flex items-center gap-2 ${className}`}>
      <input
        type="checkbox"
        className={`checkbox ${small ? 'checkbox-xs' : 'checkbox-sm'}`}
        checked={value}
        disabled={disabled}
        onChange={(e) => onCheck(e.target.checked)}
      />
      {label}
    </label>
  );
}
