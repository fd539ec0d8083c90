import type { Item, LoadDemand } from '@ombrik/core/document/item/item';
import { LOAD_FIELDS } from '@ombrik/core/document/item/itemFields';
import { useJob } from '../../session/useJob.ts';
import { CheckField, PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { LoadGroup } from './LoadGroup.tsx';

export interface LoadProps {
  item: Item;
  load: LoadDemand;
  set: (change: Partial<LoadDemand>, what: string) => void;
}

const SEASONS = [
  ['all', 'all year'],
  ['warm', 'warm half'],
  ['cold', 'cold half'],
] as const;
const DROP_CLASSES = [
  ['critical', 'critical'],
  ['other', 'other'],
] as const;

/** What is said of few loads: season, standby, starting, groups, how it is judged, whose it is. */
export function LoadMore(of: LoadProps) {
  const { item, load, set } = of;
  return (
    <div className="grid grid-cols-5 gap-3 py-1">
      <RatedIn {...of} />
      <PickField label="Season" value={load.season} options={SEASONS} onPick={(season) => set({ season }, 'season')} />
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
      <PickField
        label="Drop limit"
        hint={`Drop limit of ${item.name || item.designation}`}
        value={load.dropClass}
        options={DROP_CLASSES}
        onPick={(dropClass) => set({ dropClass }, 'drop limit')}
      />
      {load.side === 'mains' && (
        <NumberField
          {...LOAD_FIELDS.powerFactor}
          value={load.powerFactor}
          onCommit={(powerFactor) => set({ powerFactor }, 'power factor')}
        />
      )}
      <ShortTimes {...of} />
      <Flag label="soft starter" value={load.softStart} onCheck={(softStart, what) => set({ softStart }, what)} />
      <Flag label="needs a pure sine" value={load.needsSine} onCheck={(needsSine, what) => set({ needsSine }, what)} />
      <LoadGroup {...of} />
    </div>
  );
}

const Flag = ({
  label,
  value,
  onCheck,
}: {
  label: string;
  value: boolean;
  onCheck: (value: boolean, what: string) => void;
}) => <CheckField className="self-end pb-2" label={label} value={value} onCheck={(on) => onCheck(on, label)} />;

/** Watts or amps: what was said in the one is said in the other. */
function RatedIn({ load: { rating, side }, set }: LoadProps) {
  const volts = useJob().board.brief.systemVoltageV;
  const inAmps = (): LoadDemand['rating'] => ({
    kind: 'amps',
    currentA: rating.kind === 'watts' ? Math.round((rating.powerW / volts) * 1000) / 1000 : rating.currentA,
  });
  const inWatts = (): LoadDemand['rating'] => ({
    kind: 'watts',
    powerW: rating.kind === 'amps' ? Math.round(rating.currentA * volts * 100) / 100 : rating.powerW,
  });
  return (
    <PickField
      label="Rated in"
      value={rating.kind}
      disabled={side === 'mains'}
      options={[
        ['watts', 'watts'],
        ['amps', 'amps'],
      ]}
      onPick={(kind) => set({ rating: kind === 'amps' ? inAmps() : inWatts() }, 'unit')}
    />
  );
}

/** Runs for seconds only, so many times an hour. */
function ShortTimes({ load: { shortTime }, set }: LoadProps) {
  return (
    <>
      <Flag
        label="runs for seconds"
        value={shortTime !== null}
        onCheck={(on, what) => set({ shortTime: on ? { onS: 10, timesPerHour: 4 } : null }, what)}
      />
      {shortTime && (
        <>
          <NumberField
            {...LOAD_FIELDS.onS}
            value={shortTime.onS}
            onCommit={(onS) => set({ shortTime: { ...shortTime, onS } }, 'seconds each time')}
          />
          <NumberField
            {...LOAD_FIELDS.timesPerHour}
            value={shortTime.timesPerHour}
            onCommit={(timesPerHour) => set({ shortTime: { ...shortTime, timesPerHour } }, 'times an hour')}
          />
        </>
      )}
    </>
  );
}
