import { Fragment } from 'react';
import { isToldPlain, told, toldNumber } from './units.ts';

/** What is read to those who cannot see, or shown on hover: words as much as what stands on the page. */
const SAID = ['aria-label', 'aria-description', 'aria-valuetext', 'title', 'placeholder', 'alt'] as const;
/** What looks like words there is none for a reader. */
const NO_WORDS = new Set(['style', 'script', 'textarea']);

type Props = Record<string, unknown>;

/** One text of an element; a bare number is a figure only where it is set in the figures' face. */
const toldText = (text: string, isFigure: boolean): string => {
  const said = told(text);
  return isFigure && said === text ? toldNumber(text) : said;
};

/** Texts that stand side by side are one sentence: `{120} mm` is `120 mm`. Places in the row stay, so nothing is drawn anew. */
function toldChildren(children: unknown, isFigure: boolean): unknown {
  if (typeof children === 'string') return toldText(children, isFigure);
  if (typeof children === 'number') return isFigure ? toldNumber(String(children)) : children;
  if (!Array.isArray(children)) return children;
  const out: unknown[] = [...children];
  for (let from = 0; from < out.length; from++) {
    if (!isText(out[from])) continue;
    let to = from;
    // What draws nothing between two texts does not part them.
    while (to + 1 < out.length && (isText(out[to + 1]) || isNothing(out[to + 1]))) to++;
    const run = out
      .slice(from, to + 1)
      .filter(isText)
      .join('');
    out[from] = toldText(run, isFigure);
    for (let n = from + 1; n <= to; n++) out[n] = null;
    from = to;
  }
  return out;
}
const isText = (child: unknown): boolean => typeof child === 'string' || typeof child === 'number';
const isNothing = (child: unknown): boolean => child === null || child === undefined || typeof child === 'boolean';

/**
 * What an element of the page is given, with the figures in its words told in the reader's units. Elements with
 * `translate="no"`, HTML's own word for it, keep their words: what a person wrote is theirs.
 * What stands between the elements of a fragment is told as well; a component that gives bare text is told by whom it is
 * placed in.
 */
export function toldProps(type: unknown, props: Props): Props {
  if (isToldPlain() || props.translate === 'no') return props;
  if (type !== Fragment && (typeof type !== 'string' || NO_WORDS.has(type))) return props;
  const isFigure = typeof props.className === 'string' && /\bnum\b/.test(props.className);
  let next: Props | null = null;
  const children = toldChildren(props.children, isFigure);
  if (children !== props.children) next = { ...props, children };
  for (const name of SAID) {
    const was = props[name];
    if (typeof was !== 'string') continue;
    const said = told(was);
    if (said === was) continue;
    next ??= { ...props };
    next[name] = said;
  }
  return next ?? props;
}
