import type { HouseDesign } from '@ombrik/core/design/houseDesign';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useMay } from '../../app/useMe.ts';
import { Problems } from '../../ui/Problems.tsx';
import { KeepDesign } from './KeepDesign.tsx';
import { StartFromDesign } from './StartFromDesign.tsx';
import { useDesigns } from './useDesigns.ts';

/** Boards the workshop sells as its own: each with its options, its price and what it was last kept for. */
export function DesignsSheet() {
  const may = useMay('POST /api/designs');
  const { designs, isPending, error } = useDesigns();
  const [keeping, setKeeping] = useState(false);
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 py-2">
        <h1 className="text-2xl">House designs</h1>
        {may && (
          <button type="button" className="btn btn-sm" aria-expanded={keeping} onClick={() => setKeeping(!keeping)}>
            Keep a job as a design …
          </button>
        )}
      </div>
      {error && <Problems problems={problemsIn(error)} />}
      {keeping && <KeepDesign designs={designs} onDone={() => setKeeping(false)} />}
      {!isPending && designs.length === 0 && (
        <p className="dim max-w-xl">
          None yet. A board the workshop builds again and again is kept here with what may be chosen; jobs start from
          it, and are offered what a later version changes.
        </p>
      )}
      <div className="grid grid-cols-2 gap-3">
        {designs.map((d) => (
          <OneDesign key={d.id} design={d} />
        ))}
      </div>
    </>
  );
}

const wordOf = { without: 'may be left out', swap: 'in several', mirror: 'as drawn, or mirrored' } as const;

function OneDesign({ design }: { design: HouseDesign }) {
  const [starting, setStarting] = useState(false);
  const { name, version, board, options, price, note, madeAt, madeBy } = design;
  return (
    <article aria-label={name} className="border border-base-300 bg-base-100 p-3">
      <h2 className="text-lg">
        {name} <span className="dim text-sm">version {version}</span>
      </h2>
      <p className="dim text-[13px]">
        {board.brief.systemVoltageV} V, {board.items.length} parts, {board.cables.length} cables
        {price !== null && `, ${price.toFixed(2)}`} · {madeAt.slice(0, 10)}, {madeBy}
        {note && `: ${note}`}
      </p>
      {options.length > 0 && (
        <ul className="list-disc pl-5 text-[13px]">
          {options.map((o) => (
            <li key={o.id}>
              {o.name}: {wordOf[o.kind]}
            </li>
          ))}
        </ul>
      )}
      {starting ? (
        <StartFromDesign design={design} onCancel={() => setStarting(false)} />
      ) : (
        <button type="button" className="btn btn-primary btn-sm mt-2" onClick={() => setStarting(true)}>
          Start a job from it
        </button>
      )}
    </article>
  );
}
