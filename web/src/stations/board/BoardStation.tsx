import type { Id } from '@ombrik/core/document/basics';
import { usedTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Face } from '@ombrik/core/document/panel/panel';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { FindingsTray } from '../../ui/FindingsTray.tsx';
import { Tape } from '../../ui/Tape.tsx';
import { useAtRest } from '../../ui/useAtRest.ts';
import { ArrangeParts } from './ArrangeParts.tsx';
import { BoardCanvas } from './BoardCanvas.tsx';
import { BoardTools } from './BoardTools.tsx';
import type { BoardView, Tool } from './boardView.ts';
import { CableInspector } from './CableInspector.tsx';
import { HINT_OF } from './canvas/drawnShape.ts';
import { FinishSeen } from './FinishSeen.tsx';
import { ItemInspector } from './ItemInspector.tsx';
import { ManyInspector } from './ManyInspector.tsx';
import { PanelInspector } from './PanelInspector.tsx';
import { PartPalette } from './PartPalette.tsx';
import { type Laid, RouteCables } from './RouteCables.tsx';
import { StudTape } from './StudTape.tsx';
import { useCableWidths } from './useCableWidths.ts';

/** Circuit and board in one drawing: the bench that replaces cardboard and tape. */
export function BoardStation() {
  const job = useJob();
  const { shown, dossier, selection, lit } = job;
  const [panelId, setPanelId] = useState(shown.panels[0]?.id);
  const [face, setFace] = useState<Face>('front');
  const [tool, setTool] = useState<Tool>('choose');
  const [covered, setCovered] = useState(false);
  const [also, setAlso] = useState<ReadonlySet<Id>>(new Set());
  const [palette, setPalette] = useState(false);
  const [arranging, setArranging] = useState(false);
  const [laid, setLaid] = useState<Laid | null>(null);
  const [connecting, setConnecting] = useState<TerminalRef | null>(null);
  const onConnecting = useCallback((ref: TerminalRef | null) => setConnecting(ref), []);
  const widths = useCableWidths();
  const panel = shown.panels.find((p) => p.id === panelId) ?? shown.panels[0];
  const chosenId = selection?.kind === 'item' ? selection.id : null;

  // Whatever is chosen or lit elsewhere is brought into sight.
  const chosenPlace = shown.items.find((i) => i.id === chosenId)?.place;
  useEffect(() => {
    if (chosenPlace?.kind !== 'panel') return;
    setPanelId(chosenPlace.panelId);
    setFace(chosenPlace.face);
  }, [chosenId]);
  useEffect(() => {
    if (lit?.panelId && lit.itemIds.length === 0) setPanelId(lit.panelId);
  }, [lit]);
  useEffect(() => {
    if (chosenId === null) setAlso(new Set());
  }, [chosenId]);

  const used = useMemo(() => usedTerminals(shown.connections), [shown.connections]);
  let open = 0;
  for (const i of shown.items)
    for (const t of job.parts.get(i.partId)?.terminals ?? []) if (t.required && !used.has(`${i.id} ${t.id}`)) open++;

  if (!panel) return null;
  const chosen = new Set([...(chosenId ? [chosenId] : []), ...(chosenId ? also : [])]);
  const view: BoardView = {
    panel,
    face,
    tool,
    covered,
    chosen,
    setTool,
    setCovered,
    choose: (id, together) => {
      if (!together || chosenId === null) {
        setAlso(new Set());
        job.select({ kind: 'item', id });
        return;
      }
      const next = new Set(chosen);
      if (next.has(id) && next.size > 1) next.delete(id);
      else next.add(id);
      setAlso(next);
      if (!next.has(chosenId)) job.select({ kind: 'item', id: [...next][0]! });
    },
    chooseAll: (ids) => {
      setAlso(new Set(ids));
      job.select(ids[0] ? { kind: 'item', id: ids[0] } : null);
    },
  };
  const item = chosenId ? shown.items.find((i) => i.id === chosenId) : undefined;
  const many = shown.items.filter((i) => chosen.has(i.id));
  const cable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  const made = cable && dossier.cables.find((c) => c.cableId === cable.id);
  // The tape takes its place when the hand has let go: the drawing does not move under it.
  const says = useAtRest(made !== undefined || item !== undefined);
  return (
    <div
      className={`grid h-full grid-cols-[minmax(0,1fr)_292px] ${says ? 'grid-rows-[36px_minmax(0,1fr)_158px]' : 'grid-rows-[36px_minmax(0,1fr)]'}`}
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
        <BoardTools view={view} onFace={setFace} onPanel={setPanelId} />
        <button type="button" className="btn btn-xs" aria-expanded={arranging} onClick={() => setArranging(!arranging)}>
          Arrange
        </button>
        <RouteCables onLaid={setLaid} />
        <span className="dim min-w-0 flex-1 truncate text-xs" title={HINT_OF[tool]}>
          {HINT_OF[tool]}
        </span>
        {open > 0 && <span className="num shrink-0 text-xs">{open} still to connect</span>}
      </div>
      <aside className="relative row-span-2 overflow-auto border-l border-base-300 bg-base-100 p-3">
        {many.length > 1 ? (
          <ManyInspector view={view} items={many} />
        ) : item ? (
          <ItemInspector key={item.id} item={item} connecting={connecting} onConnecting={onConnecting} />
        ) : cable ? (
          <CableInspector key={cable.id} cable={cable} />
        ) : (
          <PanelInspector panel={panel} face={face} />
        )}
        <div className="perforated mt-3 pt-2">
          <FindingsTray />
        </div>
      </aside>
      <div className="relative min-h-0 min-w-0 overflow-hidden">
        <BoardCanvas view={view} connecting={connecting} onConnecting={onConnecting} />
        {arranging && <ArrangeParts view={view} onClose={() => setArranging(false)} />}
        {laid && <FinishSeen laid={laid} view={view} onClose={() => setLaid(null)} />}
        {palette && <PartPalette view={view} onClose={() => setPalette(false)} />}
      </div>
      {says && (
        <footer className="col-span-2 overflow-hidden border-t border-base-300 bg-base-100 px-4 py-1.5">
          {made ? (
            <Tape
              cable={made}
              paths={dossier.lengths.find((l) => l.cableId === made.cableId)?.paths ?? []}
              diameterMm={widths.get(made.cableId)}
            />
          ) : (
            item && <StudTape item={item} />
          )}
        </footer>
      )}
    </div>
  );
}
