import type { Item } from '@ombrik/core/document/item/item';
import type { MainsStudy } from '@ombrik/core/stages/control/mainsStudy';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

/** Who is fed by what on the mains side, plugged in and not. */
export function MainsTable({ mains, items }: { mains: MainsStudy; items: readonly Item[] }) {
  const name = (id: string) => {
    const item = items.find((i) => i.id === id);
    return `${item?.designation ?? id} ${item?.name ?? ''}`.trim();
  };
  const [all] = mains.states;
  const absent = mains.states.at(-1);
  const looped = new Map(mains.loops.map((l) => [l.chargerId, l.inverterId]));
  const by = (ids: readonly string[] | undefined) => (ids && ids.length > 0 ? ids.map(name).join(' and ') : '–');
  const columns: DataColumn<{ itemId: string; index: number }>[] = [
    { title: 'Fed', cell: (f) => <b>{name(f.itemId)}</b> },
    ...mains.states.map((s) => ({
      title: s.live.length === 0 ? 'nothing plugged in' : `with ${s.live.map(name).join(' and ')}`,
      cell: (f: { itemId: string; index: number }) => {
        const loop = looped.get(f.itemId);
        return (
          <>
            {by(s.fed[f.index]?.by)}
            {loop && s === absent && <b> · the bank charges itself through {name(loop)}</b>}
          </>
        );
      },
    })),
  ];
  return (
    <section>
      <h1 className="text-2xl">Mains side</h1>
      <p className="stripe-warn mb-2 max-w-3xl px-2">
        Mains can kill. It is drawn here so that loops and back-feed show; a licensed person sizes, connects and tests
        it.
      </p>
      {!all || !absent ? (
        <p className="dim max-w-2xl">
          Nothing is wired on the mains side. Inlet, generator socket, distribution, transfer relay and
          inverter-chargers are in the catalogue.
        </p>
      ) : (
        <>
          <DataTable
            label="Mains side"
            className="table table-sm w-auto"
            columns={columns}
            rows={all.fed.map((f, index) => ({ itemId: f.itemId, index }))}
            keyOf={(f) => `${f.itemId}${f.index}`}
            rowClass={(f) => (looped.has(f.itemId) ? 'stripe-stop' : '')}
          />
          {all.passing.length > 0 && (
            <p className="dim mt-1 text-sm">
              With mains there {all.passing.map(name).join(' and ')} passes it through and does not invert.
            </p>
          )}
          {absent.livePins.map((p) => (
            <p key={p.inletId} className="stripe-stop mt-1 px-2">
              Unplugged, the pins of {name(p.inletId)} are live by {by(p.by)}.
            </p>
          ))}
        </>
      )}
    </section>
  );
}
