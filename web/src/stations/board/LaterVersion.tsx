import type { Item } from '@ombrik/core/document/item/item';
import { ownPartOf, partDifferences, takeVersion } from '@ombrik/core/document/part/ownPart';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { useOwnParts } from '../catalogue/useOwnParts.ts';

/** A later version of an own part, with what it has otherwise; taken for every item of the board that has an earlier one. */
export function LaterVersion({ item }: { item: Item }) {
  const job = useJob();
  const own = ownPartOf(item.partId);
  const { parts } = useOwnParts();
  const [problem, setProblem] = useState('');
  const newest = own && parts.find((p) => p.id === own.id);
  const part = job.parts.get(item.partId);
  if (!own || !newest || !part || newest.version <= own.version) return null;
  const changed = partDifferences(part, newest.part);
  const take = () => {
    try {
      job.edit(`Take version ${newest.version} of ${newest.part.name}`, takeVersion(job.board, newest.part));
    } catch (e) {
      setProblem((e as Error).message);
    }
  };
  return (
    <section aria-label="Later version" className="my-2 border border-base-300 p-2 text-[13px]">
      <p>
        This is version {own.version}; {newest.madeBy} has kept version {newest.version}
        {newest.note && ` (${newest.note})`}.
      </p>
      <p className="num text-xs">{changed.join('; ')}</p>
      <button type="button" className="btn btn-xs mt-1" onClick={take}>
        Take version {newest.version}
      </button>
      {problem && (
        <p role="alert" className="text-error text-xs">
          {problem}
        </p>
      )}
    </section>
  );
}
