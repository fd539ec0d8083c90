import { type AsBuilt, asBuiltWords, type Otherwise } from '@ombrik/core/build/asBuilt';
import type { Said } from '@ombrik/core/build/buildState';
import type { Board } from '@ombrik/core/document/board';
import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { PickField } from '../../ui/PickField.tsx';
import { BenchNumber } from './BenchNumber.tsx';

const BIG = 'btn h-22 min-h-22 min-w-16 text-2xl!';

interface HandsProps {
  choices: readonly Otherwise[];
  board: Board;
  parts: ReadonlyMap<string, Part>;
  onSay: (said: Said) => void;
  onClose: () => void;
}

/** What was done otherwise than drawn, said in few presses: it goes to the designer with its consequences. */
export function OtherwiseHands({ choices, board, parts, onSay, onClose }: HandsProps) {
  const [chosen, setChosen] = useState<Otherwise | null>(choices.length === 1 ? choices[0]! : null);
  const [built, setBuilt] = useState<AsBuilt | null>(chosen?.now ?? null);
  const pick = (o: Otherwise) => {
    setChosen(o);
    setBuilt(o.now);
  };
  const changed = built && chosen && (built.kind === 'link' || JSON.stringify(built) !== JSON.stringify(chosen.now));
  return (
    <footer className="flex flex-wrap items-end gap-3 border-t border-base-300 p-3">
      <p className="w-full text-2xl">How was it built?</p>
      {!chosen &&
        choices.map((o) => (
          <button key={o.title} type="button" className={BIG} onClick={() => pick(o)}>
            {o.title}
          </button>
        ))}
      {chosen && built && <Value otherwise={chosen} built={built} onBuilt={setBuilt} />}
      <span className="flex-1" />
      {chosen && (
        <button
          type="button"
          className={`${BIG} btn-primary`}
          disabled={!changed}
          onClick={() => built && onSay({ kind: 'otherwise', what: built, words: asBuiltWords(board, parts, built) })}
        >
          Tell the designer
        </button>
      )}
      <button type="button" className={BIG} onClick={onClose}>
        Back
      </button>
    </footer>
  );
}

/** The one or two values of it. */
function Value({
  otherwise,
  built,
  onBuilt,
}: {
  otherwise: Otherwise;
  built: AsBuilt;
  onBuilt: (built: AsBuilt) => void;
}) {
  if (built.kind === 'link') return <p className="self-center text-2xl">{otherwise.title}</p>;
  if (built.kind === 'part')
    return (
      <PickField
        label={otherwise.title}
        hideLabel
        size="md"
        className="h-22 text-2xl"
        value={built.partId}
        options={[
          [otherwise.now.kind === 'part' ? otherwise.now.partId : '', 'choose the part'],
          ...otherwise.parts.map((p) => [p.partId, p.name] as const),
        ]}
        onPick={(picked) => onBuilt({ ...built, partId: picked })}
      />
    );
  if (built.kind === 'run')
    return (
      <Millimetres label="Length" value={built.lengthMm} onValue={(lengthMm) => onBuilt({ ...built, lengthMm })} />
    );
  return (
    <>
      <Millimetres label="Across" value={built.xMm} onValue={(xMm) => onBuilt({ ...built, xMm })} />
      <Millimetres label="Down" value={built.yMm} onValue={(yMm) => onBuilt({ ...built, yMm })} />
    </>
  );
}

function Millimetres({ label, value, onValue }: { label: string; value: number; onValue: (mm: number) => void }) {
  return (
    <div className="grid gap-1 text-lg">
      {label}
      <BenchNumber
        label={label}
        unit="mm"
        className="h-22 w-40 text-3xl"
        value={Math.round(value)}
        onValue={(mm) => mm !== null && onValue(Math.round(mm))}
      />
    </div>
  );
}
