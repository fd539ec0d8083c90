import { useState } from 'react';
import { dayWords } from '../../told/days.ts';

/** The single days somebody comes on. */
export function VisitDays({
  name,
  days,
  may,
  onChange,
}: {
  name: string;
  days: readonly string[];
  may: boolean;
  onChange: (days: readonly string[]) => void;
}) {
  const [day, setDay] = useState('');
  return (
    <div className="flex flex-wrap items-center gap-2">
      {days.map((d) => (
        <button
          key={d}
          type="button"
          className="btn btn-xs"
          disabled={!may}
          aria-label={`${name} does not come on ${d}`}
          onClick={() => onChange(days.filter((x) => x !== d))}
        >
          {dayWords(d)} ✕
        </button>
      ))}
      <input
        type="date"
        className="input input-sm w-40"
        aria-label={`Day ${name} comes`}
        disabled={!may}
        value={day}
        onChange={(e) => setDay(e.target.value)}
      />
      <button
        type="button"
        className="btn btn-sm"
        disabled={!may || !day || days.includes(day)}
        onClick={() => {
          onChange([...days, day].sort());
          setDay('');
        }}
      >
        Add the day
      </button>
    </div>
  );
}
