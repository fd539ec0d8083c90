import { useState } from 'react';

/** Which rows of a table are unfolded. */
export function useOpenRows() {
  const [open, setOpen] = useState<ReadonlySet<string>>(new Set());
  return {
    isOpen: (key: string) => open.has(key),
    toggle: (key: string) => setOpen(new Set(open.has(key) ? [...open].filter((k) => k !== key) : [...open, key])),
  };
}
