import { type BenchTool, TOOL_KIND_WORDS } from '@ombrik/core/document/workshop/toolCheck';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { nanoid } from 'nanoid';
import { NumberField } from '../../ui/TextField.tsx';
import { ToolCheckFields } from './ToolCheckFields.tsx';
import { ToolHead } from './ToolHead.tsx';

/** A meter is an instrument of its own above; one that was kept here stays what it is. */
const kindsFor = (kind: BenchTool['kind']) =>
  (Object.entries(TOOL_KIND_WORDS) as [BenchTool['kind'], string][]).filter(([k]) => k !== 'meter' || kind === 'meter');

/** Wrenches, scales and whatever else is checked: what they read counts while their check holds. */
export function BenchTools({
  tools,
  disabled,
  onChange,
}: {
  tools: readonly BenchTool[];
  disabled: boolean;
  onChange: (change: Partial<Workshop>) => void;
}) {
  const set = (id: string, change: Partial<BenchTool>) =>
    onChange({ benchTools: tools.map((t) => (t.id === id ? { ...t, ...change } : t)) });
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-xl">Wrenches and scales</h2>
      <p className="dim mb-2 text-[13px]">
        A tool that is due for its check is a stop at the bench. Days of 0 mean that nobody checks it.
      </p>
      {tools.map((tool) => (
        <fieldset key={tool.id} className="perforated grid gap-1 py-2">
          <ToolHead
            name={tool.name}
            asks={`What ${tool.name} is`}
            kind={tool.kind}
            kinds={kindsFor(tool.kind)}
            disabled={disabled}
            onName={(name) => set(tool.id, { name })}
            onKind={(kind) => set(tool.id, { kind })}
            onRemove={() => onChange({ benchTools: tools.filter((t) => t.id !== tool.id) })}
          />
          {tool.kind === 'springScale' && <ScaleFields tool={tool} disabled={disabled} onChange={set} />}
          <ToolCheckFields tool={tool} disabled={disabled} onChange={(change) => set(tool.id, change)} />
        </fieldset>
      ))}
      <button
        type="button"
        className="btn btn-sm mt-2"
        disabled={disabled || tools.length >= 60}
        onClick={() =>
          onChange({
            benchTools: [
              ...tools,
              {
                id: `tl_${nanoid(8)}`,
                name: 'Another wrench',
                kind: 'torqueWrench',
                checkedOn: null,
                everyDays: null,
                maxKg: null,
                stepKg: null,
                armMm: null,
              },
            ],
          })
        }
      >
        Add a tool
      </button>
    </section>
  );
}

const SCALE_FIELDS = [
  ['maxKg', 'reads to', 0.1, 500, 'kg'],
  ['stepKg', 'in steps of', 0.001, 50, 'kg'],
  ['armMm', 'at an arm of', 50, 2000, 'mm'],
] as const;

function ScaleFields({
  tool,
  disabled,
  onChange,
}: {
  tool: BenchTool;
  disabled: boolean;
  onChange: (id: string, change: Partial<BenchTool>) => void;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      {SCALE_FIELDS.map(([field, says, min, max, unit]) => (
        <NumberField
          key={field}
          label={`${tool.name} ${says}`}
          className="w-44"
          disabled={disabled}
          value={tool[field]}
          min={min}
          max={max}
          unit={unit}
          onCommit={(v) => onChange(tool.id, { [field]: v })}
        />
      ))}
    </div>
  );
}
