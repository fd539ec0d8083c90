import { SOURCE_NAMES, type YearResult } from '@ombrik/core/solvers/energy/energyYear';
import type { ManyYears } from '@ombrik/core/solvers/energy/manyYears';
import { proxy } from 'comlink';
import { useState } from 'react';
import { Bar, Line } from 'react-chartjs-2';
import { useJob } from '../../session/useJob.ts';
import { useInks } from '../../ui/charts.ts';
import { kilowattHours, money, percent } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import type { WhatIf } from '../../worker/powerWorker.ts';
import { MONTHS } from './SunMonths.tsx';
import { powerStudy, useStudy } from './usePowerStudy.ts';

type View = 'day' | 'week' | 'year';
const YEARS = 200;
const START: WhatIf = { seed: 1, loadFactor: [], parked: null };
const SOURCE_WORDS = {
  sun: 'sun',
  alternator: 'alternator',
  mains: 'mains',
  generator: 'generator',
  wind: 'wind',
} as const;

/** First day of the seven in a row with the lowest charge at their end, parked days first when there are any. */
function worstWeek(year: YearResult): number {
  let [worst, at] = [Number.POSITIVE_INFINITY, 0];
  for (let day = 0; day + 7 <= 365; day++) {
    let sum = 0;
    for (let d = day; d < day + 7; d++)
      sum += year.socShare[d * 24 + 23]! - 2 * Math.min(1, year.unmetWh[d * 24 + 12]!);
    if (sum < worst) [worst, at] = [sum, day];
  }
  return at;
}

/** Point, words and step of each view. */
function slice(year: YearResult, view: View, day: number) {
  if (view === 'year')
    return {
      labels: Array.from({ length: 365 }, (_, d) => `day ${d + 1}`),
      soc: Array.from({ length: 365 }, (_, d) => Math.min(...year.socShare.slice(d * 24, d * 24 + 24)) * 100),
      unmet: Array.from({ length: 365 }, (_, d) => year.unmetWh.slice(d * 24, d * 24 + 24).reduce((s, x) => s + x, 0)),
    };
  const from = (view === 'week' ? worstWeek(year) : day) * 24;
  const length = view === 'week' ? 168 : 24;
  return {
    labels: Array.from({ length }, (_, i) => `day ${Math.floor((from + i) / 24) + 1}, ${(from + i) % 24}:00`),
    soc: Array.from(year.socShare.slice(from, from + length), (x) => x * 100),
    unmet: Array.from(year.unmetWh.slice(from, from + length)),
  };
}

/** The board's system through a year of weather, hour by hour; and two hundred of them. */
export function YearSheet() {
  const job = useJob();
  const [whatIf, setWhatIf] = useState<WhatIf>(START);
  const [view, setView] = useState<View>('year');
  const [day, setDay] = useState(355);
  const study = useStudy('year', whatIf, (s, board) => s.year(board, job.workshop, whatIf));
  const ink = useInks();
  const loads = job.board.items.filter((i) => i.load);
  const doubled = whatIf.loadFactor[0]?.[0] ?? '';
  const hasBank = job.dossier.energy.bankAh > 0;
  if (!hasBank)
    return (
      <p className="dim p-5">
        No bank on the board yet: choose a system, or put batteries on the board, and its year runs here.
      </p>
    );
  if (study.isPending) return <p className="dim p-5">Running a year …</p>;
  if (study.error) return <Problems problems={[String(study.error)]} />;
  const { year, usableShare } = study.data;
  const t = year.totals;
  const shown = slice(year, view, day);
  const cut = (1 - usableShare) * 100;
  const colours = [ink.amber, ink.verdigris, ink.dim, ink.copper, ink.text];
  const summary = `${year.unmetDays} days with something cut, lowest charge ${Math.round(t.lowestShare * 100)} percent`;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_270px] gap-5 p-4">
      <section className="grid content-start gap-3">
        <div className="flex items-end gap-2">
          <h1 className="mr-auto text-2xl">A year of this board</h1>
          <div role="radiogroup" aria-label="View" className="join">
            {(['day', 'week', 'year'] as const).map((v) => (
              <button
                key={v}
                type="button"
                role="radio"
                aria-checked={view === v}
                className={`btn btn-sm join-item ${view === v ? 'btn-primary' : ''}`}
                onClick={() => setView(v)}
              >
                {v === 'week' ? 'worst week' : v}
              </button>
            ))}
          </div>
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
        <div className="h-60">
          <Line
            role="img"
            aria-label={`State of charge, ${view} view: ${summary}`}
            data={{
              labels: shown.labels,
              datasets: [
                {
                  label: view === 'year' ? 'lowest charge of the day, %' : 'charge, %',
                  data: shown.soc,
                  borderColor: ink.verdigris,
                  backgroundColor: `${ink.verdigris}22`,
                  fill: true,
                  pointRadius: 0,
                  borderWidth: 1.5,
                },
                {
                  label: 'sheddable loads are cut below',
                  data: shown.soc.map(() => cut),
                  borderColor: ink.amber,
                  borderDash: [5, 4],
                  pointRadius: 0,
                  borderWidth: 1.5,
                },
                {
                  label: 'asked for and not served, Wh',
                  data: shown.unmet,
                  type: 'bar' as never,
                  backgroundColor: ink.stop,
                  yAxisID: 'wh',
                },
              ],
            }}
            options={{
              plugins: { legend: { position: 'bottom' } },
              scales: {
                x: { ticks: { maxTicksLimit: 9 }, grid: { display: false } },
                y: { min: 0, max: 100 },
                wh: { position: 'right', beginAtZero: true, grid: { display: false } },
              },
            }}
          />
        </div>
        <div className="h-44">
          <Bar
            role="img"
            aria-label={`Energy used by source: ${SOURCE_NAMES.map((s, k) => `${s} ${kilowattHours(MONTHS.reduce((sum, _, m) => sum + t.bySourceWh[m * SOURCE_NAMES.length + k]!, 0))}`).join(', ')}`}
            data={{
              labels: MONTHS,
              datasets: SOURCE_NAMES.map((name, k) => ({
                label: `${SOURCE_WORDS[name]}, kWh`,
                data: MONTHS.map((_, m) => t.bySourceWh[m * SOURCE_NAMES.length + k]! / 1000),
                backgroundColor: colours[k],
                stack: 'source',
              })).filter((d) => d.data.some((x) => x > 0)),
            }}
            options={{
              plugins: { legend: { position: 'bottom' } },
              scales: { x: { stacked: true, grid: { display: false } }, y: { stacked: true, beginAtZero: true } },
            }}
          />
        </div>
        <ManyYearsRun whatIf={whatIf} />
      </section>
      <aside className="grid content-start gap-3">
        <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-1 border-y border-base-300 py-2">
          {(
            [
              ['days something is cut', String(year.unmetDays)],
              ['not served', kilowattHours(t.unmetWh)],
              ['asked for', kilowattHours(t.loadWh)],
              ['lowest charge', percent(t.lowestShare)],
              ['full cycles', t.equivalentCycles.toFixed(0)],
              ['sun left unused', kilowattHours(t.spilledWh)],
              ['lost in the bank', kilowattHours(t.lostWh)],
              ...(job.board.power.generator
                ? [['generator', `${t.generatorHours.toFixed(0)} h, ${money(t.generatorCost, job.workshop.currency)}`]]
                : []),
            ] as [string, string][]
          ).map(([label, value]) => (
            <div key={label} className="contents">
              <dt className="dim">{label}</dt>
              <dd className="num text-right">{value}</dd>
            </div>
          ))}
        </dl>
        <h2 className="text-lg">What if …</h2>
        <label className="grid gap-0.5">
          <span className="label-face">… a load doubles</span>
          <select
            className="select select-sm w-full"
            value={doubled}
            onChange={(e) => setWhatIf({ ...whatIf, loadFactor: e.target.value ? [[e.target.value, 2]] : [] })}
          >
            <option value="">none does</option>
            {loads.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name || i.designation}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={whatIf.parked !== null}
            onChange={(e) => setWhatIf({ ...whatIf, parked: e.target.checked ? { fromDay: 14, days: 20 } : null })}
          />
          … it is left alone
        </label>
        {whatIf.parked && (
          <div className="grid grid-cols-2 gap-2">
            <NumberField
              label="For"
              value={whatIf.parked.days}
              min={1}
              max={365}
              unit="days"
              onCommit={(d) => setWhatIf({ ...whatIf, parked: { ...whatIf.parked!, days: Math.round(d) } })}
            />
            <NumberField
              label="From day"
              value={whatIf.parked.fromDay + 1}
              min={1}
              max={365}
              unit=""
              onCommit={(d) => setWhatIf({ ...whatIf, parked: { ...whatIf.parked!, fromDay: Math.round(d) - 1 } })}
            />
            <p className="dim col-span-2 text-xs">
              Only what runs day and night stays on; no engine, no mains, no generator. Charge after it:{' '}
              <span className="num">
                {percent(year.socShare[(((whatIf.parked.fromDay + whatIf.parked.days) % 365) * 24 + 8759) % 8760]!)}
              </span>
            </p>
          </div>
        )}
        <NumberField
          label="Weather of year number"
          value={whatIf.seed}
          min={1}
          max={100000}
          unit=""
          onCommit={(seed) => setWhatIf({ ...whatIf, seed: Math.round(seed) })}
        />
        <p className="dim text-xs">
          The same number gives the same weather. The bank is run as it will be when the ageing reserve is used up.
        </p>
      </aside>
    </div>
  );
}

/** Two hundred years of weather in the worker, with progress and a stop. */
function ManyYearsRun({ whatIf }: { whatIf: WhatIf }) {
  const job = useJob();
  const [done, setDone] = useState<number | null>(null);
  const [result, setResult] = useState<{ many: ManyYears; revision: number } | null>(null);
  const run = async () => {
    setDone(0);
    // Word of progress may still be on its way when the run has ended.
    let running = true;
    const progress = proxy((n: number) => {
      if (running) setDone(n);
    });
    const many = await powerStudy().manyYears(job.board, job.workshop, whatIf, YEARS, progress);
    running = false;
    setDone(null);
    if (many) setResult({ many, revision: job.revision });
  };
  const { many } = result ?? {};
  return (
    <section className="border border-base-300 bg-base-100 p-3" aria-label="Two hundred years">
      <div className="flex items-center gap-3">
        <h2 className="mr-auto text-lg">{YEARS} years of weather</h2>
        {done === null ? (
          <button type="button" className="btn btn-sm btn-primary" onClick={() => void run()}>
            Run {YEARS} years
          </button>
        ) : (
          <>
            <progress className="progress progress-primary w-40" value={done} max={YEARS} aria-label="Years run" />
            <span className="num" role="status">
              {done} of {YEARS}
            </span>
            <button type="button" className="btn btn-sm" onClick={() => void powerStudy().stop()}>
              Stop
            </button>
          </>
        )}
      </div>
      {many && (
        <p className="mt-1">
          Something is cut on <b className="num">{percent(many.darkDayShare)}</b> of days, give or take{' '}
          <span className="num">{percent(many.halfWidth)}</span> (95 %); in the worst year on{' '}
          <span className="num">{many.darkDaysByYear.at(-1)}</span> days, in the middle one on{' '}
          <span className="num">{many.darkDaysByYear[Math.floor(many.years / 2)]}</span>.
          {many.meanGeneratorHours > 0 && (
            <>
              {' '}
              Generator <span className="num">{many.meanGeneratorHours.toFixed(0)} h</span> a year.
            </>
          )}
          {result!.revision !== job.revision && (
            <span className="text-warning"> Run on revision {result!.revision}: run it again.</span>
          )}
        </p>
      )}
    </section>
  );
}
