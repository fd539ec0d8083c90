import type { Cable, Segment } from '../document/cable/cable.ts';
import type { Command } from '../document/commands.ts';

export type PanelRoute = Extract<Segment, { kind: 'panelRoute' }>;

/** Takes the ways of cables on panels back to a guess, for the router to lay anew. @param which of those that are laid */
export const waysTakenBack = (cables: readonly Cable[], which: (route: PanelRoute) => boolean): Command[] =>
  cables.flatMap((c): Command[] => {
    const own = (s: Segment): s is PanelRoute => s.kind === 'panelRoute' && s.waypoints.length > 0 && which(s);
    if (!c.segments.some(own)) return [];
    const value = c.segments.map((s): Segment => (own(s) ? { ...s, waypoints: [], laidBy: 'router' } : s));
    return [{ kind: 'set', collection: 'cables', id: c.id, field: 'segments', value }];
  });
