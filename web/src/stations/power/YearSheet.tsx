import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { OneOf } from '../../ui/OneOf.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import type { WhatIf } from '../../worker/powerWorker.ts';
import { ManyYearsRun } from './ManyYearsRun.tsx';
import { useStudy } from './usePowerStudy.ts';
import { ChargeChart, SourceStrips } from './YearCharts.tsx';
import { WhyNotFull, YearTotals, YearWhatIf } from './YearWhatIf.tsx';
import type { YearView } from './yearSlice.ts';

const VIEWS = [
  ['day', 'day'],
  ['week', 'worst week'],
  ['year', 'year'],
] as const;
const START: WhatIf = { seed: 1, loadFactor: [], parked: null };

/** The board's system through a year of weather, hour by hour; and two hundred of them. */
export function YearSheet() {
  const job = useJob();
  const [whatIf, setWhatIf] = useState<WhatIf>(START);
  const [view, setView] = useState<YearView>('year');
  const [day, setDay] = useState(355);
  const study = useStudy('year', whatIf, (s, board) => s.year(board, job.workshop, whatIf));
  const hasBank = job.dossier.energy.bankAh > 0;
  if (!hasBank)
    return (
      <p className="dim p-5">
        No bank on the board yet: choose a system, or put batteries on the board, and its year runs here.
      </p>
    );
  if (!study.data) return <Held of={study} stops={study.stops} what="Running a year" shape="chart" />;
  const { year, usableShare } = study.data;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_270px] gap-5 p-4 print:block">
      <section className="grid content-start gap-3">
        <div className="flex items-end gap-2">
          <h1 className="mr-auto text-2xl">A year of this board</h1>
          <OneOf label="View" value={view} options={VIEWS} onPick={setView} />
          {view === 'day' && (
            <NumberField
              className="w-28"
              label="Day of the year"
              value={day + 1}
              min={1}
              max={365}
              unit=""
              onCommit={(d) => setDay(Math.round(d) - 1)}
            />
          )}
        </div>
        <ChargeChart year={year} view={view} day={day} usableShare={usableShare} />
        <SourceStrips year={year} />
        <ManyYearsRun whatIf={whatIf} />
      </section>
      <aside className="grid content-start gap-3">
        <YearTotals year={year} />
        <WhyNotFull year={year} />
        <YearWhatIf year={year} whatIf={whatIf} setWhatIf={setWhatIf} />
      </aside>
    </div>
  );
}
