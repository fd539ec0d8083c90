import { measureRuns, type OffBoardRun, offBoardRuns, readRuns } from '@ombrik/core/document/cable/offBoardRuns';
import type { Dossier } from '@ombrik/core/dossier';
import { useMemo, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { fieldUnit } from '../../told/fieldUnit.ts';
import { unitsNow } from '../../told/units.ts';
import { metres, mm2, percent } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { RunField } from './RunField.tsx';

/** What follows from a run's length: the size of its cables, and what is lost on the worst of them. */
interface Follows {
  areaMm2: number;
  dropShare: number | null;
}

/** A run with what follows from it now. */
interface Row {
  run: OffBoardRun;
  now: Follows;
}

function followsFrom(run: OffBoardRun, { sizing, cables }: Pick<Dossier, 'sizing' | 'cables'>): Follows {
  const ids = new Set(run.cables.map((c) => c.cableId));
  const sized = sizing.cables.filter((c) => ids.has(c.cableId));
  const wires = new Set(cables.filter((c) => ids.has(c.cableId)).flatMap((c) => c.cores.map((k) => k.connectionId)));
  const keys = new Set(sizing.wires.filter((w) => wires.has(w.connectionId)).flatMap((w) => w.flowKeys));
  const shares = sizing.drops.filter((d) => keys.has(d.key)).map((d) => d.share);
  return {
    areaMm2: Math.max(0, ...sized.map((c) => c.conductor.value)),
    dropShare: shares.length > 0 ? Math.max(...shares) : null,
  };
}

const share = (x: number | null) => (x === null ? '–' : percent(x));

/** What a length that was typed has changed, against before it was. */
function Changed({ was, now }: { was: Follows; now: Follows }) {
  const said = [
    was.areaMm2 !== now.areaMm2 && `${mm2(was.areaMm2)} → ${mm2(now.areaMm2)}`,
    share(was.dropShare) !== share(now.dropShare) && `${share(was.dropShare)} → ${share(now.dropShare)}`,
  ].filter((s) => s !== false);
  return <>{said.length > 0 ? said.join(', ') : 'nothing'}</>;
}

/** Every run off the board in one table: what is assumed, what was measured, and what each length changes. */
export function RunsSheet() {
  const job = useJob();
  const { board, dossier } = job;
  const runs = useMemo(() => offBoardRuns(board), [board]);
  const rows = useMemo(() => runs.map((run): Row => ({ run, now: followsFrom(run, dossier) })), [runs, dossier]);
  const open = runs.filter((r) => !r.measured).length;
  const [problems, setProblems] = useState<string[]>([]);
  /** What each run led to before the last length was typed for it. */
  const before = useRef(new Map<string, Follows>());
  const measure = (lengths: { run: OffBoardRun; lengthMm: number }[]) => {
    const commands = measureRuns(board, lengths);
    for (const { run } of lengths) before.current.set(run.key, followsFrom(run, dossier));
    setProblems([]);
    const [one] = lengths;
    if (commands.length > 0)
      job.edit(
        lengths.length === 1 ? `Measure ${namesOf(one!.run)}`.slice(0, 120) : `Measure ${lengths.length} runs`,
        commands,
      );
  };
  const itemOf = (id: string) => board.items.find((i) => i.id === id);
  const namesOf = (r: OffBoardRun) =>
    r.itemIds.map((id) => `${itemOf(id)?.designation ?? id} ${itemOf(id)?.name ?? ''}`.trim()).join(' and ');
  const cablesOf = (r: OffBoardRun) =>
    r.cables.map((c) => board.cables.find((x) => x.id === c.cableId)?.designation ?? c.cableId).join(' ');
  const paste = (text: string, from: number) => {
    const read = readRuns(text, runs.slice(from), unitsNow());
    if (read.problems.length > 0) setProblems(['Nothing was written.', ...read.problems]);
    else measure(read.lengths);
  };
  const columns: DataColumn<Row>[] = [
    { title: 'Between', cell: ({ run: r }) => `${r.between[0]} – ${r.between[1]}` },
    { title: 'For', className: 'font-semibold', cell: ({ run }) => namesOf(run) },
    { title: 'Cables', className: 'num text-xs', cell: ({ run }) => cablesOf(run) },
    {
      title: 'Until then',
      right: true,
      className: 'num dim',
      cell: ({ run: r }) =>
        r.measured ? '' : [...new Set(r.cables.filter((c) => !c.measured).map((c) => metres(c.lengthMm)))].join(', '),
    },
    {
      title: 'Measured',
      className: 'w-40',
      cell: ({ run: r }) => (
        <RunField
          label={`Run of ${namesOf(r)}`}
          lengthMm={r.measured ? r.lengthMm : null}
          placeholder={r.measured ? r.cables.map((c) => c.lengthMm).join(' / ') : 'not yet'}
          onLength={(lengthMm) => measure([{ run: r, lengthMm }])}
          onPaste={(text) => paste(text, runs.indexOf(r))}
        />
      ),
    },
    { title: 'Size', right: true, className: 'num', cell: ({ now }) => mm2(now.areaMm2) },
    { title: 'Lost', right: true, className: 'num', cell: ({ now }) => share(now.dropShare) },
    {
      title: 'The length changed',
      className: 'num text-xs',
      cell: ({ run, now }) => {
        const was = before.current.get(run.key);
        return was && <Changed was={was} now={now} />;
      },
    },
  ];
  return (
    <div className="p-5">
      <h1 className="text-2xl">Runs off the board</h1>
      {runs.length === 0 ? (
        <p className="dim">Nothing leaves the board yet.</p>
      ) : (
        <>
          <p className="dim mb-3">
            {open === 0
              ? 'All measured.'
              : `${open} of ${runs.length} are guesses: sizes, drops and cuts stand on them until somebody has been there with a tape.`}{' '}
            Along the way the cable will lie, from the edge of the board to the terminal. Typed in{' '}
            {fieldUnit('mm').says}, or with its unit: <span translate="no">2.6 m</span>. A column can be pasted.
          </p>
          <Problems problems={problems} onDismiss={() => setProblems([])} />
          <div className="overflow-x-auto">
            <DataTable
              label="Runs off the board"
              columns={columns}
              rows={rows}
              keyOf={({ run }) => run.key}
              rowClass={({ run }) => (run.measured ? '' : 'stripe-warn')}
            />
          </div>
        </>
      )}
    </div>
  );
}
