import type { Board } from '@ombrik/core/document/board';
import type { RoutedCables } from '@ombrik/core/layout/routeCables';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { Layout } from '../../worker/boardWorker.ts';

/** What found no way, each with what stands in it. */
function whatFoundNoWay(board: Board, { failed, inTheWay }: RoutedCables): string {
  if (failed.length === 0) return '';
  const item = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const said = failed.map((id) => {
    const name = board.cables.find((c) => c.id === id)?.designation ?? id;
    const others = inTheWay.find((w) => w.cableId === id)?.itemIds ?? [];
    return others.length > 0
      ? `${name} (in its way: ${others.map(item).join(', ')})`
      : `${name} (no room to bend between its ends)`;
  });
  return `No way for ${said.join('; ')}. They stay as they were.`;
}

/** Lays every cable that no hand has laid; one edit, so one undo takes it back. */
export function RouteCables() {
  const job = useJob();
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [note, setNote] = useState('');
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const routes = job.board.cables.flatMap((c) => c.segments.filter((s) => s.kind === 'panelRoute'));
  if (routes.length === 0) return null;
  const byHand = routes.filter((s) => s.laidBy === 'hand').length;
  const route = async () => {
    const thread = new Worker(new URL('../../worker/boardWorker.ts', import.meta.url), { type: 'module' });
    worker.current = thread;
    setProgress(0);
    setNote('');
    const remote: Remote<Layout> = wrap<Layout>(thread);
    const board = job.board;
    const laid = await remote.route(
      board,
      job.workshop,
      // A word of a run that has been stopped may still be on its way.
      proxy((done: number, all: number) => {
        if (worker.current === thread) setProgress(all > 0 ? done / all : 1);
      }),
    );
    if (worker.current !== thread) return;
    stop();
    if (laid.commands.length > 0) job.edit(`Route ${laid.routed.length} cables`, laid.commands);
    setNote(whatFoundNoWay(board, laid));
  };
  return (
    <>
      {progress === null ? (
        <button
          type="button"
          className="btn btn-xs"
          title={byHand > 0 ? `${byHand} routes laid by hand stay` : 'Along the board, around parts, in bundles'}
          onClick={() => void route()}
        >
          Route cables
        </button>
      ) : (
        <>
          <progress className="progress w-24" value={progress} max={1} aria-label="Cables routed" />
          <button type="button" className="btn btn-xs" onClick={stop}>
            Stop
          </button>
        </>
      )}
      {note && (
        <span role="status" className="text-xs text-warning">
          {note}
        </span>
      )}
    </>
  );
}
