import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import type { CableProgress } from '@ombrik/core/stock/cableSteps';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { momentWords } from '../../told/days.ts';
import { Problems } from '../../ui/Problems.tsx';
import { RedoForm } from './RedoForm.tsx';
import type { useCableFloor } from './useCableFloor.ts';

interface FootProps {
  cable: MadeCable;
  redone: CableProgress['redone'];
  floor: ReturnType<typeof useCableFloor>;
  next: (() => void) | null;
  previous: (() => void) | null;
}

/** What came of the last press, how often the cable was made again, and the ways on. */
export function CardFoot({ cable, redone, floor, next, previous }: FootProps) {
  const [redoing, setRedoing] = useState(false);
  const { error, data, variables, reset } = floor.step;
  return (
    <>
      {error && <Problems problems={problemsIn(error)} onDismiss={() => reset()} />}
      {data && data.taken.length > 0 && variables?.cableId === cable.cableId && (
        <p className="dim text-[13px]">
          From the store:{' '}
          {data.taken.map((t) => `no. ${t.number} ${t.quantity}${t.unit === 'mm' ? ' mm' : ''}`).join(', ')}
        </p>
      )}
      {redone.length > 0 && (
        <ul className="text-[13px]">
          {redone.map((r) => (
            <li key={r.at}>
              <b>Made again</b>: {r.reason} ({r.scrap === 'bin' ? 'scrapped' : 'kept as a remnant'}), {r.personName},{' '}
              {momentWords(r.at)}
            </li>
          ))}
        </ul>
      )}
      {redoing ? (
        <RedoForm cable={cable} floor={floor} onDone={() => setRedoing(false)} />
      ) : (
        <div className="flex items-center gap-2">
          <button type="button" className="btn min-h-[52px]" onClick={() => setRedoing(true)}>
            Problem: make it again …
          </button>
          <span className="flex-1" />
          <button type="button" className="btn min-h-[52px] px-6" disabled={!previous} onClick={previous ?? undefined}>
            Back
          </button>
          <button
            type="button"
            className="btn btn-primary min-h-[56px] px-10 text-lg"
            disabled={!next}
            onClick={next ?? undefined}
          >
            Next cable
          </button>
        </div>
      )}
    </>
  );
}
