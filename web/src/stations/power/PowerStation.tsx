import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { STATION_SHEETS } from '../../ui/stationSheets.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { LoadsSheet } from './LoadsSheet.tsx';
import { QuoteSheet } from './QuoteSheet.tsx';
import { SourcesSheet } from './SourcesSheet.tsx';
import { SystemsSheet } from './SystemsSheet.tsx';
import { YearSheet } from './YearSheet.tsx';

const TITLES = STATION_SHEETS.power;
const SHEETS: Readonly<Record<keyof typeof TITLES, ComponentType>> = {
  loads: LoadsSheet,
  sources: SourcesSheet,
  systems: SystemsSheet,
  year: YearSheet,
  quote: QuoteSheet,
};

/** From what the customer runs to the bank, its charging, a year of weather, and the offer. */
export function PowerStation() {
  const { jobId } = useJob();
  const base = `/jobs/${jobId}/power`;
  const current = useSheet(Object.keys(SHEETS));
  const Sheet = SHEETS[current as keyof typeof TITLES];
  return (
    <>
      <Tabs base={base} current={current} tabs={Object.entries(TITLES).map(([path, title]) => ({ path, title }))} />
      <Sheet />
    </>
  );
}
