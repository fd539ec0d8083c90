import { type ReactNode, useEffect, useRef, useState } from 'react';

/** Lies over the page until it is left: Escape, or a press beside it. The focus goes back to where it was. */
export function Over({ label, onLeave, children }: { label: string; onLeave: () => void; children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null);
  // Before anything in it takes the focus.
  const [before] = useState(() => document.activeElement);
  useEffect(() => {
    dialog.current?.showModal();
    // A dialog gives the focus to the first thing that can have it, which need not be what one types in.
    dialog.current?.querySelector('input')?.focus();
    return () => {
      if (before instanceof HTMLElement) before.focus();
    };
  }, [before]);
  return (
    <dialog
      ref={dialog}
      aria-label={label}
      className="m-auto mt-[8vh] max-h-[80vh] w-[min(640px,calc(100vw-24px))] overflow-hidden border border-base-300 bg-base-100 p-0 text-base-content shadow-xl backdrop:bg-black/40"
      style={{ borderRadius: 6 }}
      onClose={onLeave}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onLeave();
        // What is typed here is not meant for what lies below.
        e.stopPropagation();
      }}
      onMouseDown={(e) => e.target === dialog.current && onLeave()}
    >
      {children}
    </dialog>
  );
}
