import { type ReactNode, useId } from 'react';

interface PickProps<T extends string> {
  label: string;
  hideLabel?: boolean;
  /** What it is called where its name alone does not say of what. */
  hint?: string;
  value: T;
  options: readonly (readonly [value: T, says: string])[];
  onPick: (value: T) => void;
  disabled?: boolean;
  className?: string;
  size?: 'xs' | 'sm';
}

const SIZES = { xs: 'select-xs', sm: 'select-sm' };

/** One of a few, taken as soon as it is picked. */
export function PickField<T extends string>({
  label,
  hideLabel = false,
  hint,
  value,
  options,
  onPick,
  disabled,
  className = '',
  size = 'sm',
}: PickProps<T>) {
  const id = useId();
  const select = (
    <select
      id={id}
      className={`select ${hideLabel ? `${SIZES[size]} ${className}` : 'w-full'}`}
      aria-label={hideLabel ? label : hint}
      value={value}
      disabled={disabled}
      onChange={(e) => onPick(e.target.value as T)}
    >
      {options.map(([v, says]) => (
        <option key={v} value={v}>
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
