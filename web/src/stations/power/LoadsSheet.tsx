import {
  addLoads,
  LOAD_COLUMNS,
  type LoadRow as LoadEntry,
  loadsCsv,
  loadTable,
  type ReadLoads,
  readLoadsCsv,
  readLoadTable,
  readPastedLoads,
} from '@ombrik/core/document/item/loadList';
import { newLoad } from '@ombrik/core/document/item/newLoad';
import { type ClipboardEvent, type KeyboardEvent, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { saveAs } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { ampHours, days, watts } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { ApplianceShelf } from './ApplianceShelf.tsx';
import { Assumed } from './Assumed.tsx';
import { DayPower } from './DayPower.tsx';
import { LoadRow } from './LoadRow.tsx';

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
  const [problems, setProblems] = useState<string[]>([]);
  const [shelf, setShelf] = useState(false);
  const { energy } = job.dossier;
  const loads = job.board.items.flatMap((item) => (item.load ? [{ item, load: item.load }] : []));
  const add = (rows: readonly LoadEntry[], label: string) => job.edit(label, addLoads(job.board, rows, job.parts));
  const take = (read: ReadLoads, from: string) => {
    setProblems(read.problems.length > 0 ? [`${from} was refused; nothing was added.`, ...read.problems] : []);
    if (read.rows.length > 0) add(read.rows, `Add ${read.rows.length} loads from ${from}`.slice(0, 120));
  };
  const upload = async (file: File) => {
    if (!/\.xlsx$/i.test(file.name)) return take(readLoadsCsv(await file.text()), file.name);
    try {
      const { readSheet } = await import('read-excel-file/browser');
      const cells = await readSheet(file);
      take(readLoadTable(cells.map((row) => row.map((c) => (c === null ? '' : String(c))))), file.name);
    } catch (error) {
      setProblems([
        `${file.name} is not a spreadsheet that can be read: ${(error as Error).message}. Nothing was added.`,
      ]);
    }
  };
  const saveSheet = async () => {
    const { default: writeSheet } = await import('write-excel-file/browser');
    const cells = loadTable(job.board.items);
    const data = cells.map((row, i) =>
      row.map((value) => {
        const number = i > 0 && value !== '' && Number.isFinite(Number(value));
        return number
          ? { value: Number(value), type: Number }
          : { value, type: String, ...(i === 0 ? { fontWeight: 'bold' as const } : {}) };
      }),
    );
    const blob = await writeSheet(data as never).toBlob();
    saveAs(blob, `loads-job-${job.jobNumber}.xlsx`);
  };
  const paste = (e: ClipboardEvent) => {
    const text = e.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    e.preventDefault();
    take(readPastedLoads(text), 'the clipboard');
  };
  return (
    <div className="p-4" onPaste={paste}>
      <div className="mb-2 flex items-center gap-2">
        <h1 className="mr-auto text-2xl">Loads</h1>
        <FileButton
          text="Import"
          accept=".csv,text/csv,.xlsx"
          title={`CSV or XLSX with the columns ${LOAD_COLUMNS.join(', ')}`}
          onFile={(file) => void upload(file)}
        />
        <button type="button" className="btn btn-sm" disabled={loads.length === 0} onClick={() => void saveSheet()}>
          Save XLSX
        </button>
        <button
          type="button"
          className="btn btn-sm"
          disabled={loads.length === 0}
          onClick={() =>
            saveAs(new Blob([loadsCsv(job.board.items)], { type: 'text/csv' }), `loads-job-${job.jobNumber}.csv`)
          }
        >
          Save CSV
        </button>
        <button type="button" className="btn btn-sm" aria-expanded={shelf} onClick={() => setShelf(!shelf)}>
          From the shelf
        </button>
        <button
          type="button"
          className="btn btn-primary btn-sm"
          onClick={() => add([{ name: 'New load', load: newLoad() }], 'Add a load')}
        >
          Add a load
        </button>
      </div>
      {loads.length > 0 && <Assumed />}
      <Problems problems={problems} onDismiss={() => setProblems([])} />
      {shelf && <ApplianceShelf onTake={(a) => add([{ name: a.name, load: newLoad(a.load) }], `Add ${a.name}`)} />}
      {loads.length === 0 ? (
        <p className="dim mt-4">
          No loads yet. Add one, take one from the shelf, paste rows from a spreadsheet (name, watts, hours a day), or
          import a file.
        </p>
      ) : (
        <table className="table table-sm" onKeyDown={toNextRow}>
          <thead>
            <tr>
              <th />
              <th>What</th>
              <th>Rating</th>
              <th>Side</th>
              <th title="Kept running longest when the bank runs low; the others are shed first">Essential</th>
              <th>
                <span className="grid grid-cols-4 text-left text-xs font-normal">
                  <span>0:00</span>
                  <span>6:00</span>
                  <span>12:00</span>
                  <span>18:00</span>
                </span>
              </th>
              <th>A day</th>
              <th>Duty</th>
              <th className="text-right">Charge</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {loads.map(({ item, load }) => (
              <LoadRow key={item.id} item={item} load={load} />
            ))}
          </tbody>
        </table>
      )}
      {loads.length > 0 && (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)_300px] gap-6">
          <DayPower />
          <dl className="grid grid-cols-[1fr_auto] content-start gap-x-3 gap-y-1">
            <dt className="dim">in a day, warm half</dt>
            <dd className="text-right">
              <Askable address="job/warmDailyAh">{ampHours(energy.warmDailyAh)}</Askable>
            </dd>
            <dt className="dim">in a day, cold half</dt>
            <dd className="text-right">
              <Askable address="job/coldDailyAh">{ampHours(energy.coldDailyAh)}</Askable>
            </dd>
            <dt className="dim">of it essential</dt>
            <dd className="num text-right">{ampHours(energy.essentialAh)}</dd>
            <dt className="dim">most on together, {energy.peakHour}:00</dt>
            <dd className="text-right">
              <Askable address="job/peakW">{watts(energy.peakW)}</Askable>
            </dd>
            <dt className="dim">everything at once</dt>
            <dd className="num text-right">{watts(energy.connectedW)}</dd>
            {energy.mainsPeakW > 0 && (
              <>
                <dt className="dim">mains side, running / starting</dt>
                <dd className="num text-right">
                  {watts(energy.mainsPeakW)} / {watts(energy.mainsSurgeW)}
                </dd>
              </>
            )}
            {energy.largestSurge && (
              <>
                <dt className="dim">
                  largest start, {job.board.items.find((i) => i.id === energy.largestSurge!.itemId)?.designation}
                </dt>
                <dd className="text-right">
                  <Askable address={`load/${energy.largestSurge.itemId}/surgeW`}>
                    {watts(energy.largestSurge.surgeW)}
                  </Askable>
                </dd>
              </>
            )}
            <dt className="dim">lasts without charging</dt>
            <dd className="text-right">
              {energy.autonomyDays === null ? (
                <span className="dim">needs a bank</span>
              ) : (
                <Askable address="job/autonomyDays">{days(energy.autonomyDays)}</Askable>
              )}
            </dd>
            <dt className="dim">bank for {job.board.settings.autonomyDays} days</dt>
            <dd className="text-right">
              <Askable address="job/wantedBankAh">{ampHours(energy.wantedBankAh)}</Askable>
            </dd>
          </dl>
        </div>
      )}
    </div>
  );
}
