import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { LoadsSheet } from './LoadsSheet.tsx';
import { QuoteSheet } from './QuoteSheet.tsx';
import { SourcesSheet } from './SourcesSheet.tsx';
import { SystemsSheet } from './SystemsSheet.tsx';
import { YearSheet } from './YearSheet.tsx';

const SHEETS: Readonly<Record<string, { title: string; Sheet: ComponentType }>> = {
  loads: { title: 'Loads', Sheet: LoadsSheet },
  sources: { title: 'Sources', Sheet: SourcesSheet },
  systems: { title: 'Systems', Sheet: SystemsSheet },
  year: { title: 'A year', Sheet: YearSheet },
  quote: { title: 'Quote', Sheet: QuoteSheet },
};

/** From what the customer runs to the bank, its charging, a year of weather, and the offer. */
export function PowerStation() {
  const { jobId } = useJob();
  const base = `/jobs/${jobId}/power`;
  const current = useSheet(Object.keys(SHEETS));
  const chosen = SHEETS[current]!;
  return (
    <>
      <Tabs base={base} current={current} tabs={Object.entries(SHEETS).map(([path, { title }]) => ({ path, title }))} />
      <chosen.Sheet />
    </>
  );
}
