import type { Id } from '@ombrik/core/document/basics';
import { copiedRows, readCopied } from '@ombrik/core/document/item/copiedItems';
import { type CopiedItems, copyItems, pasteItems } from '@ombrik/core/document/item/copyItems';
import { removeItems } from '@ombrik/core/document/item/items';
import { cellsOf } from '@ombrik/core/engine/csv';
import { useEffect, useRef, useState } from 'react';
import { useKeys } from '../find/bindings.ts';
import { useJob } from '../session/useJob.ts';
import { carry } from './carried.ts';
import { Problems } from './Problems.tsx';

/** More than the parts of the largest board. */
const MOST_TEXT = 20_000_000;
/** Where the parts themselves stand in what is copied as a table. */
const MARK = 'data-ombrik-parts';

/** A table for whoever pastes it elsewhere, with the parts themselves inside it. */
function tableOf(rows: string, copied: CopiedItems): string {
  const table = document.createElement('table');
  table.setAttribute(MARK, JSON.stringify(copied));
  for (const line of cellsOf(rows, '\t')) {
    const row = table.insertRow();
    for (const cell of line) row.insertCell().textContent = cell;
  }
  return table.outerHTML;
}

/** The parts inside what was copied; null where it is something else. Nothing of it is run or shown. */
const partsIn = (html: string): string | null =>
  html.includes(MARK) && html.length <= MOST_TEXT
    ? (new DOMParser().parseFromString(html, 'text/html').querySelector(`[${MARK}]`)?.getAttribute(MARK) ?? null)
    : null;

/** Whether the hand is in a text: what is copied and pasted then is the text. */
const inText = () =>
  document.activeElement?.matches('input, textarea, select, [contenteditable]') || !getSelection()?.isCollapsed;

interface PartsClipboardProps {
  /** What is chosen; where it is nothing, a chosen cable takes the parts it joins along. */
  chosen: ReadonlySet<Id>;
  /** Where what is put down comes to. */
  panelId: Id;
  choose: (ids: readonly Id[]) => void;
}

/**
 * Parts and the wires among them go over the clipboard: to this board, another job, another window, or as rows into a
 * spreadsheet. What cannot be put down is told.
 */
export function PartsClipboard({ chosen, panelId, choose }: PartsClipboardProps) {
  const job = useJob();
  useKeys('Parts over the clipboard', [
    { keys: '$mod+c', says: 'Copy what is chosen and the wires among it' },
    { keys: '$mod+x', says: 'Cut what is chosen' },
    { keys: '$mod+v', says: 'Put down what was copied, from any job' },
  ]);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const newest = useRef({ job, chosen, panelId });
  newest.current = { job, chosen, panelId };
  // A board on the floor asks first: what is put down is chosen once it stands.
  const [coming, setComing] = useState<readonly Id[] | null>(null);
  const { items } = job.board;
  useEffect(() => {
    if (!coming?.every((id) => items.some((i) => i.id === id))) return;
    setComing(null);
    choose(coming);
  }, [coming, items, choose]);
  useEffect(() => {
    const idsNow = (): ReadonlySet<Id> => {
      const { job, chosen } = newest.current;
      if (chosen.size > 0 || job.selection?.kind !== 'cable') return chosen;
      const cable = job.board.cables.find((c) => c.id === job.selection!.id);
      const carried = new Set(cable?.cores.map((k) => k.connectionId));
      return new Set(
        job.board.connections.filter((c) => carried.has(c.id)).flatMap((c) => [c.from.itemId, c.to.itemId]),
      );
    };
    const copy = (e: ClipboardEvent) => {
      const { job, chosen } = newest.current;
      const ids = idsNow();
      if (inText() || ids.size === 0 || !e.clipboardData) return;
      const copied = copyItems(job.board, ids);
      if (copied.items.length === 0) return;
      const rows = copiedRows(copied, job.parts);
      e.clipboardData.setData('text/plain', rows);
      e.clipboardData.setData('text/html', tableOf(rows, copied));
      e.preventDefault();
      carry(copied);
      if (e.type !== 'cut' || chosen.size === 0) return;
      job.select(null);
      job.edit(
        `Cut ${copied.items.length} ${copied.items.length === 1 ? 'part' : 'parts'}`,
        removeItems(job.board, ids),
      );
    };
    const paste = (e: ClipboardEvent) => {
      const text = inText() ? null : partsIn(e.clipboardData?.getData('text/html') ?? '');
      if (text === null) return;
      e.preventDefault();
      const { job, panelId } = newest.current;
      const read = readCopied(text);
      setProblems(read.ok ? [] : read.problems);
      if (!read.ok) return;
      const put = pasteItems(job.board, read.copied, job.parts, panelId);
      const unknown = read.copied.items.length - put.itemIds.length;
      if (put.itemIds.length > 0) {
        setComing(put.itemIds);
        job.edit(`Paste ${put.itemIds.length} parts`, put.commands);
      }
      if (unknown > 0)
        setProblems([
          `${unknown} of ${read.copied.items.length} parts were left out: they are in no catalogue here; take them over as parts of your own first`,
        ]);
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    document.addEventListener('paste', paste);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      document.removeEventListener('paste', paste);
    };
  }, []);
  if (problems.length === 0) return null;
  return (
    <div className="absolute inset-x-0 top-0 z-20 bg-base-100">
      <Problems
        problems={['What was copied is not put down as it was:', ...problems]}
        onDismiss={() => setProblems([])}
      />
    </div>
  );
}
