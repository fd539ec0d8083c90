import type { QuoteExtra } from '@ombrik/core/document/extra/quoteExtra';
import { QUOTE_EXTRA_FIELDS } from '@ombrik/core/document/extra/quoteExtraSchema';
import { newId } from '@ombrik/core/document/newId';
import { type QuoteLine, WORK_KINDS, WORK_TITLE, type WorkKind } from '@ombrik/core/power/quote/quote';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { money } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

const GROUP_TITLE: Readonly<Record<QuoteLine['group'], string>> = {
  parts: 'Parts',
  copper: 'Cable',
  work: 'Work',
  extra: 'Tools and other',
};
const GROUPS = Object.keys(GROUP_TITLE) as QuoteLine['group'][];

/** The offer as it stands, what it rests on, and the versions that were kept. */
export function QuoteSheet() {
  const job = useJob();
  const client = useQueryClient();
  const [note, setNote] = useState('');
  const key = ['quotes', job.jobId];
  const settled = job.saveState === 'saved';
  const query = useQuery({
    queryKey: [...key, job.revision, job.workshop.version],
    queryFn: async () => {
      const got = await answer(api.jobs[':id'].quotes.$get({ param: { id: job.jobId } }));
      client.setQueryData(key, got);
      return got;
    },
    enabled: settled,
    placeholderData: (before) => before,
  });
  const keep = usePress({
    send: (revision: number, key) =>
      answer(api.jobs[':id'].quotes.$post({ param: { id: job.jobId }, json: { revision, note } }, keyed(key))),
    onSuccess: () => {
      setNote('');
      return client.invalidateQueries({ queryKey: key });
    },
  });
  if (query.error) return <Problems problems={problemsIn(query.error)} />;
  if (!query.data) return <p className="dim p-5">Adding the offer up …</p>;
  const { draft, versions, revision } = query.data;
  const { currency } = draft;
  const kindOf = (text: string): WorkKind | undefined => WORK_KINDS.find((k) => WORK_TITLE[k] === text);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_320px] gap-6 p-4">
      <section>
        <h1 className="text-2xl">Quote</h1>
        <p className="dim">of revision {revision}, taxes not included</p>
        {GROUPS.map((group) => {
          const lines = draft.lines.filter((l) => l.group === group);
          if (lines.length === 0) return null;
          const total = lines.reduce((s, l) => s + Math.round(l.total * 100), 0) / 100;
          return (
            <table key={group} className="table table-sm mt-3" aria-label={GROUP_TITLE[group]}>
              <thead>
                <tr>
                  <th>{GROUP_TITLE[group]}</th>
                  <th className="w-28 text-right">Quantity</th>
                  <th className="w-24 text-right">Each</th>
                  <th className="w-28 text-right">Total</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((l) => {
                  const kind = group === 'work' ? kindOf(l.text) : undefined;
                  const quantity = `${l.unit === 'pcs' ? l.quantity : l.quantity.toFixed(1)} ${l.unit}`;
                  return (
                    <tr key={l.text}>
                      <td>{l.text}</td>
                      <td className="num text-right">
                        {kind ? <Askable address={`quote/${kind}/hours`}>{quantity}</Askable> : quantity}
                      </td>
                      <td className="num text-right">{l.priceEach.toFixed(2)}</td>
                      <td className="num text-right">{l.total.toFixed(2)}</td>
                    </tr>
                  );
                })}
                <tr>
                  <td colSpan={3} className="dim text-right">
                    {GROUP_TITLE[group].toLowerCase()} in all
                  </td>
                  <td className="num text-right font-semibold">{total.toFixed(2)}</td>
                </tr>
              </tbody>
            </table>
          );
        })}
        <dl className="mt-3 ml-auto grid w-80 grid-cols-[1fr_auto] gap-x-4 gap-y-1 border-t-2 border-base-content pt-2">
          {(
            [
              ['Parts and cable', draft.partsTotal],
              [`Margin, ${(draft.marginShare * 100).toFixed(0)} %`, draft.margin],
              [`Work, ${draft.hours.toFixed(1)} h`, draft.workTotal],
              ['Tools and other', draft.extrasTotal],
            ] as const
          ).map(([label, value]) => (
            <div key={label} className="contents">
              <dt className="dim">{label}</dt>
              <dd className="num text-right">{value.toFixed(2)}</dd>
            </div>
          ))}
          <dt className="label-face text-lg">Offer</dt>
          <dd className="num text-right text-lg font-semibold">{money(draft.total, currency)}</dd>
        </dl>
        <Extras />
      </section>
      <aside className="grid content-start gap-3">
        {draft.openStops.length > 0 && (
          <p className="border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
            {draft.openStops.length} stop findings are open on this drawing: the offer rests on parts that may change.
          </p>
        )}
        {draft.unpriced.length > 0 && (
          <p className="border-l-4 border-warning p-2" style={{ background: 'var(--warn-wash)' }}>
            Not priced, and not in the sum: {draft.unpriced.join('; ')}.
          </p>
        )}
        {draft.notCharged.length > 0 && <p>Not charged: {draft.notCharged.join('; ')}.</p>}
        {draft.slowest && (
          <p>
            Longest lead time <span className="num">{draft.leadTimeDays}</span> days: {draft.slowest}.
          </p>
        )}
        {draft.licensedWork.length > 0 && (
          <p className="border-l-4 border-base-300 pl-2">
            <b className="label-face">For a licensed person:</b> {draft.licensedWork.join('; ')}.
          </p>
        )}
        <details>
          <summary className="cursor-pointer">What the hours rest on</summary>
          <ul className="mt-1 list-disc pl-4 text-sm">
            {draft.basis.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
        </details>
        <div className="perforated grid gap-1 pt-2">
          <h2 className="text-lg">Versions</h2>
          {versions.length === 0 && <p className="dim">None kept yet. A kept version never changes.</p>}
          <ol>
            {versions.map((v) => (
              <li key={v.version} className="flex items-baseline gap-2 py-0.5">
                <span className="num">{v.version}</span>
                <a
                  className="link"
                  href={`/api/jobs/${job.jobId}/out/quote.pdf?version=${v.version}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  {money(v.quote.total, currency)}
                </a>
                <span className="dim text-xs">
                  revision {v.revision} · {v.personName}, {format(parseISO(v.at), 'd MMM HH:mm')}
                  {v.note && ` · ${v.note}`}
                </span>
              </li>
            ))}
          </ol>
          <input
            className="input input-sm w-full"
            placeholder="Note on this version"
            aria-label="Note on this version"
            maxLength={300}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={!settled || keep.isPending}
            onClick={() => keep.mutate(revision)}
          >
            Keep as version {(versions.at(-1)?.version ?? 0) + 1}
          </button>
          {keep.error && <Problems problems={problemsIn(keep.error)} />}
        </div>
        <Hours />
      </aside>
    </div>
  );
}

/** Lines no part stands for: an adapter, a program, hours of setting up. */
function Extras() {
  const job = useJob();
  const set = <F extends Exclude<keyof QuoteExtra, 'id'>>(x: QuoteExtra, field: F, value: QuoteExtra[F]) =>
    job.edit(`Quote line: ${x.text}`, [{ kind: 'set', collection: 'extras', id: x.id, field, value } as never]);
  const add = () =>
    job.edit('Add a quote line', [
      {
        kind: 'add',
        collection: 'extras',
        value: {
          id: newId('qx'),
          kind: 'tool',
          text: 'Adapter and program for the charge profile',
          quantity: 1,
          priceEach: 0,
          hours: 1,
        },
        index: null,
      },
    ]);
  return (
    <section className="mt-5" aria-label="Set-up tools and hours">
      <div className="flex items-center">
        <h2 className="mr-auto text-lg">Set-up tools, hours and charges</h2>
        <button type="button" className="btn btn-sm" onClick={add}>
          Add a line
        </button>
      </div>
      {job.board.extras.length === 0 ? (
        <p className="dim">None. Chargers and monitors may need an adapter, a program and hours before bench day.</p>
      ) : (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Kind</th>
              <th>What</th>
              <th>Quantity</th>
              <th>Each</th>
              <th>Hours</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {job.board.extras.map((x) => (
              <tr key={x.id}>
                <td>
                  <select
                    className="select select-sm min-w-24"
                    aria-label={`Kind of ${x.text}`}
                    value={x.kind}
                    onChange={(e) => set(x, 'kind', e.target.value as QuoteExtra['kind'])}
                  >
                    <option value="tool">tool</option>
                    <option value="work">work</option>
                    <option value="charge">charge</option>
                  </select>
                </td>
                <td className="w-1/2">
                  <TextField
                    label={`Text of ${x.text}`}
                    hideLabel
                    value={x.text}
                    max={200}
                    required
                    onCommit={(v) => set(x, 'text', v)}
                  />
                </td>
                <td className="min-w-20">
                  <NumberField
                    {...QUOTE_EXTRA_FIELDS.quantity}
                    label={`Quantity of ${x.text}`}
                    hideLabel
                    value={x.quantity}
                    unit=""
                    onCommit={(v) => set(x, 'quantity', v)}
                  />
                </td>
                <td className="min-w-24">
                  <NumberField
                    {...QUOTE_EXTRA_FIELDS.priceEach}
                    label={`Price of ${x.text}`}
                    hideLabel
                    value={x.priceEach}
                    unit=""
                    onCommit={(v) => set(x, 'priceEach', v)}
                  />
                </td>
                <td className="min-w-24">
                  <NumberField
                    {...QUOTE_EXTRA_FIELDS.hours}
                    label={`Hours of ${x.text}`}
                    hideLabel
                    value={x.hours}
                    unit="h"
                    onCommit={(v) => set(x, 'hours', v)}
                  />
                </td>
                <td>
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    onClick={() =>
                      job.edit(`Remove ${x.text}`.slice(0, 120), [{ kind: 'remove', collection: 'extras', id: x.id }])
                    }
                  >
                    Remove
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

/** Hours really worked on this job: the measure of later offers. */
function Hours() {
  const job = useJob();
  const client = useQueryClient();
  const [kind, setKind] = useState<WorkKind>('design');
  const [hours, setHours] = useState<number | null>(null);
  const [workedOn, setWorkedOn] = useState(format(new Date(), 'yyyy-MM-dd'));
  const key = ['hours', job.jobId];
  const query = useQuery({
    queryKey: key,
    queryFn: () => answer(api.jobs[':id'].hours.$get({ param: { id: job.jobId } })),
  });
  const add = usePress({
    send: (_: undefined, key) =>
      answer(
        api.jobs[':id'].hours.$post(
          { param: { id: job.jobId }, json: { kind, hours: hours!, workedOn, note: '' } },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      setHours(null);
      return client.invalidateQueries({ queryKey: key });
    },
  });
  const rows = query.data?.hours ?? [];
  return (
    <section className="perforated pt-2" aria-label="Hours worked">
      <h2 className="text-lg">Hours worked on this job</h2>
      <table className="w-full text-sm">
        <tbody>
          {WORK_KINDS.filter((k) => rows.some((r) => r.kind === k)).map((k) => (
            <tr key={k}>
              <td>{WORK_TITLE[k]}</td>
              <td className="num text-right">
                {rows
                  .filter((r) => r.kind === k)
                  .reduce((s, r) => s + r.hours, 0)
                  .toFixed(1)}{' '}
                h
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length === 0 && <p className="dim text-sm">None written down. Later offers go by what is written here.</p>}
      <div className="mt-1 grid grid-cols-2 gap-2">
        <select
          className="select select-sm col-span-2 w-full"
          aria-label="Kind of work"
          value={kind}
          onChange={(e) => setKind(e.target.value as WorkKind)}
        >
          {WORK_KINDS.map((k) => (
            <option key={k} value={k}>
              {WORK_TITLE[k]}
            </option>
          ))}
        </select>
        <NumberField label="Hours" hideLabel value={hours} min={-200} max={200} unit="h" onCommit={setHours} />
        <input
          type="date"
          className="input input-sm w-full"
          aria-label="Worked on"
          value={workedOn}
          onChange={(e) => setWorkedOn(e.target.value)}
        />
        <button
          type="button"
          className="btn btn-sm col-span-2"
          disabled={hours === null || add.isPending}
          onClick={() => add.mutate()}
        >
          Write it down
        </button>
      </div>
      {add.error && <Problems problems={problemsIn(add.error)} />}
    </section>
  );
}
