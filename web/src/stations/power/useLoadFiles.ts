import {
  addLoads,
  type LoadRow as LoadEntry,
  loadsCsv,
  loadTable,
  type ReadLoads,
  readPastedLoads,
} from '@ombrik/core/document/item/loadList';
import { type ClipboardEvent, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { saveAs } from '../../ui/download.ts';
import { bytesOf, reading } from '../../ui/reading.ts';

const MOST_MB = 2;

/** Loads in from files and the clipboard, as one edit or not at all; and out as a spreadsheet or CSV. */
export function useLoadFiles() {
  const job = useJob();
  const [problems, setProblems] = useState<string[]>([]);
  const add = (rows: readonly LoadEntry[], label: string) => job.edit(label, addLoads(job.board, rows, job.parts));
  const take = (read: ReadLoads, from: string) => {
    setProblems(read.problems.length > 0 ? [`${from} was refused; nothing was added.`, ...read.problems] : []);
    if (read.rows.length > 0) add(read.rows, `Add ${read.rows.length} loads from ${from}`.slice(0, 120));
  };
  const upload = async (file: File) => {
    try {
      take(await reading('loads', file.name, await bytesOf(file, MOST_MB)), file.name);
    } catch (error) {
      setProblems([`${file.name} was refused; nothing was added: ${(error as Error).message}`]);
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
  const saveCsv = () =>
    saveAs(new Blob([loadsCsv(job.board.items)], { type: 'text/csv' }), `loads-job-${job.jobNumber}.csv`);
  return { add, upload, paste, saveSheet, saveCsv, problems, forget: () => setProblems([]) };
}
