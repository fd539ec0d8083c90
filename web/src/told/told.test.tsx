// @vitest-environment happy-dom

import { SI } from '@ombrik/core/units/choice';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { mm } from '../ui/format.ts';
import { NumberField } from '../ui/TextField.tsx';
import { dateWords, dayWords, momentWords, weekdayWords } from './days.ts';
import { onDrawing, ruleMarks, takeUnits } from './units.ts';

afterEach(() => {
  cleanup();
  takeUnits(SI);
});
const INCHES = { ...SI, length: 'in', place: 'en-DE' } as const;
const Wide = ({ by, wide }: { by: number; wide?: boolean }) => (
  <p data-testid="p">
    {by} mm{wide && <b> of 12 mm</b>}, {mm(by)} and {'W1'}
  </p>
);

describe('what reaches the page', () => {
  it('as it is worded, for who reads SI', () => {
    render(<Wide by={254} />);
    expect(screen.getByTestId('p').textContent).toBe('254 mm, 254\u2009mm and W1');
  });
  it('in the reader’s units, texts side by side read as one, an element between them by itself', () => {
    takeUnits(INCHES);
    const { rerender } = render(<Wide by={254} />);
    expect(screen.getByTestId('p').textContent).toBe('10 in, 10\u2009in and W1');
    rerender(<Wide by={508} wide />);
    expect(screen.getByTestId('p').textContent).toBe('20 in of 15/32 in, 20\u2009in and W1');
    rerender(<Wide by={508} />);
    expect(screen.getByTestId('p').textContent).toBe('20 in, 20\u2009in and W1');
  });
  it('what is read aloud and shown on hover as well; what somebody wrote stays theirs', () => {
    takeUnits(INCHES);
    render(
      <div>
        <button type="button" aria-label="Cut 254 mm" title="254 mm">
          x
        </button>
        <i translate="no">254 mm to spare</i>
        <input aria-label="Length" defaultValue="254 mm" />
        <textarea aria-label="Note" defaultValue="0.8 A" />
        <b className="num">0.80</b>
        <u>0.80</u>
        <>508 mm</>
      </div>,
    );
    expect(screen.getByRole('button', { name: 'Cut 10 in' }).title).toBe('10 in');
    expect(screen.getByText('254 mm to spare')).toBeTruthy();
    expect((screen.getByLabelText('Length') as HTMLInputElement).value).toBe('254 mm');
    expect((screen.getByLabelText('Note') as HTMLTextAreaElement).value).toBe('0.8 A');
    expect(screen.getByText(/20 in/)).toBeTruthy();
    expect(screen.getByText('0,80').tagName).toBe('B');
    // What is not set as a figure may be a version or a number of something.
    expect(screen.getByText('0.80').tagName).toBe('U');
  });
});

describe('figures on a drawing', () => {
  it('stand bare in millimetres, with their mark in inches, and the rule has round marks', () => {
    expect([onDrawing(253.6), ruleMarks().apartMm, ruleMarks().says(3)]).toEqual(['254', 100, '300']);
    takeUnits(INCHES);
    expect([onDrawing(253.6), ruleMarks().apartMm, ruleMarks().says(3)]).toEqual(['10″', 101.6, '12″']);
  });
});

describe('days', () => {
  it('are written as where whoever reads lives', () => {
    const at = '2027-01-08T14:05:00';
    const all = () => [dayWords(at), dateWords('2027-01-08'), weekdayWords(at), momentWords(at)];
    expect(all()).toEqual(['8 Jan', '8 Jan 2027', 'Fri 8 Jan', '8 Jan 14:05']);
    takeUnits({ ...SI, place: 'en-US' });
    expect(all().map((s) => s.replace('\u202f', ' '))).toEqual(['Jan 8', 'Jan 8, 2027', 'Fri Jan 8', 'Jan 8 02:05 PM']);
  });
});

describe('a field', () => {
  it('takes a figure in the reader’s unit and keeps the board’s, and what nobody touched stays', async () => {
    takeUnits(INCHES);
    const kept: number[] = [];
    render(<NumberField label="Width" value={630} min={50} max={5000} unit="mm" onCommit={(v) => kept.push(v)} />);
    const field = screen.getByLabelText('Width') as HTMLInputElement;
    expect(field.value).toBe('24.8031');
    fireEvent.blur(field);
    expect(kept).toEqual([]);
    fireEvent.change(field, { target: { value: '25 1/2' } });
    fireEvent.blur(field);
    fireEvent.change(field, { target: { value: '640 mm' } });
    fireEvent.blur(field);
    expect(kept).toEqual([647.7, 640]);
    fireEvent.change(field, { target: { value: '1' } });
    expect(screen.getByText('"1": a number from 1.97 to 197')).toBeTruthy();
  });
});
