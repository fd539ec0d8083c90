import type { JobWish, ShopPlan } from '@ombrik/core/shop/planShop';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { withOperation, withTurn } from '@ombrik/core/shop/wishes';
import { Link } from 'react-router';
import { dayWords } from '../../told/days.ts';
import { OneOf } from '../../ui/OneOf.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { timeWords } from '../build/buildWords.ts';
import { shipsWords } from './planWords.ts';

interface SheetProps {
  sheet: ShopSheet;
  plan: ShopPlan;
  wishes: readonly JobWish[];
  operationId: string;
  may: boolean;
  onWish: (wishes: readonly JobWish[]) => void;
}
const TURNS = [
  ['first', 'first'],
  ['usual', 'in turn'],
  ['last', 'last'],
] as const;

/** What is chosen in the plan: whose it is, what holds it, and how it is moved without dragging. */
export function OperationSheet({ sheet, plan, wishes, operationId, may, onWish }: SheetProps) {
  const planned = plan.operations.find((o) => o.id === operationId);
  const job = sheet.jobs.find((j) => j.id === planned?.jobId);
  const operation = job?.operations.find((o) => o.id === operationId);
  if (!planned || !job || !operation) return null;
  const own = wishes.find((w) => w.jobId === job.id);
  const wish = own?.operations[operationId];
  const of = plan.jobs.find((j) => j.jobId === job.id);
  const able = sheet.calendar.hands.filter((h) => h.skills.includes(operation.skill));
  return (
    <aside aria-label="Chosen in the plan" className="border border-base-300 bg-base-100 p-3">
      <h2 className="text-xl">{operation.title}</h2>
      <p>
        <Link className="askable" to={`/jobs/${job.id}/build`}>
          {job.number} {job.name}
        </Link>
        <span className="dim">
          {' '}
          · {timeWords(operation.minutes)} · {sheet.names[planned.personId]}
          {planned.place ? `, ${planned.place}` : ''}
        </span>
      </p>
      {of && <p className="dim text-[13px]">{shipsWords(of, job.wantedOn)}</p>}
      {of && of.heldBy.length > 0 && <p className="text-[13px]">Held up by: {of.heldBy.join('; ')}</p>}
      {job.parts && (
        <p className="text-[13px]">
          Parts: {job.parts.what}, there on {dayWords(job.parts.on)}
        </p>
      )}
      <fieldset disabled={!may} className="mt-2 grid gap-2">
        <label className="flex items-center gap-2">
          <span className="label-face w-24">Not before</span>
          <input
            type="date"
            className="input input-sm w-40"
            value={wish?.notBefore ?? ''}
            onChange={(e) => onWish(withOperation(wishes, job.id, operationId, { notBefore: e.target.value || null }))}
          />
        </label>
        <label className="flex items-center gap-2">
          <span className="label-face w-24">Done by</span>
          <PickField
            label="Done by"
            hideLabel
            className="w-40"
            value={wish?.personId ?? ''}
            options={[
              ['', 'whoever is free'],
              ...able.map((h) => [h.personId, sheet.names[h.personId] ?? ''] as const),
            ]}
            onPick={(id) => onWish(withOperation(wishes, job.id, operationId, { personId: id || null }))}
          />
        </label>
        <div className="flex items-center gap-2">
          <span className="label-face w-24">This job</span>
          <OneOf
            label="Turn of this job"
            value={own?.turn ?? 'usual'}
            options={TURNS}
            onPick={(turn) => onWish(withTurn(wishes, job.id, turn))}
          />
        </div>
      </fieldset>
      {!may && <p className="dim text-[13px]">Only a designer moves work in the plan.</p>}
    </aside>
  );
}
