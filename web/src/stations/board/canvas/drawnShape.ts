import type { PointMm } from '@ombrik/core/document/basics';
import type { Command } from '@ombrik/core/document/commands';
import { newId } from '@ombrik/core/document/newId';
import type { Channel, Face, Hole, KeepOut, Panel } from '@ombrik/core/document/panel/panel';
import { crossesItself } from '@ombrik/core/solvers/polygon';
import type { Tool } from '../boardView.ts';

/** A shape under the hand: the points set so far, in panel coordinates. */
export interface Drawn {
  tool: Tool;
  points: PointMm[];
}

const whole = (p: PointMm): PointMm => ({ xMm: Math.round(p.xMm), yMm: Math.round(p.yMm) });

/** How many points a tool takes; null goes on until it is closed. */
export const POINTS_OF: Readonly<Record<Tool, number | null>> = {
  choose: 0,
  measure: 2,
  outline: null,
  keepOut: 2,
  swing: 2,
  hole: 1,
  channel: 2,
};

export const HINT_OF: Readonly<Record<Tool, string>> = {
  choose:
    'Drag a part; Shift adds to the choice. Click one terminal, then another, to join them; double-click a wire to bend it.',
  measure: 'Tape: click two points; it catches studs and corners. Esc puts it away.',
  outline: 'Outline: click corner after corner; click the first again, or Enter, to close it.',
  keepOut: 'Keep-out: click two opposite corners.',
  swing: 'Door swing: click the hinge, then the far edge of the door when shut.',
  hole: 'Hole: click where cables pass through.',
  channel: 'Channel: click its two ends; cables run in it where they can.',
};

const DEFAULT_HOLE_MM = 25;
const CHANNEL_MM = 60;

/** The edit a finished shape makes; a problem in words where it makes none. */
export function finish(drawn: Drawn, panel: Panel, face: Face): { label: string; commands: Command[] } | string {
  const points = drawn.points.map(whole);
  const [a, b] = points;
  const set = <F extends 'outline' | 'keepOuts' | 'holes' | 'channels'>(field: F, value: Panel[F]): Command[] => [
    { kind: 'set', collection: 'panels', id: panel.id, field, value } as Command,
  ];
  const keepOut = (name: string, shape: KeepOut['shape']): Command[] =>
    set('keepOuts', [...panel.keepOuts, { id: newId('ko'), name, face, shape, freeMm: 0 }]);
  switch (drawn.tool) {
    case 'outline':
      if (points.length < 3) return 'An outline has at least three corners.';
      if (crossesItself(points)) return 'The outline crosses itself; draw it round without crossing.';
      return { label: `${panel.name}: outline drawn`, commands: set('outline', points) };
    case 'keepOut': {
      if (!a || !b || Math.abs(a.xMm - b.xMm) < 2 || Math.abs(a.yMm - b.yMm) < 2)
        return 'A keep-out needs two corners.';
      const corners = [a, { xMm: b.xMm, yMm: a.yMm }, b, { xMm: a.xMm, yMm: b.yMm }];
      return { label: `${panel.name}: keep-out`, commands: keepOut('keep out', { kind: 'polygon', points: corners }) };
    }
    case 'swing': {
      if (!a || !b) return 'A door swings about a hinge.';
      const radiusMm = Math.round(Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm));
      if (radiusMm < 10) return 'The door is as wide as from its hinge to the second click; that was too near.';
      const fromDeg = Math.round((Math.atan2(b.yMm - a.yMm, b.xMm - a.xMm) * 180) / Math.PI);
      return {
        label: `${panel.name}: door swing`,
        commands: keepOut('door', { kind: 'arc', centre: a, radiusMm, fromDeg, toDeg: fromDeg + 90 }),
      };
    }
    case 'hole': {
      if (!a) return 'A hole needs a place.';
      const hole: Hole = { id: newId('ho'), ...a, diameterMm: DEFAULT_HOLE_MM, lining: 'grommet' };
      return { label: `${panel.name}: hole`, commands: set('holes', [...panel.holes, hole]) };
    }
    case 'channel': {
      if (!a || !b || Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm) < 20) return 'A channel needs two ends.';
      const level = Math.abs(b.xMm - a.xMm) >= Math.abs(b.yMm - a.yMm);
      const to = level ? { xMm: b.xMm, yMm: a.yMm } : { xMm: a.xMm, yMm: b.yMm };
      const channel: Channel = { id: newId('ch'), face, from: a, to, widthMm: CHANNEL_MM };
      return { label: `${panel.name}: channel`, commands: set('channels', [...panel.channels, channel]) };
    }
    default:
      return '';
  }
}
