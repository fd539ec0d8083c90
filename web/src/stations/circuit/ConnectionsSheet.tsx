import { freeTerminals } from '@ombrik/core/document/connection/connect';
import { useJob } from '../../session/useJob.ts';
import { DropTable } from './DropTable.tsx';
import { WireLoads } from './WireLoads.tsx';
import { WireTable } from './WireTable.tsx';

/** Required terminals that nothing is connected to. */
function useOpenTerminals() {
  const { board, parts } = useJob();
  return board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    return part
      ? freeTerminals(board, item, part)
          .filter((t) => t.required)
          .map((terminal) => ({ item, terminal }))
      : [];
  });
}

/** Who is joined to whom, with the currents, sizes and drops; and what is still open. */
export function ConnectionsSheet() {
  const job = useJob();
  const { dossier } = job;
  const open = useOpenTerminals();
  return (
    <div className="p-5">
      <h1 className="mb-3 text-2xl">Connections</h1>
      <WireLoads />
      {open.length > 0 && (
        <p className="mb-3">
          <b className="label-face text-base">Still to connect:</b>{' '}
          {open.map(({ item, terminal }) => (
            <button
              key={`${item.id}${terminal.id}`}
              type="button"
              className="btn btn-xs mr-1 mb-1"
              title="Show it on the board"
              onClick={() => job.select({ kind: 'item', id: item.id })}
            >
              {item.designation}:{terminal.name}
            </button>
          ))}
        </p>
      )}
      {dossier.cables.length === 0 ? (
        <p className="dim">Nothing is connected yet. Put parts on the board and join their terminals there.</p>
      ) : (
        <WireTable />
      )}
      <DropTable />
    </div>
  );
}
