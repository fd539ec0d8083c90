interface OneOfProps<T extends string | number> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, says: string])[];
  onPick: (value: T) => void;
  /** Sheets of what stands below, or a choice. */
  as?: 'tabs' | 'choice';
}

/** A row of buttons of which one holds: sheets of a page that share its address, or a way to look at something. */
export function OneOf<T extends string | number>({ label, value, options, onPick, as = 'choice' }: OneOfProps<T>) {
  const tabs = as === 'tabs';
  const group = { role: tabs ? 'tablist' : 'radiogroup', 'aria-label': label };
  return (
    <div {...group} className={tabs ? 'flex flex-wrap gap-1' : 'join'}>
      {options.map(([v, says]) => {
        const holds = v === value;
        return (
          <button
            key={v}
            type="button"
            role={tabs ? 'tab' : 'radio'}
            {...(tabs ? { 'aria-selected': holds } : { 'aria-checked': holds })}
            className={`btn btn-sm ${tabs ? '' : 'join-item'} ${holds ? 'btn-primary' : ''}`}
            onClick={() => onPick(v)}
          >
            {says}
          </button>
        );
      })}
    </div>
  );
}
