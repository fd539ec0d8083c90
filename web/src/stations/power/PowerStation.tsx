import type { ComponentType } from 'react';
import { Navigate, useParams } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { Tabs } from '../../ui/Tabs.tsx';
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
  const { sheet } = useParams();
  const base = `/jobs/${jobId}/power`;
  const chosen = sheet ? SHEETS[sheet] : undefined;
  if (!chosen) return <Navigate to={`${base}/loads`} replace />;
  return (
    <>
      <Tabs base={base} tabs={Object.entries(SHEETS).map(([path, { title }]) => ({ path, title }))} />
      <chosen.Sheet />
    </>
  );
}
