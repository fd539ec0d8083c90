import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { STATION_SHEETS } from '../../ui/stationSheets.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { BranchesSheet } from './BranchesSheet.tsx';
import { ConnectionsSheet } from './ConnectionsSheet.tsx';
import { ControlSheet } from './ControlSheet.tsx';
import { DiagramSheet } from './DiagramSheet.tsx';
import { GrowthSheet } from './GrowthSheet.tsx';
import { HeatSheet } from './HeatSheet.tsx';
import { LiveSheet } from './LiveSheet.tsx';
import { RunsSheet } from './RunsSheet.tsx';

const TITLES = STATION_SHEETS.circuit;
const SHEETS: Readonly<Record<keyof typeof TITLES, ComponentType>> = {
  diagram: DiagramSheet,
  connections: ConnectionsSheet,
  runs: RunsSheet,
  branches: BranchesSheet,
  control: ControlSheet,
  live: LiveSheet,
  heat: HeatSheet,
  growth: GrowthSheet,
};

/** What flows where, what a fault does, what protects, what stays live, and what would have to grow. */
export function CircuitStation() {
  const { jobId } = useJob();
  const base = `/jobs/${jobId}/circuit`;
  const current = useSheet(Object.keys(SHEETS));
  const Sheet = SHEETS[current as keyof typeof TITLES];
  return (
    <div className="flex h-full flex-col">
      <Tabs base={base} current={current} tabs={Object.entries(TITLES).map(([path, title]) => ({ path, title }))} />
      <div className="relative min-h-0 flex-1 overflow-auto">
        <Sheet />
      </div>
    </div>
  );
}
