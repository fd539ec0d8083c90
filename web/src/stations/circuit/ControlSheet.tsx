import type { ControlRule } from '@ombrik/core/document/control/controlRule';
import { newId } from '@ombrik/core/document/newId';
import { CONDITIONS, type ConditionId } from '@ombrik/core/document/part/part';
import { CONDITION_WORDS } from '@ombrik/core/stages/control/conditionWords';
import type { ControlContact, ControlRow } from '@ombrik/core/stages/control/controlStudy';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { MainsTable } from './MainsTable.tsx';

const WORKED: Readonly<Record<ControlContact['worked'], string>> = {
  hand: 'by hand, taken as closed',
  position: 'by hand, one of its ways at a time',
  coil: 'by its coil',
  condition: 'follows the outside',
};

/** What relays and outputs do in every state of the outside, what must happen, and who feeds whom on the mains side. */
export function ControlSheet() {
  const { board, dossier } = useJob();
  const { conditions, contacts, rows } = dossier.control;
  return (
    <div className="grid gap-8 p-5">
      <section>
        <h1 className="text-2xl">Control</h1>
        {rows.length === 0 ? (
          <p className="dim max-w-2xl">
            Nothing on this board follows a signal. A relay, a battery with charge and load outputs, an engine-running
            lead or a push button from the catalogue gives this sheet its truth table.
          </p>
        ) : (
          <TruthTable conditions={conditions} contacts={contacts} rows={rows} />
        )}
        {contacts.length > 0 && <Musts contacts={contacts} />}
      </section>
      <MainsTable mains={dossier.mains} items={board.items} />
    </div>
  );
}

function useNames() {
  const { board, parts } = useJob();
  const item = (id: string) => board.items.find((i) => i.id === id);
  return {
    short: (id: string) => item(id)?.designation ?? id,
    contact: (c: Pick<ControlContact, 'itemId' | 'contactId'>) => {
      const part = parts.get(item(c.itemId)?.partId ?? '');
      const element = part?.elements.find((e) => e.id === c.contactId);
      const many = (part?.elements.filter((e) => e.kind === 'contact').length ?? 0) > 1;
      const output = element?.kind === 'contact' && many ? part?.terminals.find((t) => t.id === element.b)?.name : null;
      return `${item(c.itemId)?.designation ?? c.itemId}${output ? `:${output}` : ''}`;
    },
  };
}

const RULED = { className: 'border-l border-base-300', headClass: 'border-l border-base-300' };

function TruthTable({
  conditions,
  contacts,
  rows,
}: {
  conditions: readonly ConditionId[];
  contacts: readonly ControlContact[];
  rows: readonly ControlRow[];
}) {
  const { short, contact } = useNames();
  // A switch for the hand says nothing here: what it leaves live stands on its own sheet.
  const shown = contacts.map((c, i) => ({ c, i })).filter(({ c }) => c.worked !== 'hand');
  const most = Math.max(...rows.map((r) => r.fed.length));
  const list = (ids: readonly string[]) => (ids.length > 0 ? [...new Set(ids)].map(short).join(' ') : '–');
  const columns: DataColumn<ControlRow>[] = [
    ...conditions.map((c, i) => ({
      title: CONDITION_WORDS[c][0],
      headClass: 'max-w-20 whitespace-normal',
      cell: (r: ControlRow) => (r.when[i] ? 'yes' : <span className="dim">no</span>),
    })),
    {
      title: 'joined',
      ...RULED,
      span: (r) => (r.settles ? 1 : 3),
      cell: (r) =>
        r.settles
          ? r.joined.map((j) => `${short(j.feedId)} with ${short(j.batteryId)}`).join(', ') || '–'
          : 'finds no rest: a relay cuts its own coil',
    },
    { title: 'charging', span: (r) => (r.settles ? 1 : 0), cell: (r) => list(r.charging) },
    {
      title: 'fed by the bank',
      span: (r) => (r.settles ? 1 : 0),
      cell: (r) => (r.fed.length > 2 && r.fed.length === most ? `all ${most} loads` : list(r.fed)),
    },
    ...shown.map(({ c, i }) => ({
      title: contact(c),
      note: WORKED[c.worked],
      className: RULED.className,
      headClass: `max-w-20 whitespace-normal ${RULED.headClass}`,
      cell: (r: ControlRow) => <Blade closed={r.closed[i]!} />,
    })),
  ];
  return (
    <>
      <p className="dim mb-2">
        {conditions.length > 0
          ? 'Every state of the outside, with the coils settled.'
          : 'Nothing outside is followed: one state.'}{' '}
        Switches for the hand are taken as closed.
      </p>
      <div className="overflow-x-auto">
        <DataTable
          label="Truth table"
          className="table table-xs w-auto"
          rowClass={(r) => (r.settles ? '' : 'stripe-stop')}
          columns={columns}
          rows={rows}
          keyOf={(r) => [...r.when, ...r.position.map((p) => `${p.itemId}${p.contactId}`)].join()}
        />
      </div>
    </>
  );
}

/** A contact after IEC 60617, open or closed. */
function Blade({ closed }: { closed: boolean }) {
  const word = closed ? 'closed' : 'open';
  return (
    <span className={closed ? '' : 'dim'} title={word}>
      <svg viewBox="0 0 30 12" width={34} height={14} role="img" aria-label={word}>
        <path d={`M0 9H8L${closed ? '22 9' : '20 1'}M22 9H30`} stroke="currentColor" strokeWidth={1.5} fill="none" />
      </svg>
    </span>
  );
}

/** What must happen, written down and judged. */
function Musts({ contacts }: { contacts: readonly ControlContact[] }) {
  const job = useJob();
  const { board, dossier } = job;
  const { contact } = useNames();
  const [condition, setCondition] = useState<ConditionId>(dossier.control.conditions[0] ?? 'engineRunning');
  const [holds, setHolds] = useState(true);
  const [index, setIndex] = useState(0);
  const [must, setMust] = useState<ControlRule['must']>('closed');
  const broken = new Set(dossier.findings.filter((f) => f.kind === 'control-rule-broken').map((f) => f.id));
  const chosen = contacts[index] ?? contacts[0]!;
  const add = () =>
    job.edit(`${contact(chosen)} must be ${must} with ${CONDITION_WORDS[condition][holds ? 0 : 1]}`, [
      {
        kind: 'add',
        collection: 'control',
        index: null,
        value: { id: newId('cr'), condition, holds, itemId: chosen.itemId, contactId: chosen.contactId, must },
      },
    ]);
  return (
    <div className="mt-5 max-w-3xl">
      <h2 className="text-lg">What must happen</h2>
      {board.control.length === 0 && (
        <p className="dim text-sm">
          Engine off: batteries apart. Cells full or frozen: nothing charges. Cells empty: loads off. These are judged
          by themselves; write further ones here.
        </p>
      )}
      <ul>
        {board.control.map((r) => {
          const bad = broken.has(`control-rule-broken:${r.id}`);
          return (
            <li key={r.id} className={`perforated flex items-center gap-2 py-1 ${bad ? 'stripe-warn px-2' : ''}`}>
              <span className="flex-1">
                with {CONDITION_WORDS[r.condition][r.holds ? 0 : 1]}: <b>{contact(r)}</b> {r.must}
              </span>
              <span>{bad ? '△ it is not' : '✓ it is'}</span>
              <button
                type="button"
                className="btn btn-xs"
                onClick={() =>
                  job.edit('Take a control rule away', [{ kind: 'remove', collection: 'control', id: r.id }])
                }
              >
                Remove
              </button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        with
        <PickField
          label="Condition"
          hideLabel
          className="w-44"
          value={`${condition} ${holds}`}
          options={CONDITIONS.flatMap((c) => [
            [`${c} true`, CONDITION_WORDS[c][0]] as const,
            [`${c} false`, CONDITION_WORDS[c][1]] as const,
          ])}
          onPick={(picked) => {
            const [c, h] = picked.split(' ');
            setCondition(c as ConditionId);
            setHolds(h === 'true');
          }}
        />
        <PickField
          label="Contact"
          hideLabel
          className="w-44"
          value={index}
          options={contacts.map((c, i) => [i, contact(c)] as const)}
          onPick={(picked) => setIndex(picked)}
        />
        must be
        <PickField
          label="Must be"
          hideLabel
          className="w-28"
          value={must}
          options={[
            ['closed', 'closed'],
            ['open', 'open'],
          ]}
          onPick={(picked) => setMust(picked)}
        />
        <button type="button" className="btn btn-sm" onClick={add}>
          Write it down
        </button>
      </div>
    </div>
  );
}
