import type { Board } from '@ombrik/core/document/board';
import { usedTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import type { Dossier } from '@ombrik/core/dossier';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { Selection } from '../../session/jobStore.ts';
import { useJob } from '../../session/useJob.ts';
import { FindingsTray } from '../../ui/FindingsTray.tsx';
import { Later } from '../../ui/Later.tsx';
import { PartsClipboard } from '../../ui/PartsClipboard.tsx';
import { Tape } from '../../ui/Tape.tsx';
import { useAfterPaint } from '../../ui/useAfterPaint.ts';
import { useAtRest } from '../../ui/useAtRest.ts';
import { ArrangeParts } from './ArrangeParts.tsx';
import { BoardCanvas } from './BoardCanvas.tsx';
import { BoardTools } from './BoardTools.tsx';
import type { BoardView } from './boardView.ts';
import { CableInspector } from './CableInspector.tsx';
import { HINT_OF } from './canvas/drawnShape.ts';
import { FinishSeen } from './FinishSeen.tsx';
import { ItemInspector } from './ItemInspector.tsx';
import { ManyInspector } from './ManyInspector.tsx';
import { PanelInspector } from './PanelInspector.tsx';
import { PartPalette } from './PartPalette.tsx';
import { type Laid, RouteCables } from './RouteCables.tsx';
import { StudTape } from './StudTape.tsx';
import { useBoardView } from './useBoardView.ts';
import { useCableWidths } from './useCableWidths.ts';

/** Circuit and board in one drawing: the bench that replaces cardboard and tape. */
export function BoardStation() {
  const { shown, dossier, selection } = useJob();
  const seen = useBoardView();
  const [palette, setPalette] = useState(false);
  const [arranging, setArranging] = useState(false);
  const [laid, setLaid] = useState<Laid | null>(null);
  const [connecting, setConnecting] = useState<TerminalRef | null>(null);
  const onConnecting = useCallback((ref: TerminalRef | null) => setConnecting(ref), []);
  // What is chosen is marked on the drawing at once; what there is to say of it follows.
  const told = useDeferredValue(seen?.view);
  const toldSelection = useDeferredValue(selection);
  const below = chosenIn(shown, dossier, toldSelection);
  // The tape takes its place when the hand has let go: the drawing does not move under it.
  const says = useAfterPaint(useAtRest(below !== null));
  if (!seen || !told) return null;
  const { view } = seen;
  const { tool } = view;
  return (
    <div
      className={`grid h-full grid-cols-1 md:grid-cols-[minmax(0,1fr)_292px] ${says ? 'grid-rows-[36px_minmax(0,1fr)_158px]' : 'grid-rows-[36px_minmax(0,1fr)]'}`}
    >
      <div className="flex items-center gap-1.5 overflow-x-auto overflow-y-hidden border-b border-base-300 bg-base-200 px-3 [scrollbar-width:none] [&>*]:shrink-0">
        <button
          type="button"
          className="btn btn-primary btn-xs"
          aria-expanded={palette}
          onClick={() => setPalette(!palette)}
        >
          Add a part
        </button>
        <BoardTools view={view} onFace={seen.setFace} onPanel={seen.setPanelId} />
        <button type="button" className="btn btn-xs" aria-expanded={arranging} onClick={() => setArranging(!arranging)}>
          Arrange
        </button>
        <RouteCables onLaid={setLaid} />
        <span className="dim min-w-0 flex-1 truncate text-xs" title={HINT_OF[tool]}>
          {HINT_OF[tool]}
        </span>
        <StillToConnect />
      </div>
      <aside className="relative overflow-auto border-base-300 bg-base-100 p-3 max-md:order-last max-md:max-h-[34dvh] max-md:border-t md:row-span-2 md:border-l">
        <Later>
          <Inspector view={told} selection={toldSelection} connecting={connecting} onConnecting={onConnecting} />
          <div className="perforated mt-3 pt-2">
            <FindingsTray />
          </div>
        </Later>
      </aside>
      <div className="relative min-h-0 min-w-0 overflow-hidden">
        <BoardCanvas view={view} connecting={connecting} onConnecting={onConnecting} />
        <PartsClipboard chosen={view.chosen} panelId={view.panel.id} choose={view.chooseAll} />
        {arranging && <ArrangeParts view={view} onClose={() => setArranging(false)} />}
        {laid && <FinishSeen laid={laid} view={view} onClose={() => setLaid(null)} />}
        {palette && <PartPalette view={view} onClose={() => setPalette(false)} />}
      </div>
      {says && (
        <footer className="col-span-2 overflow-hidden border-t border-base-300 bg-base-100 px-4 py-1.5">
          <Below of={below} />
        </footer>
      )}
    </div>
  );
}

interface Chosen {
  cable: MadeCable | null;
  item: Item | null;
}
/** The cable or the part that is chosen, where there is a tape or a stack of it to be seen. */
function chosenIn(board: Board, dossier: Dossier, selection: Selection): Chosen | null {
  if (selection === null) return null;
  const { id } = selection;
  const item = selection.kind === 'item' ? board.items.find((i) => i.id === id) : undefined;
  if (item) return { item, cable: null };
  const drawn = selection.kind === 'cable' && board.cables.some((c) => c.id === id);
  const cable = drawn ? dossier.cables.find((c) => c.cableId === id) : undefined;
  return cable ? { cable, item: null } : null;
}

/** The tape of the chosen cable, or what lies on the studs of the chosen part. */
function Below({ of }: { of: Chosen | null }) {
  const { dossier } = useJob();
  const widths = useCableWidths();
  const { cable, item } = of ?? { cable: null, item: null };
  if (item) return <StudTape item={item} />;
  return (
    cable && (
      <Tape
        cable={cable}
        paths={dossier.lengths.find((l) => l.cableId === cable.cableId)?.paths ?? []}
        diameterMm={widths.get(cable.cableId)}
      />
    )
  );
}

/** How many terminals wait for a wire. */
function StillToConnect() {
  const { shown, parts } = useJob();
  const used = useMemo(() => usedTerminals(shown.connections), [shown.connections]);
  let open = 0;
  for (const i of shown.items)
    for (const t of parts.get(i.partId)?.terminals ?? []) if (t.required && !used.has(`${i.id} ${t.id}`)) open++;
  return open > 0 && <span className="num shrink-0 text-xs">{open} still to connect</span>;
}

/** What is chosen, or the panel where nothing is. */
const Inspector = memo(function Inspector({
  view,
  selection,
  connecting,
  onConnecting,
}: {
  view: BoardView;
  selection: Selection;
  connecting: TerminalRef | null;
  onConnecting: (ref: TerminalRef | null) => void;
}) {
  const { shown } = useJob();
  const many = shown.items.filter((i) => view.chosen.has(i.id));
  if (many.length > 1) return <ManyInspector view={view} items={many} />;
  const item = selection?.kind === 'item' ? shown.items.find((i) => i.id === selection.id) : undefined;
  if (item) return <ItemInspector key={item.id} item={item} connecting={connecting} onConnecting={onConnecting} />;
  const cable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  if (cable) return <CableInspector key={cable.id} cable={cable} />;
  return <PanelInspector panel={view.panel} face={view.face} />;
});
