import { type QueryKey, useQueryClient } from '@tanstack/react-query';
import { Failed } from './Failed.tsx';
import { type Shape, Waiting } from './Waiting.tsx';

interface Asked {
  error: unknown;
  fetchStatus: 'fetching' | 'paused' | 'idle';
  refetch: () => unknown;
}

interface HeldProps {
  of: Asked;
  /** What goes on while it waits, without its end: "Counting the store". */
  what: string;
  shape?: Shape;
  /** The key of what is asked, where it may take longer than a second: it can then be stopped. */
  stops?: QueryKey;
  className?: string;
}

/** What stands in the place of an answer that is not there: waiting, stopped by hand, without a network, or failed. */
export function Held({ of, what, shape, stops, className }: HeldProps) {
  const client = useQueryClient();
  const again = () => void of.refetch();
  const given = className === undefined ? {} : { className };
  if (of.error) return <Failed error={of.error} again={again} {...given} />;
  if (of.fetchStatus === 'paused') return <Failed error={new TypeError('the server is out of reach')} {...given} />;
  if (of.fetchStatus === 'idle' && stops)
    return (
      <div className={className ?? 'p-5'}>
        <p className="dim">Stopped: {what.toLowerCase()}.</p>
        <button type="button" className="btn btn-sm mt-2" onClick={again}>
          Go on with it
        </button>
      </div>
    );
  return (
    <Waiting
      what={what}
      {...given}
      {...(shape && { shape })}
      stop={stops && (() => void client.cancelQueries({ queryKey: stops, exact: true }))}
    />
  );
}
