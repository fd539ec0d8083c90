import type { Board } from '@ombrik/core/document/board';
import type { SizedWire, WireShort } from '@ombrik/core/stages/sizing/sizingResult';
import { amps, seconds } from '../../ui/format.ts';

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
  return (
    <table className="table table-xs mt-1" aria-label="What protects it, from each side">
      <thead>
        <tr>
          <th>Fed</th>
          {states && <th>State</th>}
          <th>Passes, nearest first</th>
          <th className="text-right">Current</th>
          <th>Ended by</th>
        </tr>
      </thead>
      <tbody>
        {[...shown].map(([key, short]) => (
          <tr key={key} className={short.verdict === 'burns' ? 'stripe-stop' : ''}>
            <td className="whitespace-nowrap">{sideOf(short)}</td>
            {states && <td>{short.state}</td>}
            <td>
              {short.layers.map((l) => l.keys.map(deviceName).join(' + ')).join(', ') ||
                `${short.openItemIds.map(itemName).join(', ')} directly`}
            </td>
            <td className="num whitespace-nowrap text-right">
              {amps(short.smallA)} – {amps(short.largeA)}
            </td>
            <td>
              {short.endedBy.map(deviceName).join(' + ')}{' '}
              {short.endedBy.length > 0 && (short.clearS === null ? '(need not open)' : `in ${seconds(short.clearS)}`)}{' '}
              <span className="dim">{ENDS[short.verdict]}</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
