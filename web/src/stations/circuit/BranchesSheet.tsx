import { type LoopedBranch, loopedBranches, loopOn } from '@ombrik/core/circuit/branches';
import type { ReturnWay } from '@ombrik/core/circuit/returns';
import { useJob } from '../../session/useJob.ts';
import { amps, metres, mm2, percent, volts } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { DropBar } from './DropBar.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';

/** Fittings looped on from one another, and both schools of return side by side. */
export function BranchesSheet() {
  const { board, parts, dossier } = useJob();
  const branches = loopedBranches(board, parts, dossier);
  return (
    <div className="grid max-w-4xl gap-8 p-5">
      <section>
        <h1 className="text-2xl">Looped branches</h1>
        <p className="dim mb-3">
          Fittings along one pair: current adds up toward the feed, and the farthest fitting is judged.
        </p>
        {branches.length === 0 && <p className="dim mb-3">Every load has a pair of its own.</p>}
        {branches.map((b) => (
          <Branch key={b.cableId} branch={b} />
        ))}
        <LoopForm />
      </section>
      <Returns />
    </div>
  );
}

function Branch({ branch }: { branch: LoopedBranch }) {
  const job = useJob();
  const item = (id: string) => job.board.items.find((i) => i.id === id);
  const feed = item(branch.feed.itemId);
  const cable = job.board.cables.find((c) => c.id === branch.cableId);
  return (
    <div className="mb-4">
      <h2 className="text-lg">
        {feed?.designation}:{branch.feed.terminalId} by {cable?.designation}
        <span className="dim ml-2 text-sm">
          {branch.guardRatingA === null ? 'no fuse' : `fuse ${amps(branch.guardRatingA)}`}
        </span>
      </h2>
      <table className="table table-sm" aria-label={`Branch of ${cable?.designation}`}>
        <thead>
          <tr>
            <th>Fitting</th>
            <th className="text-right">Takes</th>
            <th className="text-right">Comes to it</th>
            <th className="text-right">Loses</th>
            <th className="w-40">Of the limit</th>
          </tr>
        </thead>
        <tbody>
          {branch.fittings.map((f) => {
            const farthest = f.itemId === branch.farthestId;
            return (
              <tr
                key={f.itemId}
                className={`cursor-pointer ${farthest ? 'stripe-warn' : ''}`}
                onClick={() => job.select({ kind: 'item', id: f.itemId })}
              >
                <td className="whitespace-nowrap" style={{ paddingLeft: 12 + f.depth * 14 }}>
                  <b>{item(f.itemId)?.designation}</b> {item(f.itemId)?.name}
                  {farthest && <span className="dim"> · judged</span>}
                </td>
                <td className="num text-right">{amps(f.ownA)}</td>
                <td className="num text-right">{amps(f.throughA)}</td>
                <td className="num text-right">{percent(f.dropShare)}</td>
                <td>
                  <DropBar share={f.dropShare} limitShare={f.limitShare} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Takes a load's pair to another load. */
function LoopForm() {
  const job = useJob();
  const { board, parts } = job;
  const loads = board.items.filter((i) => i.load?.side === 'dc' && parts.get(i.partId)?.kind === 'load');
  const could = loads.filter((i) => loads.some((o) => loopOn(board, parts, i.id, o.id).length > 0));
  if (could.length === 0) return <p className="dim">Two wired loads are needed to loop one on from the other.</p>;
  return (
    <details className="border border-base-300 bg-base-100 p-3">
      <summary className="label-face cursor-pointer text-base">Loop a load on from another</summary>
      <ul className="mt-1">
        {could.map((i) => (
          <li key={i.id} className="perforated flex items-center justify-between gap-2 py-1">
            <span>
              <b>{i.designation}</b> {i.name}
            </span>
            <select
              className="select select-xs w-48"
              value=""
              aria-label={`Loop ${i.designation} on from`}
              onChange={(e) => {
                const from = loads.find((o) => o.id === e.target.value)!;
                job.edit(`Loop ${i.designation} on from ${from.designation}`, loopOn(board, parts, i.id, from.id));
              }}
            >
              <option value="" disabled>
                from …
              </option>
              {loads
                .filter((o) => loopOn(board, parts, i.id, o.id).length > 0)
                .map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.designation} {o.name}
                  </option>
                ))}
            </select>
          </li>
        ))}
      </ul>
    </details>
  );
}

const way = (w: ReturnWay | null) =>
  w ? (
    <>
      {volts(w.plusDropV)} + {volts(w.minusDropV)} = <b>{percent(w.dropShare)}</b>
      <span className="dim block text-xs">
        back by {metres(w.returnMm)} of {mm2(w.returnMm2)}
      </span>
    </>
  ) : (
    <span className="dim">no free place</span>
  );

function Returns() {
  const job = useJob();
  const { board, parts, workshop, profile } = job;
  const hasFrame = board.items.some((i) => parts.get(i.partId)?.kind === 'frame');
  const study = useCircuitStudy('returns', null, (s) => s.returns(board, workshop));
  return (
    <section>
      <h1 className="text-2xl">Frame or a negative of its own</h1>
      <p className="dim mb-3">
        Volts lost on the way out and back, each with its sizes worked out anew.{' '}
        {profile.frameReturn.allowed ? 'These rules let a frame carry returns' : 'These rules ask for a wire back'}:{' '}
        {profile.frameReturn.source}.
      </p>
      {!hasFrame ? (
        <p className="dim">
          No metal frame on this board. Add “Metal frame” from the catalogue, tie it to the minus at one point, and both
          ways stand here for every load.
        </p>
      ) : study.error ? (
        <Problems problems={[String(study.error)]} />
      ) : !study.data ? (
        <p className="dim">Working both ways out …</p>
      ) : (
        <table className="table table-sm" aria-label="Returns">
          <thead>
            <tr>
              <th>Load</th>
              <th>Own negative</th>
              <th>Frame</th>
              <th className="text-right">Limit</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {study.data.map((c) => {
              const item = board.items.find((i) => i.id === c.itemId);
              const other = c.now === 'own' ? 'frame' : 'own negative';
              return (
                <tr key={c.itemId}>
                  <td>
                    <b>{item?.designation}</b> {item?.name}
                  </td>
                  <td className={`num ${c.now === 'own' ? '' : 'dim'}`}>{way(c.own)}</td>
                  <td className={`num ${c.now === 'frame' ? '' : 'dim'}`}>{way(c.frame)}</td>
                  <td className="num text-right">{percent(c.limitShare)}</td>
                  <td>
                    {c.commands.length > 0 && (
                      <button
                        type="button"
                        className="btn btn-xs"
                        onClick={() => job.edit(`${item?.designation}: return by ${other}`, c.commands)}
                      >
                        By {other}
                      </button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {hasFrame && (
        <p className="dim mt-2 text-xs">
          Each point of the frame counts as a joint of 1 mΩ on clean metal, the metal between as nothing; wires to the
          frame as 0.5 m until measured (common practice, no source).
        </p>
      )}
    </section>
  );
}
