import type { Command } from '@ombrik/core/document/commands';
import type { Panel } from '@ombrik/core/document/panel/panel';
import { PANEL_FIELDS } from '@ombrik/core/document/panel/panelFields';
import { panelBox } from '@ombrik/core/stages/place/outlines';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';

export type SetPanel = <F extends Exclude<keyof Panel, 'id'>>(field: F, value: Panel[F], what: string) => void;

const MATERIALS = [
  ['plywood', 'plywood'],
  ['plastic', 'plastic'],
  ['absPanel', 'ABS panel'],
] as const;
const FACES = [
  ['front', 'front'],
  ['back', 'back'],
] as const;
const GRAINS = [
  ['any', 'as it comes'],
  ['across', 'across'],
  ['up', 'up and down'],
] as const;
const IN_FRONT = [
  ['open', 'open'],
  ['lid', 'box with a lid'],
] as const;
/** Room under a lid until somebody says more. */
const LID_MM = 200;

/** A panel of another size: its outline stretched, its fixings as far from the nearer edge as they were. */
function resizing(panel: Panel, widthMm: number, heightMm: number): Command[] {
  const box = panelBox(panel);
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const stretch = (p: { xMm: number; yMm: number }) => ({
    xMm: Math.round(box.leftMm + ((p.xMm - box.leftMm) * widthMm) / width),
    yMm: Math.round(box.topMm + ((p.yMm - box.topMm) * heightMm) / height),
  });
  const keep = (at: number, old: number, next: number) => (at > old / 2 ? next - (old - at) : at);
  const fixings = panel.fixings.map((f) => ({
    ...f,
    xMm: keep(f.xMm, width, widthMm),
    yMm: keep(f.yMm, height, heightMm),
  }));
  const at = { kind: 'set', collection: 'panels', id: panel.id } as const;
  return [
    { ...at, field: 'outline', value: panel.outline.map(stretch) },
    { ...at, field: 'fixings', value: fixings },
  ];
}

/** Size, material, faces, and the room before and behind. */
export function PanelFields({ panel, set }: { panel: Panel; set: SetPanel }) {
  const job = useJob();
  const box = panelBox(panel);
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const resize = (w: number, h: number) => job.edit(`${panel.name}: size`, resizing(panel, w, h));
  return (
    <div className="mt-1 grid grid-cols-2 gap-1">
      <NumberField label="Width" value={width} min={50} max={5000} unit="mm" onCommit={(v) => resize(v, height)} />
      <NumberField label="Height" value={height} min={50} max={5000} unit="mm" onCommit={(v) => resize(width, v)} />
      <NumberField
        {...PANEL_FIELDS.thicknessMm}
        value={panel.thicknessMm}
        onCommit={(v) => set('thicknessMm', v, 'thickness')}
      />
      <PickField
        label="Material"
        value={panel.material}
        options={MATERIALS}
        onPick={(material) => set('material', material, 'material')}
      />
      <PickField
        label="Good face"
        value={panel.goodFace}
        options={FACES}
        onPick={(goodFace) => set('goodFace', goodFace, 'good face')}
      />
      <PickField label="Grain" value={panel.grain} options={GRAINS} onPick={(grain) => set('grain', grain, 'grain')} />
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
      <PickField
        label="In front"
        value={panel.frontClearanceMm === null ? 'open' : 'lid'}
        options={IN_FRONT}
        onPick={(to) => set('frontClearanceMm', to === 'open' ? null : LID_MM, 'lid')}
      />
      {panel.frontClearanceMm !== null && (
        <NumberField
          {...PANEL_FIELDS.frontClearanceMm}
          value={panel.frontClearanceMm}
          onCommit={(v) => set('frontClearanceMm', v, 'room under the lid')}
        />
      )}
    </div>
  );
}
