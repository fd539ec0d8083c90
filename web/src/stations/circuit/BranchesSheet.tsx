import { type LoopedBranch, loopedBranches, loopOn } from '@ombrik/core/circuit/branches';
import type { ReturnChoice, ReturnWay } from '@ombrik/core/circuit/returns';
import { useJob } from '../../session/useJob.ts';
import { amps, metres, mm2, percent, volts } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
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
  const columns: DataColumn<LoopedBranch['fittings'][number]>[] = [
    {
      title: 'Fitting',
      className: 'whitespace-nowrap',
      cell: (f) => (
        <span style={{ paddingLeft: f.depth * 14 }}>
          <b>{item(f.itemId)?.designation}</b> {item(f.itemId)?.name}
          {f.itemId === branch.farthestId && <span className="dim"> · judged</span>}
        </span>
      ),
    },
    { title: 'Takes', right: true, className: 'num', cell: (f) => amps(f.ownA) },
    { title: 'Comes to it', right: true, className: 'num', cell: (f) => amps(f.throughA) },
    { title: 'Loses', right: true, className: 'num', cell: (f) => percent(f.dropShare) },
    {
      title: 'Of the limit',
      className: 'w-40',
      cell: (f) => <DropBar share={f.dropShare} limitShare={f.limitShare} />,
    },
  ];
  return (
    <div className="mb-4">
      <h2 className="text-lg">
        {feed?.designation}:{branch.feed.terminalId} by {cable?.designation}
        <span className="dim ml-2 text-sm">
          {branch.guardRatingA === null ? 'no fuse' : `fuse ${amps(branch.guardRatingA)}`}
        </span>
      </h2>
      <DataTable
        label={`Branch of ${cable?.designation}`}
        columns={columns}
        rows={branch.fittings}
        keyOf={(f) => f.itemId}
        rowClass={(f) => `cursor-pointer ${f.itemId === branch.farthestId ? 'stripe-warn' : ''}`}
        onRow={(f) => job.select({ kind: 'item', id: f.itemId })}
      />
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
            <PickField
              label={`Loop ${i.designation} on from`}
              hideLabel
              size="xs"
              className="w-48"
              value=""
              options={[
                ['', 'from …', true],
                ...loads
                  .filter((o) => loopOn(board, parts, i.id, o.id).length > 0)
                  .map((o) => [o.id, `${o.designation} ${o.name}`] as const),
              ]}
              onPick={(picked) => {
                const from = loads.find((o) => o.id === picked)!;
                job.edit(`Loop ${i.designation} on from ${from.designation}`, loopOn(board, parts, i.id, from.id));
              }}
            />
          </li>
        ))}
      </ul>
    </details>
  );
}

function Way({ of, now }: { of: ReturnWay | null; now: boolean }) {
  if (!of) return <span className="dim">no free place</span>;
  return (
    <span className={now ? '' : 'dim'}>
      {volts(of.plusDropV)} + {volts(of.minusDropV)} = <b>{percent(of.dropShare)}</b>
      <span className="dim block text-xs">
        back by {metres(of.returnMm)} of {mm2(of.returnMm2)}
      </span>
    </span>
  );
}

function ReturnTable({ rows }: { rows: readonly ReturnChoice[] }) {
  const job = useJob();
  const item = (c: ReturnChoice) => job.board.items.find((i) => i.id === c.itemId);
  const other = (c: ReturnChoice) => (c.now === 'own' ? 'frame' : 'own negative');
  const columns: DataColumn<ReturnChoice>[] = [
    {
      title: 'Load',
      by: (c) => item(c)?.designation ?? '',
      cell: (c) => (
        <>
          <b>{item(c)?.designation}</b> {item(c)?.name}
        </>
      ),
    },
    { title: 'Own negative', className: 'num', cell: (c) => <Way of={c.own} now={c.now === 'own'} /> },
    { title: 'Frame', className: 'num', cell: (c) => <Way of={c.frame} now={c.now === 'frame'} /> },
    { title: 'Limit', right: true, className: 'num', cell: (c) => percent(c.limitShare) },
    {
      title: '',
      cell: (c) =>
        c.commands.length > 0 && (
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => job.edit(`${item(c)?.designation}: return by ${other(c)}`, c.commands)}
          >
            By {other(c)}
          </button>
        ),
    },
  ];
  return <DataTable label="Returns" columns={columns} rows={rows} keyOf={(c) => c.itemId} />;
}

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
      ) : !study.data ? (
        <Held of={study} stops={study.stops} what="Working both ways out" className="" />
      ) : (
        <ReturnTable rows={study.data} />
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
