import type { Command, SetCommand } from '@ombrik/core/document/commands';
import type { Face, Panel, PanelMaterial } from '@ombrik/core/document/panel/panel';
import { PANEL_FIELDS } from '@ombrik/core/document/panel/panelFields';
import { panelBox } from '@ombrik/core/stages/place/outlines';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { OutlineCorners } from './OutlineCorners.tsx';
import { OutlineImport } from './OutlineImport.tsx';
import { PanelLists } from './PanelLists.tsx';
import { Row } from './Row.tsx';

/** The panel itself: size, material, faces, room before and behind, holes, what keeps parts off. Shown when nothing is chosen. */
export function PanelInspector({ panel, face }: { panel: Panel; face: Face }) {
  const job = useJob();
  const box = panelBox(panel);
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const body = job.dossier.bodies.find((b) => b.panelId === panel.id);
  const set = <F extends Exclude<keyof Panel, 'id'>>(field: F, value: Panel[F], what: string) =>
    job.edit(`${panel.name}: ${what}`, [
      { kind: 'set', collection: 'panels', id: panel.id, field, value } as SetCommand,
    ]);
  const resize = (widthMm: number, heightMm: number) => {
    const stretch = (p: { xMm: number; yMm: number }) => ({
      xMm: Math.round(box.leftMm + ((p.xMm - box.leftMm) * widthMm) / width),
      yMm: Math.round(box.topMm + ((p.yMm - box.topMm) * heightMm) / height),
    });
    // Fixings keep their distance to the nearer edge.
    const keep = (at: number, old: number, next: number) => (at > old / 2 ? next - (old - at) : at);
    const commands: Command[] = [
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
    ];
    job.edit(`${panel.name}: size`, commands);
  };
  const used = job.board.items.some((i) => i.place.kind === 'panel' && i.place.panelId === panel.id);
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
          {...PANEL_FIELDS.thicknessMm}
          value={panel.thicknessMm}
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
        <label className="grid gap-0.5">
          <span className="label-face">Good face</span>
          <select
            className="select w-full"
            value={panel.goodFace}
            onChange={(e) => set('goodFace', e.target.value as Face, 'good face')}
          >
            <option value="front">front</option>
            <option value="back">back</option>
          </select>
        </label>
        <label className="grid gap-0.5">
          <span className="label-face">Grain</span>
          <select
            className="select w-full"
            value={panel.grain}
            onChange={(e) => set('grain', e.target.value as Panel['grain'], 'grain')}
          >
            <option value="any">as it comes</option>
            <option value="across">across</option>
            <option value="up">up and down</option>
          </select>
        </label>
        <NumberField
          {...PANEL_FIELDS.partScrewMm}
          value={panel.partScrewMm}
          onCommit={(v) => set('partScrewMm', v, 'screws')}
        />
        <NumberField
          {...PANEL_FIELDS.backClearanceMm}
          value={panel.backClearanceMm}
          onCommit={(v) => set('backClearanceMm', v, 'room behind')}
        />
        <label className="grid gap-0.5">
          <span className="label-face">In front</span>
          <select
            className="select w-full"
            value={panel.frontClearanceMm === null ? 'open' : 'lid'}
            onChange={(e) => set('frontClearanceMm', e.target.value === 'open' ? null : 200, 'lid')}
          >
            <option value="open">open</option>
            <option value="lid">box with a lid</option>
          </select>
        </label>
        {panel.frontClearanceMm !== null && (
          <NumberField
            {...PANEL_FIELDS.frontClearanceMm}
            value={panel.frontClearanceMm}
            onCommit={(v) => set('frontClearanceMm', v, 'room under the lid')}
          />
        )}
      </div>
      {body && (
        <dl className="mt-2">
          <Row label="mass, all on">
            <span className="num">{body.massKg.toFixed(1)} kg</span>
          </Row>
          <Row label="panel alone">
            <Askable address={`panel/${panel.id}/panelKg`}>{body.panelKg.toFixed(1)} kg</Askable>
          </Row>
          <Row label="weight acts at">
            <Askable address={`panel/${panel.id}/centrex`}>
              {Math.round(body.centre.xMm)}, {Math.round(body.centre.yMm)} mm
            </Askable>
          </Row>
          {body.pullN !== null && (
            <Row label="pull on top fixings">
              <Askable address={`panel/${panel.id}/pullN`}>{Math.round(body.pullN)} N each</Askable>
            </Row>
          )}
        </dl>
      )}
      <OutlineImport panel={panel} />
      <OutlineCorners panel={panel} onChange={(outline) => set('outline', outline, 'corners')} />
      <PanelLists panel={panel} set={set} />
      {job.board.panels.length > 1 && (
        <button
          type="button"
          className="btn btn-xs mt-2"
          disabled={used}
          title={used ? 'Parts stand on it: take them off first' : undefined}
          onClick={() =>
            job.edit(`Remove panel ${panel.name}`, [{ kind: 'remove', collection: 'panels', id: panel.id }])
          }
        >
          Remove this panel
        </button>
      )}
      {face === 'back' && <p className="dim mt-2 text-xs">Numbers stay those of the front, whichever face is seen.</p>}
    </section>
  );
}
