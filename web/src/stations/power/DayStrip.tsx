import type { LoadDemand } from '@ombrik/core/document/item/item';
import { hoursText } from '@ombrik/core/document/item/usage';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';

const HOUR = 100 / 24;
const lines = (everyHours: number, colour: string) =>
  `repeating-linear-gradient(to right, transparent 0 calc(${everyHours * HOUR}% - 1px), ${colour} calc(${everyHours * HOUR}% - 1px) ${everyHours * HOUR}%)`;
/** One ground for all hours: a list of loads would else be hundreds of little boxes. */
const LINES = [
  lines(6, 'color-mix(in srgb, var(--color-base-content) 40%, transparent)'),
  lines(1, 'var(--color-base-300)'),
].join(', ');
const span = (fromHour: number, toHour: number) => ({
  left: `${fromHour * HOUR}%`,
  width: `${(toHour - fromHour) * HOUR}%`,
});
const faint = (hoursPerDay: number) =>
  `repeating-linear-gradient(45deg, color-mix(in srgb, var(--color-primary) ${Math.min(60, 8 + hoursPerDay * 2)}%, transparent) 0 2px, transparent 2px 6px)`;

/** Hours of a day as runs `[from, to)`. */
function runsOf(hours: ReadonlySet<number>): [number, number][] {
  const runs: [number, number][] = [];
  for (const h of [...hours].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last?.[1] === h) last[1] = h + 1;
    else runs.push([h, h + 1]);
  }
  return runs;
}

/**
 * Twenty-four hours to paint: press and draw along. An hour painted is an hour the load is on; a load that only says
 * how long is drawn faint, at no stated time. By keyboard: arrows move, space paints.
 */
export function DayStrip({
  label,
  usage,
  onPaint,
}: {
  label: string;
  usage: LoadDemand['usage'];
  onPaint: (hours: number[]) => void;
}) {
  const own = usage.kind === 'painted' ? usage.hours : [];
  const [drawn, setDrawn] = useState<ReadonlySet<number> | null>(null);
  const [cursor, setCursor] = useState(8);
  const brush = useRef<{ on: boolean; last: number } | null>(null);
  const strip = useRef<HTMLDivElement>(null);
  useEffect(() => setDrawn(null), [usage]);
  const shown = drawn ?? new Set(own);

  const hourAt = (e: PointerEvent): number => {
    const box = strip.current!.getBoundingClientRect();
    return Math.max(0, Math.min(23, Math.floor(((e.clientX - box.left) / box.width) * 24)));
  };
  const paint = (from: number, to: number, on: boolean, base: ReadonlySet<number>) => {
    const next = new Set(base);
    for (let h = Math.min(from, to); h <= Math.max(from, to); h++) on ? next.add(h) : next.delete(h);
    setDrawn(next);
    return next;
  };
  const commit = (hours: ReadonlySet<number>) => onPaint([...hours].sort((a, b) => a - b));
  const start = (e: PointerEvent) => {
    e.preventDefault();
    const hour = hourAt(e);
    brush.current = { on: !shown.has(hour), last: hour };
    strip.current?.setPointerCapture(e.pointerId);
    strip.current?.focus();
    setCursor(hour);
    paint(hour, hour, brush.current.on, shown);
  };
  const move = (e: PointerEvent) => {
    if (!brush.current) return;
    const hour = hourAt(e);
    if (hour === brush.current.last) return;
    paint(brush.current.last, hour, brush.current.on, shown);
    brush.current.last = hour;
    setCursor(hour);
  };
  const end = () => {
    if (!brush.current) return;
    brush.current = null;
    if (drawn) commit(drawn);
  };
  const keys = (e: KeyboardEvent) => {
    if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
      e.preventDefault();
      setCursor((c) => (c + (e.key === 'ArrowLeft' ? 23 : 1)) % 24);
    } else if (e.key === ' ') {
      e.preventDefault();
      commit(paint(cursor, cursor, !shown.has(cursor), shown));
    }
  };
  const says =
    usage.kind === 'painted'
      ? `on ${hoursText(usage.hours) || 'at no hour'}`
      : `${usage.hoursPerDay} hours a day, at no stated time`;
  return (
    <div
      ref={strip}
      role="slider"
      tabIndex={0}
      aria-label={`${label}: ${says}. Hour under the brush`}
      aria-valuemin={0}
      aria-valuemax={23}
      aria-valuenow={cursor}
      aria-valuetext={`${cursor}:00, ${shown.has(cursor) ? 'on' : 'off'}`}
      title={`${says}. Press and draw to paint.`}
      className="group relative h-7 cursor-crosshair touch-none border border-base-300 bg-base-100"
      style={{ backgroundImage: usage.kind === 'perDay' && !drawn ? faint(usage.hoursPerDay) : undefined }}
      onPointerDown={start}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
      onKeyDown={keys}
    >
      {runsOf(shown).map(([from, to]) => (
        <span key={from} className="absolute inset-y-0 bg-primary" style={span(from, to)} />
      ))}
      <span className="absolute inset-0" style={{ backgroundImage: LINES }} />
      <span
        className="absolute inset-y-0 outline-primary group-focus:outline-2"
        style={span(cursor, cursor + 1)}
        aria-hidden
      />
    </div>
  );
}
