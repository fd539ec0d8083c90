import { useEffect, useState } from 'react';

export type Shape = 'rows' | 'chart' | 'page' | 'drawing' | 'line';

const BAR = 'h-3 bg-base-300';
/** Where what is waited for will stand, so that nothing jumps once it is there. */
const SHAPES: Readonly<Record<Shape, React.ReactNode>> = {
  rows: [64, 48, 56, 40, 52].map((w) => (
    <div key={w} className="perforated flex items-center gap-4 py-3">
      <span className={BAR} style={{ width: 72 }} />
      <span className={BAR} style={{ width: `${w}%` }} />
    </div>
  )),
  chart: <div className="h-56 max-w-4xl border border-base-300 bg-base-100" />,
  drawing: <div className="h-[min(60vh,520px)] border border-base-300 bg-base-100" />,
  page: (
    <div className="grid gap-4">
      <span className="h-7 w-56 bg-base-300" />
      <div className="h-32 border border-base-300 bg-base-100" />
      <span className={BAR} style={{ width: '60%' }} />
      <span className={BAR} style={{ width: '45%' }} />
    </div>
  ),
  line: null,
};

/** Past a second somebody who waits asks whether anything goes on. */
const COUNTS_FROM_S = 1;

export interface WaitingProps {
  /** What goes on, as a sentence without its end: "Counting the store". */
  what: string;
  shape?: Shape;
  /** Ends what goes on; it can be asked for again. */
  stop?: (() => void) | undefined;
  className?: string;
}

/** What is being waited for, in the shape it will have; past a second how long it takes, and how to end it. */
export function Waiting({ what, shape = 'rows', stop, className = 'p-5' }: WaitingProps) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const from = Date.now();
    const timer = setInterval(() => setSeconds(Math.floor((Date.now() - from) / 1000)), 250);
    return () => clearInterval(timer);
  }, []);
  return (
    <div className={className} data-waiting={what}>
      <p className="dim flex min-h-8 items-center gap-2">
        <span role="status">{what} …</span>
        {seconds >= COUNTS_FROM_S && (
          <>
            <span className="num" aria-hidden>
              {seconds} s
            </span>
            {stop && (
              <button type="button" className="btn btn-xs" onClick={stop}>
                Stop
              </button>
            )}
          </>
        )}
      </p>
      <div aria-hidden className="mt-2">
        {SHAPES[shape]}
      </div>
    </div>
  );
}
