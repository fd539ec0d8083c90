import { newId } from '@ombrik/core/document/newId';
import type { Channel, Fixing, Hole, KeepOut, Panel } from '@ombrik/core/document/panel/panel';
import {
  CHANNEL_FIELDS,
  FIXING_FIELDS,
  HOLE_FIELDS,
  KEEP_OUT_FIELDS,
  POINT_FIELD,
} from '@ombrik/core/document/panel/panelFields';
import { panelBox } from '@ombrik/core/stages/place/outlines';
import { mm } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

type Numbers<T> = { [K in keyof T]: T[K] extends number ? K : never }[keyof T];

/** Rows of numbers for things that stand on a panel, each with a way out. */
function Rows<T extends { id: string }>({
  title,
  one,
  list,
  fields,
  more,
  onChange,
  onAdd,
}: {
  title: string;
  one: string;
  list: readonly T[];
  fields: readonly { field: Numbers<T>; unit: string; min: number; max: number }[];
  more?: (entry: T, n: number, change: (by: Partial<T>) => void) => React.ReactNode;
  onChange: (list: T[], what: string) => void;
  onAdd: (() => T) | null;
}) {
  return (
    <details className="perforated mt-2 pt-1" open={list.length > 0 && list.length <= 4}>
      <summary className="cursor-pointer text-base font-semibold" style={{ fontFamily: 'var(--font-label)' }}>
        {title} <span className="num dim text-xs">{list.length}</span>
      </summary>
      {list.map((entry, n) => {
        const change = (by: Partial<T>) =>
          onChange(
            list.map((x) => (x.id === entry.id ? { ...x, ...by } : x)),
            `${one} ${n + 1}`,
          );
        return (
          <div key={entry.id} className="mb-1">
            <div
              className="grid items-start gap-1"
              style={{ gridTemplateColumns: `repeat(${fields.length}, minmax(0,1fr)) auto` }}
            >
              {fields.map(({ field, unit, min, max }) => (
                <NumberField
                  key={String(field)}
                  label={`${one} ${n + 1} ${unit}`}
                  hideLabel
                  value={entry[field] as number}
                  min={min}
                  max={max}
                  unit={unit}
                  onCommit={(value) => change({ [field]: value } as unknown as Partial<T>)}
                />
              ))}
              <button
                type="button"
                className="btn btn-xs btn-ghost mt-1"
                aria-label={`Remove ${one.toLowerCase()} ${n + 1}`}
                onClick={() =>
                  onChange(
                    list.filter((x) => x.id !== entry.id),
                    `${one} removed`,
                  )
                }
              >
                ✕
              </button>
            </div>
            {more?.(entry, n, change)}
          </div>
        );
      })}
      {onAdd ? (
        <button type="button" className="btn btn-xs" onClick={() => onChange([...list, onAdd()], `${one} added`)}>
          Add a {one.toLowerCase()}
        </button>
      ) : (
        list.length === 0 && <p className="dim text-xs">Drawn on the board: choose “{one}” in the hand.</p>
      )}
    </details>
  );
}

type Set = <F extends 'fixings' | 'holes' | 'keepOuts' | 'channels'>(field: F, value: Panel[F], what: string) => void;

/** Fixings, holes, keep-outs and channels of a panel, in numbers. */
export function PanelLists({ panel, set }: { panel: Panel; set: Set }) {
  const box = panelBox(panel);
  const middle = Math.round((box.leftMm + box.rightMm) / 2);
  return (
    <>
      <Rows<Fixing>
        title="Fixings"
        one="Fixing"
        list={panel.fixings}
        fields={[
          { ...POINT_FIELD, field: 'xMm', unit: 'x' },
          { ...POINT_FIELD, field: 'yMm', unit: 'y' },
          { ...FIXING_FIELDS.screwDiameterMm, field: 'screwDiameterMm', unit: '⌀' },
        ]}
        onChange={(list, what) => set('fixings', list, what)}
        onAdd={() => ({ id: newId('fx'), xMm: middle, yMm: box.topMm + 25, screwDiameterMm: 6 })}
      />
      <Rows<Hole>
        title="Pass-through holes"
        one="Hole"
        list={panel.holes}
        fields={[
          { ...POINT_FIELD, field: 'xMm', unit: 'x' },
          { ...POINT_FIELD, field: 'yMm', unit: 'y' },
          { ...HOLE_FIELDS.diameterMm, field: 'diameterMm', unit: '⌀' },
        ]}
        more={(hole, n, change) => (
          <PickField
            label={`Lining of hole ${n + 1}`}
            hideLabel
            size="xs"
            className="mt-0.5 w-full"
            value={hole.lining}
            options={[
              ['grommet', 'with a grommet'],
              ['sleeve', 'with a sleeve'],
              ['none', 'bare edge'],
            ]}
            onPick={(picked) => change({ lining: picked })}
          />
        )}
        onChange={(list, what) => set('holes', list, what)}
        onAdd={() => ({
          id: newId('ho'),
          xMm: middle,
          yMm: Math.round((box.topMm + box.bottomMm) / 2),
          diameterMm: 25,
          lining: 'grommet',
        })}
      />
      <Rows<KeepOut>
        title="Keep-outs and doors"
        one="Keep-out"
        list={panel.keepOuts}
        fields={[{ ...KEEP_OUT_FIELDS.freeMm, field: 'freeMm', unit: 'mm free' }]}
        more={(keepOut, n, change) => (
          <>
            <div className="mt-0.5 grid grid-cols-2 gap-1">
              <TextField
                label={`Name of keep-out ${n + 1}`}
                hideLabel
                value={keepOut.name}
                max={80}
                required
                onCommit={(name) => change({ name })}
              />
              <PickField
                label={`Face of keep-out ${n + 1}`}
                hideLabel
                className="w-full"
                value={keepOut.face}
                options={[
                  ['front', 'front'],
                  ['back', 'back'],
                  ['both', 'both faces'],
                ]}
                onPick={(picked) => change({ face: picked })}
              />
            </div>
            {keepOut.shape.kind === 'arc' && (
              <div className="mt-0.5 grid grid-cols-3 gap-1">
                {(['radiusMm', 'fromDeg', 'toDeg'] as const).map((field) => (
                  <NumberField
                    key={field}
                    {...KEEP_OUT_FIELDS[field]}
                    label={`Keep-out ${n + 1} ${field}`}
                    hideLabel
                    value={keepOut.shape.kind === 'arc' ? keepOut.shape[field] : 0}
                    unit={field === 'radiusMm' ? 'mm r' : field === 'fromDeg' ? '° from' : '° to'}
                    onCommit={(value) => change({ shape: { ...keepOut.shape, [field]: value } as KeepOut['shape'] })}
                  />
                ))}
              </div>
            )}
          </>
        )}
        onChange={(list, what) => set('keepOuts', list, what)}
        onAdd={null}
      />
      <Rows<Channel>
        title="Channels"
        one="Channel"
        list={panel.channels}
        fields={[{ ...CHANNEL_FIELDS.widthMm, field: 'widthMm', unit: 'mm wide' }]}
        more={(c, n) => (
          <p className="num dim text-xs">
            {n + 1}: {c.face}, {mm(c.from.xMm)}, {mm(c.from.yMm)} to {mm(c.to.xMm)}, {mm(c.to.yMm)}
          </p>
        )}
        onChange={(list, what) => set('channels', list, what)}
        onAdd={null}
      />
    </>
  );
}
