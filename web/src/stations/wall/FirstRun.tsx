import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Check } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMayNot } from '../../app/useMe.ts';
import { Problems } from '../../ui/Problems.tsx';

const firstRun = api.workshop['first-run'];
const fetchFirstRun = () => answer(firstRun.$get());
type Step = Awaited<ReturnType<typeof fetchFirstRun>>['settled'][number];

interface StepWords {
  step: Step;
  title: string;
  says: string;
  /** Where it is done; the first order is taken in on the wall itself. */
  to?: readonly [path: string, press: string];
}
const STEPS: readonly StepWords[] = [
  {
    step: 'place',
    title: 'Where you are reached',
    says: 'The address telephones and scanners of the shop reach this program at, and what money is called here.',
    to: ['/workshop#figures', 'Say it'],
  },
  {
    step: 'rules',
    title: 'What you hold true',
    says: 'How much of a bank a customer may plan on, your hour and margin, the rules boards are judged by.',
    to: ['/workshop', 'Look them over'],
  },
  {
    step: 'people',
    title: 'Who works here',
    says: 'Each comes in by a link you make, with what they may do. Alone? Leave it.',
    to: ['/people', 'Let somebody in'],
  },
  {
    step: 'tools',
    title: 'Tools and dies you own',
    says: 'A board that needs a die you do not have says so while it is drawn, not at the press.',
    to: ['/workshop#tools', 'Tick them'],
  },
  {
    step: 'stock',
    title: 'What lies in the store',
    says: 'Receive reels and boxes, or read a supplier’s price list. Without it everything counts as to be bought.',
    to: ['/stock', 'Open the store'],
  },
  {
    step: 'order',
    title: 'The first order',
    says: 'From a template or from nothing. Or try everything on a practice board first, and archive it when you are done.',
  },
];

/** What an empty workshop is led through, on its wall; each step can be left for later and taken up again. */
export function FirstRun({ onNewJob, again = false }: { onNewJob?: () => void; again?: boolean }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const mayNot = useMayNot('POST /api/workshop/first-run');
  const query = useQuery({ queryKey: ['first run'], queryFn: fetchFirstRun, enabled: mayNot === null });
  const settle = usePress({
    route: 'POST /api/workshop/first-run',
    send: (json: { step: Step; settled: boolean }, key) => answer(firstRun.$post({ json }, keyed(key))),
    onSuccess: (now) => client.setQueryData(['first run'], now),
  });
  const practise = usePress({
    route: 'POST /api/jobs/practice',
    send: (_: undefined, key) => answer(api.jobs.practice.$post({}, keyed(key))),
    onSuccess: ({ job }) => navigate(`/jobs/${job.id}/board`),
  });
  if (mayNot !== null || !query.data) return null;
  const { settled, there } = query.data;
  const isDone = (step: Step) => settled.includes(step) || there.includes(step);
  const open = STEPS.filter((s) => !isDone(s.step));
  if (open.length === 0 && !again) return null;
  const trouble = query.error ?? settle.error ?? practise.error;
  return (
    <section className="mb-5 border border-base-300 bg-base-100 p-4" aria-label="Setting the workshop up">
      <h2 className="text-xl">Setting the workshop up</h2>
      <p className="dim mb-2 text-sm">
        In this order or any other; what you leave stands under Workshop. {STEPS.length - open.length} of {STEPS.length}{' '}
        done.
      </p>
      {trouble && <Problems problems={problemsIn(trouble)} />}
      <ol className="grid gap-1">
        {STEPS.map(({ step, title, says, to }) => (
          <li key={step} className="perforated grid grid-cols-[28px_minmax(0,1fr)_auto] items-center gap-2 py-2">
            <span aria-hidden className="text-success">
              {isDone(step) ? <Check size={18} /> : null}
            </span>
            <div className={isDone(step) ? 'dim' : ''}>
              <h3 className="label-face text-base">
                {title}
                <span className="sr-only">{isDone(step) ? ', done' : ', open'}</span>
              </h3>
              <p className="text-sm">{says}</p>
            </div>
            <span className="flex flex-wrap justify-end gap-1">
              {to && (
                <Link to={to[0]} className="btn btn-sm">
                  {to[1]}
                </Link>
              )}
              {step === 'order' && (
                <>
                  {onNewJob && (
                    <button type="button" className="btn btn-primary btn-sm" onClick={onNewJob}>
                      New job
                    </button>
                  )}
                  <button
                    type="button"
                    className="btn btn-sm"
                    disabled={practise.isPending}
                    onClick={() => practise.mutate(undefined)}
                  >
                    A practice board
                  </button>
                </>
              )}
              {there.includes(step) ? null : settled.includes(step) ? (
                <button
                  type="button"
                  className="btn btn-ghost btn-sm"
                  disabled={settle.isPending}
                  onClick={() => settle.mutate({ step, settled: false })}
                >
                  Take it up again
                </button>
              ) : (
                <button
                  type="button"
                  className="btn btn-ghost btn-sm"
                  aria-label={`${title}: it is right so, or later`}
                  disabled={settle.isPending}
                  onClick={() => settle.mutate({ step, settled: true })}
                >
                  Right so, or later
                </button>
              )}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
