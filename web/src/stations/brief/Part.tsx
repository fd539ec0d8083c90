import type { ReactNode } from 'react';

/** A part of the order sheet under its own heading. */
export const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <>
    <h2 className="perforated col-span-full pt-2 text-lg">{title}</h2>
    {children}
  </>
);
