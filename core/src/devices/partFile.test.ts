import { expect, it } from 'vitest';
import { genericCatalogue } from './genericCatalogue.ts';
import { outlineFromText, partsCsvOf, partsJson, readParts } from './partFile.ts';

const known = new Map(genericCatalogue.parts.map((p) => [p.id, p]));
const own = { ...known.get('isolator-100')!, id: 'pt_own', name: 'Isolator of our own' };

it('parts go out as JSON and come back in, with ids of their own', () => {
  const { parts, problems } = readParts(partsJson([own]), known);
  expect(problems).toEqual([]);
  expect(parts[0]).toEqual({ ...own, id: parts[0]!.id });
  expect(parts[0]!.id).not.toBe(own.id);
});
it('the whole catalogue goes out as CSV and comes back in, like what it was', () => {
  const { parts, problems } = readParts(partsCsvOf(genericCatalogue.parts), known);
  expect(problems).toEqual([]);
  expect(parts).toEqual(genericCatalogue.parts.map((p, i) => ({ ...p, id: parts[i]!.id })));
});
it('a row takes over its terminals at the new size', () => {
  const { parts } = readParts('like,name,width_mm,height_mm\nisolator-100,Wide one,160,80', known);
  const was = known.get('isolator-100')!;
  expect(parts[0]!.terminals[0]!.xMm).toBe(Math.round((was.terminals[0]!.xMm * 160) / was.widthMm));
});
it('bad files are refused whole, in words', () => {
  const said = (text: string) => readParts(text, known).problems.join('; ');
  expect(said('like,name\nnothing,x')).toContain('line 2: like is "nothing"');
  expect(said('like,width_mm\nisolator-100,wide')).toContain('width_mm is "wide"; accepted: a number');
  expect(said('like,colour\nisolator-100,red')).toContain('column "colour" is not known');
  expect(said('like,width_mm\nisolator-100,-4\nisolator-100,90')).toContain('line 2');
  expect(said('{"format":"other"}')).toContain('accepted: "ombrik-part-list"');
  expect(said('{')).toContain('not JSON');
  expect(said(partsJson([{ ...own, elements: [{ ...own.elements[0]!, a: 'x' } as never] }]))).toContain('is "x"');
  expect(readParts('like,width_mm\nisolator-100,-4\nisolator-100,90', known).parts).toEqual([]);
});
it('a true outline is read corner by corner, or refused in words', () => {
  expect(outlineFromText('-40,25 40,25 0,-30').outline).toHaveLength(3);
  expect(outlineFromText('  ')).toEqual({ outline: null, problem: '' });
  expect(outlineFromText('1,2 3').problem).toContain('"3" is no corner');
  expect(outlineFromText('0,0 10,10 10,0 0,10').problem).toContain('crosses itself');
});
