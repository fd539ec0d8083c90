import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { type CableWork, cableWork } from '@ombrik/core/stock/cableWork';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { problemsIn } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { firstRows, useIsPainted } from '../../ui/Later.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { ScanBox } from '../../ui/ScanBox.tsx';
import { CableCard } from './CableCard.tsx';
import { CableRow } from './CableRow.tsx';
import { DieRuns } from './DieRuns.tsx';
import { useCableFloor } from './useCableFloor.ts';
import { useStorePlaces } from './useStorePlaces.ts';

const ORDERS = [
  ['making', 'cable by cable'],
  ['die', 'die by die'],
  ['drawn', 'as drawn'],
] as const;
/** A row of the list, px. */
const ROW_PX = 53;
type Order = (typeof ORDERS)[number][0];
/** The cables in an order, and the one whose card is open: asked for in the address, chosen on the board, or the first to do. */
function useChosenCable(order: Order, work: CableWork) {
  const job = useJob();
  const floor = useFloor();
  const [search, setSearch] = useSearchParams();
  const { cables } = job.dossier;
  const listed = order === 'drawn' ? cables.filter((c) => c.lead === null) : work.order;
  const selected = job.selection?.kind === 'cable' ? job.selection.id : null;
  const byId = (id: string | null) => listed.find((c) => c.cableId === id);
  const firstOpen = floor.loaded ? listed.find((c) => !floor.madeIds.has(c.cableId)) : undefined;
  const chosen = byId(search.get('cable')) ?? byId(selected) ?? firstOpen ?? listed[0]!;
  const choose = (cable: MadeCable) => {
    setSearch({ cable: cable.cableId }, { replace: true });
    job.select({ kind: 'cable', id: cable.cableId });
  };
  // The chosen row stays in sight when the next one is taken by its button; on a telephone the list lies under the card.
  const whole = useIsPainted();
  useEffect(() => {
    if (whole && matchMedia('(min-width: 768px)').matches)
      document.getElementById(`row-${chosen.cableId}`)?.scrollIntoView({ block: 'nearest' });
  }, [chosen.cableId, whole]);
  return { listed, chosen, choose, whole };
}

/** All cables in the order of making on the left, the card of one on the right. */
export function CardsSheet() {
  const { dossier, workshop } = useJob();
  const floor = useFloor();
  const say = useCableFloor();
  const store = useStorePlaces();
  const [order, setOrder] = useState<Order>('making');
  const work = useMemo(() => cableWork(dossier.cables, workshop), [dossier.cables, workshop]);
  const { listed, chosen, choose, whole } = useChosenCable(order, work);
  const at = listed.indexOf(chosen);
  const progress = floor.cables.get(chosen.cableId);
  const step = (to: MadeCable | undefined) => (to ? () => choose(to) : null);
  return (
    <div className="grid content-start md:h-full md:grid-cols-[292px_minmax(0,1fr)] md:grid-rows-1 md:content-stretch xl:grid-cols-[340px_minmax(0,1fr)]">
      <div className="relative border-base-300 max-md:order-last max-md:border-t md:overflow-auto md:border-r">
        <ListHead work={work} order={order} onOrder={setOrder} say={say} />
        {order === 'die' && (
          <DieRuns
            runs={work.dieRuns}
            chosenId={chosen.cableId}
            onChoose={(id) => choose(dossier.cables.find((c) => c.cableId === id)!)}
          />
        )}
        <ol hidden={order === 'die'}>
          {(whole ? listed : listed.slice(0, firstRows(ROW_PX))).map((cable, i) => (
            <CableRow
              key={cable.cableId}
              cable={cable}
              before={listed[i - 1]}
              progress={floor.cables.get(cable.cableId)}
              work={work}
              chosen={cable === chosen}
              say={say}
              onChoose={() => choose(cable)}
            />
          ))}
        </ol>
      </div>
      <div className="relative min-w-0 md:overflow-auto">
        {progress && (
          <CableCard
            key={chosen.cableId}
            cable={chosen}
            progress={progress}
            equals={work.equals.get(chosen.cableId) ?? []}
            pullDue={work.pullDue.has(chosen.cableId)}
            reel={store.rodOf(chosen)}
            reels={store.reelsFor(chosen)}
            placeOf={store.placeOf}
            floor={say}
            next={step(listed[at + 1])}
            previous={step(listed[at - 1])}
          />
        )}
      </div>
    </div>
  );
}

/** How many are made, in which order, and what each order costs in set-ups. */
function ListHead({
  work,
  order,
  onOrder,
  say,
}: {
  work: CableWork;
  order: Order;
  onOrder: (order: Order) => void;
  say: ReturnType<typeof useCableFloor>;
}) {
  const { dossier } = useJob();
  const { madeIds } = useFloor();
  const navigate = useNavigate();
  const stops = dossier.findings.filter((f) => f.severity === 'stop').length;
  return (
    <div className="sticky top-0 z-10 grid gap-1 border-b border-base-300 bg-base-200 px-3 py-2">
      <div className="flex items-center gap-3">
        <span className="num text-lg">
          {madeIds.size} of {work.order.length} made
        </span>
        <progress
          className="progress progress-primary min-w-0 flex-1"
          value={madeIds.size}
          max={work.order.length}
          aria-label="Cables made"
        />
      </div>
      <div className="flex flex-wrap items-start gap-2">
        <ScanBox onFound={(f) => navigate(f.path)} />
        <PickField
          label="Order"
          hideLabel
          className="min-w-[9.5rem] flex-1"
          value={order}
          options={ORDERS}
          onPick={onOrder}
        />
      </div>
      <p className="dim text-xs">
        Reels and dies set up: {work.asDrawn.reels} and {work.asDrawn.dies} as drawn, {work.changes.reels} and{' '}
        {work.changes.dies} cable by cable in this order, {work.dieByDie.reels} and {work.dieByDie.dies} if all is cut
        first and crimped die by die.
      </p>
      {stops > 0 && <span className="text-error">{stops} stop findings are open: look before you cut</span>}
      {say.made.error && <Problems problems={problemsIn(say.made.error)} onDismiss={() => say.made.reset()} />}
    </div>
  );
}
