import type { Id } from '@ombrik/core/document/basics';
import type { Face } from '@ombrik/core/document/panel/panel';
import { useEffect, useMemo, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { BoardView, Tool } from './boardView.ts';

/** What of the board is seen, with which tool in the hand, and what is chosen on it; null while there is no panel. */
export function useBoardView() {
  const job = useJob();
  const { shown, selection, lit } = job;
  const [panelId, setPanelId] = useState(shown.panels[0]?.id);
  const [face, setFace] = useState<Face>('front');
  const [tool, setTool] = useState<Tool>('choose');
  const [covered, setCovered] = useState(false);
  const [also, setAlso] = useState<ReadonlySet<Id>>(new Set());
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

  const chosen = useMemo(() => new Set([...(chosenId ? [chosenId] : []), ...(chosenId ? also : [])]), [chosenId, also]);
  const { select } = job;
  // The same view while nothing of it changes: what is drawn of it is left as it is.
  return useMemo(() => {
    if (!panel) return null;
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
          select({ kind: 'item', id });
          return;
        }
        const next = new Set(chosen);
        if (next.has(id) && next.size > 1) next.delete(id);
        else next.add(id);
        setAlso(next);
        if (!next.has(chosenId)) select({ kind: 'item', id: [...next][0]! });
      },
      chooseAll: (ids) => {
        setAlso(new Set(ids));
        select(ids[0] ? { kind: 'item', id: ids[0] } : null);
      },
    };
    return { view, chosenId, setFace, setPanelId };
  }, [panel, face, tool, covered, chosen, chosenId, select]);
}
