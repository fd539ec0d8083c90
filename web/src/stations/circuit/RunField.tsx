import { RUN_FIELDS } from '@ombrik/core/document/cable/cableFields';
import { readLengthMm } from '@ombrik/core/document/cable/offBoardRuns';
import { useEffect, useState } from 'react';
import { fieldUnit } from '../../told/fieldUnit.ts';
import { unitsNow } from '../../told/units.ts';

/** The next field down the same column, so that a column is typed without the mouse. */
function focusNext(from: HTMLElement, by: 1 | -1) {
  const all = [...document.querySelectorAll<HTMLInputElement>('input[data-run]')];
  all[all.indexOf(from as HTMLInputElement) + by]?.focus();
}

/** A length typed down a column: Enter and the arrows go on to the next, several lines pasted fill those below. */
export function RunField({
  label,
  lengthMm,
  placeholder,
  onLength,
  onPaste,
}: {
  label: string;
  lengthMm: number | null;
  /** What stands there while nothing is typed: nobody has been there yet, or its cables have lengths of their own. */
  placeholder: string;
  onLength: (lengthMm: number) => void;
  onPaste: (text: string) => void;
}) {
  const of = fieldUnit('mm');
  const said = lengthMm === null ? '' : of.typed(lengthMm);
  const [text, setText] = useState(said);
  useEffect(() => setText(said), [said]);
  const read = readLengthMm(text, unitsNow());
  const bad = text.trim() !== '' && read === null;
  const { min, max } = RUN_FIELDS.lengthMm;
  const commit = () => {
    if (read !== null && text !== said && read !== lengthMm) onLength(read);
  };
  return (
    <label className="grid gap-0.5">
      <span className={`input input-sm w-full min-w-28 ${bad ? 'input-error' : ''}`}>
        <input
          data-run
          className="num min-w-0 text-right"
          aria-label={label}
          aria-invalid={bad}
          placeholder={placeholder}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={commit}
          onFocus={(e) => e.target.select()}
          onPaste={(e) => {
            const pasted = e.clipboardData.getData('text');
            if (!/[\n\t;]/.test(pasted.trim())) return;
            e.preventDefault();
            onPaste(pasted);
          }}
          onKeyDown={(e) => {
            // Leaving the field writes it down.
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Enter' || e.key === 'ArrowDown') focusNext(e.currentTarget, 1);
            if (e.key === 'ArrowUp') focusNext(e.currentTarget, -1);
            if (e.key === 'Escape') setText(said);
          }}
        />
        <span className="dim text-xs">{of.says}</span>
      </span>
      {bad && (
        <span className="text-xs text-error">
          "{text}": a length from {of.about(min)} to {of.about(max)} {of.says}, or with its unit, such as{' '}
          <span translate="no">2.6 m</span>
        </span>
      )}
    </label>
  );
}
