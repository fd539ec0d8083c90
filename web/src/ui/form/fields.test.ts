import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Field, readField, readFields } from './fields.ts';

const problem = (field: Field, text: string) => {
  const read = readField(field, text);
  return 'problem' in read ? read.problem : null;
};
const value = (field: Field, text: string) => {
  const read = readField(field, text);
  return 'value' in read ? read.value : read;
};
const metres: Field = { kind: 'number', label: 'Length', min: 1, max: 100_000, unit: 'm', scale: 1000, whole: true };
const pieces: Field = { kind: 'number', label: 'Pieces', min: 1, max: 99, whole: true };

describe('what is typed into a field', () => {
  it('a comma or a point, blanks around it', () => {
    expect(value(metres, ' 1,234 ')).toBe(1234);
    expect(value(metres, '1.234')).toBe(1234);
  });
  it('metres to the millimetre and no finer, without a hair beside a whole number', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), (mm) => {
        expect(value(metres, String(mm / 1000))).toBe(mm);
      }),
      { seed: 3 },
    );
    expect(problem(metres, '1.2345')).toBe('"1.2345": a number from 0.001 to 100 m, no finer than 1/1000');
  });
  it.each([
    [pieces, '', 'missing: a whole number from 1 to 99'],
    [pieces, '0', '"0": a whole number from 1 to 99'],
    [pieces, '2.5', '"2.5": a whole number from 1 to 99'],
    [pieces, 'two', '"two": a whole number from 1 to 99'],
    [pieces, '1e400', '"1e400": a whole number from 1 to 99'],
    [metres, '101', '"101": a number from 0.001 to 100 m'],
    [{ kind: 'text', label: 'Why', max: 3, required: true }, '  ', 'cannot be empty'],
    [{ kind: 'text', label: 'Why', max: 3 }, 'four', 'at most 3 characters'],
    [{ kind: 'text', label: 'E-mail', max: 99, email: true }, 'me', '"me": an e-mail address'],
    [{ kind: 'date', label: 'Day' }, '', 'missing: a day'],
    [{ kind: 'date', label: 'Day' }, '2026-13-45', '"2026-13-45": a day such as 2026-12-18'],
    [{ kind: 'choice', label: 'Job', options: [{ value: 'a', says: 'the first' }] }, 'b', '"b": the first'],
    [{ kind: 'choice', label: 'Job', required: true, options: [{ value: '', says: 'which?' }] }, '', 'one of these'],
  ] as [Field, string, string][])('%o takes not %j', (field, text, says) => {
    expect(problem(field, text)).toBe(says);
  });
  it('what may be left empty is null, or no day', () => {
    expect(value({ kind: 'number', label: 'Cost', min: 0, max: 9, optional: true }, ' ')).toBeNull();
    expect(value({ kind: 'date', label: 'Wanted on', optional: true }, '')).toBe('');
  });
  it('a password keeps its blanks', () => {
    expect(value({ kind: 'text', label: 'Password', max: 99, secret: true }, ' a ')).toBe(' a ');
  });
  it('a form gives all its values, or every problem at once', () => {
    const fields = { pieces, why: { kind: 'text', label: 'Why', max: 9, required: true } } as const;
    expect(readFields(fields, { pieces: '3', why: ' lost ' })).toEqual({ values: { pieces: 3, why: 'lost' } });
    expect(readFields(fields, { pieces: 'x', why: '' })).toEqual({
      problems: { pieces: '"x": a whole number from 1 to 99', why: 'cannot be empty' },
    });
  });
  it('a field is asked only when what is typed elsewhere wants it, and counts as empty else', () => {
    const fields = {
      way: { kind: 'choice', label: 'Where', options: ['bin', 'store'].map((value) => ({ value, says: value })) },
      length: { ...pieces, when: (t: Record<string, string>) => t.way === 'store' },
    } as const;
    expect(readFields(fields, { way: 'bin', length: 'x' })).toEqual({ values: { way: 'bin', length: null } });
    expect(readFields(fields, { way: 'store', length: 'x' })).toHaveProperty('problems.length');
  });
});
