import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partsCsvOf, partsJson } from '@ombrik/core/devices/partFile';
import type { OwnPart } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { saveAs } from '../../ui/download.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { readPartFile } from '../../ui/readPartFile.ts';

/** The workshop's own parts in and out of files; a file comes in whole or not at all. */
export function OwnPartFiles({ parts, may }: { parts: readonly OwnPart[]; may: boolean }) {
  const [problems, setProblems] = useState<string[]>([]);
  const kept = parts.filter((p) => !p.retired).map((p) => p.part);
  const keep = usePress({
    route: 'POST /api/catalogue/parts',
    send: ({ read, note }: { read: Part[]; note: string }, key) =>
      answer(api.catalogue.parts.$post({ json: { parts: read, note } as never }, keyed(key))),
    onError: (e) => setProblems(['Nothing was kept.', ...problemsIn(e)]),
  });
  const take = async (file: File) => {
    const known = new Map([...genericCatalogue.parts, ...kept].map((p) => [p.id, p]));
    const found = await readPartFile(file, known);
    if (found.problems.length > 0)
      return setProblems([`${file.name} was refused; nothing was kept.`, ...found.problems.slice(0, 12)]);
    setProblems([]);
    keep.mutate({ read: found.parts, note: `from ${file.name}`.slice(0, 200) });
  };
  const out = (text: string, type: string, name: string) => saveAs(new Blob([text], { type }), name);
  return (
    <>
      {may && <FileButton text="Read JSON or CSV …" accept=".json,.csv" small onFile={(file) => void take(file)} />}
      <button
        type="button"
        className="btn btn-xs"
        disabled={kept.length === 0}
        onClick={() => out(partsJson(kept), 'application/json', 'own-parts.json')}
      >
        JSON
      </button>
      <button
        type="button"
        className="btn btn-xs"
        disabled={kept.length === 0}
        onClick={() => out(partsCsvOf(kept), 'text/csv', 'own-parts.csv')}
      >
        CSV
      </button>
      <Problems problems={problems} onDismiss={() => setProblems([])} />
    </>
  );
}
