import type { ComponentType } from 'react';
import { useJob } from '../../session/useJob.ts';
import { STATION_SHEETS } from '../../ui/stationSheets.ts';
import { Tabs, useSheet } from '../../ui/Tabs.tsx';
import { CardsSheet } from './CardsSheet.tsx';
import { CostsSheet } from './CostsSheet.tsx';
import { CuttingSheet } from './CuttingSheet.tsx';
import { LabelsSheet } from './LabelsSheet.tsx';
import { PickingSheet } from './PickingSheet.tsx';
import { ReleaseBar } from './ReleaseBar.tsx';

const TITLES = STATION_SHEETS.cables;
const SHEETS: Readonly<Record<keyof typeof TITLES, ComponentType>> = {
  cards: CardsSheet,
  cutting: CuttingSheet,
  picking: PickingSheet,
  labels: LabelsSheet,
  costs: CostsSheet,
};

/** From a derived board to cables on the bench: cards, cuts, labels, and what it all cost. */
export function CablesStation() {
  const { jobId, dossier } = useJob();
  const base = `/jobs/${jobId}/cables`;
  const current = useSheet(Object.keys(SHEETS));
  const Sheet = SHEETS[current as keyof typeof TITLES];
  if (dossier.cables.length === 0)
    return (
      <p className="dim p-6">
        No cables yet. Join terminals on the board; every wire appears here with its length and both ends.
      </p>
    );
  return (
    <div className="flex h-full flex-col">
      <Tabs base={base} current={current} tabs={Object.entries(TITLES).map(([path, title]) => ({ path, title }))} />
      <ReleaseBar />
      <div className="relative min-h-0 flex-1 overflow-auto">
        <Sheet />
      </div>
    </div>
  );
}
