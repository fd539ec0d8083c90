import { type OwnPart, partDifferences } from '@ombrik/core/document/part/ownPart';
import { useQuery } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { Problems } from '../../ui/Problems.tsx';

/** Every version of a part, newest first, with what each has otherwise than the one before. */
export function PartVersions({ id }: { id: string }) {
  const query = useQuery({
    queryKey: ['ownParts', id],
    queryFn: () => answer(api.catalogue.parts[':id'].$get({ param: { id } })),
  });
  if (query.error && !query.data) return <Problems problems={problemsIn(query.error)} />;
  const versions = (query.data?.versions ?? []) as OwnPart[];
  return (
    <section aria-label="Versions" className="mt-3 max-w-3xl border border-base-300 bg-base-100 p-3">
      <h2 className="text-lg">{versions[0]?.part.name}</h2>
      <ol>
        {versions.map((v, i) => {
          const before = versions[i + 1];
          const changed = before ? partDifferences(before.part, v.part) : [];
          return (
            <li key={v.version} className="perforated py-1">
              <b>Version {v.version}</b>{' '}
              <span className="dim">
                {v.madeAt.slice(0, 10)}, {v.madeBy}
                {v.note && `: ${v.note}`}
              </span>
              {before && (
                <p className="num text-[13px]">{changed.length > 0 ? changed.join('; ') : 'nothing is otherwise'}</p>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
