import { shownReading } from '@ombrik/core/document/workshop/quantity';
import type { PracticeRunView } from './usePracticeRun.ts';

type Done = PracticeRunView['acts'][number];

/** What was read, the newest first, and the wires of the board to go by. */
export function Readings({ run }: { run: PracticeRunView }) {
  const { points, leads } = run.sheet;
  const at = (ref: { itemId: string; terminalId: string }) =>
    points.find((p) => p.ref.itemId === ref.itemId && p.ref.terminalId === ref.terminalId)?.says ?? ref.itemId;
  const words = ({ act, answer }: Done): [string, string] | null => {
    if (answer.value === undefined) return null;
    if (act.do === 'read') return [`${at(act.plus)} to ${at(act.minus)}`, shownReading(act.quantity, answer.value)];
    if (act.do === 'send')
      return [leads.find((l) => l.connectionId === act.connectionId)?.says ?? '', shownReading('drop', answer.value)];
    return null;
  };
  const read = run.acts.flatMap((a) => {
    const said = words(a);
    return said ? [{ id: a.id, said }] : [];
  });
  return (
    <div className="grid gap-4 xl:grid-cols-2">
      <div>
        <h2 className="text-lg">Read so far: {read.length}</h2>
        <ol aria-label="Readings">
          {[...read].reverse().map(({ id, said }) => (
            <li key={id} className="perforated flex justify-between gap-3 py-1">
              <span>{said[0]}</span>
              <span className="num whitespace-nowrap">{said[1]}</span>
            </li>
          ))}
        </ol>
      </div>
      <div>
        <h2 className="text-lg">Wires</h2>
        <ul className="dim text-[13px]">
          {leads.map((l) => (
            <li key={l.connectionId} className="perforated flex justify-between gap-3 py-0.5">
              <span>{l.says}</span>
              <span className="num">{l.currentA.toFixed(1)} A</span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
