import { placeOf } from '@ombrik/core/practice/levels';
import type { Defect } from '@ombrik/core/stages/bench/defect';
import { useState } from 'react';
import { Link } from 'react-router';
import { PickField } from '../../ui/PickField.tsx';
import type { PracticeHands, PracticeRunView } from './usePracticeRun.ts';
import { FAULTS, type FaultKind, OUTCOME_WORDS } from './words.ts';

/** Where each kind of fault may sit, by the names on the labels. */
function placesOf({ sheet }: PracticeRunView, kind: FaultKind): { place: string; says: string }[] {
  const where = FAULTS.find(([k]) => k === kind)![2];
  if (where === 'lead') return sheet.leads.map((l) => ({ place: l.connectionId, says: l.says }));
  if (where === 'seat') return sheet.seats.map((s) => ({ place: s.key, says: s.says }));
  return [...new Map(sheet.loads.map((l) => [l.itemId, { place: l.itemId, says: l.says }])).values()];
}

/** A fault in words, by its kind and its place. */
function faultWords(run: PracticeRunView, kind: Defect['kind'], place: string): string {
  const found = FAULTS.find(([k]) => k === kind);
  const says = found && placesOf(run, found[0]).find((p) => p.place === place)?.says;
  return `${says ?? place} ${found?.[1] ?? ''}`;
}

/** What it is: named, or given up; and how it ended. */
export function NameFault({ run, hands }: { run: PracticeRunView; hands: PracticeHands }) {
  const [kind, setKind] = useState<FaultKind>('openWire');
  const places = placesOf(run, kind);
  const [place, setPlace] = useState('');
  const chosen = places.some((p) => p.place === place) ? place : (places[0]?.place ?? '');
  const guesses = run.acts.filter((a) => a.act.do === 'guess');
  const over = run.endedAt !== null;
  return (
    <section className="relative border-base-300 bg-base-100 p-4 lg:overflow-auto lg:border-l" aria-label="The fault">
      <h2 className="text-lg">
        {run.hiddenCount === 1 ? 'One fault is hidden' : `${run.hiddenCount} faults are hidden`}
      </h2>
      {over ? (
        <Ended run={run} />
      ) : (
        <div className="mt-2 grid gap-3">
          <label className="grid gap-0.5">
            <span className="label-face">Where</span>
            <PickField
              label="Where"
              hideLabel
              size="md"
              className="w-full"
              value={chosen}
              options={places.map((p) => [p.place, p.says] as const)}
              onPick={(picked) => setPlace(picked)}
            />
          </label>
          <label className="grid gap-0.5">
            <span className="label-face">What is wrong with it</span>
            <PickField
              label="What is wrong with it"
              hideLabel
              size="md"
              className="w-full"
              value={kind}
              options={FAULTS.map(([value, says]) => [value, says] as const)}
              onPick={(picked) => setKind(picked)}
            />
          </label>
          <button
            type="button"
            className="btn btn-primary btn-lg"
            disabled={chosen === '' || hands.guess.isPending}
            onClick={() => hands.guess.mutate({ kind, place: chosen })}
          >
            That is it
          </button>
          <button type="button" className="btn btn-sm" onClick={() => hands.giveUp.mutate(undefined)}>
            Give up and be told
          </button>
        </div>
      )}
      {guesses.length > 0 && (
        <ol className="mt-4" aria-label="Named so far">
          {guesses.map((g) => (
            <li key={g.id} className="perforated py-1">
              <b className={`label-face ${g.answer.right ? 'text-success' : 'text-error'}`}>
                {g.answer.right ? 'right' : 'no'}
              </b>{' '}
              {g.act.do === 'guess' && faultWords(run, g.act.kind, g.act.place)}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

function Ended({ run }: { run: PracticeRunView }) {
  return (
    <div className="mt-2 grid gap-2" role="status">
      <p className={`text-2xl ${run.outcome === 'found' ? 'text-success' : 'text-error'}`}>
        {run.outcome && OUTCOME_WORDS[run.outcome]}
        {run.outcome === 'found' && <span className="num"> · {run.points} points</span>}
      </p>
      {run.why && (
        <p className="border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
          {run.why}
        </p>
      )}
      {run.hidden?.map((d) => (
        <p key={placeOf(d)}>
          It was: {faultWords(run, d.kind, placeOf(d))}
          {d.kind === 'looseCrimp' && ` (${(d.extraOhm * 1000).toFixed(1)} mΩ more than it should)`}.
        </p>
      ))}
      <Link className="btn" to="/practice">
        Another one
      </Link>
    </div>
  );
}
