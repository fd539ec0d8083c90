import { withGroups } from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import { TERM_NAMES, type Terms, WISHES } from '@ombrik/core/layout/placement/score';
import { itemOutline, panelBox } from '@ombrik/core/stages/place/outlines';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { DataTable } from '../../ui/table/DataTable.tsx';
import type { Arrangement, Layout } from '../../worker/boardWorker.ts';
import type { BoardView } from './boardView.ts';
import { useLayOf } from './useCableWidths.ts';

const TERMS = Object.keys(TERM_NAMES) as (keyof Terms)[];

/** Three places for every part, side by side with what each costs; taking one is one edit. */
export function ArrangeParts({ view, onClose }: { view: BoardView; onClose: () => void }) {
  const job = useJob();
  const layOf = useLayOf();
  const thread = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<{ from: typeof job.board; arrangements: Arrangement[] } | null>(null);
  const [seed, setSeed] = useState(1);
  const stop = () => {
    thread.current?.terminate();
    thread.current = null;
    setProgress(null);
  };
  useEffect(() => () => thread.current?.terminate(), []);
  const search = async (from: number) => {
    stop();
    setFound(null);
    setProgress(0);
    const worker = new Worker(new URL('../../worker/boardWorker.ts', import.meta.url), { type: 'module' });
    thread.current = worker;
    const remote: Remote<Layout> = wrap<Layout>(worker);
    const { board, dossier } = job;
    const arrangements = await remote.arrange(
      board,
      job.workshop,
      { sizing: dossier.sizing, cables: dossier.cables },
      view.panel.id,
      from,
      // A word of a search that has been stopped may still be on its way.
      proxy((share: number) => {
        if (thread.current === worker) setProgress(share);
      }),
    );
    if (thread.current !== worker) return;
    stop();
    setSeed(from + WISHES.length);
    setFound({ from: board, arrangements });
  };
  useEffect(() => {
    void search(1);
  }, [view.panel.id]);
  const held = job.board.items.filter((i) => i.held).length;
  const groups = new Set(job.board.items.flatMap((i) => (i.groupId ? [i.groupId] : []))).size;
  const take = (a: Arrangement) => {
    const name = WISHES.find((w) => w.id === a.wish)!.name;
    const commands = moveItems(job.board, job.parts, a.moves, layOf, true);
    if (commands.length > 0 && job.edit(`Arrange: ${name}`, commands)) onClose();
  };
  const stale = found !== null && found.from !== job.board;
  return (
    <section aria-label="Arrangements" className="absolute inset-0 z-20 overflow-auto bg-base-100 p-4">
      <div className="flex items-baseline gap-3">
        <h2 className="text-2xl">Three ways to arrange {view.panel.name}</h2>
        <span className="flex-1" />
        {progress !== null ? (
          <>
            <progress className="progress w-40" value={progress} max={1} aria-label="Search for places" />
            <button type="button" className="btn btn-xs" onClick={stop}>
              Stop
            </button>
          </>
        ) : (
          <button type="button" className="btn btn-xs" onClick={() => void search(seed)}>
            Three others
          </button>
        )}
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Leave it as it is
        </button>
      </div>
      <p className="dim mb-3 text-[13px]">
        Each row is what a layout costs: 1 is about a careless one, 0 the best there could be; beside it, as it stands
        now.
        {held > 0 && ` ${held} held ${held === 1 ? 'part stays' : 'parts stay'}.`}
        {groups > 0 && ' Groups are arranged part by part.'}
      </p>
      {stale && <p className="text-warning">The board has changed since: search again.</p>}
      {found && (
        <div className="grid grid-cols-3 gap-4">
          {found.arrangements.map((a) => {
            const wish = WISHES.find((w) => w.id === a.wish)!;
            const less = 1 - a.total / Math.max(1e-9, a.now.total);
            return (
              <article key={a.wish} aria-label={wish.name}>
                <h3 className="text-lg">{wish.name}</h3>
                <p className="dim min-h-10 text-xs">{wish.says}</p>
                <Picture arrangement={a} view={view} />
                <p className="num mt-1 text-[13px]">
                  {a.total.toFixed(2)} instead of {a.now.total.toFixed(2)}, {(less * 100).toFixed(0)} % less
                </p>
                <DataTable
                  label={`What ${wish.name.toLowerCase()} costs`}
                  className="mt-1 w-full text-xs"
                  bare
                  rowClass={() => 'perforated'}
                  columns={[
                    { title: 'Of what', className: 'py-0.5', cell: (k) => TERM_NAMES[k] },
                    { title: 'So', right: true, className: 'num', cell: (k) => a.terms[k].toFixed(2) },
                    {
                      title: 'As it stands',
                      right: true,
                      className: 'num dim w-14',
                      cell: (k) => a.now.terms[k].toFixed(2),
                    },
                  ]}
                  rows={TERMS}
                  keyOf={(k) => k}
                />
                {!a.legal && <p className="text-error text-xs">No place without overlaps was found: a larger panel.</p>}
                <button
                  type="button"
                  className="btn btn-primary btn-sm mt-2"
                  disabled={!a.legal || stale || a.moves.length === 0}
                  onClick={() => take(a)}
                >
                  {a.moves.length === 0 ? 'As it stands' : 'Take this one'}
                </button>
              </article>
            );
          })}
        </div>
      )}
    </section>
  );
}

/** The panel with every part where an arrangement puts it. */
function Picture({ arrangement, view }: { arrangement: Arrangement; view: BoardView }) {
  const { board, parts } = useJob();
  const box = panelBox(view.panel);
  const places = new Map(arrangement.moves.map((m) => [m.itemId, m.place]));
  const moving = withGroups(board, new Set(places.keys()));
  return (
    <svg
      viewBox={`${box.leftMm - 4} ${box.topMm - 4} ${box.rightMm - box.leftMm + 8} ${box.bottomMm - box.topMm + 8}`}
      className="w-full"
      role="img"
      aria-label={`${arrangement.moves.length} parts in other places`}
    >
      <polygon
        points={view.panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        fill="var(--board)"
        stroke="var(--board-edge)"
        strokeWidth={3}
      />
      {board.items.map((item) => {
        const part = parts.get(item.partId);
        const placed = { ...item, place: places.get(item.id) ?? item.place };
        if (!part || placed.place.kind !== 'panel' || placed.place.panelId !== view.panel.id) return null;
        if (placed.place.face !== 'front') return null;
        const points = itemOutline(placed, part)!;
        return (
          <g key={item.id} opacity={moving.has(item.id) || item.held ? 1 : 0.75}>
            <polygon
              points={points.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
              fill="var(--part)"
              stroke={item.held ? 'var(--color-primary)' : '#23201B'}
              strokeWidth={2.5}
            />
            <text
              x={placed.place.xMm}
              y={placed.place.yMm + 13}
              fontSize={38}
              textAnchor="middle"
              fontFamily="var(--font-label)"
              fontWeight={600}
              fill="#23201B"
            >
              {item.designation}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
