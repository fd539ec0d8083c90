import type { FaultFlow } from '@ombrik/core/circuit/faultFlow';
import type { FaultStory } from '@ombrik/core/circuit/faultStory';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { amps, seconds } from '../../ui/format.ts';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { ProtectionTable } from './ProtectionTable.tsx';
import { TimeCurrentChart } from './TimeCurrentChart.tsx';
import type { FaultPlay } from './useFaultPlay.ts';

const squared = (x: number) => Number(x.toPrecision(3)).toLocaleString('en').replaceAll(',', '\u2009');

type Opening = FaultStory['devices'][number] & { index: number };
const after = (s: number | null) => (s === null ? 'never' : seconds(s));
const OPENS: DataColumn<Opening>[] = [
  {
    title: 'Opens',
    cell: (d) => `${d.name}${d.index === 0 ? ', first' : d.mayOpenToo ? ', may open too' : ', stays in'}`,
  },
  { title: 'Rating', right: true, className: 'num', cell: (d) => amps(d.ratingA) },
  { title: 'Soonest', right: true, className: 'num', cell: (d) => after(d.fastS) },
  { title: 'Latest', right: true, className: 'num', cell: (d) => after(d.slowS) },
];

/** What a short does: what flows, what opens and in which order, and whether the conductor bears it. */
export function FaultPanel({
  story,
  connectionId,
  flow,
  play,
}: {
  story: FaultStory | null;
  connectionId: string | null;
  flow: FaultFlow | null;
  play: FaultPlay;
}) {
  const { board, dossier } = useJob();
  if (!connectionId) return <p className="dim">Choose a line in the drawing, or press Enter on it.</p>;
  const cable = board.cables.find((c) => c.cores.some((k) => k.connectionId === connectionId));
  if (!story)
    return (
      <p>Nothing stiff feeds {cable?.designation}: a short there draws no more than its charger or module gives.</p>
    );
  const wire = dossier.sizing.wires.find((w) => w.connectionId === connectionId);
  const sized = dossier.sizing.cables.find((c) => c.cableId === cable?.id);
  const bears = story.passedA2s === null ? null : story.passedA2s <= (story.withstandA2s ?? 0);
  return (
    <div className="grid gap-4 md:h-full md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <section aria-label={`Short on ${cable?.designation}`} className="overflow-auto">
        <h2 className="flex items-baseline gap-3 text-lg">
          {cable?.designation} shorted
          {play.timeS !== null && <span className="num text-sm">{seconds(play.timeS)} after</span>}
          <button type="button" className="btn btn-xs ml-auto" onClick={play.restart}>
            Run again
          </button>
        </h2>
        <p className={story.devices.length === 0 ? 'stripe-stop px-2' : ''}>{story.says}</p>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3">
          <dt className="dim">largest, near end</dt>
          <dd>
            <Askable address={`connection/${connectionId}/faultA`}>{amps(story.largestA)}</Askable>
          </dd>
          <dt className="dim">smallest, far end</dt>
          <dd>
            <Askable address={`connection/${connectionId}/faultSmallestA`}>{amps(story.smallestA)}</Askable>
          </dd>
          {flow && flow.batteries.length > 1 && (
            <>
              <dt className="dim">out of the bank</dt>
              <dd className="num">
                {flow.batteries
                  .filter((b) => Math.abs(b.currentA) > 1)
                  .map((b) => `${board.items.find((i) => i.id === b.itemId)?.designation} ${amps(b.currentA)}`)
                  .join(', ')}
              </dd>
            </>
          )}
          {story.withstandA2s !== null && (
            <>
              <dt className="dim">let through</dt>
              <dd className={bears === false ? 'stripe-stop px-1' : ''}>
                <span className="num">
                  {story.passedA2s === null ? 'need not open' : `${squared(story.passedA2s)} A²s`}
                </span>
                {' of '}
                <Askable address={`cable/${cable?.id}/withstandA2s`}>{squared(story.withstandA2s)} A²s</Askable>
              </dd>
            </>
          )}
        </dl>
        {wire && <ProtectionTable board={board} wire={wire} />}
        {story.devices.length > 0 && (
          <DataTable
            label="What opens"
            className="table table-xs mt-1"
            columns={OPENS}
            rows={story.devices.map((device, index) => ({ ...device, index }))}
            keyOf={(d) => d.key}
            rowClass={(d) => (play.opened.get(d.itemId) === d.name ? 'font-semibold' : '')}
          />
        )}
        {story.bms.map((b) => (
          <p key={b.itemId} className="dim text-sm">
            {board.items.find((i) => i.id === b.itemId)?.designation}: its own electronics open above {amps(b.cutA)},
            perhaps sooner than any fuse. They do not replace one.
          </p>
        ))}
      </section>
      <TimeCurrentChart story={story} ampacityA={sized?.ampacityA ?? null} cable={cable?.designation ?? ''} />
    </div>
  );
}
