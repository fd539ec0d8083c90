import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { BranchesSheet } from './BranchesSheet.tsx';
import { ConnectionsSheet } from './ConnectionsSheet.tsx';
import { ControlSheet } from './ControlSheet.tsx';
import { DiagramSheet } from './DiagramSheet.tsx';
import { GrowthSheet } from './GrowthSheet.tsx';
import { HeatSheet } from './HeatSheet.tsx';
import { LiveSheet } from './LiveSheet.tsx';
import { RunsSheet } from './RunsSheet.tsx';

const SHEETS: Readonly<Record<string, { title: string; Sheet: ComponentType }>> = {
  diagram: { title: 'Diagram', Sheet: DiagramSheet },
  connections: { title: 'Connections', Sheet: ConnectionsSheet },
  runs: { title: 'Runs', Sheet: RunsSheet },
  branches: { title: 'Branches', Sheet: BranchesSheet },
  control: { title: 'Control', Sheet: ControlSheet },
  live: { title: 'Stays live', Sheet: LiveSheet },
  heat: { title: 'Heat', Sheet: HeatSheet },
  growth: { title: 'Growth', Sheet: GrowthSheet },
};

/** What flows where, what a fault does, what protects, what stays live, and what would have to grow. */
export function CircuitStation() {
  const { jobId } = useJob();
  const base = `/jobs/${jobId}/circuit`;
  const current = useSheet(Object.keys(SHEETS));
  const chosen = SHEETS[current]!;
  return (
    <div className="flex h-full flex-col">
      <Tabs base={base} current={current} tabs={Object.entries(SHEETS).map(([path, { title }]) => ({ path, title }))} />
      <div className="relative min-h-0 flex-1 overflow-auto">
        <chosen.Sheet />
      </div>
    </div>
  );
}
