import type { JoinWay } from '@ombrik/core/circuit/formedLink';
import type { Cable } from '@ombrik/core/document/cable/cable';
import { useJob } from '../../session/useJob.ts';
import { amps, mm } from '../../ui/format.ts';
import { useCircuitStudy } from '../circuit/useCircuitStudy.ts';

const millivolts = (v: number) => `${(v * 1000).toFixed(1)}\u2009mV`;

/** A short cable or a formed link of flat copper: both with their figures, one click apart. */
export function JoinWays({ cable }: { cable: Cable }) {
  const job = useJob();
  const short = cable.segments.length === 1 && cable.segments[0]?.kind === 'panelRoute' && cable.cores.length === 1;
  const study = useCircuitStudy('joinWays', short ? cable.id : null, async (s) =>
    short ? s.joinWays(job.board, job.workshop, cable.id) : null,
  );
  const ways = short ? study.data : null;
  if (!ways) return null;
  const now = cable.material === 'flatCopper' ? 'link' : 'cable';
  const row = (kind: 'cable' | 'link', title: string, way: JoinWay) => (
    <li key={kind} className={`perforated flex items-center gap-2 py-1 ${kind === now ? '' : 'dim'}`}>
      <span className="min-w-0 flex-1">
        <b>{title}</b>
        {kind === now && ', as it is'}
        <span className="block text-xs">{way.name}</span>
        <span className={`block text-xs ${way.fails ? '' : 'num'}`}>
          {way.fails ?? `${mm(way.lengthMm)} · carries ${amps(way.ampacityA)} · drops ${millivolts(way.dropV)}`}
        </span>
      </span>
      {kind !== now && !way.fails && (
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Make ${cable.designation} as ${title}`}
          onClick={() =>
            job.edit(`${cable.designation}: ${title}`, [
              {
                kind: 'set',
                collection: 'cables',
                id: cable.id,
                field: 'material',
                value: kind === 'link' ? 'flatCopper' : 'copper',
              },
              { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
            ])
          }
        >
          Take
        </button>
      )}
    </li>
  );
  return (
    <section className="perforated mt-2 pt-1" aria-label="Short cable or formed link">
      <h4 className="text-base">Short cable or formed link</h4>
      <ul>
        {row('cable', 'short cable', ways.cable)}
        {row('link', 'formed link', ways.link)}
      </ul>
    </section>
  );
}
