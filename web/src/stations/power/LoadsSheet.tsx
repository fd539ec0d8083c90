import { LOAD_COLUMNS } from '@ombrik/core/document/item/loadList';
import { newLoad } from '@ombrik/core/document/item/newLoad';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { useKeys } from '../../find/bindings.ts';
import { useJob } from '../../session/useJob.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Later } from '../../ui/Later.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { useOpenRows } from '../../ui/table/useOpenRows.ts';
import { ApplianceShelf } from './ApplianceShelf.tsx';
import { Assumed } from './Assumed.tsx';
import { DayPower } from './DayPower.tsx';
import { LoadSums } from './LoadSums.tsx';
import { loadColumns } from './loadColumns.tsx';
import { UnderLoad } from './UnderLoad.tsx';
import { useLoadEdits } from './useLoadEdits.ts';
import { useLoadFiles } from './useLoadFiles.ts';

/** Enter goes to the same field of the next row, as in a spreadsheet. */
function toNextRow(e: KeyboardEvent<HTMLTableElement>) {
  if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return;
  const cell = e.target.closest('td');
  const next = cell?.closest('tr')?.nextElementSibling;
  const input = next?.children[cell!.cellIndex]?.querySelector('input');
  // After the field has made its edit.
  setTimeout(() => input?.focus(), 0);
}

/** The load list: typed, pasted, imported, taken from the shelf; and what it asks of the system. */
export function LoadsSheet() {
  const job = useJob();
  const files = useLoadFiles();
  const [shelf, setShelf] = useState(false);
  const { energy } = job.dossier;
  const edits = useLoadEdits();
  useKeys('Loads', [
    { keys: 'Enter', says: 'The same field of the next load' },
    { keys: 'ArrowLeft', says: 'The hours: an hour on or back' },
    { keys: 'Space', says: 'The hours: on or off at this hour' },
  ]);
  const rows = useOpenRows();
  const energyOf = new Map(energy.rows.map((r) => [r.itemId, r]));
  const loads = job.board.items.flatMap((item) => (item.load ? [{ item, load: item.load }] : []));
  const sheet = useRef<HTMLDivElement>(null);
  const fresh = useRef(false);
  // Who adds a load types its name next.
  useEffect(() => {
    if (!fresh.current) return;
    fresh.current = false;
    const name = sheet.current?.querySelector<HTMLInputElement>('tbody tr:last-child td:nth-child(2) input');
    name?.focus();
    name?.select();
  }, [loads.length]);
  return (
    <div ref={sheet} className="p-4" onPaste={files.paste}>
      <div className="mb-2 flex items-center gap-2">
        <h1 className="mr-auto text-2xl">Loads</h1>
        <FileButton
          text="Import"
          accept=".csv,text/csv,.xlsx"
          title={`CSV or XLSX with the columns ${LOAD_COLUMNS.join(', ')}`}
          onFile={(file) => void files.upload(file)}
        />
        <button
          type="button"
          className="btn btn-sm"
          disabled={loads.length === 0}
          onClick={() => void files.saveSheet()}
        >
          Save XLSX
        </button>
        <button type="button" className="btn btn-sm" disabled={loads.length === 0} onClick={files.saveCsv}>
          Save CSV
        </button>
        <button type="button" className="btn btn-sm" aria-expanded={shelf} onClick={() => setShelf(!shelf)}>
          From the shelf
        </button>
        <button
          type="button"
          className="btn btn-primary btn-sm"
          onClick={() => {
            fresh.current = true;
            files.add([{ name: 'New load', load: newLoad() }], 'Add a load');
          }}
        >
          Add a load
        </button>
      </div>
      {loads.length > 0 && <Assumed />}
      <Problems problems={files.problems} onDismiss={files.forget} />
      {shelf && (
        <ApplianceShelf
          onClose={() => setShelf(false)}
          onTake={(a) => files.add([{ name: a.name, load: newLoad(a.load) }], `Add ${a.name}`)}
        />
      )}
      {loads.length === 0 ? (
        <p className="dim mt-4">
          No loads yet. Add one, take one from the shelf, paste rows from a spreadsheet (name, watts, hours a day), or
          import a file.
        </p>
      ) : (
        <DataTable
          label="Loads"
          onKeyDown={toNextRow}
          rowClass={() => 'align-top'}
          columns={loadColumns(edits, energyOf, rows)}
          rows={loads}
          keyOf={({ item }) => item.id}
          under={(of) => rows.isOpen(of.item.id) && <UnderLoad of={of} edits={edits} row={energyOf.get(of.item.id)} />}
        />
      )}
      {loads.length > 0 && (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)_300px] gap-6">
          <Later>
            <DayPower />
            <LoadSums />
          </Later>
        </div>
      )}
    </div>
  );
}
