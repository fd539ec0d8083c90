import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { useStore } from 'zustand';
import { useJob } from '../../../session/useJob.ts';
import type { HandStore } from './hand.ts';

/** What is said over the board: where a part in the hand is, what holds it, where a wire begins. */
export function CanvasNotes({ hand, connecting }: { hand: HandStore; connecting: TerminalRef | null }) {
  const { board } = useJob();
  const said = useStore(hand, (h) => h.said);
  return (
    // Laid out apart: a note that comes and goes would make the browser lay the whole board out again.
    <div className="pointer-events-none absolute inset-0" style={{ contain: 'strict' }}>
      {said && (
        <p role="status" className="num absolute top-2 right-2 bg-neutral px-2 py-1 text-neutral-content">
          {said}
        </p>
      )}
      {connecting && (
        <p role="status" className="absolute top-2 left-2 bg-primary px-2 py-1 text-primary-content">
          From {board.items.find((i) => i.id === connecting.itemId)?.designation}:{connecting.terminalId}. Click the
          terminal it goes to; Esc leaves it.
        </p>
      )}
    </div>
  );
}

/** Nearer, farther, the whole of it. */
export function ZoomButtons({ zoom, fit }: { zoom: (factor: number) => void; fit: () => void }) {
  return (
    <div className="absolute right-2 bottom-2 flex gap-1">
      <button type="button" className="btn btn-xs" aria-label="Zoom in" onClick={() => zoom(0.8)}>
        +
      </button>
      <button type="button" className="btn btn-xs" aria-label="Zoom out" onClick={() => zoom(1.25)}>
        −
      </button>
      <button type="button" className="btn btn-xs" onClick={fit}>
        Fit
      </button>
    </div>
  );
}
