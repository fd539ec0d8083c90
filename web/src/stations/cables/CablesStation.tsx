import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { CardsSheet } from './CardsSheet.tsx';
import { CostsSheet } from './CostsSheet.tsx';
import { CuttingSheet } from './CuttingSheet.tsx';
import { LabelsSheet } from './LabelsSheet.tsx';
import { PickingSheet } from './PickingSheet.tsx';
import { ReleaseBar } from './ReleaseBar.tsx';

const SHEETS: Readonly<Record<string, { title: string; Sheet: ComponentType }>> = {
  cards: { title: 'Cards', Sheet: CardsSheet },
  cutting: { title: 'Cutting', Sheet: CuttingSheet },
  picking: { title: 'Picking', Sheet: PickingSheet },
  labels: { title: 'Labels', Sheet: LabelsSheet },
  costs: { title: 'Costs', Sheet: CostsSheet },
};

/** From a derived board to cables on the bench: cards, cuts, labels, and what it all cost. */
export function CablesStation() {
  const { jobId, dossier } = useJob();
  const base = `/jobs/${jobId}/cables`;
  const current = useSheet(Object.keys(SHEETS));
  const chosen = SHEETS[current]!;
  if (dossier.cables.length === 0)
    return (
      <p className="dim p-6">
        No cables yet. Join terminals on the board; every wire appears here with its length and both ends.
      </p>
    );
  return (
    <div className="flex h-full flex-col">
      <Tabs base={base} current={current} tabs={Object.entries(SHEETS).map(([path, { title }]) => ({ path, title }))} />
      <ReleaseBar />
      <div className="relative min-h-0 flex-1 overflow-auto">
        <chosen.Sheet />
      </div>
    </div>
  );
}
