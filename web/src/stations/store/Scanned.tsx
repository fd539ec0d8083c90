import { useQuery } from '@tanstack/react-query';
import { Link, Navigate, useLocation } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { Waiting } from '../../ui/states/Waiting.tsx';

/** Where a scanned label leads: the cable's card, or the thing in the store. */
export function Scanned() {
  const { pathname } = useLocation();
  const query = useQuery({
    queryKey: ['scan', pathname],
    queryFn: () => answer(api.scan.$get({ query: { code: pathname } } as never)),
    retry: false,
  });
  if (query.data) return <Navigate to={query.data.path} replace />;
  return (
    <div className="p-8">
      {query.error ? (
        <>
          <span className="text-error">{problemsIn(query.error).join('; ')}</span>{' '}
          <Link to="/" className="underline">
            To the wall
          </Link>
        </>
      ) : (
        <Waiting what="Looking it up" shape="line" className="" />
      )}
    </div>
  );
}
