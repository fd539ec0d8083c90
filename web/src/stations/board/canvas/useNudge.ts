import type { Id } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import { same } from '@ombrik/core/engine/same';
import { shift } from '@ombrik/core/layout/arrange';
import { moveItems } from '@ombrik/core/layout/moveItem';
import { useEffect, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, seenBy } from '../boardView.ts';
import { useLayOf } from '../useCableWidths.ts';
import { Rest } from './rest.ts';
import type { useLifted } from './useLifted.ts';

/** Presses that follow one another sooner are one nudge: cables are laid anew once, when the hand rests. */
const REST_MS = 150;
/** What the hand may do next: a nudge that still rests is made before it. */
const NEXT = ['keydown', 'pointerdown', 'paste', 'drop', 'blur', 'pagehide'] as const;

interface Nudged {
  item: Item;
  ids: ReadonlySet<Id>;
  xMm: number;
  yMm: number;
}

/**
 * Parts nudged by keys: shown shifted with every press, made when the hand rests or does anything else.
 * @returns what nudges; its answer is whether anything may move
 */
export function useNudge(view: BoardView, lifted: ReturnType<typeof useLifted>) {
  const job = useJob();
  const layOf = useLayOf();
  const rest = useRef(new Rest(REST_MS));
  const nudged = useRef<Nudged | null>(null);
  const make = useRef(() => {});
  make.current = () => {
    const own = nudged.current;
    if (!own) return;
    nudged.current = null;
    rest.current.stop();
    lifted.drop();
    const { board, parts } = job;
    const moves = shift(board, parts, own.ids, own.xMm, own.yMm);
    job.edit(`Nudge ${own.item.designation}`, moveItems(board, parts, moves, layOf, true));
  };
  useEffect(() => {
    const next = (e: Event) => {
      const goesOn = e instanceof KeyboardEvent && e.key.startsWith('Arrow') && !(e.ctrlKey || e.metaKey || e.altKey);
      if (!goesOn) make.current();
    };
    for (const name of NEXT) window.addEventListener(name, next, true);
    return () => {
      for (const name of NEXT) window.removeEventListener(name, next, true);
      make.current();
    };
  }, []);

  return (item: Item, ids: ReadonlySet<Id>, byX: number, byY: number): boolean => {
    if (nudged.current && !same([...nudged.current.ids], [...ids])) make.current();
    const { xMm, yMm } = nudged.current ?? { xMm: 0, yMm: 0 };
    const by = { xMm: xMm + byX, yMm: yMm + byY };
    const moves = shift(job.board, job.parts, ids, by.xMm, by.yMm);
    const [one] = moves;
    if (!one) return false;
    nudged.current = { item, ids, ...by };
    lifted.lift(new Set(moves.map((m) => m.itemId)), one.itemId, seenBy(view)(one.place));
    rest.current.moved(() => make.current());
    return true;
  };
}
