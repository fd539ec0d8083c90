import type { Panel, PanelMaterial } from '@ombrik/core/board/board';
import type { SetCommand } from '@ombrik/core/board/commands';
import { newId } from '@ombrik/core/board/newBoard';
import { useJob } from '../../app/jobSession.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

/** The panel itself: size, material, fixings. Shown when nothing is chosen. */
export function PanelInspector({ panel }: { panel: Panel }) {
  const job = useJob();
  const xs = panel.outline.map((p) => p.xMm);
  const ys = panel.outline.map((p) => p.yMm);
  const [width, height] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const set = <F extends 'name' | 'thicknessMm' | 'material' | 'fixings'>(field: F, value: Panel[F], what: string) =>
    job.edit(`${panel.name}: ${what}`, [
      { kind: 'set', collection: 'panels', id: panel.id, field, value } as SetCommand,
    ]);
  const resize = (widthMm: number, heightMm: number) => {
    const stretch = (p: { xMm: number; yMm: number }) => ({
      xMm: Math.round((p.xMm * widthMm) / width),
      yMm: Math.round((p.yMm * heightMm) / height),
    });
    // Fixings keep their distance to the nearer edge.
    const keep = (at: number, old: number, next: number) => (at > old / 2 ? next - (old - at) : at);
    job.edit(`${panel.name}: size`, [
      { kind: 'set', collection: 'panels', id: panel.id, field: 'outline', value: panel.outline.map(stretch) },
      {
        kind: 'set',
        collection: 'panels',
        id: panel.id,
        field: 'fixings',
        value: panel.fixings.map((f) => ({
          ...f,
          xMm: keep(f.xMm, width, widthMm),
          yMm: keep(f.yMm, height, heightMm),
        })),
      },
    ]);
  };
  return (
    <section aria-label={`Panel ${panel.name}`}>
      <h3 className="text-xl">{panel.name}</h3>
      <TextField
        label="Name of the panel"
        hideLabel
        value={panel.name}
        max={80}
        required
        onCommit={(v) => set('name', v, 'name')}
      />
      <div className="mt-1 grid grid-cols-2 gap-1">
        <NumberField label="Width" value={width} min={50} max={5000} unit="mm" onCommit={(v) => resize(v, height)} />
        <NumberField label="Height" value={height} min={50} max={5000} unit="mm" onCommit={(v) => resize(width, v)} />
        <NumberField
          label="Thickness"
          value={panel.thicknessMm}
          min={1}
          max={100}
          unit="mm"
          onCommit={(v) => set('thicknessMm', v, 'thickness')}
        />
        <label className="grid gap-0.5">
          <span className="label-face">Material</span>
          <select
            className="select w-full"
            value={panel.material}
            onChange={(e) => set('material', e.target.value as PanelMaterial, 'material')}
          >
            <option value="plywood">plywood</option>
            <option value="plastic">plastic</option>
            <option value="absPanel">ABS panel</option>
          </select>
        </label>
      </div>
      <h4 className="perforated mt-2 pt-1 text-base">Fixings</h4>
      {panel.fixings.map((f, n) => {
        const change = (by: Partial<typeof f>) =>
          set(
            'fixings',
            panel.fixings.map((x) => (x.id === f.id ? { ...x, ...by } : x)),
            `fixing ${n + 1}`,
          );
        return (
          <div key={f.id} className="mb-1 grid grid-cols-[1fr_1fr_0.8fr_auto] items-start gap-1">
            <NumberField
              label={`Fixing ${n + 1} x`}
              hideLabel
              value={f.xMm}
              min={-5000}
              max={5000}
              unit="x"
              onCommit={(xMm) => change({ xMm })}
            />
            <NumberField
              label={`Fixing ${n + 1} y`}
              hideLabel
              value={f.yMm}
              min={-5000}
              max={5000}
              unit="y"
              onCommit={(yMm) => change({ yMm })}
            />
            <NumberField
              label={`Screw ${n + 1}`}
              hideLabel
              value={f.screwDiameterMm}
              min={2}
              max={20}
              unit="⌀"
              onCommit={(screwDiameterMm) => change({ screwDiameterMm })}
            />
            <button
              type="button"
              className="btn btn-xs btn-ghost mt-1"
              aria-label={`Remove fixing ${n + 1}`}
              onClick={() =>
                set(
                  'fixings',
                  panel.fixings.filter((x) => x.id !== f.id),
                  'fixing removed',
                )
              }
            >
              ✕
            </button>
          </div>
        );
      })}
      <button
        type="button"
        className="btn btn-xs"
        onClick={() =>
          set(
            'fixings',
            [...panel.fixings, { id: newId('fx'), xMm: Math.round(width / 2), yMm: 25, screwDiameterMm: 6 }],
            'fixing added',
          )
        }
      >
        Add a fixing
      </button>
    </section>
  );
}
