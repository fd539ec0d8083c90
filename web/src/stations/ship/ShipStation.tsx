import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { BoardUpload } from './BoardUpload.tsx';
import { FieldReportView } from './FieldReportView.tsx';
import { LazyPaper } from './LazyPaper.tsx';
import { PaperList } from './PaperList.tsx';
import { type Chosen, chosenOf, paperAddress } from './paperAddress.ts';
import { ShipJob } from './ShipJob.tsx';
import { type JobPaper, usePapers } from './usePapers.ts';

/** Files of single panels: each face, each kind. */
function PanelFiles({ papers }: { papers: readonly JobPaper[] }) {
  const { board, jobId, revision } = useJob();
  return board.panels.map((panel) => (
    <span key={panel.id} className="flex flex-wrap items-center gap-1">
      <span className="w-full truncate text-[13px]">{panel.name}</span>
      {(['front', 'back'] as const).map((face) =>
        papers.map(({ name }) => {
          const kind = name.split('.').at(-1)!;
          return (
            <a
              key={face + name}
              className="btn btn-xs px-1"
              href={paperAddress(jobId, revision, name, { panel: panel.id, face })}
              aria-label={`${panel.name}, ${face}, ${kind.toUpperCase()}`}
              download
            >
              {face} {kind}
            </a>
          );
        }),
      )}
    </span>
  ));
}

/** Papers as they will print, lists, and the board document in and out. */
export function ShipStation() {
  const { jobId, revision } = useJob();
  const { progress } = useFloor();
  const papers = usePapers();
  const [picked, setPicked] = useState<string | null>(null);
  const [address, setAddress] = useSearchParams();
  const asked = address.get('log');
  const log = asked !== null && /^\d{1,12}$/.test(asked) ? Number(asked) : null;
  const [said, setSaid] = useState<Readonly<Record<string, Chosen>>>({});
  const sheets = papers.filter((p) => p.place === 'sheets');
  const shown = sheets.find((p) => p.name === picked) ?? sheets[0];
  const chosen = (paper: JobPaper) => chosenOf(paper.choices, said[paper.name] ?? {});
  const href = (paper: JobPaper) => paperAddress(jobId, revision, paper.name, chosen(paper));
  return (
    <div className="grid h-full grid-cols-1 max-md:auto-rows-max md:grid-cols-[260px_minmax(0,1fr)] md:grid-rows-1">
      <div className="relative overflow-auto p-5">
        <h1 className="text-2xl">Papers</h1>
        <p className="dim mb-2">of revision {revision}</p>
        <p className={progress.dcPassed ? 'text-success' : 'text-warning'}>
          {progress.dcPassed
            ? 'D.c. side passed its bench test.'
            : `Bench test: ${progress.passedCount} of ${progress.dcCount} checks passed.`}
        </p>
        <ShipJob onLog={(id) => setAddress({ log: String(id) })} />
        <h2 className="perforated mt-3 pt-3 text-lg">Sheets</h2>
        <PaperList
          papers={sheets}
          shown={shown?.name ?? ''}
          show={(name) => {
            setPicked(name);
            setAddress({});
          }}
          chosenOf={chosen}
          choose={(name, choice, word) => setSaid({ ...said, [name]: { ...said[name], [choice]: word } })}
          href={href}
        />
        <h2 className="perforated mt-2 pt-3 text-lg">Lists and files</h2>
        <div className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-1">
          {papers
            .filter((p) => p.place === 'lists')
            .map((p) => (
              <a key={p.name} className="btn btn-sm" href={href(p)} download>
                {p.title}
              </a>
            ))}
          <PanelFiles papers={papers.filter((p) => p.place === 'panels')} />
          <BoardUpload />
        </div>
      </div>
      {log !== null && <FieldReportView logId={log} onClose={() => setAddress({})} />}
      {log === null && shown && <LazyPaper key={href(shown)} src={href(shown)} title={shown.title} />}
    </div>
  );
}
