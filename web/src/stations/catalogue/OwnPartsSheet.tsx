import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { OwnPart } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMay } from '../../app/useMe.ts';
import { PickField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { OwnPartFiles } from './OwnPartFiles.tsx';
import { OwnPartForm } from './OwnPartForm.tsx';
import { PartFace } from './PartFace.tsx';
import { PartVersions } from './PartVersions.tsx';
import { useOwnParts } from './useOwnParts.ts';

/** What is being made: a part like another, or the next version of one. */
export type Making = { kind: 'like'; part: Part } | { kind: 'version'; of: OwnPart };

/** The workshop's own parts: made from their sheets, in versions, in and out of files. */
export function OwnPartsSheet() {
  const may = useMay('POST /api/catalogue/parts');
  const { parts, isPending, error } = useOwnParts();
  const [making, setMaking] = useState<Making | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const retire = usePress({
    route: 'POST /api/catalogue/parts/:id/retired',
    send: ({ id, retired }: { id: string; retired: boolean }, key) =>
      answer(api.catalogue.parts[':id'].retired.$post({ param: { id }, json: { retired } }, keyed(key))),
  });
  const known = [...genericCatalogue.parts].sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return (
    <div className={making ? 'pl-[324px]' : ''}>
      <div className="sticky top-0 z-10 flex flex-wrap items-center gap-2 bg-base-200 py-2">
        <h1 className="text-2xl">Own parts</h1>
        {may && (
          <PickField
            label="New part, wired like"
            hideLabel
            className="w-64"
            value=""
            options={[['', 'New part, wired like …'], ...known.map((p) => [p.id, p.name] as const)]}
            onPick={(picked) => {
              const part = known.find((p) => p.id === picked);
              if (part) setMaking({ kind: 'like', part });
            }}
          />
        )}
        <span className="flex-1" />
        <OwnPartFiles parts={parts} may={may} />
      </div>
      {[error, retire.error].map((e, i) => e && <Problems key={i} problems={problemsIn(e)} />)}
      {!isPending && parts.length === 0 && (
        <p className="dim max-w-xl">
          None yet. A part made here is at hand on every board; a board keeps the version it was built of, and is
          offered later ones.
        </p>
      )}
      {parts.length > 0 && (
        <DataTable
          label="Own parts"
          rowClass={(p) => (p.retired ? 'opacity-55' : '')}
          columns={[
            { title: 'Picture', head: '', cell: (p) => <PartFace part={p.part} /> },
            { title: 'Name', names: true, by: (p) => p.part.name, cell: (p) => p.part.name },
            {
              title: 'Size',
              className: 'num',
              cell: (p) => `${p.part.widthMm} × ${p.part.heightMm} × ${p.part.depthMm} mm`,
            },
            { title: 'Version', right: true, className: 'num', cell: (p) => p.version },
            { title: 'Kept', cell: (p) => `${p.madeAt.slice(0, 10)}, ${p.madeBy}${p.note ? `: ${p.note}` : ''}` },
            {
              title: 'What to do',
              head: '',
              cell: (p) => (
                <span className="flex justify-end gap-1">
                  <button
                    type="button"
                    className="btn btn-xs"
                    aria-expanded={shown === p.id}
                    onClick={() => setShown(shown === p.id ? null : p.id)}
                  >
                    Versions
                  </button>
                  {may && !p.retired && (
                    <button
                      type="button"
                      className="btn btn-xs"
                      aria-label={`Change ${p.part.name}`}
                      onClick={() => setMaking({ kind: 'version', of: p })}
                    >
                      Change …
                    </button>
                  )}
                  {may && (
                    <button
                      type="button"
                      className="btn btn-xs"
                      aria-label={`${p.retired ? 'Bring back' : 'Take out'} ${p.part.name}`}
                      onClick={() => retire.mutate({ id: p.id, retired: !p.retired })}
                    >
                      {p.retired ? 'Bring back' : 'Take out'}
                    </button>
                  )}
                </span>
              ),
            },
          ]}
          rows={parts}
          keyOf={(p) => p.id}
        />
      )}
      {shown && <PartVersions id={shown} />}
      {making && (
        <OwnPartForm
          key={making.kind === 'like' ? making.part.id : making.of.part.id}
          making={making}
          onDone={() => setMaking(null)}
        />
      )}
    </div>
  );
}
