import { partsCsvOf, partsJson } from '@ombrik/core/devices/partFile';
import type { Command } from '@ombrik/core/document/commands';
import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { saveAs } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { readPartFile } from '../../ui/readPartFile.ts';

/** Parts of one's own in and out of a file; a file is read whole, and nothing comes in when any line is bad. @param onRead what came in */
export function PartFiles({ onRead }: { onRead: (parts: readonly Part[]) => void }) {
  const job = useJob();
  const [problems, setProblems] = useState<string[]>([]);
  const own = job.board.customParts;
  const read = async (file: File) => {
    const found = await readPartFile(file, job.parts);
    if (found.problems.length > 0)
      return setProblems([`${file.name} was refused; nothing was changed.`, ...found.problems.slice(0, 12)]);
    setProblems([]);
    const made = job.edit(
      `${found.parts.length} parts from ${file.name}`.slice(0, 120),
      found.parts.map((value): Command => ({ kind: 'add', collection: 'customParts', value, index: null })),
    );
    if (made) onRead(found.parts);
  };
  return (
    <div className="perforated mt-3 pt-2">
      <h4 className="text-base">Parts of your own in files</h4>
      <div className="flex flex-wrap gap-1">
        <FileButton text="Read JSON or CSV …" accept=".json,.csv" small onFile={(file) => void read(file)} />
        <button
          type="button"
          className="btn btn-xs"
          disabled={own.length === 0}
          onClick={() => saveAs(new Blob([partsJson(own)], { type: 'application/json' }), 'parts.json')}
        >
          Own parts, JSON
        </button>
        <button
          type="button"
          className="btn btn-xs"
          onClick={() => saveAs(new Blob([partsCsvOf([...job.parts.values()])], { type: 'text/csv' }), 'parts.csv')}
        >
          All parts, CSV
        </button>
      </div>
      <p className="dim mt-1 text-xs">In a CSV, “like” names the part whose wiring a row takes over.</p>
      <Problems problems={problems} onDismiss={() => setProblems([])} />
    </div>
  );
}
