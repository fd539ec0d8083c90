import type { Part, PartKind } from '@ombrik/core/document/part/part';
import type { DesignWish } from '@ombrik/core/power/design';
import type { Proposal } from '@ombrik/core/power/proposals';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';

/** One part of several of its kind, or none of them. */
function PartChoice({
  label,
  options,
  value,
  none,
  onPick,
}: {
  label: string;
  options: readonly Part[];
  value: string | null;
  /** What is said where there is none; left out where there has to be one. */
  none?: string;
  onPick: (id: string | null) => void;
}) {
  return (
    <label className="grid gap-0.5">
      <span className="label-face">{label}</span>
      <PickField
        label={label}
        hideLabel
        className="w-full"
        value={value ?? ''}
        options={[...(none ? [['', none] as const] : []), ...options.map((p) => [p.id, p.name] as const)]}
        onPick={(picked) => onPick(picked || null)}
      />
    </label>
  );
}

function Count({ label, value, onPick }: { label: string; value: number; onPick: (n: number) => void }) {
  return <NumberField label={label} value={value} min={1} max={24} unit="" onCommit={(n) => onPick(Math.round(n))} />;
}

/** What was asked for otherwise: part by part, with the figures of the column following. */
export function DesignEditor({
  of,
  wish,
  onWish,
  onReset,
  onClose,
}: {
  of: Proposal;
  /** What was wished so far; the figures of the column may still be on their way. */
  wish: DesignWish | undefined;
  onWish: (wish: DesignWish) => void;
  onReset: () => void;
  onClose: () => void;
}) {
  const { parts, board } = useJob();
  const v = board.brief.systemVoltageV;
  const design = { ...of.design, ...wish };
  const kinds = (kind: PartKind) =>
    [...parts.values()].filter(
      (p) => p.kind === kind && (p.systemVoltagesV.length === 0 || p.systemVoltagesV.includes(v)),
    );
  const batteries = [...parts.values()].filter((p) =>
    p.elements.some(
      (e) => e.kind === 'battery' && e.chemistry === board.brief.chemistry && Number.isInteger(v / e.nominalV),
    ),
  );
  const modules = kinds('solarModule');
  const controllers = kinds('solarController');
  const { sun, bank } = design;
  const sunTo = (by: Partial<NonNullable<typeof sun>>) => sun && onWish({ sun: { ...sun, ...by } });
  return (
    <section
      aria-label={`Change ${of.title.toLowerCase()}`}
      className="mb-3 border border-base-content/40 bg-base-100 p-3"
    >
      <div className="mb-2 flex items-baseline gap-2">
        <h2 className="mr-auto text-lg">Change “{of.title}”</h2>
        <button type="button" className="btn btn-xs" disabled={!wish} onClick={onReset}>
          {of.level === 'own' ? 'Take this column away' : 'As it was worked out'}
        </button>
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Done
        </button>
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 lg:grid-cols-4">
        <PartChoice
          label="Battery"
          options={batteries}
          value={bank.partId}
          onPick={(partId) => partId && onWish({ bank: { ...bank, partId } })}
        />
        <Count label="Side by side" value={bank.strings} onPick={(strings) => onWish({ bank: { ...bank, strings } })} />
        <PartChoice
          label="Inverter"
          none="none"
          options={kinds('inverter')}
          value={design.inverter}
          onPick={(inverter) => onWish({ inverter })}
        />
        <label className="flex items-center gap-2 self-end pb-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={design.shunt}
            onChange={(e) => onWish({ shunt: e.target.checked })}
          />
          monitor and shunt
        </label>
        <PartChoice
          label="Sun module"
          none="no sun"
          options={modules}
          value={sun?.moduleId ?? null}
          onPick={(moduleId) => {
            if (!moduleId) onWish({ sun: null });
            else if (sun) sunTo({ moduleId });
            else if (controllers[0])
              onWish({ sun: { moduleId, series: 1, strings: 1, controllerId: controllers[0].id, controllers: 1 } });
          }}
        />
        {sun && (
          <>
            <div className="grid grid-cols-2 gap-2">
              <Count label="In series" value={sun.series} onPick={(series) => sunTo({ series })} />
              <Count label="Strings" value={sun.strings} onPick={(strings) => sunTo({ strings })} />
            </div>
            <PartChoice
              label="Sun controller"
              options={controllers}
              value={sun.controllerId}
              onPick={(controllerId) => controllerId && sunTo({ controllerId })}
            />
            <Count label="Controllers" value={sun.controllers} onPick={(n) => sunTo({ controllers: n })} />
          </>
        )}
        <PartChoice
          label="Charger from the engine"
          none="none"
          options={kinds('dcdcCharger')}
          value={design.dcdc}
          onPick={(dcdc) => onWish({ dcdc })}
        />
        <PartChoice
          label="Charger from the mains"
          none="none"
          options={kinds('mainsCharger')}
          value={design.mainsCharger}
          onPick={(mainsCharger) => onWish({ mainsCharger })}
        />
      </div>
      <p className="dim mt-2 text-xs">
        Parts of your own are in these lists as soon as they are on the board’s catalogue.
      </p>
    </section>
  );
}
