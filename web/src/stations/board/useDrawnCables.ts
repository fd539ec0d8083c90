import { pathAs } from '@ombrik/core/stages/lengths/dress';
import type { LaidPath } from '@ombrik/core/stages/lengths/lengths';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { useMemo, useRef } from 'react';
import { useJob } from '../../session/useJob.ts';
import { type BoardView, seenBy } from './boardView.ts';

export interface DrawnCable {
  cable: MadeCable;
  /** On the face that is seen, and on the other, as seen. */
  paths: readonly LaidPath[];
  ghosts: readonly LaidPath[];
}

const NONE: readonly LaidPath[] = [];

/** Every cable's stretches on one panel as seen; what has not moved keeps its lists, so that it need not be drawn anew. */
export function useDrawnCables(view: BoardView): DrawnCable[] {
  const { dossier } = useJob();
  const { panel, face } = view;
  const kept = useRef({ key: '', byPaths: new WeakMap<object, Pick<DrawnCable, 'paths' | 'ghosts'>>() });
  const key = `${panel.id} ${face} ${panel.outline.map((p) => p.xMm).join()}`;
  if (kept.current.key !== key) kept.current = { key, byPaths: new WeakMap() };
  const { lengths, cables } = dossier;
  return useMemo(() => {
    const seen = seenBy({ panel, face });
    const pathsOf = new Map(lengths.map((l) => [l.cableId, l.paths]));
    return cables.map((cable) => {
      const all = pathsOf.get(cable.cableId);
      if (!all) return { cable, paths: NONE, ghosts: NONE };
      let own = kept.current.byPaths.get(all);
      if (!own) {
        const here = all.filter((p) => p.panelId === panel.id).map((p) => pathAs(p, seen, face === 'back'));
        own = { paths: here.filter((p) => p.face === face), ghosts: here.filter((p) => p.face !== face) };
        kept.current.byPaths.set(all, own);
      }
      return { cable, ...own };
    });
  }, [lengths, cables, panel, face]);
}
