import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { cableLabels, goesRound, labelsOfBatch } from '@ombrik/core/stock/cableLabels';
import { LABEL_SHEETS } from '@ombrik/core/tables/labelSheets';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { LazyPaper } from '../ship/LazyPaper.tsx';

const TUBES = [
  { id: 'tube-A4', name: 'Heat-shrink tube laid flat, A4' },
  { id: 'tube-Letter', name: 'Heat-shrink tube laid flat, Letter' },
];

/** Of this machine only. */
const isLoopback = (host: string) => /^(localhost|127\.|\[?::1\]?$)/.test(host);

/** Labels for both ends of every cable, true to size on common sheets, and as a list for a label printer. */
export function LabelsSheet() {
  const job = useJob();
  const [sheetId, setSheetId] = useState(LABEL_SHEETS[0]!.id);
  const { quantity } = job.board.brief;
  const labels = labelsOfBatch(
    cableLabels(job.dossier.cables, genericCatalogue),
    unitsOf(quantity).map((n) => serialOf(job.jobNumber, n, quantity)),
  );
  const sheet = LABEL_SHEETS.find((s) => s.id === sheetId);
  const short =
    sheet?.kind === 'wrap' ? labels.filter((l) => !goesRound(sheet.heightMm, sheet.printMm, l.diameterMm)) : [];
  const pages = sheet ? Math.ceil(labels.length / (sheet.columns * sheet.rows)) : null;
  const src = `/api/jobs/${job.jobId}/out/labels.pdf?revision=${job.revision}&sheet=${sheetId}`;
  return (
    <div className="grid h-full grid-cols-[280px_minmax(0,1fr)] grid-rows-1">
      <div className="relative grid content-start gap-2 overflow-auto p-4">
        <h1 className="text-2xl">Labels</h1>
        <p className="dim text-[13px]">
          {labels.length} labels, two for every core, with the text of the drawing and a code that opens the cable’s
          card.
        </p>
        <fieldset className="grid gap-1">
          <legend className="label-face">Sheet</legend>
          {[...LABEL_SHEETS, ...TUBES].map((s) => (
            <label key={s.id} className="flex min-h-[32px] items-center gap-2">
              <input
                type="radio"
                className="radio radio-sm"
                name="sheet"
                checked={sheetId === s.id}
                onChange={() => setSheetId(s.id)}
              />
              {s.name}
            </label>
          ))}
        </fieldset>
        {pages !== null && (
          <p className="dim text-[13px]">
            {pages} {pages === 1 ? 'sheet' : 'sheets'}. Print at 100 %, not fitted to the page.
          </p>
        )}
        {short.length > 0 && (
          <p className="text-[13px] text-warning">
            Too short to go round {[...new Set(short.map((l) => l.name))].join(', ')}: print flags for these.
          </p>
        )}
        {!job.workshop.address && isLoopback(location.hostname) && (
          <p className="text-[13px] text-warning">
            The codes would lead to {location.host}, which no telephone reaches: say this program’s address under
            Workshop.
          </p>
        )}
        <a className="btn btn-sm" href={src} download>
          Labels, PDF
        </a>
        <a className="btn btn-sm" href={`/api/jobs/${job.jobId}/out/labels.csv?revision=${job.revision}`} download>
          Labels, CSV for a label printer
        </a>
        <a className="btn btn-sm" href={`/api/jobs/${job.jobId}/out/cards.pdf?revision=${job.revision}`} download>
          Cable cards, PDF
        </a>
      </div>
      <LazyPaper key={src} src={src} title="Labels" />
    </div>
  );
}
