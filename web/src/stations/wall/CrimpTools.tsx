import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { CrimpTool, Workshop } from '@ombrik/core/document/workshop/workshop';
import { compareNatural } from '@ombrik/core/engine/compareText';
import { nanoid } from 'nanoid';
import { PickField } from '../../ui/PickField.tsx';
import { ToolCheckFields } from './ToolCheckFields.tsx';
import { ToolHead } from './ToolHead.tsx';

const ACTIONS: readonly [CrimpTool['action'], string][] = [
  ['hydraulic', 'hydraulic press'],
  ['ratchet', 'ratchet pliers'],
  ['hexHand', 'hand tool, hexagon'],
  ['indentHand', 'hand tool, indent'],
  ['hammer', 'hammer crimper'],
];
const DIES = [...new Set(genericCatalogue.lugs.map((l) => l.dieId))].sort(compareNatural);
const SMALL: readonly [Workshop['smallEnds'], string][] = [
  ['bare', 'bare, with heat-shrink over them'],
  ['insulated', 'insulated'],
  ['heatShrink', 'with their own heat-shrink'],
];

/** Crimping tools in the shop and their dies: a board that needs another says so while it is drawn. */
export function CrimpTools({
  workshop,
  disabled,
  onChange,
}: {
  workshop: Workshop;
  disabled: boolean;
  onChange: (change: Partial<Workshop>) => void;
}) {
  const { tools } = workshop;
  const set = (id: string, change: Partial<CrimpTool>) =>
    onChange({ tools: tools.map((t) => (t.id === id ? { ...t, ...change } : t)) });
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-xl">Crimping tools and dies</h2>
      <p className="dim mb-2 text-[13px]">
        A die is named as it is stamped. Small terminals of different covers need different dies.
      </p>
      <label className="mb-2 flex flex-wrap items-center gap-2">
        <span className="label-face">Small terminals are crimped</span>
        <PickField
          label="Small terminals"
          hideLabel
          className="w-64"
          disabled={disabled}
          value={workshop.smallEnds}
          options={SMALL.map(([value, text]) => [value, text] as const)}
          onPick={(picked) => onChange({ smallEnds: picked })}
        />
      </label>
      {tools.map((tool) => (
        <fieldset key={tool.id} className="perforated grid gap-1 py-2">
          <ToolHead
            name={tool.name}
            asks={`How ${tool.name} works`}
            kind={tool.action}
            kinds={ACTIONS}
            disabled={disabled}
            onName={(name) => set(tool.id, { name })}
            onKind={(action) => set(tool.id, { action })}
            onRemove={() => onChange({ tools: tools.filter((t) => t.id !== tool.id) })}
          />
          <ToolCheckFields tool={tool} disabled={disabled} onChange={(change) => set(tool.id, change)} />
          <div className="flex flex-wrap gap-x-3 gap-y-1">
            {DIES.map((die) => (
              <label key={die} className="flex items-center gap-1 text-[13px]">
                <input
                  type="checkbox"
                  className="checkbox checkbox-primary checkbox-xs"
                  aria-label={`${tool.name} has ${die}`}
                  disabled={disabled}
                  checked={tool.dies.includes(die)}
                  onChange={(e) =>
                    set(tool.id, {
                      dies: e.target.checked ? [...tool.dies, die] : tool.dies.filter((d) => d !== die),
                    })
                  }
                />
                {die}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
      <button
        type="button"
        className="btn btn-sm mt-2"
        disabled={disabled || tools.length >= 40}
        onClick={() =>
          onChange({
            tools: [
              ...tools,
              {
                id: `tl_${nanoid(8)}`,
                name: 'Another tool',
                action: 'ratchet',
                dies: [],
                checkedOn: null,
                everyDays: null,
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
