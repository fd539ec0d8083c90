import type { PointMm } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import { applyCommands, type Command } from '../../document/commands.ts';
import { panelBox } from '../../stages/place/outlines.ts';
import { waysTakenBack } from '../waysTakenBack.ts';

/** Sizes of panels are whole centimetres. */
const ROUND_MM = 10;
const up = (mm: number) => Math.ceil(mm / ROUND_MM - 1e-9) * ROUND_MM;

/**
 * One panel of a board larger by a share, everything on it pulled apart as much: what stood clear stands clearer. What the
 * router laid there is to be laid anew.
 * @param share 1.1 is a tenth wider and higher
 * @returns an ordinary edit, the board after it, and by how much the panel grew each way, mm
 * @example
 * stretched(board, 'pn_main', 1.1).byMm.widthMm; // 90
 */
export function stretched(
  board: Board,
  panelId: string,
  share: number,
): { commands: Command[]; board: Board; byMm: { widthMm: number; heightMm: number } } {
  const panel = board.panels.find((p) => p.id === panelId)!;
  const box = panelBox(panel);
  const [widthMm, heightMm] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const [wide, high] = [up(widthMm * share), up(heightMm * share)];
  const at = <T extends PointMm>(p: T): T => ({
    ...p,
    xMm: box.leftMm + ((p.xMm - box.leftMm) * wide) / widthMm,
    yMm: box.topMm + ((p.yMm - box.topMm) * high) / heightMm,
  });
  const whole = <T extends PointMm>(p: T): T => ({ ...p, xMm: Math.round(p.xMm), yMm: Math.round(p.yMm) });
  const ofPanel = { kind: 'set', collection: 'panels', id: panelId } as const;
  const channels = panel.channels.map((c) => ({ ...c, from: at(c.from), to: at(c.to) }));
  const commands: Command[] = [
    { ...ofPanel, field: 'outline', value: panel.outline.map(at) },
    { ...ofPanel, field: 'fixings', value: panel.fixings.map(at) },
    { ...ofPanel, field: 'holes', value: panel.holes.map(at) },
    { ...ofPanel, field: 'channels', value: channels },
    ...board.items.flatMap((i): Command[] =>
      i.place.kind === 'panel' && i.place.panelId === panelId
        ? [{ kind: 'set', collection: 'items', id: i.id, field: 'place', value: whole(at(i.place)) }]
        : [],
    ),
    ...waysTakenBack(board.cables, (s) => s.panelId === panelId && s.laidBy === 'router'),
  ];
  return {
    commands,
    board: applyCommands(board, commands).board,
    byMm: { widthMm: wide - widthMm, heightMm: high - heightMm },
  };
}
