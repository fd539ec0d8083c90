import type { Away } from '@ombrik/core/shop/shopCalendar';
import { useState } from 'react';
import { dayWords } from '../../told/days.ts';

/** When somebody is away, or the shop is closed. */
export function AwayList({
  name,
  away,
  may,
  onChange,
}: {
  name: string;
  away: readonly Away[];
  may: boolean;
  onChange: (away: readonly Away[]) => void;
}) {
  const [next, setNext] = useState<Away>({ from: '', to: '', why: '' });
  const to = next.to || next.from;
  return (
    <div className="grid gap-1">
      {away.map((a, i) => (
        <p key={`${a.from} ${a.to}`} className="flex items-center gap-2 text-[13px]">
          away {dayWords(a.from)}
          {a.to === a.from ? '' : ` to ${dayWords(a.to)}`} {a.why}
          <button
            type="button"
            className="btn btn-xs"
            disabled={!may}
            aria-label={`${name} is there from ${a.from} after all`}
            onClick={() => onChange(away.filter((_, k) => k !== i))}
          >
            ✕
          </button>
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-2">
        {(['from', 'to'] as const).map((end) => (
          <input
            key={end}
            type="date"
            className="input input-sm w-40"
            aria-label={`${name} away ${end}`}
            disabled={!may}
            min={end === 'to' ? next.from : undefined}
            value={next[end]}
            onChange={(e) => setNext({ ...next, [end]: e.target.value })}
          />
        ))}
        <input
          className="input input-sm w-40"
          aria-label={`Why ${name} is away`}
          placeholder="why"
          maxLength={120}
          disabled={!may}
          value={next.why}
          onChange={(e) => setNext({ ...next, why: e.target.value })}
        />
        <button
          type="button"
          className="btn btn-sm"
          disabled={!may || !next.from || to < next.from}
          onClick={() => {
            onChange([...away, { ...next, to }].sort((a, b) => (a.from < b.from ? -1 : 1)));
            setNext({ from: '', to: '', why: '' });
          }}
        >
          Add days away
        </button>
      </div>
    </div>
  );
}
