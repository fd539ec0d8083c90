import { TERM_NAMES, type Terms, WISHES } from '@ombrik/core/layout/placement/score';
import { useJob } from '../../session/useJob.ts';
import { DataTable } from '../../ui/table/DataTable.tsx';
import type { Arrangement } from '../../worker/boardWorker.ts';
import { ArrangedCables } from './ArrangedCables.tsx';
import { ArrangedPicture } from './ArrangedPicture.tsx';
import type { BoardView } from './boardView.ts';
import { useArrangements } from './useArrangements.ts';

const TERMS = Object.keys(TERM_NAMES) as (keyof Terms)[];
const wishOf = (a: Arrangement) => WISHES.find((w) => w.id === a.wish)!;

/** Three places for every part, side by side with what each costs; taking one is one edit. */
export function ArrangeParts({ view, onClose }: { view: BoardView; onClose: () => void }) {
  const job = useJob();
  const { progress, found, stop, again } = useArrangements(view.panel.id);
  const held = job.board.items.filter((i) => i.held).length;
  const groups = new Set(job.board.items.flatMap((i) => (i.groupId ? [i.groupId] : []))).size;
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
          <button type="button" className="btn btn-xs" onClick={again}>
            Three others
          </button>
        )}
        <button type="button" className="btn btn-xs" onClick={onClose}>
          Leave it as it is
        </button>
      </div>
      <p className="dim mb-3 text-[13px]">
        Each row is what a layout costs: 1 is about a careless one, 0 the best there could be; beside it, as it stands
        now. The cables are laid there as well, and taken with it.
        {held > 0 && ` ${held} held ${held === 1 ? 'part stays' : 'parts stay'}.`}
        {groups > 0 && ' Groups are arranged part by part.'}
      </p>
      {stale && <p className="text-warning">The board has changed since: search again.</p>}
      {found && (
        <div className="grid grid-cols-3 gap-4">
          {found.arrangements.map((a) => (
            <OneArrangement key={a.wish} arrangement={a} view={view} stale={stale} onTaken={onClose} />
          ))}
        </div>
      )}
    </section>
  );
}

/** One way to arrange the parts: what it wishes, how it looks, what it costs, and the press that takes it. */
function OneArrangement({
  arrangement: a,
  view,
  stale,
  onTaken,
}: {
  arrangement: Arrangement;
  view: BoardView;
  stale: boolean;
  onTaken: () => void;
}) {
  const job = useJob();
  const wish = wishOf(a);
  const less = 1 - a.total / Math.max(1e-9, a.now.total);
  const take = (label: string, commands: Arrangement['commands'] | undefined) => {
    if (commands && commands.length > 0 && job.edit(`${label}: ${wish.name}`, commands)) onTaken();
  };
  return (
    <article aria-label={wish.name}>
      <h3 className="text-lg">{wish.name}</h3>
      <p className="dim min-h-10 text-xs">{wish.says}</p>
      <ArrangedPicture arrangement={a} view={view} />
      <p className="mt-1 text-[13px]">
        <span className="num">{a.total.toFixed(2)}</span> instead of{' '}
        <span className="num">{a.now.total.toFixed(2)}</span>,{' '}
        <span className="num">{(less * 100).toFixed(0)} % less</span>
      </p>
      <DataTable
        label={`What ${wish.name.toLowerCase()} costs`}
        className="mt-1 w-full text-xs"
        bare
        rowClass={() => 'perforated'}
        columns={[
          { title: 'Of what', className: 'py-0.5', cell: (k) => TERM_NAMES[k] },
          { title: 'So', right: true, className: 'num', cell: (k) => a.terms[k].toFixed(2) },
          { title: 'As it stands', right: true, className: 'num dim w-14', cell: (k) => a.now.terms[k].toFixed(2) },
        ]}
        rows={TERMS}
        keyOf={(k) => k}
      />
      <ArrangedCables arrangement={a} />
      {!a.legal && <p className="text-error text-xs">No place without overlaps was found.</p>}
      <button
        type="button"
        className="btn btn-primary btn-sm mt-2"
        disabled={!a.legal || stale || a.moves.length === 0}
        onClick={() => take('Arrange', a.commands)}
      >
        {a.moves.length === 0 ? 'As it stands' : 'Take this one'}
      </button>
      {a.grown && (
        <button
          type="button"
          className="btn btn-sm mt-2 ml-2"
          disabled={stale}
          onClick={() => take('Arrange on a larger panel', a.grown?.commands)}
        >
          Take it on the larger panel
        </button>
      )}
    </article>
  );
}
