import { PickField } from '../../ui/PickField.tsx';
import type { Chosen } from './paperAddress.ts';
import type { JobPaper } from './usePapers.ts';

/** What may be chosen of a paper. */
function PaperChoices({
  paper,
  chosen,
  choose,
}: {
  paper: JobPaper;
  chosen: Chosen;
  choose: (choice: string, word: string) => void;
}) {
  return (
    <span className="mt-1 grid gap-1">
      {paper.choices.map((c) => (
        <PickField
          key={c.name}
          label={c.title}
          hideLabel
          size="xs"
          className="w-full"
          value={chosen[c.name] ?? c.words[0]!.word}
          options={c.words.map((w) => [w.word, w.says] as const)}
          onPick={(picked) => choose(c.name, picked)}
        />
      ))}
    </span>
  );
}

/** Papers to look at and to keep, each with what may be chosen of it. */
export function PaperList({
  papers,
  shown,
  show,
  chosenOf,
  choose,
  href,
}: {
  papers: readonly JobPaper[];
  shown: string;
  show: (name: string) => void;
  chosenOf: (paper: JobPaper) => Chosen;
  choose: (name: string, choice: string, word: string) => void;
  href: (paper: JobPaper) => string;
}) {
  return (
    <ul className="mt-3">
      {papers.map((paper) => (
        <li key={paper.name} className="perforated py-2">
          <button
            type="button"
            className={`block w-full text-left ${shown === paper.name ? 'text-primary' : ''}`}
            aria-pressed={shown === paper.name}
            onClick={() => show(paper.name)}
          >
            <span className="label-face block text-lg">{paper.title}</span>
            <span className="dim text-xs">{paper.what}</span>
          </button>
          {paper.choices.length > 0 && (
            <PaperChoices
              paper={paper}
              chosen={chosenOf(paper)}
              choose={(choice, word) => choose(paper.name, choice, word)}
            />
          )}
          <a className="btn btn-xs mt-1" href={href(paper)} download>
            Download {paper.title}
          </a>
        </li>
      ))}
    </ul>
  );
}
