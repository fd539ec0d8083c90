import { describe, expect, expectTypeOf, it } from 'vitest';
import { field, input, part, rows } from './fact.ts';
import { inOrder, Kept, run } from './graph.ts';
import type { Node } from './node.ts';
import { check, each, shared, stage, steady } from './stage.ts';

interface Row {
  id: string;
  name: string;
  size: number;
  marks: string[];
}
interface Doc {
  rows: Row[];
  head: { title: string; year: number };
}
const doc = input<Doc>('doc');
const list = field(doc, 'rows') as Node<readonly Row[]>;
const row = (id: string, change: Partial<Row> = {}): Row => ({ id, name: `n${id}`, size: 1, marks: [], ...change });
const start: Doc = { rows: [row('a'), row('b')], head: { title: 't', year: 1 } };
/** Runs one node over documents in turn, keeping what can be kept. */
function outputsOf<T>(node: Node<T>, ...docs: Doc[]): T[] {
  const graph = inOrder([node]);
  const kept = new Kept();
  return docs.map((d) => run(graph, { doc: d }, kept).of(node));
}
const withRow = (d: Doc, id: string, change: Partial<Row>): Doc => ({
  ...d,
  rows: d.rows.map((r) => (r.id === id ? { ...r, ...change } : r)),
});

describe('facts hand out what they name, and nothing else', () => {
  it('rows have the named fields only, in the types and in truth', () => {
    const sizes = rows(list, ['id', 'size']);
    const [out] = outputsOf(sizes, start);
    expect(out).toEqual([
      { id: 'a', size: 1 },
      { id: 'b', size: 1 },
    ]);
    expectTypeOf(out![0]!).not.toHaveProperty('name');
    expectTypeOf(out![0]!).toHaveProperty('size').toBeNumber();
    const [head] = outputsOf(part(field(doc, 'head'), ['title']), start);
    expect(head).toEqual({ title: 't' });
    expectTypeOf(head!).not.toHaveProperty('year');
  });
  it('the list stays the same object while the named fields do', () => {
    const sizes = rows(list, ['id', 'size']);
    const [first, renamed, grown] = outputsOf(
      sizes,
      start,
      withRow(start, 'a', { name: 'x' }),
      withRow(start, 'a', { size: 2 }),
    );
    expect(renamed).toBe(first);
    expect(grown).not.toBe(first);
    expect(grown![1]).toBe(first![1]);
  });
  it('lists inside a row are compared by what they hold', () => {
    const marks = rows(list, ['id', 'marks']);
    const [first, same, other] = outputsOf(
      marks,
      withRow(start, 'a', { marks: ['x'] }),
      withRow(start, 'a', { marks: ['x'] }),
      withRow(start, 'a', { marks: ['y'] }),
    );
    expect(same).toBe(first);
    expect(other).not.toBe(first);
  });
  it('rows that move are found again by their id', () => {
    const sizes = rows(list, ['id', 'size']);
    const turned = { ...start, rows: [...start.rows].reverse() };
    const longer = { ...turned, rows: [row('c'), ...turned.rows] };
    const [first, back, more] = outputsOf(sizes, start, turned, longer);
    expect(back).toEqual([first![1], first![0]]);
    expect(back![0]).toBe(first![1]);
    expect(more![2]).toBe(first![0]);
  });
  it('two that say the same are one node', () => {
    expect(rows(list, ['id', 'size'])).toBe(rows(list, ['size', 'id']));
    expect(part(field(doc, 'head'), ['year'])).toBe(part(field(doc, 'head'), ['year']));
  });
});

describe('stages run again only when what they read is another value', () => {
  it('a stage that throws is tried again, and keeps nothing of the try', () => {
    let calls = 0;
    const picky = stage('picky', { list }, ({ list }) => {
      calls++;
      if (list.length === 2) throw new Error('two');
      return list.length;
    });
    const graph = inOrder([picky]);
    const kept = new Kept();
    expect(() => run(graph, { doc: start }, kept)).toThrow('two');
    expect(() => run(graph, { doc: start }, kept)).toThrow('two');
    expect(calls).toBe(2);
    expect(run(graph, { doc: { ...start, rows: [] } }, kept).of(picky)).toBe(0);
  });
  // An edit of an unread field works out nothing behind it.
  it('counts what it worked out', () => {
    let calls = 0;
    const total = stage('total', { sizes: rows(list, ['size']) }, ({ sizes }) => {
      calls++;
      return sizes.reduce((s, r) => s + r.size, 0);
    });
    expect(outputsOf(total, start, withRow(start, 'b', { name: 'y' }), withRow(start, 'b', { size: 5 }))).toEqual([
      2, 2, 6,
    ]);
    expect(calls).toBe(2);
  });
  it('a shared one keeps every row that says the same, and the whole where all do', () => {
    const sizes = shared('sizes', { list }, ({ list }) => list.map(({ id, size }) => ({ key: id, of: { size } })));
    const [one, two, three] = outputsOf(
      sizes,
      start,
      withRow(start, 'a', { name: 'other' }),
      withRow(start, 'a', { size: 2 }),
    );
    expect(two).toBe(one);
    expect([three![0]!.of.size, three![0] === one![0], three![1] === one![1]]).toEqual([2, false, true]);
  });
  it('a steady one hands out the same object while it says the same', () => {
    const names = steady('names', { list }, ({ list }) => list.map((r) => r.name));
    const [first, second, third] = outputsOf(
      names,
      start,
      withRow(start, 'a', { size: 9 }),
      withRow(start, 'a', { name: 'z' }),
    );
    expect(second).toBe(first);
    expect(third).toEqual(['z', 'nb']);
  });
  it('a check is a stage that gives what it found', () => {
    const large = check('large', { list }, ({ list }) => list.filter((r) => r.size > 3).map((r) => r.id));
    expect(outputsOf(large, start, withRow(start, 'b', { size: 4 }))).toEqual([[], ['b']]);
  });
});

describe('a stage taken row by row', () => {
  const factor = part(field(doc, 'head'), ['year']);
  it('works out only the rows whose picked values changed, and is handed nothing else', () => {
    const worked: string[] = [];
    const scaled = each(
      'scaled',
      list,
      (r) => r.id,
      { factor },
      ({ id, size }, { factor }) => ({ id, size, year: factor.year }),
      (picked) => {
        worked.push(picked.id);
        expect(Object.keys(picked)).toEqual(['id', 'size', 'year']);
        return picked.size * picked.year;
      },
    );
    const graph = inOrder([scaled]);
    const kept = new Kept();
    const at = (d: Doc) => run(graph, { doc: d }, kept).of(scaled);
    expect(at(start)).toEqual([1, 1]);
    expect(at(withRow(start, 'a', { name: 'other' }))).toEqual([1, 1]);
    expect(at(withRow(start, 'b', { size: 7 }))).toEqual([1, 7]);
    expect(worked).toEqual(['a', 'b', 'b']);
    expect(at({ ...start, head: { title: 't', year: 3 } })).toEqual([3, 3]);
  });
  it('leaves out rows nothing is picked of, and forgets rows that are gone', () => {
    const known = each(
      'known',
      list,
      (r) => r.id,
      {},
      (r) => (r.size > 0 ? { name: r.name } : null),
      (p) => p.name,
    );
    const gone = { ...start, rows: [row('b')] };
    expect(outputsOf(known, start, withRow(start, 'a', { size: 0 }), gone, start)).toEqual([
      ['na', 'nb'],
      ['nb'],
      ['nb'],
      ['na', 'nb'],
    ]);
  });
});

describe('a graph is put in order from what its stages declare', () => {
  const a = stage('a', { list }, ({ list }) => list.length);
  const b = stage('b', { a }, ({ a }) => a + 1);
  it('each behind all it reads, whoever is asked for first', () => {
    const names = inOrder([b, a]).order.map((n) => n.name);
    expect(names.indexOf('a')).toBeLessThan(names.indexOf('b'));
    expect(names[0]).toBe('doc');
  });
  it('refuses two of one name, a circle, and a missing input', () => {
    expect(() => inOrder([a, stage('a', {}, () => 1)])).toThrow('two stages are called "a"');
    const one = stage('one', {} as Record<string, Node<number>>, () => 1);
    const two = stage('two', { one }, () => 2);
    Object.assign(one.reads, { two });
    expect(() => inOrder([two])).toThrow('two → one → two');
    expect(() => run(inOrder([a]), {})).toThrow('input "doc" is missing');
    expect(() => run(inOrder([a]), { doc: start }).of(b)).toThrow('"b" is no part of this graph');
  });
});
