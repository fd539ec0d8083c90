import { DEVICE_GROUPS } from '@ombrik/core/devices/device';
import { deviceOf } from '@ombrik/core/devices/registry';
import { addItem, newItem } from '@ombrik/core/document/item/items';
import type { Part } from '@ombrik/core/document/part/part';
import { itemRect } from '@ombrik/core/stages/lengths/geometry';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { BoardView } from './boardView.ts';
import { CustomPartForm } from './CustomPartForm.tsx';
import { PartFiles } from './PartFiles.tsx';

/** The catalogue: pick a part and it comes to the first free spot, or to the shelf when it lives off the board. */
export function PartPalette({ view, onClose }: { view: BoardView; onClose: () => void }) {
  const { panel, face } = view;
  const job = useJob();
  const { board, parts } = job;
  const [query, setQuery] = useState('');
  const [making, setMaking] = useState<Part | null>(null);
  const volts = board.brief.systemVoltageV;
  const wanted = (p: Part) =>
    p.name.toLowerCase().includes(query.toLowerCase()) &&
    (p.kind === 'feed' || p.systemVoltagesV.length === 0 || p.systemVoltagesV.includes(volts));
  const freeSpot = (part: Part) => {
    const taken = board.items.flatMap((i) => {
      const own = parts.get(i.partId);
      const rect =
        own && i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face
          ? itemRect(i, own)
          : null;
      return rect ? [rect] : [];
    });
    const right = Math.max(...panel.outline.map((p) => p.xMm));
    const bottom = Math.max(...panel.outline.map((p) => p.yMm));
    for (let y = part.heightMm / 2 + 30; y <= bottom - part.heightMm / 2 - 20; y += 20)
      for (let x = part.widthMm / 2 + 30; x <= right - part.widthMm / 2 - 20; x += 20) {
        const clear = taken.every(
          (r) =>
            x + part.widthMm / 2 + 8 < r.leftMm ||
            x - part.widthMm / 2 - 8 > r.rightMm ||
            y + part.heightMm / 2 + 8 < r.topMm ||
            y - part.heightMm / 2 - 8 > r.bottomMm,
        );
        if (clear) return { xMm: x, yMm: y };
      }
    return { xMm: right / 2, yMm: bottom / 2 };
  };
  const add = (part: Part) => {
    const off = deviceOf(part.kind).offBoard;
    const item = newItem(
      board,
      part,
      off ? { kind: 'unplaced' } : { kind: 'panel', panelId: panel.id, face, ...freeSpot(part), rotationDeg: 0 },
    );
    const own =
      board.customParts.some((p) => p.id === part.id) || job.parts.has(part.id)
        ? []
        : ([{ kind: 'add', collection: 'customParts', value: part, index: null }] as const);
    if (job.edit(`Add ${item.designation}`, [...own, ...addItem(item)])) job.select({ kind: 'item', id: item.id });
  };
  if (making)
    return (
      <CustomPartForm
        base={making}
        onCancel={() => setMaking(null)}
        onMake={(part) => {
          add(part);
          setMaking(null);
        }}
      />
    );
  return (
    <section
      aria-label="Catalogue"
      className="absolute inset-y-0 left-0 z-20 w-[300px] overflow-auto border-r border-base-300 bg-base-100 p-3"
    >
      <div className="flex items-center justify-between">
        <h3 className="text-xl">Catalogue</h3>
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Close
        </button>
      </div>
      <input
        className="input input-sm mt-1 w-full"
        placeholder="Find a part"
        aria-label="Find a part"
        value={query}
        onChange={(e) => setQuery(e.target.value)}
      />
      {DEVICE_GROUPS.map((title) => {
        const own = [...parts.values()].filter(
          // A data lead is drawn as a wire from socket to socket; its length is chosen for you.
          (p) => deviceOf(p.kind).group === title && p.kind !== 'dataLead' && wanted(p),
        );
        if (own.length === 0) return null;
        return (
          <div key={title} className="mt-2">
            <h4 className="text-base">{title}</h4>
            <ul>
              {own.map((p) => (
                <li key={p.id} className="perforated flex items-center gap-1 py-0.5">
                  <button
                    type="button"
                    className="min-h-[30px] min-w-0 flex-1 truncate text-left hover:text-primary"
                    title={`${p.widthMm} × ${p.heightMm} × ${p.depthMm} mm`}
                    onClick={() => add(p)}
                  >
                    {p.name}
                  </button>
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    aria-label={`Make a part like ${p.name}`}
                    onClick={() => setMaking(p)}
                  >
                    like this …
                  </button>
                </li>
              ))}
            </ul>
          </div>
        );
      })}
      <PartFiles />
    </section>
  );
}
