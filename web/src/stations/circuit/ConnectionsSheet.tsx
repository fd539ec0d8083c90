import { freeTerminals, removeConnections } from '@ombrik/core/document/connection/connect';
import { wireToBlock } from '@ombrik/core/document/item/items';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ConductorTag } from '../../ui/ConductorTag.tsx';
import { amps, mm, mm2, percent, volts } from '../../ui/format.ts';
import { TextField } from '../../ui/TextField.tsx';

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

/** Many loads to the ways of a fuse block in one go. */
function WireLoads() {
  const job = useJob();
  const { board, parts } = job;
  const blocks = board.items.filter((i) => parts.get(i.partId)?.kind === 'fuseBlock');
  const waiting = board.items.filter((i) => {
    const part = parts.get(i.partId);
    return part?.kind === 'load' && freeTerminals(board, i, part).filter((t) => t.required).length > 0;
  });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [blockId, setBlockId] = useState('');
  const [note, setNote] = useState('');
  const block = blocks.find((b) => b.id === blockId) ?? blocks[0];
  if (waiting.length === 0) return note ? <p className="text-warning">{note}</p> : null;
  if (!block) return <p className="dim mb-3">{waiting.length} loads wait for a fuse block: add one on the board.</p>;
  const chosen = waiting.filter((i) => !left.has(i.id));
  const wire = () => {
    const made = wireToBlock(
      board,
      parts,
      block.id,
      chosen.map((i) => i.id),
    );
    job.edit(`Wire ${chosen.length - made.left.length} loads to ${block.designation}`, made.commands);
    setNote(made.left.length > 0 ? `${made.left.length} loads found no free way on ${block.designation}` : '');
  };
  return (
    <fieldset className="mb-4 border border-base-300 bg-base-100 p-3">
      <legend className="label-face px-1 text-lg">Loads to wire</legend>
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {waiting.map((i) => (
          <label key={i.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={!left.has(i.id)}
              onChange={() => setLeft(new Set(left.has(i.id) ? [...left].filter((x) => x !== i.id) : [...left, i.id]))}
            />
            {i.designation} {i.name}
          </label>
        ))}
      </div>
      <div className="mt-2 flex items-center gap-2">
        <select
          className="select select-sm"
          aria-label="Fuse block"
          value={block.id}
          onChange={(e) => setBlockId(e.target.value)}
        >
          {blocks.map((b) => (
            <option key={b.id} value={b.id}>
              {b.designation} {parts.get(b.partId)?.name}
            </option>
          ))}
        </select>
        <button type="button" className="btn btn-primary btn-sm" disabled={chosen.length === 0} onClick={wire}>
          Wire {chosen.length} loads to {block.designation}
        </button>
        {note && <span className="text-warning">{note}</span>}
      </div>
    </fieldset>
  );
}

/** Who is joined to whom, with the currents, sizes and drops; and what is still open. */
export function ConnectionsSheet() {
  const job = useJob();
  const { board, dossier } = job;
  const open = useOpenTerminals();
  const seatName = (key: string) => {
    const seat = dossier.sizing.seats.find((s) => s.key === key);
    const item = board.items.find((i) => i.id === seat?.itemId);
    const many = dossier.sizing.seats.filter((s) => s.itemId === seat?.itemId).length > 1;
    return item ? `${item.designation}${many ? `:${seat?.seatId}` : ''}` : '';
  };
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
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Wire</th>
              <th>From</th>
              <th>To</th>
              <th />
              <th className="text-right">Length</th>
              <th className="text-right">Current</th>
              <th className="text-right">Conductor</th>
              <th className="text-right">Drop</th>
              <th className="text-right">Fault</th>
              <th>Guarded by</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {dossier.cables.flatMap((cable) =>
              cable.cores.map((core) => {
                const wire = dossier.sizing.wires.find((w) => w.connectionId === core.connectionId);
                const selected = job.selection?.kind === 'cable' && job.selection.id === cable.cableId;
                return (
                  <tr
                    key={core.coreId}
                    className={selected ? 'bg-base-300' : 'hover:bg-base-100'}
                    onClick={() => job.select({ kind: 'cable', id: cable.cableId })}
                  >
                    <td className="w-20">
                      <TextField
                        label={`Name of ${cable.designation}`}
                        hideLabel
                        quiet
                        value={cable.designation}
                        max={24}
                        required
                        onCommit={(v) =>
                          job.edit(`Rename ${cable.designation} to ${v}`, [
                            { kind: 'set', collection: 'cables', id: cable.cableId, field: 'designation', value: v },
                          ])
                        }
                      />
                    </td>
                    <td>{core.from.at}</td>
                    <td>{core.to.at}</td>
                    <td>
                      <ConductorTag colour={core.colour} />
                    </td>
                    <td className="text-right">
                      <Askable address={`cable/${cable.cableId}/lengthMm`}>
                        {cable.provisional ? '~' : ''}
                        {mm(cable.lengthMm)}
                      </Askable>
                    </td>
                    <td className="text-right">
                      {wire && (
                        <Askable address={`connection/${core.connectionId}/designCurrentA`}>
                          {amps(wire.designCurrentA)}
                        </Askable>
                      )}
                    </td>
                    <td className="text-right">
                      <Askable address={`cable/${cable.cableId}/conductorMm2`}>{mm2(cable.areaMm2)}</Askable>
                    </td>
                    <td className="text-right">
                      {wire && <Askable address={`connection/${core.connectionId}/dropV`}>{volts(wire.dropV)}</Askable>}
                    </td>
                    <td className="text-right">
                      {wire?.faultA != null ? (
                        <Askable address={`connection/${core.connectionId}/faultA`}>{amps(wire.faultA)}</Askable>
                      ) : (
                        <span className="dim">–</span>
                      )}
                    </td>
                    <td>
                      {wire?.guardKeys.length ? (
                        `${wire.guardKeys.map(seatName).join(' + ')} ${amps(wire.guardRatingA ?? 0)}`
                      ) : (
                        <span className="dim">none</span>
                      )}
                    </td>
                    <td>
                      <button
                        type="button"
                        className="btn btn-ghost btn-xs"
                        onClick={(e) => {
                          e.stopPropagation();
                          job.edit(
                            `Remove ${cable.designation}`,
                            removeConnections(board, new Set([core.connectionId])),
                          );
                        }}
                      >
                        Remove
                      </button>
                    </td>
                  </tr>
                );
              }),
            )}
          </tbody>
        </table>
      )}
      {dossier.sizing.drops.length > 0 && (
        <>
          <h2 className="mt-6 mb-1 text-lg">Drop from the source, both poles</h2>
          <table className="table table-sm max-w-2xl">
            <thead>
              <tr>
                <th>To</th>
                <th className="text-right">At</th>
                <th className="text-right">Drop</th>
                <th className="text-right">Of nominal</th>
                <th className="text-right">Limit</th>
              </tr>
            </thead>
            <tbody>
              {dossier.sizing.drops.map((d) => {
                const item = board.items.find((i) => i.id === d.itemId);
                return (
                  <tr key={d.key} className={d.share > d.limitShare * (1 + 1e-9) ? 'text-warning' : ''}>
                    <td>
                      {item?.designation} {item?.name}
                      {d.way === 'charge' ? ', charging' : ''}
                    </td>
                    <td className="num text-right">{amps(d.currentA)}</td>
                    <td className="num text-right">{volts(d.plusDropV + d.minusDropV)}</td>
                    <td className="text-right">
                      <Askable address={`flow/${d.key}/dropShare`}>{percent(d.share)}</Askable>
                    </td>
                    <td className="num text-right">{percent(d.limitShare)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
