import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import type { WaysPicture } from '@ombrik/core/layout/finish/compared';
import type { Tidiness } from '@ombrik/core/layout/finish/tidiness';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import { DataTable } from '../../ui/table/DataTable.tsx';
import type { BoardView } from './boardView.ts';
import { PanelPicture } from './PanelPicture.tsx';
import type { Laid } from './RouteCables.tsx';

const mm = (x: number) => `${Math.round(x)} mm`;
const metres = (x: number) => `${(x / 1000).toFixed(2)} m`;
const MEASURES: readonly { id: string; what: string; of: (t: Tidiness) => string }[] = [
  { id: 'tight', what: 'Lying in one another', of: (t) => mm(t.tightMm) },
  { id: 'uneven', what: 'Unevenly beside one another', of: (t) => mm(t.unevenMm) },
  {
    id: 'pairs',
    what: 'Plus and minus of one thing side by side',
    of: (t) => (t.pairsMm > 0 ? `${Math.round((100 * t.pairedMm) / t.pairsMm)} %` : '—'),
  },
  { id: 'crossings', what: 'Crossings', of: (t) => String(t.crossings) },
  { id: 'bends', what: 'Bends', of: (t) => String(t.bends) },
  { id: 'length', what: 'Along the panels', of: (t) => metres(t.lengthMm) },
];

function Ways({ board, picture, view }: { board: Board; picture: WaysPicture; view: BoardView }) {
  const here = picture.ways.filter((w) => w.panelId === view.panel.id && w.face === view.face);
  return (
    <PanelPicture board={board} panelId={view.panel.id} face={view.face} label={`${here.length} cables`}>
      {here.map((w, n) => (
        <g key={`${w.cableId} ${n}`} fill="none" strokeLinejoin="round">
          <path d={w.path} stroke="#23201B" strokeOpacity={0.6} strokeWidth={w.widthMm + 2} />
          <path d={w.path} stroke={w.colour} strokeWidth={w.widthMm} />
        </g>
      ))}
    </PanelPicture>
  );
}

/** The last hand over cables that were routed: how they lie with it and how they would without. */
export function FinishSeen({
  laid: { board, routed },
  view,
  onClose,
}: {
  laid: Laid;
  view: BoardView;
  onClose: () => void;
}) {
  const job = useJob();
  const { before, after } = routed.compared;
  const now = useMemo(() => applyCommands(board, routed.commands).board, [board, routed]);
  const withoutFinish = () => {
    // Holes it needs are there already.
    const ways = routed.plain.filter((c) => c.kind === 'set' && c.collection === 'cables');
    if (job.edit('Cables without their finish', ways)) onClose();
  };
  return (
    <section aria-label="The finish" className="absolute inset-0 z-20 overflow-auto bg-base-100 p-4">
      <div className="flex items-baseline gap-3">
        <h2 className="text-2xl">The finish of {routed.routed.length} cables</h2>
        <span className="flex-1" />
        <button type="button" className="btn btn-xs" onClick={withoutFinish}>
          Take them without it
        </button>
        <button type="button" className="btn btn-primary btn-xs" onClick={onClose}>
          Keep it
        </button>
      </div>
      <p className="dim mb-3 text-[13px]">
        What runs together lies evenly side by side and bends together, plus and minus of one thing touch, and what lay
        in one another steps aside. No bend gets tighter for it, and nothing goes through a part.
      </p>
      <div className="grid grid-cols-2 gap-4">
        <article aria-label="As the router laid them">
          <h3 className="text-lg">As the router laid them</h3>
          <Ways board={now} picture={before} view={view} />
        </article>
        <article aria-label="With the finish">
          <h3 className="text-lg">With the finish</h3>
          <Ways board={now} picture={after} view={view} />
        </article>
      </div>
      <DataTable
        label="How tidy the cables lie, on all panels"
        className="mt-3 w-full max-w-[560px] text-[13px]"
        bare
        rowClass={() => 'perforated'}
        columns={[
          { title: 'On all panels', className: 'py-0.5', cell: (m) => m.what },
          { title: 'Before', right: true, className: 'num dim', cell: (m) => m.of(before.tidiness) },
          { title: 'After', right: true, className: 'num', cell: (m) => m.of(after.tidiness) },
        ]}
        rows={MEASURES}
        keyOf={(m) => m.id}
      />
    </section>
  );
}
