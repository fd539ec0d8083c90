import { outlineFromText } from '@ombrik/core/devices/partFile';
import { POINT_FIELD } from '@ombrik/core/document/panel/panelFields';
import type { Part, PartBody, Side } from '@ombrik/core/document/part/part';
import { PART_FIELDS } from '@ombrik/core/document/part/partFields';
import { useState } from 'react';
import { NumberField, TextField } from '../../ui/TextField.tsx';

const SIDES: readonly Side[] = ['left', 'right', 'top', 'bottom'];
const EXITS = [
  [0, 'leaves right'],
  [90, 'leaves down'],
  [180, 'leaves left'],
  [270, 'leaves up'],
] as const;

/** Where a part's studs and screws are, what room it asks, and what it asks of its place. */
export function PartPlaces({ part, set }: { part: Part; set: (by: Partial<Part>) => void }) {
  const body = (by: Partial<PartBody>) => set({ body: { ...part.body, ...by } });
  const [problem, setProblem] = useState('');
  const air = (side: Side) => part.body.fans.find((f) => f.side === side)?.air ?? 'shut';
  return (
    <>
      <h4 className="perforated mt-2 pt-1 text-base">Places, from the middle</h4>
      {part.terminals.slice(0, 12).map((t) => {
        const change = (by: Partial<typeof t>) =>
          set({ terminals: part.terminals.map((x) => (x.id === t.id ? { ...x, ...by } : x)) });
        return (
          <div key={t.id} className="mb-1 grid grid-cols-[52px_1fr_1fr_1.3fr] items-center gap-1">
            <span className="truncate">{t.name}</span>
            <NumberField
              {...POINT_FIELD}
              label={`${t.name} x`}
              hideLabel
              value={t.xMm}
              unit="x"
              onCommit={(xMm) => change({ xMm })}
            />
            <NumberField
              {...POINT_FIELD}
              label={`${t.name} y`}
              hideLabel
              value={t.yMm}
              unit="y"
              onCommit={(yMm) => change({ yMm })}
            />
            <select
              className="select select-xs w-full"
              aria-label={`Cable at ${t.name}`}
              value={t.exitDeg}
              onChange={(e) => change({ exitDeg: Number(e.target.value) as typeof t.exitDeg })}
            >
              {EXITS.map(([deg, text]) => (
                <option key={deg} value={deg}>
                  {text}
                </option>
              ))}
            </select>
          </div>
        );
      })}
      <TextField
        className="mt-1"
        label="True outline, corners from the middle: x,y x,y …; empty is the plain rectangle"
        value={(part.body.outline ?? []).map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        max={900}
        onCommit={(text) => {
          const read = outlineFromText(text);
          setProblem(read.problem);
          if (!read.problem) body({ outline: read.outline });
        }}
      />
      {problem && (
        <p role="alert" className="text-error text-xs">
          {problem}
        </p>
      )}
      <h4 className="perforated mt-2 pt-1 text-base">Room it asks</h4>
      <div className="grid grid-cols-2 gap-1">
        {SIDES.map((side) => (
          <span key={side} className="grid grid-cols-[1fr_1.1fr] gap-1">
            <NumberField
              {...PART_FIELDS.clearMm}
              label={`Clear ${side}`}
              value={part.clearSpaceMm[side]}
              unit="mm"
              onCommit={(v) => set({ clearSpaceMm: { ...part.clearSpaceMm, [side]: v } })}
            />
            <select
              className="select select-sm mt-5 w-full"
              aria-label={`Air ${side}`}
              value={air(side)}
              onChange={(e) =>
                body({
                  fans: [
                    ...part.body.fans.filter((f) => f.side !== side),
                    ...(e.target.value === 'shut' ? [] : [{ side, air: e.target.value as 'in' | 'out' }]),
                  ],
                })
              }
            >
              <option value="shut">no air</option>
              <option value="in">air in</option>
              <option value="out">air out</option>
            </select>
          </span>
        ))}
      </div>
      <div className="mt-1 grid grid-cols-2 gap-1">
        <select
          className="select select-sm w-full"
          aria-label="Reach"
          value={part.body.reach}
          onChange={(e) => body({ reach: e.target.value as PartBody['reach'] })}
        >
          <option value="none">built in for good</option>
          <option value="see">has to be seen</option>
          <option value="hand">has to be reached</option>
        </select>
        <select
          className="select select-sm w-full"
          aria-label="Held by"
          value={part.body.heldBy}
          onChange={(e) => body({ heldBy: e.target.value as PartBody['heldBy'] })}
        >
          <option value="screws">its own screws</option>
          <option value="strap">tray and strap</option>
        </select>
        {(
          [
            ['openTerminals', 'open terminals'],
            ['sensesBattery', 'senses the battery'],
          ] as const
        ).map(([field, text]) => (
          <label key={field} className="flex items-center gap-1 text-[13px]">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={part.body[field]}
              onChange={(e) => body({ [field]: e.target.checked })}
            />
            {text}
          </label>
        ))}
        <label className="flex items-center gap-1 text-[13px]">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={part.body.gives === 'gas'}
            onChange={(e) => body({ gives: e.target.checked ? 'gas' : 'nothing' })}
          />
          gives off gas
        </label>
      </div>
    </>
  );
}
