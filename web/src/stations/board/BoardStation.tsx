import { freeTerminals } from '@ombrik/core/board/actions/connect';
import type { TerminalRef } from '@ombrik/core/board/board';
import { useCallback, useState } from 'react';
import { useJob } from '../../app/jobSession.tsx';
import { FindingsTray } from '../../ui/FindingsTray.tsx';
import { Tape } from '../../ui/Tape.tsx';
import { BoardCanvas } from './BoardCanvas.tsx';
import { CableInspector } from './CableInspector.tsx';
import { ItemInspector } from './ItemInspector.tsx';
import { PanelInspector } from './PanelInspector.tsx';
import { PartPalette } from './PartPalette.tsx';
import { RouteCables } from './RouteCables.tsx';
import { StudTape } from './StudTape.tsx';

/** Circuit and board in one drawing: the bench that replaces cardboard and tape. */
export function BoardStation() {
  const job = useJob();
  const { shown, dossier, selection } = job;
  const [panelId, setPanelId] = useState(shown.panels[0]?.id);
  const [palette, setPalette] = useState(false);
  const [connecting, setConnecting] = useState<TerminalRef | null>(null);
  const onConnecting = useCallback((ref: TerminalRef | null) => setConnecting(ref), []);
  const panel = shown.panels.find((p) => p.id === panelId) ?? shown.panels[0];
  if (!panel) return null;
  const item = selection?.kind === 'item' ? shown.items.find((i) => i.id === selection.id) : undefined;
  const cable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  const made = cable && dossier.cables.find((c) => c.cableId === cable.id);
  const open = shown.items.flatMap((i) => {
    const part = job.parts.get(i.partId);
    return part ? freeTerminals(shown, i, part).filter((t) => t.required) : [];
  }).length;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_292px] grid-rows-[36px_minmax(0,1fr)_158px]">
      <div className="flex items-center gap-2 border-b border-base-300 bg-base-200 px-3">
        <button
          type="button"
          className="btn btn-primary btn-xs"
          aria-expanded={palette}
          onClick={() => setPalette(!palette)}
        >
          Add a part
        </button>
        <RouteCables />
        {shown.panels.length > 1 && (
          <select
            className="select select-xs"
            aria-label="Panel"
            value={panel.id}
            onChange={(e) => setPanelId(e.target.value)}
          >
            {shown.panels.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </select>
        )}
        <span className="dim text-xs">
          Front. Drag a part; click one terminal, then another, to join them; double-click a wire to bend it.
        </span>
        <span className="flex-1" />
        {open > 0 && <span className="num text-xs">{open} still to connect</span>}
      </div>
      <aside className="relative row-span-2 overflow-auto border-l border-base-300 bg-base-100 p-3">
        {item ? (
          <ItemInspector key={item.id} item={item} connecting={connecting} onConnecting={onConnecting} />
        ) : cable ? (
          <CableInspector key={cable.id} cable={cable} />
        ) : (
          <PanelInspector panel={panel} />
        )}
        <div className="perforated mt-3 pt-2">
          <FindingsTray />
        </div>
      </aside>
      <div className="relative min-h-0 min-w-0 overflow-hidden">
        <BoardCanvas panel={panel} connecting={connecting} onConnecting={onConnecting} />
        {palette && <PartPalette panel={panel} onClose={() => setPalette(false)} />}
      </div>
      <footer className="col-span-2 overflow-hidden border-t border-base-300 bg-base-100 px-4 py-1.5">
        {made ? (
          <Tape cable={made} paths={dossier.lengths.find((l) => l.cableId === made.cableId)?.paths ?? []} />
        ) : item ? (
          <StudTape item={item} />
        ) : (
          <p className="dim pt-3">
            Choose a wire and it lies here straightened, with both its ends; choose a part and its studs stand here.
          </p>
        )}
      </footer>
    </div>
  );
}
