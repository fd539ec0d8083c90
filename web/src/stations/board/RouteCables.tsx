import type { Board } from '@ombrik/core/document/board';
import { sameContent } from '@ombrik/core/document/fingerprint';
import type { RoutedCables } from '@ombrik/core/layout/routeCables';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { Layout, Routed } from '../../worker/boardWorker.ts';

/** What was laid, and the board it was laid on. */
export interface Laid {
  board: Board;
  routed: Routed;
}

/** What found no way, each with what stands in it. */
function whatFoundNoWay(board: Board, { failed, inTheWay, leftFor }: RoutedCables): string {
  if (failed.length === 0) return '';
  const item = (id: string) => board.items.find((i) => i.id === id)?.designation ?? id;
  const said = failed.map((id) => {
    const name = board.cables.find((c) => c.id === id)?.designation ?? id;
    const brings = leftFor.find((l) => l.cableId === id);
    if (brings) return `${name} (it would bring: ${brings.finding.says})`;
    const others = inTheWay.find((w) => w.cableId === id)?.itemIds ?? [];
    return others.length > 0
      ? `${name} (in its way: ${others.map(item).join(', ')})`
      : `${name} (no room to bend between its ends)`;
  });
  return `No way for ${said.join('; ')}. They stay as they were.`;
}

/** Whether the cables of a board lie where they were laid. */
function liesOn(board: Board, { commands }: Routed): boolean {
  const cables = new Map(board.cables.map((c) => [c.id, c]));
  return commands.every(
    (c) => c.kind !== 'set' || c.collection !== 'cables' || sameContent(cables.get(c.id)?.segments, c.value),
  );
}

/** Lays every cable that no hand has laid; one edit, so one undo takes it back. */
export function RouteCables({ onLaid }: { onLaid: (laid: Laid) => void }) {
  const job = useJob();
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [note, setNote] = useState('');
  const [laid, setLaid] = useState<Laid | null>(null);
  // A board on the floor asks first, and what was laid may be taken back: there is something to see while it lies there.
  const lies = useMemo(() => (laid && liesOn(job.board, laid.routed) ? laid : null), [job.board, laid]);
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
    setLaid(null);
    const remote: Remote<Layout> = wrap<Layout>(thread);
    const board = job.board;
    const found = await remote.route(
      board,
      job.workshop,
      // A word of a run that has been stopped may still be on its way.
      proxy((done: number, all: number) => {
        if (worker.current === thread) setProgress(all > 0 ? done / all : 1);
      }),
    );
    if (worker.current !== thread) return;
    stop();
    if (found.commands.length > 0) {
      job.edit(`Route ${found.routed.length} cables`, found.commands);
      setLaid({ board, routed: found });
    }
    setNote(whatFoundNoWay(board, found));
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
      {lies && (
        <button type="button" className="btn btn-xs" onClick={() => onLaid(lies)}>
          See the finish
        </button>
      )}
      {note && (
        <span role="status" className="text-xs text-warning">
          {note}
        </span>
      )}
    </>
  );
}
