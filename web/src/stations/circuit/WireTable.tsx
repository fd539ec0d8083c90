import { removeConnections } from '@ombrik/core/document/connection/connect';
import type { SizedWire } from '@ombrik/core/stages/sizing/sizingResult';
import type { MadeCable, MadeCore } from '@ombrik/core/stages/terminations/terminations';
import { seatText } from '@ombrik/core/words';
import { useRef } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { amps, mm, mm2, volts } from '../../ui/format.ts';
import { TextField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

interface Line {
  cable: MadeCable;
  core: MadeCore;
  wire: SizedWire | undefined;
}
const ROW_PX = 41;

function WireName({ cable }: { cable: MadeCable }) {
  const job = useJob();
  return (
    <TextField
      label={`Name of ${cable.designation}`}
      hideLabel
      quiet
      value={cable.designation}
      max={24}
      required
      onCommit={(value) =>
        job.edit(`Rename ${cable.designation} to ${value}`, [
          { kind: 'set', collection: 'cables', id: cable.cableId, field: 'designation', value },
        ])
      }
    />
  );
}

/** The fuses that guard a wire, by the part each sits in. */
function GuardedBy({ wire }: { wire: SizedWire | undefined }) {
  const { board, dossier } = useJob();
  if (!wire?.guardKeys.length) return <span className="dim">none</span>;
  const { seats } = dossier.sizing;
  const seatName = (key: string) => {
    const seat = seats.find((s) => s.key === key);
    const item = board.items.find((i) => i.id === seat?.itemId);
    if (!seat || !item) return '';
    return seatText(item.designation, seat.seatId, seats.filter((s) => s.itemId === seat.itemId).length);
  };
  return `${wire.guardKeys.map(seatName).join(' + ')} ${amps(wire.guardRatingA ?? 0)}`;
}

function RemoveWire({ cable, core }: Line) {
  const job = useJob();
  return (
    <button
      type="button"
      className="btn btn-ghost btn-xs"
      aria-label={`Remove ${cable.designation}`}
      onClick={(e) => {
        e.stopPropagation();
        job.edit(`Remove ${cable.designation}`, removeConnections(job.board, new Set([core.connectionId])));
      }}
    >
      Remove
    </button>
  );
}

const COLUMNS: DataColumn<Line>[] = [
  { title: 'Wire', className: 'w-20', cell: ({ cable }) => <WireName cable={cable} /> },
  { title: 'From', by: ({ core }) => core.from.at, cell: ({ core }) => core.from.at },
  { title: 'To', by: ({ core }) => core.to.at, cell: ({ core }) => core.to.at },
  { title: '', cell: ({ core }) => <ConductorTag colour={core.colour} /> },
  {
    title: 'Length',
    right: true,
    by: ({ cable }) => cable.lengthMm,
    cell: ({ cable }) => (
      <Askable address={`cable/${cable.cableId}/lengthMm`}>
        {cable.provisional ? '~' : ''}
        {mm(cable.lengthMm)}
      </Askable>
    ),
  },
  {
    title: 'Current',
    right: true,
    by: ({ wire }) => wire?.designCurrentA ?? 0,
    cell: ({ core, wire }) =>
      wire && <Askable address={`connection/${core.connectionId}/designCurrentA`}>{amps(wire.designCurrentA)}</Askable>,
  },
  {
    title: 'Conductor',
    right: true,
    by: ({ cable }) => cable.areaMm2,
    cell: ({ cable }) => <Askable address={`cable/${cable.cableId}/conductorMm2`}>{mm2(cable.areaMm2)}</Askable>,
  },
  {
    title: 'Drop',
    right: true,
    by: ({ wire }) => wire?.dropV ?? 0,
    cell: ({ core, wire }) =>
      wire && <Askable address={`connection/${core.connectionId}/dropV`}>{volts(wire.dropV)}</Askable>,
  },
  {
    title: 'Fault',
    right: true,
    by: ({ wire }) => wire?.faultA ?? 0,
    cell: ({ core, wire }) =>
      wire?.faultA != null ? (
        <Askable address={`connection/${core.connectionId}/faultA`}>{amps(wire.faultA)}</Askable>
      ) : (
        <span className="dim">–</span>
      ),
  },
  { title: 'Guarded by', cell: ({ wire }) => <GuardedBy wire={wire} /> },
  { title: '', cell: (line) => <RemoveWire {...line} /> },
];

/** Every wire with its ends, length, current, size, drop and guard. */
export function WireTable() {
  const job = useJob();
  const { dossier, selection } = job;
  const scroll = useRef<HTMLDivElement>(null);
  const wireOf = new Map(dossier.sizing.wires.map((w) => [w.connectionId, w]));
  const rows = dossier.cables.flatMap((cable) =>
    cable.cores.map((core): Line => ({ cable, core, wire: wireOf.get(core.connectionId) })),
  );
  const chosen = selection?.kind === 'cable' ? selection.id : null;
  return (
    <div ref={scroll} className={rows.length > 100 ? 'max-h-[70vh] overflow-auto' : ''}>
      <DataTable
        label="Wires"
        columns={COLUMNS}
        rows={rows}
        keyOf={({ core }) => core.coreId}
        rowClass={({ cable }) => (cable.cableId === chosen ? 'bg-base-300' : 'hover:bg-base-100')}
        onRow={({ cable }) => job.select({ kind: 'cable', id: cable.cableId })}
        within={{ scroll, rowPx: ROW_PX }}
      />
    </div>
  );
}
