import { airWords, type PanelHeat, type ShutAir } from '@ombrik/core/stages/heat/heat';
import { ELECTRONICS_AIR_C } from '@ombrik/core/tables/layoutPractice';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { HeatPicture } from './HeatPicture.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';

/** Where the heat goes in a state of the board, and how warm the air gets under a lid. */
export function HeatSheet() {
  const { board, workshop } = useJob();
  const study = useCircuitStudy('heat', null, (s) => s.heat(board, workshop));
  const [id, setId] = useState('full');
  if (!study.data) return <Held of={study} stops={study.stops} what="Adding up the losses" shape="drawing" />;
  const chosen = study.data.find((h) => h.id === id) ?? study.data[0]!;
  return (
    <div className="p-5">
      <div className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-2xl">Where the heat goes</h1>
        <PickField
          label="What is on"
          hideLabel
          className="w-auto"
          value={chosen.id}
          options={study.data.map((h) => [h.id, h.title] as const)}
          onPick={(picked) => setId(picked)}
        />
        <span className="dim">{chosen.says}</span>
      </div>
      {chosen.panels.map((heat) => (
        <OnePanel key={heat.panelId} heat={heat} asked={chosen.id === 'full'} />
      ))}
    </div>
  );
}

/** How warm shut-in air gets, and whether cables lie in it as they are sized. */
function Air({ air, where, address, asked }: { air: ShutAir; where: string; address: string; asked: boolean }) {
  const rise = `${air.riseK.toFixed(1)} K`;
  return (
    <p className={air.airC > ELECTRONICS_AIR_C ? 'stripe-warn p-1' : ''}>
      {where} {air.lossW.toFixed(0)} W have {air.areaM2.toFixed(2)} m² to leave by: the air gets{' '}
      {asked ? <Askable address={address}>{rise}</Askable> : rise} warmer than outside, <b>{airWords(air.airC)}</b>.{' '}
      {asked && 'Cables there are sized for that.'}
    </p>
  );
}

function OnePanel({ heat, asked }: { heat: PanelHeat; asked: boolean }) {
  const { board, parts } = useJob();
  const panel = board.panels.find((p) => p.id === heat.panelId);
  if (!panel) return null;
  const sum = heat.parts.reduce((s, p) => s + p.lossW, 0) + heat.cablesW;
  const { lid, behind } = heat;
  const rows = [
    ...heat.parts.map((p) => {
      const item = board.items.find((i) => i.id === p.itemId)!;
      const name = item.name || parts.get(item.partId)?.name;
      return { key: p.itemId, name: `${item.designation} ${name ?? ''}`, lossW: p.lossW };
    }),
    { key: 'cables', name: 'Cables on it', lossW: heat.cablesW },
  ];
  return (
    <section
      aria-label={`Heat on ${panel.name}`}
      className="mt-4 grid grid-cols-[minmax(0,1.6fr)_minmax(240px,1fr)] gap-5"
    >
      <div>
        <h2 className="text-lg">
          {panel.name}: {sum.toFixed(0)} W
        </h2>
        <HeatPicture panel={panel} heat={heat} />
        {lid ? (
          <Air air={lid} where="Under its lid" address={`panel/${panel.id}/riseK`} asked={asked} />
        ) : (
          <p className="dim">It stands open: the air about it is as warm as the brief says.</p>
        )}
        {behind && <Air air={behind} where="Behind it" address={`panel/${panel.id}/behind/riseK`} asked={asked} />}
      </div>
      <div>
        <DataTable
          label={`Losses on ${panel.name}`}
          columns={[
            { title: 'Of what', cell: (r) => r.name },
            {
              title: 'Heat',
              right: true,
              className: 'num',
              by: (r) => r.lossW,
              cell: (r) => `${r.lossW.toFixed(1)} W`,
            },
          ]}
          rows={rows.filter((r) => r.lossW >= 0.05)}
          keyOf={(r) => r.key}
        />
      </div>
    </section>
  );
}
