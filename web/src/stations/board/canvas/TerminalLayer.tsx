import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import type { Part } from '@ombrik/core/document/part/part';
import { onPanel } from '@ombrik/core/stages/lengths/geometry';
import { memo, useCallback, useMemo, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, seenBy } from '../boardView.ts';
import { TerminalMark } from '../PartShape.tsx';
import { onThisPanel } from './ItemLayer.tsx';

interface ItemTerminalsProps {
  item: Item;
  part: Part;
  view: Pick<BoardView, 'panel' | 'face'>;
  mmPerPx: number;
  /** The terminal of this part a wire is being drawn from. */
  active: string | null;
  /** Terminals of this part with something on them, by id, in one text. */
  wired: string;
  onPick: (ref: TerminalRef) => void;
}

const ItemTerminals = memo(
  function ItemTerminals({ item, part, view, mmPerPx, active, wired, onPick }: ItemTerminalsProps) {
    const seen = seenBy(view);
    const on = new Set(wired.split(' '));
    const marks = part.terminals.map((t) => {
      const at = seen(onPanel(item, t)!);
      return (
        <TerminalMark
          key={t.id}
          terminal={t}
          x={at.xMm}
          y={at.yMm}
          mmPerPx={mmPerPx}
          label={`${item.designation}:${t.name}`}
          active={active === t.id}
          wired={on.has(t.id)}
          licensed={t.domain === 'ac' || t.domain === 'earth'}
          onPick={() => onPick({ itemId: item.id, terminalId: t.id })}
        />
      );
    });
    return <g data-item={item.id}>{marks}</g>;
  },
  (a, b) =>
    a.item === b.item &&
    a.part === b.part &&
    a.view.panel === b.view.panel &&
    a.view.face === b.view.face &&
    a.mmPerPx === b.mmPerPx &&
    a.active === b.active &&
    a.wired === b.wired,
);

/** The terminals of every part on the face that is seen. */
export function TerminalLayer({
  view,
  mmPerPx,
  connecting,
  onPick,
}: {
  view: BoardView;
  mmPerPx: number;
  connecting: TerminalRef | null;
  onPick: (ref: TerminalRef) => void;
}) {
  const { shown, parts } = useJob();
  const wired = useMemo(() => {
    const by = new Map<string, string[]>();
    for (const { from, to } of shown.connections)
      for (const { itemId, terminalId } of [from, to]) by.set(itemId, [...(by.get(itemId) ?? []), terminalId]);
    return by;
  }, [shown.connections]);
  const hand = useRef(onPick);
  hand.current = onPick;
  const pick = useCallback((ref: TerminalRef) => hand.current(ref), []);
  return shown.items.map((item) => {
    const part = parts.get(item.partId);
    if (!part || item.place.kind !== 'panel' || !onThisPanel(item, view) || item.place.face !== view.face) return null;
    return (
      <ItemTerminals
        key={item.id}
        item={item}
        part={part}
        view={view}
        mmPerPx={mmPerPx}
        wired={(wired.get(item.id) ?? []).join(' ')}
        active={connecting?.itemId === item.id ? connecting.terminalId : null}
        onPick={pick}
      />
    );
  });
}
