import { removeItems } from '@ombrik/core/board/actions/items';
import { addLoads, LOAD_COLUMNS, readLoadsCsv } from '@ombrik/core/board/actions/loadList';
import type { Item, LoadDemand } from '@ombrik/core/board/board';
import { useState } from 'react';
import { useJob } from '../../app/jobSession.tsx';
import { Askable } from '../../ui/Askable.tsx';
import { ampHours, amps } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

function LoadLine({ item, load }: { item: Item; load: LoadDemand }) {
  const job = useJob();
  const row = job.dossier.energy.rows.find((r) => r.itemId === item.id);
  const set = (change: Partial<LoadDemand>, what: string) =>
    job.edit(`${item.designation}: ${what}`, [
      { kind: 'set', collection: 'items', id: item.id, field: 'load', value: { ...load, ...change } },
    ]);
  const { rating } = load;
  const name = item.name || item.designation;
  return (
    <tr className="align-top">
      <td className="num pt-3">{item.designation}</td>
      <td>
        <TextField
          label={`Name of ${item.designation}`}
          hideLabel
          value={item.name}
          max={80}
          onCommit={(v) =>
            job.edit(`${item.designation}: name`, [
              { kind: 'set', collection: 'items', id: item.id, field: 'name', value: v },
            ])
          }
        />
      </td>
      <td className="min-w-28">
        {rating.kind === 'watts' ? (
          <NumberField
            label={`Watts of ${name}`}
            hideLabel
            value={rating.powerW}
            min={0.01}
            max={50000}
            unit="W"
            onCommit={(powerW) => set({ rating: { kind: 'watts', powerW } }, 'watts')}
          />
        ) : (
          <NumberField
            label={`Amps of ${name}`}
            hideLabel
            value={rating.currentA}
            min={0.001}
            max={2000}
            unit="A"
            onCommit={(currentA) => set({ rating: { kind: 'amps', currentA } }, 'amps')}
          />
        )}
      </td>
      <td>
        <select
          className="select select-sm min-w-16"
          aria-label={`Unit of ${name}`}
          value={rating.kind}
          onChange={(e) => {
            const volts = job.board.brief.systemVoltageV;
            const next: LoadDemand['rating'] =
              e.target.value === 'amps'
                ? {
                    kind: 'amps',
                    currentA:
                      rating.kind === 'watts' ? Math.round((rating.powerW / volts) * 1000) / 1000 : rating.currentA,
                  }
                : {
                    kind: 'watts',
                    powerW: rating.kind === 'amps' ? Math.round(rating.currentA * volts * 100) / 100 : rating.powerW,
                  };
            set({ rating: next }, 'unit');
          }}
        >
          <option value="watts">W</option>
          <option value="amps">A</option>
        </select>
      </td>
      <td className="min-w-24">
        <NumberField
          label={`Hours a day of ${name}`}
          hideLabel
          value={load.hoursPerDay}
          min={0}
          max={24}
          unit="h"
          onCommit={(v) => set({ hoursPerDay: v }, 'hours')}
        />
      </td>
      <td className="min-w-24">
        <NumberField
          label={`Duty of ${name}`}
          hideLabel
          value={Math.round(load.dutyShare * 1000) / 10}
          min={0}
          max={100}
          unit="%"
          onCommit={(v) => set({ dutyShare: v / 100 }, 'duty')}
        />
      </td>
      <td className="pt-3 text-center">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          aria-label={`${name} is essential`}
          checked={load.essential}
          onChange={(e) => set({ essential: e.target.checked }, 'essential')}
        />
      </td>
      <td>
        <select
          className="select select-sm min-w-24"
          aria-label={`Drop limit of ${name}`}
          value={load.dropClass}
          onChange={(e) => set({ dropClass: e.target.value as LoadDemand['dropClass'] }, 'drop limit')}
        >
          <option value="critical">critical</option>
          <option value="other">other</option>
        </select>
      </td>
      <td className="pt-3 text-right">
        {row &&
          (rating.kind === 'watts' ? (
            <Askable address={`item/${item.id}/designCurrentA`}>{amps(row.currentA)}</Askable>
          ) : (
            <span className="num">{amps(row.currentA)}</span>
          ))}
      </td>
      <td className="pt-3 text-right">
        {row && <Askable address={`item/${item.id}/dailyAh`}>{ampHours(row.dailyAh)}</Askable>}
      </td>
      <td>
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          onClick={() => job.edit(`Take ${name} off the list`, removeItems(job.board, new Set([item.id])))}
        >
          Remove
        </button>
      </td>
    </tr>
  );
}

/** The load list and what it asks of the bank. A row is the load itself: wired and placed on the other stations. */
export function PowerStation() {
  const job = useJob();
  const [problems, setProblems] = useState<string[]>([]);
  const loads = job.board.items.flatMap((item) => (item.load ? [{ item, load: item.load }] : []));
  const { energy } = job.dossier;
  const part = job.parts.get('load-small')!;
  const upload = async (file: File) => {
    const read = readLoadsCsv(await file.text());
    setProblems(read.problems.length > 0 ? [`${file.name} was refused; nothing was imported.`, ...read.problems] : []);
    if (read.rows.length > 0) job.edit(`Import ${read.rows.length} loads`, addLoads(job.board, read.rows, part));
  };
  const addOne = () =>
    job.edit(
      'Add a load',
      addLoads(
        job.board,
        [
          {
            name: 'New load',
            load: {
              rating: { kind: 'watts', powerW: 10 },
              hoursPerDay: 1,
              dutyShare: 1,
              essential: false,
              dropClass: 'other',
            },
          },
        ],
        part,
      ),
    );
  return (
    <div className="p-5">
      <div className="mb-3 flex items-center gap-2">
        <h1 className="mr-auto text-2xl">Loads</h1>
        <label className="btn btn-sm">
          Import CSV
          <input
            type="file"
            accept=".csv,text/csv"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void upload(file);
            }}
          />
        </label>
        <button type="button" className="btn btn-primary btn-sm" onClick={addOne}>
          Add a load
        </button>
      </div>
      <Problems problems={problems} onDismiss={() => setProblems([])} />
      <dl className="mb-3 flex flex-wrap gap-x-8 gap-y-1 border-y border-base-300 py-2">
        {[
          [
            'in a day',
            <span key="d" className="num">
              {ampHours(energy.dailyAh)}
            </span>,
          ],
          [
            'of it essential',
            <span key="e" className="num">
              {ampHours(energy.essentialAh)}
            </span>,
          ],
          [
            'bank on the board',
            <span key="b" className="num">
              {energy.bankAh > 0 ? ampHours(energy.bankAh) : 'none yet'}
            </span>,
          ],
          [
            'lasts without charging',
            energy.autonomyDays === null ? (
              <span key="a" className="dim">
                needs loads and a bank
              </span>
            ) : (
              <Askable key="a" address="job/autonomyDays">
                {energy.autonomyDays.toFixed(1)} days
              </Askable>
            ),
          ],
          [
            `bank for ${job.board.settings.autonomyDays} days`,
            <Askable key="w" address="job/wantedBankAh">
              {ampHours(energy.wantedBankAh)}
            </Askable>,
          ],
        ].map(([label, value]) => (
          <div key={String(label)} className="flex items-baseline gap-2">
            <dt className="dim">{label}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      {loads.length === 0 ? (
        <p className="dim">
          No loads yet. Add one, or import a CSV with the columns <span className="num">{LOAD_COLUMNS.join(', ')}</span>
          .
        </p>
      ) : (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Name</th>
              <th className="min-w-36">What</th>
              <th>Rating</th>
              <th>Unit</th>
              <th>A day</th>
              <th>Duty</th>
              <th>Essential</th>
              <th>Drop limit</th>
              <th className="text-right">Current</th>
              <th className="text-right">Charge</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {loads.map(({ item, load }) => (
              <LoadLine key={item.id} item={item} load={load} />
            ))}
          </tbody>
        </table>
      )}
      <p className="dim mt-3 text-xs">
        Duty counts in the daily charge only; conductors are sized for the full current.
      </p>
    </div>
  );
}
