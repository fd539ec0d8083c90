import type { Board } from '@ombrik/core/document/board';
import type { SizedWire, WireShort } from '@ombrik/core/stages/sizing/sizingResult';
import { amps, seconds } from '../../ui/format.ts';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const ENDS: Record<WireShort['verdict'], string> = {
  guarded: 'ends it',
  tap: 'short run to its fuse',
  unfused: 'nothing on the way',
  burns: 'too late: it burns',
};

/** Which devices stand between the sources and a short in a conductor, from each side and in each state of the board. */
export function ProtectionTable({ board, wire }: { board: Board; wire: SizedWire }) {
  const connection = board.connections.find((c) => c.id === wire.connectionId);
  const itemName = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const deviceName = (key: string) => {
    const [, itemId, element] = key.split('/');
    return element === 'seat' ? itemName(itemId!) : `${itemName(itemId!)}:${element}`;
  };
  const sideOf = ({ fedBy }: WireShort) => {
    const end = fedBy && connection?.[fedBy];
    return end ? `from ${itemName(end.itemId)}:${end.terminalId}` : 'on its way home';
  };
  // Shorts across many devices pass a return: the ones that tell something else are shown.
  const shown = new Map(
    wire.shorts.map((s) => [
      `${s.state}/${s.fedBy}/${s.endedBy.join()}/${s.verdict}/${s.layers.flatMap((l) => l.keys).join()}`,
      s,
    ]),
  );
  if (shown.size === 0) return null;
  const states = new Set(wire.shorts.map((s) => s.state)).size > 1;
  const columns: DataColumn<[string, WireShort]>[] = [
    { title: 'Fed', className: 'whitespace-nowrap', cell: ([, short]) => sideOf(short) },
    ...(states ? [{ title: 'State', cell: ([, short]: [string, WireShort]) => short.state }] : []),
    {
      title: 'Passes, nearest first',
      cell: ([, short]) =>
        short.layers.map((l) => l.keys.map(deviceName).join(' + ')).join(', ') ||
        `${short.openItemIds.map(itemName).join(', ')} directly`,
    },
    {
      title: 'Current',
      right: true,
      className: 'num whitespace-nowrap',
      cell: ([, short]) => `${amps(short.smallA)} – ${amps(short.largeA)}`,
    },
    {
      title: 'Ended by',
      cell: ([, short]) => (
        <>
          {short.endedBy.map(deviceName).join(' + ')}{' '}
          {short.endedBy.length > 0 && (short.clearS === null ? '(need not open)' : `in ${seconds(short.clearS)}`)}{' '}
          <span className="dim">{ENDS[short.verdict]}</span>
        </>
      ),
    },
  ];
  return (
    <DataTable
      label="What protects it, from each side"
      className="table table-xs mt-1"
      columns={columns}
      rows={[...shown]}
      keyOf={([key]) => key}
      rowClass={([, short]) => (short.verdict === 'burns' ? 'stripe-stop' : '')}
    />
  );
}
