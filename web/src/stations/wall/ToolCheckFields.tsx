import { dueOn, overdue, type ToolCheck } from '@ombrik/core/document/workshop/toolCheck';
import { format } from 'date-fns';
import { NumberField } from '../../ui/TextField.tsx';

/** When a tool was checked, how often it has to be, and whether it may be used today. */
export function ToolCheckFields<T extends ToolCheck & { name: string }>({
  tool,
  disabled,
  onChange,
}: {
  tool: T;
  disabled: boolean;
  onChange: (change: Partial<ToolCheck>) => void;
}) {
  const today = format(new Date(), 'yyyy-MM-dd');
  const why = overdue(tool, today);
  const due = dueOn(tool);
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="dim">checked every</span>
      <NumberField
        label={`${tool.name} is checked every so many days`}
        hideLabel
        className="w-28"
        disabled={disabled}
        value={tool.everyDays ?? 0}
        min={0}
        max={3650}
        unit="days"
        onCommit={(v) => onChange({ everyDays: v > 0 ? Math.round(v) : null })}
      />
      <input
        type="date"
        className="input input-sm w-36"
        aria-label={`${tool.name} was checked on`}
        disabled={disabled || tool.everyDays === null}
        value={tool.checkedOn ?? ''}
        onChange={(e) => onChange({ checkedOn: e.target.value || null })}
      />
      <button
        type="button"
        className="btn btn-sm"
        disabled={disabled || tool.everyDays === null || tool.checkedOn === today}
        onClick={() => onChange({ checkedOn: today })}
      >
        Checked today
      </button>
      <span className={why ? 'text-error' : 'dim'}>
        {tool.everyDays === null ? 'never checked' : why ? `▲ ${why}` : `next ${due}`}
      </span>
    </div>
  );
}
