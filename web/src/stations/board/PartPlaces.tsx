import { outlineFromText } from '@ombrik/core/devices/partFile';
import { POINT_FIELD } from '@ombrik/core/document/panel/panelFields';
import type { Part, PartBody, Side, Terminal } from '@ombrik/core/document/part/part';
import { PART_FIELDS } from '@ombrik/core/document/part/partFields';
import { useState } from 'react';
import { CheckField, PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

interface PlacesProps {
  part: Part;
  set: (by: Partial<Part>) => void;
}

const SIDES: readonly Side[] = ['left', 'right', 'top', 'bottom'];
const EXITS = [
  ['0', 'leaves right'],
  ['90', 'leaves down'],
  ['180', 'leaves left'],
  ['270', 'leaves up'],
] as const;
const AIRS = [
  ['shut', 'no air'],
  ['in', 'air in'],
  ['out', 'air out'],
] as const;
const REACHES = [
  ['none', 'built in for good'],
  ['see', 'has to be seen'],
  ['hand', 'has to be reached'],
] as const;
const HOLDS = [
  ['screws', 'its own screws'],
  ['strap', 'tray and strap'],
] as const;
/** Terminals of a large part are alike: the first ones are asked. */
const SHOWN = 12;

/** Where a part's studs and screws are, what room it asks, and what it asks of its place. */
export function PartPlaces(of: PlacesProps) {
  const { part, set } = of;
  return (
    <>
      <h4 className="perforated mt-2 pt-1 text-base">Places, from the middle</h4>
      {part.terminals.slice(0, SHOWN).map((t) => (
        <TerminalPlace
          key={t.id}
          terminal={t}
          onChange={(by) => set({ terminals: part.terminals.map((x) => (x.id === t.id ? { ...x, ...by } : x)) })}
        />
      ))}
      <TrueOutline {...of} />
      <h4 className="perforated mt-2 pt-1 text-base">Room it asks</h4>
      <RoomAsked {...of} />
      <PlaceAsked {...of} />
    </>
  );
}

function TerminalPlace({ terminal: t, onChange }: { terminal: Terminal; onChange: (by: Partial<Terminal>) => void }) {
  return (
    <div className="mb-1 grid grid-cols-[52px_1fr_1fr_1.3fr] items-center gap-1">
      <span className="truncate">{t.name}</span>
      <NumberField
        {...POINT_FIELD}
        label={`${t.name} x`}
        hideLabel
        value={t.xMm}
        unit="x"
        onCommit={(xMm) => onChange({ xMm })}
      />
      <NumberField
        {...POINT_FIELD}
        label={`${t.name} y`}
        hideLabel
        value={t.yMm}
        unit="y"
        onCommit={(yMm) => onChange({ yMm })}
      />
      <PickField
        label={`Cable at ${t.name}`}
        hideLabel
        size="xs"
        className="w-full"
        value={String(t.exitDeg) as (typeof EXITS)[number][0]}
        options={EXITS}
        onPick={(deg) => onChange({ exitDeg: Number(deg) as Terminal['exitDeg'] })}
      />
    </div>
  );
}

/** The true outline in corners; what cannot be read says why and changes nothing. */
function TrueOutline({ part, set }: PlacesProps) {
  const [problem, setProblem] = useState('');
  return (
    <>
      <TextField
        className="mt-1"
        label="True outline, corners from the middle: x,y x,y …; empty is the plain rectangle"
        value={(part.body.outline ?? []).map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        max={900}
        onCommit={(text) => {
          const read = outlineFromText(text);
          setProblem(read.problem);
          if (!read.problem) set({ body: { ...part.body, outline: read.outline } });
        }}
      />
      {problem && (
        <p role="alert" className="text-error text-xs">
          {problem}
        </p>
      )}
    </>
  );
}

/** Room and air on each side. */
function RoomAsked({ part, set }: PlacesProps) {
  const air = (side: Side) => part.body.fans.find((f) => f.side === side)?.air ?? 'shut';
  const setAir = (side: Side, to: 'shut' | 'in' | 'out') => {
    const others = part.body.fans.filter((f) => f.side !== side);
    set({ body: { ...part.body, fans: to === 'shut' ? others : [...others, { side, air: to }] } });
  };
  return (
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
          <PickField
            label={`Air ${side}`}
            hideLabel
            className="mt-5 w-full"
            value={air(side)}
            options={AIRS}
            onPick={(to) => setAir(side, to)}
          />
        </span>
      ))}
    </div>
  );
}

/** Who has to get at it, what holds it, and what it gives off or senses. */
function PlaceAsked({ part, set }: PlacesProps) {
  const body = (by: Partial<PartBody>) => set({ body: { ...part.body, ...by } });
  const check = (label: string, value: boolean, change: (on: boolean) => Partial<PartBody>) => (
    <CheckField small className="gap-1 text-[13px]" label={label} value={value} onCheck={(on) => body(change(on))} />
  );
  return (
    <div className="mt-1 grid grid-cols-2 gap-1">
      <PickField
        label="Reach"
        hideLabel
        className="w-full"
        value={part.body.reach}
        options={REACHES}
        onPick={(reach) => body({ reach })}
      />
      <PickField
        label="Held by"
        hideLabel
        className="w-full"
        value={part.body.heldBy}
        options={HOLDS}
        onPick={(heldBy) => body({ heldBy })}
      />
      {check('open terminals', part.body.openTerminals, (openTerminals) => ({ openTerminals }))}
      {check('senses the battery', part.body.sensesBattery, (sensesBattery) => ({ sensesBattery }))}
      {check('gives off gas', part.body.gives === 'gas', (on) => ({ gives: on ? 'gas' : 'nothing' }))}
    </div>
  );
}
