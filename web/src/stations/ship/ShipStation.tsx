import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { boardSchema } from '@ombrik/core/document/boardSchema';
import { referenceProblems } from '@ombrik/core/document/references';
import { replaceBoard } from '@ombrik/core/document/replaceBoard';
import { problemsOf } from '@ombrik/core/document/schemaKit';
import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { PaperView } from './PaperView.tsx';
import { TemplateChoice, type TemplateWish } from './TemplateChoice.tsx';

const PAPERS = [
  ['drawing.pdf', 'Board drawing', 'To scale, wire names as on the labels, wire list.'],
  ['dressing.pdf', 'Dressing drawing', 'Front and back of every panel with wire names.'],
  ['template.pdf', 'Template, 1:1', 'True size over several sheets, marks to join them, a bar to check.'],
  ['drill.pdf', 'Drill table', 'Every hole: drill, place, what for.'],
  ['sheets.pdf', 'Sheet cutting plan', 'Panels on the sheets in stock, cut by cut.'],
  ['parts.pdf', 'Parts list', 'Everything to have on the bench, with prices.'],
  ['cuts.pdf', 'Cut list', 'By cable type, both ends of every piece.'],
  ['cards.pdf', 'Cable cards', 'One card a cable in the order of making, with a code.'],
  ['labels.pdf', 'Labels', 'Both ends of every cable; other sheets at Cables, Labels.'],
  ['test-record.pdf', 'Test record', 'Every reading, failed ones too, with sign-off lines.'],
] as const;
const LISTS = [
  ['parts.csv', 'Parts, CSV'],
  ['cuts.csv', 'Cuts, CSV'],
  ['labels.csv', 'Labels, CSV'],
  ['drill.csv', 'Drill table, CSV'],
  ['board.json', 'Board document, JSON'],
] as const;

/** Papers as they will print, lists, and the board document in and out. */
export function ShipStation() {
  const job = useJob();
  const { progress } = useFloor();
  const [chosen, setChosen] = useState<string>(PAPERS[0][0]);
  const [problems, setProblems] = useState<string[]>([]);
  const [sheet, setSheet] = useState<TemplateWish>({ paper: 'A4', from: 'show' });
  const href = (name: string, more = '') =>
    `/api/jobs/${job.jobId}/out/${name}?revision=${job.revision}${name === 'template.pdf' ? `&paper=${sheet.paper}&from=${sheet.from}` : ''}${more}`;
  const upload = async (file: File) => {
    let value: unknown;
    try {
      value = JSON.parse(await file.text());
    } catch (error) {
      return setProblems([`${file.name} is not JSON: ${(error as Error).message}. Nothing was changed.`]);
    }
    const shape = problemsOf(boardSchema, value);
    const found = shape.length > 0 ? shape : referenceProblems(value as Board, genericCatalogue);
    if (found.length > 0) return setProblems([`${file.name} was refused; nothing was changed.`, ...found]);
    setProblems([]);
    job.edit(`Replace the board from ${file.name}`.slice(0, 120), replaceBoard(job.board, value as Board));
  };
  return (
    <div className="grid h-full grid-cols-[260px_minmax(0,1fr)]">
      <div className="relative overflow-auto p-5">
        <h1 className="text-2xl">Papers</h1>
        <p className="dim mb-2">of revision {job.revision}</p>
        <p className={progress.dcPassed ? 'text-success' : 'text-warning'}>
          {progress.dcPassed
            ? 'D.c. side passed its bench test.'
            : `Bench test: ${progress.passedCount} of ${progress.dcCount} checks passed.`}
        </p>
        <ul className="mt-3">
          {PAPERS.map(([name, title, what]) => (
            <li key={name} className="perforated py-2">
              <button
                type="button"
                className={`block w-full text-left ${chosen === name ? 'text-primary' : ''}`}
                aria-pressed={chosen === name}
                onClick={() => setChosen(name)}
              >
                <span className="label-face block text-lg">{title}</span>
                <span className="dim text-xs">{what}</span>
              </button>
              {name === 'template.pdf' && <TemplateChoice wish={sheet} onChange={setSheet} />}
              <a className="btn btn-xs mt-1" href={href(name)} download>
                Download {title}
              </a>
            </li>
          ))}
        </ul>
        <h2 className="perforated mt-2 pt-3 text-lg">Lists and files</h2>
        <div className="mt-1 grid gap-1">
          {LISTS.map(([name, title]) => (
            <a key={name} className="btn btn-sm" href={href(name)} download>
              {title}
            </a>
          ))}
          {job.board.panels.map((panel) => (
            <span key={panel.id} className="flex items-center gap-1">
              <span className="min-w-0 flex-1 truncate text-[13px]">{panel.name}</span>
              {(['front', 'back'] as const).map((face) =>
                (['dxf', 'svg'] as const).map((kind) => (
                  <a
                    key={face + kind}
                    className="btn btn-xs px-1"
                    href={href(`panel.${kind}`, `&panel=${panel.id}&face=${face}`)}
                    aria-label={`${panel.name}, ${face}, ${kind.toUpperCase()}`}
                    download
                  >
                    {face} {kind}
                  </a>
                )),
              )}
            </span>
          ))}
          <FileButton
            text="Put a board file in its place"
            accept="application/json,.json"
            onFile={(file) => void upload(file)}
          />
        </div>
        <div className="mt-2">
          <Problems problems={problems} onDismiss={() => setProblems([])} />
        </div>
      </div>
      <PaperView
        key={chosen + job.revision + sheet.paper + sheet.from}
        src={href(chosen)}
        title={PAPERS.find(([n]) => n === chosen)?.[1] ?? ''}
      />
    </div>
  );
}
