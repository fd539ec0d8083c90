import type { FindingEntry } from '@ombrik/core/findings/entries';
import type { FindingId } from '@ombrik/core/findings/registry';
import { useEffect, useState } from 'react';
import { useJob } from '../session/useJob.ts';
import { Worded } from './words/Worded.tsx';

const words = (l: FindingEntry['limits'][number]): string =>
  'value' in l ? `${l.value}${l.unit ? `\u2009${l.unit}` : ''}` : `set by the ${l.setBy}`;

/** The entry of a kind of finding: what it protects, and by which limits it judges on every board. */
export function FindingEntryText({ kind }: { kind: FindingId }) {
  const { about } = useJob();
  const [entry, setEntry] = useState<FindingEntry | null>(null);
  useEffect(() => {
    let current = true;
    void about(kind).then((found) => current && setEntry(found));
    return () => {
      current = false;
    };
  }, [kind]);
  if (!entry) return null;
  return (
    <div className="mt-1.5 border-l border-base-300 pl-2 text-xs" data-finding-entry={kind}>
      <p>
        Protects <Worded text={entry.protects} />. <span className="dim num">{kind}</span>
      </p>
      {entry.limits.length > 0 && (
        <ul className="mt-1">
          {entry.limits.map((l) => (
            <li key={l.name}>
              <span className="dim">
                <Worded text={l.what} />:
              </span>{' '}
              <span className="num">{words(l)}</span> <span className="dim">({l.source})</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
