import type { Command } from '@ombrik/core/document/commands';
import { inPercent } from '@ombrik/core/document/fields';
import type { Item, LoadDemand } from '@ombrik/core/document/item/item';
import { LOAD_FIELDS } from '@ombrik/core/document/item/itemFields';
import { removeItems } from '@ombrik/core/document/item/items';
import { loadPartId } from '@ombrik/core/document/item/loadList';
import { drawShareOf, hoursPerDayOf } from '@ombrik/core/document/item/usage';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { ampHours, watts } from '../../ui/format.ts';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { DayStrip } from './DayStrip.tsx';
import { LoadMore } from './LoadMore.tsx';

/** One load: what it is on the left, when it runs on the right, the rest below when asked for. */
export function LoadRow({ item, load }: { item: Item; load: LoadDemand }) {
  const job = useJob();
  const [open, setOpen] = useState(false);
  const row = job.dossier.energy.rows.find((r) => r.itemId === item.id);
  const name = item.name || item.designation;
  const set = (change: Partial<LoadDemand>, what: string) => {
    const next = { ...load, ...change };
    const commands: Command[] = [{ kind: 'set', collection: 'items', id: item.id, field: 'load', value: next }];
    // A load that changes sides is another part; wires on the old one would hang in the air.
    if (next.side !== load.side) {
      const wired = job.board.connections.some((c) => c.from.itemId === item.id || c.to.itemId === item.id);
      if (wired) {
        setRefused(`${item.designation} is wired: remove its wires at Circuit before it changes sides`);
        return;
      }
      commands.push({
        kind: 'set',
        collection: 'items',
        id: item.id,
        field: 'partId',
        value: loadPartId(next, job.board.brief.systemVoltageV),
      });
    }
    setRefused(null);
    job.edit(`${item.designation}: ${what}`, commands);
  };
  const [refused, setRefused] = useState<string | null>(null);
  const { rating } = load;
  return (
    <>
      <tr className="align-top">
        <td className="num pt-3 text-xs">{item.designation}</td>
        <td className="min-w-36">
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
          {refused && <span className="text-xs text-error">{refused}</span>}
        </td>
        <td className="w-24 min-w-24">
          {rating.kind === 'watts' ? (
            <NumberField
              {...LOAD_FIELDS.powerW}
              label={`Watts of ${name}`}
              hideLabel
              value={rating.powerW}
              unit="W"
              onCommit={(powerW) => set({ rating: { kind: 'watts', powerW } }, 'watts')}
            />
          ) : (
            <NumberField
              {...LOAD_FIELDS.currentA}
              label={`Amps of ${name}`}
              hideLabel
              value={rating.currentA}
              unit="A"
              onCommit={(currentA) => set({ rating: { kind: 'amps', currentA } }, 'amps')}
            />
          )}
        </td>
        <td>
          <select
            className="select select-sm min-w-[84px]"
            aria-label={`Side of ${name}`}
            value={load.side}
            onChange={(e) => set({ side: e.target.value as LoadDemand['side'] }, 'side')}
          >
            <option value="dc">d.c.</option>
            <option value="mains" disabled={rating.kind === 'amps'}>
              mains
            </option>
          </select>
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
        <td className="w-[30%] min-w-64">
          <DayStrip
            label={name}
            usage={load.usage}
            onPaint={(hours) => set({ usage: { kind: 'painted', hours } }, 'hours')}
          />
        </td>
        <td className="w-20 min-w-20">
          <NumberField
            {...LOAD_FIELDS.hoursPerDay}
            label={`Hours a day of ${name}`}
            hideLabel
            value={hoursPerDayOf(load)}
            unit="h"
            onCommit={(hoursPerDay) => set({ usage: { kind: 'perDay', hoursPerDay } }, 'hours')}
          />
        </td>
        <td className="w-20 min-w-20">
          <NumberField
            {...inPercent(LOAD_FIELDS.dutyShare)}
            label={`Duty of ${name}`}
            hideLabel
            // Of what runs for seconds the seconds say it.
            disabled={load.shortTime !== null}
            value={Math.round(drawShareOf(load) * 1000) / 10}
            unit="%"
            onCommit={(v) => set({ dutyShare: v / 100 }, 'duty')}
          />
        </td>
        <td className="pt-2.5 text-right">
          {row && <Askable address={`load/${item.id}/dailyAh`}>{ampHours(row.dailyAh)}</Askable>}
        </td>
        <td className="pt-1.5 whitespace-nowrap">
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-expanded={open}
            aria-label={`More about ${name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'less' : 'more'}
          </button>
        </td>
      </tr>
      {open && (
        <tr>
          <td />
          <td colSpan={9} className="bg-base-100">
            <LoadMore item={item} load={load} set={set} />
            <div className="mt-2 flex items-baseline gap-4">
              {row && row.surgeW > row.powerW + 1e-9 && (
                <span>
                  starts with <Askable address={`load/${item.id}/surgeW`}>{watts(row.surgeW)}</Askable>
                </span>
              )}
              {row && (
                <span>
                  takes{' '}
                  {rating.kind === 'watts' ? (
                    <Askable address={`load/${item.id}/currentA`}>{row.currentA.toFixed(1)} A</Askable>
                  ) : (
                    <span className="num">{row.currentA.toFixed(1)} A</span>
                  )}{' '}
                  while on
                </span>
              )}
              <button
                type="button"
                className="btn btn-ghost btn-xs ml-auto"
                onClick={() => job.edit(`Take ${name} off the list`, removeItems(job.board, new Set([item.id])))}
              >
                Take it off the list
              </button>
            </div>
          </td>
        </tr>
      )}
    </>
  );
}
