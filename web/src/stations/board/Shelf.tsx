import { usedTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import type { Item } from '@ombrik/core/document/item/item';
import { placeItem } from '@ombrik/core/document/item/items';
import { panelBox } from '@ombrik/core/stages/place/outlines';
import { useJob } from '../../session/useJob.ts';
import { useIsPainted } from '../../ui/Later.tsx';
import { PartFace } from '../catalogue/PartFace.tsx';
import type { BoardView } from './boardView.ts';

/** More than a screen is wide: they stand with the first painting, the others right after. */
const FIRST = 7;
const SIGN = { plus: '+', minus: '−', none: '·' } as const;

/** Things that live off the panel, in a strip above it: choose one, join its terminals, or bring it onto the board. */
export function Shelf({
  view,
  connecting,
  onPick,
}: {
  view: BoardView;
  connecting: TerminalRef | null;
  onPick: (ref: TerminalRef) => void;
}) {
  const job = useJob();
  const painted = useIsPainted();
  const { shown, parts, selection } = job;
  const off = shown.items.filter((i) => i.place.kind !== 'panel');
  const stops = new Set(job.dossier.findings.filter((f) => f.severity === 'stop').flatMap((f) => f.where.itemIds));
  const used = usedTerminals(shown.connections);
  const bring = (item: Item) => {
    const { panel, face } = view;
    const box = panelBox(panel);
    const centre = { xMm: (box.leftMm + box.rightMm) / 2, yMm: (box.topMm + box.bottomMm) / 2 };
    job.edit(
      `Bring ${item.designation} onto the board`,
      placeItem(job.board, item.id, { kind: 'panel', panelId: panel.id, face, ...centre, rotationDeg: 0 }),
    );
  };
  if (off.length === 0) return null;
  return (
    <ul
      aria-label="Off the board"
      aria-busy={!painted}
      className="flex gap-1.5 overflow-x-auto border-b border-base-300 px-2 py-1.5"
    >
      {off.slice(0, painted ? off.length : FIRST).map((item) => {
        const part = parts.get(item.partId);
        const chosen = selection?.kind === 'item' && selection.id === item.id;
        return (
          <li
            key={item.id}
            className={`flex shrink-0 items-center gap-1.5 border border-dashed bg-base-100 px-1.5 py-0.5 ${chosen ? 'border-primary' : 'border-base-content/40'}`}
            style={{ borderRadius: 3 }}
          >
            {part && <PartFace part={part} />}
            <span className="min-w-0">
              <button
                type="button"
                className="label-face block min-h-6 max-w-[150px] truncate text-left text-[14px] leading-tight"
                aria-pressed={chosen}
                onClick={() => job.select({ kind: 'item', id: item.id })}
              >
                {stops.has(item.id) ? '▲ ' : ''}
                {item.designation} {item.name || part?.name}
              </button>
              <span className="flex items-center gap-1">
                <span className="dim max-w-[84px] truncate text-xs">
                  {item.place.kind === 'location' ? item.place.location : 'not placed'}
                </span>
                {part?.terminals
                  .filter((t) => t.domain === 'dc')
                  .map((t) => {
                    const active = connecting?.itemId === item.id && connecting.terminalId === t.id;
                    const free = !used.has(`${item.id} ${t.id}`);
                    return (
                      <button
                        key={t.id}
                        type="button"
                        aria-label={`${item.designation}:${t.name}`}
                        title={`${item.designation}:${t.name}${free ? ', free' : ''}`}
                        className={`num h-6 w-6 border text-center leading-none ${active ? 'bg-primary text-primary-content' : free ? 'border-primary text-primary' : 'border-base-300 dim'}`}
                        style={{ borderRadius: t.attachment.kind === 'stud' ? 12 : 2 }}
                        onClick={() => onPick({ itemId: item.id, terminalId: t.id })}
                      >
                        {SIGN[t.polarity]}
                      </button>
                    );
                  })}
                {chosen && (
                  <button type="button" className="btn btn-xs" onClick={() => bring(item)}>
                    onto the board
                  </button>
                )}
              </span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
