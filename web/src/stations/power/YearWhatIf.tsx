import type { YearResult } from '@ombrik/core/solvers/energy/energyYear';
import { HELD_BACK, type HeldBack } from '@ombrik/core/solvers/energy/whyNotFull';
import { useJob } from '../../session/useJob.ts';
import { kilowattHours, money, percent } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import type { WhatIf } from '../../worker/powerWorker.ts';

/** What a year comes to. */
export function YearTotals({ year }: { year: YearResult }) {
  const job = useJob();
  const t = year.totals;
  return (
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
  );
}

const WHY_WORDS: Readonly<Record<HeldBack, string>> = {
  coldBank: 'the bank is too cold to be charged',
  bankLimit: 'the bank takes no more at once',
  chargerLimit: 'a controller or charger is too small',
  sunLow: 'the sun is too low for what runs',
};

/** What keeps the bank from being full, each cause in hours of the year. */
export function WhyNotFull({ year }: { year: YearResult }) {
  const causes = HELD_BACK.filter((c) => year.why[c].hours > 0).sort((a, b) => year.why[b].hours - year.why[a].hours);
  return (
    <section aria-label="Why it is not full">
      <h2 className="text-lg">Why it is not full</h2>
      {causes.length === 0 ? (
        <p className="dim">Nothing holds charging back.</p>
      ) : (
        <dl className="grid grid-cols-[1fr_auto_auto] gap-x-3">
          {causes.map((c) => (
            <div key={c} className="contents">
              <dt className="dim">{WHY_WORDS[c]}</dt>
              <dd className="num text-right">{year.why[c].hours} h</dd>
              <dd className="num dim text-right">{kilowattHours(year.why[c].wh)}</dd>
            </div>
          ))}
        </dl>
      )}
      <p className="dim text-xs">Hours of daylight or charging in which more was wanted, and what went by in them.</p>
    </section>
  );
}

/** A load that doubles, a system left alone, another year's weather. */
export function YearWhatIf({
  year,
  whatIf,
  setWhatIf,
}: {
  year: YearResult;
  whatIf: WhatIf;
  setWhatIf: (whatIf: WhatIf) => void;
}) {
  const job = useJob();
  const loads = job.board.items.filter((i) => i.load);
  const doubled = whatIf.loadFactor[0]?.[0] ?? '';
  return (
    <>
      <h2 className="text-lg">What if …</h2>
      <PickField
        label="… a load doubles"
        value={doubled}
        options={[['', 'none does'], ...loads.map((i) => [i.id, i.name || i.designation] as const)]}
        onPick={(id) => setWhatIf({ ...whatIf, loadFactor: id ? [[id, 2]] : [] })}
      />
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
    </>
  );
}
