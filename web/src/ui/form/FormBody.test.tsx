// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { ApiError } from '../../app/api.ts';
import { FormBody } from './FormBody.tsx';
import type { Fields } from './fields.ts';
import { useFieldForm } from './useFieldForm.ts';

afterEach(cleanup);
const type = async (label: string, value: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value } }));
const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole('button', { name })));

const FIELDS = {
  name: { kind: 'text', label: 'Name', max: 10, required: true },
  length: { kind: 'number', label: 'Length', min: 1, max: 5000, unit: 'm', scale: 1000, whole: true },
  way: {
    kind: 'choice',
    label: 'Where',
    options: [
      { value: 'bin', says: 'scrap' },
      { value: 'store', says: 'back to the store' },
    ],
  },
  place: { kind: 'text', label: 'Place', max: 10, required: true, when: (t) => t.way === 'store' },
  day: { kind: 'date', label: 'Day', optional: true },
} satisfies Fields;

function open(more: { refused?: unknown; sending?: boolean } = {}) {
  const taken: unknown[] = [];
  const left: string[] = [];
  function Trial() {
    const form = useFieldForm(FIELDS, { name: '', length: '', way: 'bin', place: '', day: '' });
    return (
      <FormBody
        of={form}
        take={(values) => taken.push(values)}
        press="Do it"
        cancel={{ says: 'Leave it', go: () => left.push('left') }}
        {...more}
      />
    );
  }
  render(<Trial />);
  return { taken, left };
}

describe('a form from the description of its fields', () => {
  it('says every problem at once, takes nothing, and takes what is good', async () => {
    const { taken } = open();
    await press('Do it');
    expect(screen.getByText('cannot be empty')).toBeTruthy();
    expect(screen.getByText('missing: a number from 0.001 to 5 m')).toBeTruthy();
    expect(taken).toEqual([]);
    await type('Name', ' W1 ');
    await type('Length', '1,25');
    await press('Do it');
    expect(taken).toEqual([{ name: 'W1', length: 1250, way: 'bin', place: '', day: '' }]);
  });
  it('a problem is told while it is typed, and gone when it is mended', async () => {
    open();
    await type('Length', '6');
    expect(screen.getByText('"6": a number from 0.001 to 5 m')).toBeTruthy();
    expect(screen.getByLabelText('Length').getAttribute('aria-invalid')).toBe('true');
    await type('Length', '5');
    expect(screen.queryByText(/a number from/)).toBeNull();
    expect(screen.getByLabelText('Length').getAttribute('aria-invalid')).toBe('false');
  });
  it('asks for more only where what was chosen wants it', async () => {
    const { taken } = open();
    expect(screen.queryByLabelText('Place')).toBeNull();
    await type('Name', 'W1');
    await type('Length', '1');
    await type('Where', 'store');
    await press('Do it');
    expect(taken).toEqual([]);
    await type('Place', 'rack A');
    await press('Do it');
    expect(taken).toEqual([{ name: 'W1', length: 1000, way: 'store', place: 'rack A', day: '' }]);
  });
  it('what the server refused stands at the press; while it is sent nothing is pressed again', async () => {
    open({ refused: new ApiError(409, ['reserved for job 402']), sending: true });
    expect(screen.getByRole('alert').textContent).toBe('reserved for job 402');
    expect((screen.getByRole('button', { name: 'Do it' }) as HTMLButtonElement).disabled).toBe(true);
  });
  it('is left without a word', async () => {
    const { taken, left } = open();
    await press('Leave it');
    expect([taken, left]).toEqual([[], ['left']]);
  });
});
