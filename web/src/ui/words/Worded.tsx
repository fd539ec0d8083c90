import { Fragment, type ReactNode, useEffect, useId, useState } from 'react';
import { Link } from 'react-router';
import { type Glossary, glossary, pieces } from './glossary.ts';

interface Known {
  words: Glossary;
  pictures: Readonly<Record<string, ReactNode>>;
}
let known: Known | null = null;

/** The words and their pictures; they come when something is first explained, and nothing waits for them. */
function useKnown(): Known | null {
  const [now, setNow] = useState(known);
  useEffect(() => {
    if (known) return;
    let current = true;
    void Promise.all([glossary(), import('./pictures.tsx')]).then(
      ([words, { PICTURES }]) => {
        known = { words, pictures: PICTURES };
        if (current) setNow(known);
      },
      // Without a network a word is a word.
      () => {},
    );
    return () => {
      current = false;
    };
  }, []);
  return now;
}

/** A word that can be asked: what it means here, with a picture. */
function Word({ word, text, of }: { word: string; text: string; of: Known }) {
  const id = useId();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="askable" popoverTarget={id}>
        {text}
      </button>
      <span
        id={id}
        popover="auto"
        role="note"
        aria-label={word}
        onBeforeToggle={(e) => setOpen(e.newState === 'open')}
        className="m-auto w-72 max-w-[90vw] border border-primary bg-base-100 p-3 font-normal font-sans text-base-content text-sm normal-case shadow-lg"
      >
        {open && (
          <>
            <b className="label-face block text-lg">{word}</b>
            <svg viewBox="0 0 240 110" aria-hidden="true" className="my-2 block w-full bg-base-200">
              {of.pictures[word]}
            </svg>
            <span className="block">{of.words.get(word)}</span>
            <Link className="mt-2 inline-block underline" to={`/guide/words#${word.replaceAll(' ', '-')}`}>
              All words
            </Link>
          </>
        )}
      </span>
    </>
  );
}

/** A text whose words of the trade can be asked. */
export function Worded({ text }: { text: string }) {
  const known = useKnown();
  if (!known) return text;
  const askable = Object.keys(known.pictures).filter((w) => known.words.has(w));
  return pieces(text, askable).map((p, n) => (
    <Fragment key={n}>{p.word ? <Word word={p.word} text={p.text} of={known} /> : p.text}</Fragment>
  ));
}
