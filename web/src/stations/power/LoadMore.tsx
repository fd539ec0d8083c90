import type { Item, LoadDemand } from '@ombrik/core/document/item/item';
import { LOAD_FIELDS } from '@ombrik/core/document/item/itemFields';
import { newId } from '@ombrik/core/document/newId';
import { useJob } from '../../session/useJob.ts';
import { NumberField, TextField } from '../../ui/TextField.tsx';

/** What is said of few loads: season, standby, starting, groups, how it is judged, whose it is. */
export function LoadMore({
  item,
  load,
  set,
}: {
  item: Item;
  load: LoadDemand;
  set: (change: Partial<LoadDemand>, what: string) => void;
}) {
  const job = useJob();
  const { loadGroups } = job.board.power;
  const volts = job.board.brief.systemVoltageV;
  const { rating } = load;
  const flag = (label: string, on: boolean, change: (on: boolean) => Partial<LoadDemand>) => (
    <label className="flex items-center gap-2 self-end pb-2">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        checked={on}
        onChange={(e) => set(change(e.target.checked), label)}
      />
      {label}
    </label>
  );
  const groupTo = (value: string) => {
    if (value !== 'new') return set({ groupId: value || null }, 'group');
    const group = { id: newId('lg'), name: `group ${loadGroups.length + 1}`, mode: 'oneAtATime' as const };
    job.edit(`${item.designation}: new group`, [
      { kind: 'setPower', field: 'loadGroups', value: [...loadGroups, group] },
      { kind: 'set', collection: 'items', id: item.id, field: 'load', value: { ...load, groupId: group.id } },
    ]);
  };
  const group = loadGroups.find((g) => g.id === load.groupId);
  const setGroup = (change: Partial<(typeof loadGroups)[number]>) =>
    job.edit(`Group ${group?.name}`, [
      {
        kind: 'setPower',
        field: 'loadGroups',
        value: loadGroups.map((g) => (g.id === load.groupId ? { ...g, ...change } : g)),
      },
    ]);
  return (
    <div className="grid grid-cols-5 gap-3 py-1">
      <label className="grid gap-0.5">
        <span className="label-face">Rated in</span>
        <select
          className="select w-full"
          value={rating.kind}
          disabled={load.side === 'mains'}
          onChange={(e) =>
            set(
              {
                rating:
                  e.target.value === 'amps'
                    ? {
                        kind: 'amps',
                        currentA:
                          rating.kind === 'watts' ? Math.round((rating.powerW / volts) * 1000) / 1000 : rating.currentA,
                      }
                    : {
                        kind: 'watts',
                        powerW:
                          rating.kind === 'amps' ? Math.round(rating.currentA * volts * 100) / 100 : rating.powerW,
                      },
              },
              'unit',
            )
          }
        >
          <option value="watts">watts</option>
          <option value="amps">amps</option>
        </select>
      </label>
      <label className="grid gap-0.5">
        <span className="label-face">Season</span>
        <select
          className="select w-full"
          value={load.season}
          onChange={(e) => set({ season: e.target.value as LoadDemand['season'] }, 'season')}
        >
          <option value="all">all year</option>
          <option value="warm">warm half</option>
          <option value="cold">cold half</option>
        </select>
      </label>
      <NumberField
        {...LOAD_FIELDS.standbyW}
        value={load.standbyW}
        onCommit={(standbyW) => set({ standbyW }, 'standby')}
      />
      <NumberField
        {...LOAD_FIELDS.surgeFactor}
        value={load.surgeFactor}
        unit="×"
        onCommit={(surgeFactor) => set({ surgeFactor }, 'starting factor')}
      />
      <label className="grid gap-0.5">
        <span className="label-face">Drop limit</span>
        <select
          className="select w-full"
          aria-label={`Drop limit of ${item.name || item.designation}`}
          value={load.dropClass}
          onChange={(e) => set({ dropClass: e.target.value as LoadDemand['dropClass'] }, 'drop limit')}
        >
          <option value="critical">critical</option>
          <option value="other">other</option>
        </select>
      </label>
      {load.side === 'mains' && (
        <NumberField
          {...LOAD_FIELDS.powerFactor}
          value={load.powerFactor}
          onCommit={(powerFactor) => set({ powerFactor }, 'power factor')}
        />
      )}
      {flag('runs for seconds', load.shortTime !== null, (on) => ({
        shortTime: on ? { onS: 10, timesPerHour: 4 } : null,
      }))}
      {load.shortTime && (
        <>
          <NumberField
            {...LOAD_FIELDS.onS}
            value={load.shortTime.onS}
            onCommit={(onS) => load.shortTime && set({ shortTime: { ...load.shortTime, onS } }, 'seconds each time')}
          />
          <NumberField
            {...LOAD_FIELDS.timesPerHour}
            value={load.shortTime.timesPerHour}
            onCommit={(timesPerHour) =>
              load.shortTime && set({ shortTime: { ...load.shortTime, timesPerHour } }, 'times an hour')
            }
          />
        </>
      )}
      {flag('soft starter', load.softStart, (softStart) => ({ softStart }))}
      {flag('needs a pure sine', load.needsSine, (needsSine) => ({ needsSine }))}
      <label className="grid gap-0.5">
        <span className="label-face">Runs with</span>
        <select className="select w-full" value={load.groupId ?? ''} onChange={(e) => groupTo(e.target.value)}>
          <option value="">nobody in particular</option>
          {loadGroups.map((g) => (
            <option key={g.id} value={g.id}>
              {g.name}
            </option>
          ))}
          <option value="new">a new group …</option>
        </select>
      </label>
      {group && (
        <>
          <TextField label="Group name" value={group.name} max={40} required onCommit={(name) => setGroup({ name })} />
          <label className="grid gap-0.5">
            <span className="label-face">In this group</span>
            <select
              className="select w-full"
              value={group.mode}
              onChange={(e) => setGroup({ mode: e.target.value as 'together' | 'oneAtATime' })}
            >
              <option value="oneAtATime">one at a time</option>
              <option value="together">all together</option>
            </select>
          </label>
        </>
      )}
    </div>
  );
}
