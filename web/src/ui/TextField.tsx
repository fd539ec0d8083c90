import { type RefObject, use, useEffect, useRef, useState } from 'react';
import { fieldUnit } from '../told/fieldUnit.ts';
import { EditRight } from './editRight.ts';

type Common = { label: string; hideLabel?: boolean; className?: string; disabled?: boolean };

type Box = HTMLInputElement | HTMLTextAreaElement;

/** What stands in a field: what is saved, except while a hand types something else into it; that is never taken away. */
function useTyped(saved: string): { text: string; setText: (text: string) => void; box: RefObject<Box | null> } {
  const [text, setText] = useState(saved);
  const box = useRef<Box>(null);
  const before = useRef(saved);
  useEffect(() => {
    const was = before.current;
    before.current = saved;
    setText((typed) => (typed !== was && box.current === document.activeElement ? typed : saved));
  }, [saved]);
  return { text, setText, box };
}

/** A text field that makes its edit when it is left or Enter is pressed, and takes Escape back. */
export function TextField({
  label,
  value,
  onCommit,
  max,
  required,
  hideLabel,
  multiline,
  quiet,
  className = '',
  disabled,
}: Common & {
  value: string;
  onCommit: (v: string) => void;
  max: number;
  required?: boolean;
  multiline?: boolean /** No edge until it is touched, for tables. */;
  quiet?: boolean;
}) {
  const { text, setText, box } = useTyped(value);
  const mayNot = use(EditRight);
  // What nobody has filled in yet is not wrong until somebody leaves it so.
  const [left, setLeft] = useState(false);
  const bad =
    required && text.trim() === '' && (left || value !== '')
      ? 'cannot be empty'
      : text.length > max
        ? `at most ${max} characters`
        : null;
  const commit = () => {
    if (bad) return;
    if (text !== value) onCommit(text);
  };
  const shared = {
    value: text,
    disabled,
    readOnly: mayNot !== null,
    title: mayNot ?? undefined,
    'aria-label': label,
    'aria-invalid': bad !== null,
    onChange: (e: { target: { value: string } }) => setText(e.target.value),
    onBlur: () => {
      setLeft(true);
      if (!(required && text.trim() === '')) commit();
    },
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === 'Enter' && !multiline) commit();
      if (e.key === 'Escape') setText(value);
    },
  };
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is inside, chosen below, and carries the name itself.
    <label className={`grid gap-0.5 ${className}`}>
      {!hideLabel && <span className="label-face">{label}</span>}
      {multiline ? (
        <textarea ref={box as RefObject<HTMLTextAreaElement>} className="textarea w-full" rows={4} {...shared} />
      ) : (
        <input
          ref={box as RefObject<HTMLInputElement>}
          className={`input w-full ${hideLabel ? 'input-sm' : ''} ${quiet ? 'quiet px-1' : ''}`}
          {...shared}
        />
      )}
      {bad && (
        <span className="text-xs text-error">
          {label} {bad}
        </span>
      )}
    </label>
  );
}

/** A number field with its range said when it is wrong; the last good value stays in the board. Null is not said yet. */
export function NumberField({
  label,
  value,
  onCommit,
  min,
  max,
  unit,
  step = 'any',
  hideLabel,
  className = '',
  disabled,
}: Common & {
  value: number | null;
  onCommit: (v: number) => void;
  min: number;
  max: number;
  unit: string;
  step?: number | 'any';
}) {
  const of = fieldUnit(unit);
  const mayNot = use(EditRight);
  const said = value === null ? '' : of.typed(value);
  const { text, setText, box } = useTyped(said);
  // What nobody touched is what it was: turned into inches and back it would be a hair beside.
  const parsed = text === said && value !== null ? value : of.kept(text);
  const bad = !(parsed >= min && parsed <= max) && !(value === null && text.trim() === '');
  const commit = () => {
    if (!bad && text.trim() !== '' && parsed !== value) onCommit(parsed);
  };
  return (
    <label className={`grid gap-0.5 ${className}`}>
      {!hideLabel && <span className="label-face">{label}</span>}
      <span className={`input w-full ${hideLabel ? 'input-sm' : ''} ${bad ? 'input-error' : ''}`}>
        <input
          ref={box as RefObject<HTMLInputElement>}
          className="num min-w-0 text-right"
          inputMode="decimal"
          step={step}
          aria-label={label}
          aria-invalid={bad}
          disabled={disabled}
          readOnly={mayNot !== null}
          title={mayNot ?? undefined}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => {
            commit();
            // `20 in` was taken when Enter was pressed: what is kept stands there in its place.
            if (parsed === value) setText(said);
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter') commit();
            if (e.key === 'Escape') setText(said);
          }}
        />
        {unit && <span className="dim text-xs">{of.says}</span>}
      </span>
      {bad && (
        <span className="text-xs text-error">
          {text === '' ? 'missing' : `"${text}"`}: a number from {of.about(min)} to {of.about(max)}
        </span>
      )}
    </label>
  );
}
