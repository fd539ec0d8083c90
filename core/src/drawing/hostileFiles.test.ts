import fc from 'fast-check';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { MonitorLogError, readMonitorLog } from '../after/monitorLog.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { partsCsvOf, partsJson, readParts } from '../devices/partFile.ts';
import { LOAD_COLUMNS, readLoadsCsv, readPastedLoads } from '../document/item/loadList.ts';
import { readOffers } from '../stock/offerFile.ts';
import { DrawingProblem, outlineOf, readDxf, readSvg } from './outlineImport.ts';

// The reader of CSV prints it where a heading stands twice.
beforeAll(() => void vi.spyOn(console, 'warn').mockImplementation(() => {}));

const RUNS = { seed: 1612, numRuns: process.env.OMBRIK_FULL ? 5000 : 300 };
const parts = new Map(genericCatalogue.parts.map((p) => [p.id, p]));

/** What people and programs put into a field that was meant for something else. */
const nasty = fc.constantFrom(
  ...['', '0', '-0', '1e308', '-1e308', '1e-308', 'NaN', 'Infinity', '0x10', '1,5', '٣', '1e999', '9007199254740993'],
  ...[
    '<script>alert(1)</script>',
    '=HYPERLINK("x","y")',
    '-F1',
    '@SUM(A1)',
    '\u202eevil',
    '💡🔋',
    '\0',
    '\ufeff',
    '"',
    "'",
  ],
  ...['__proto__', 'constructor', 'toString', '../../etc/passwd', 'a'.repeat(5000), ';', '\t', '\r\n'],
);

const pair = (code: number, value: string | number) => `${code}\n${value}\n`;
const figure = fc.oneof(fc.double(), fc.integer(), nasty.map(String));
const entity = fc.oneof(
  fc
    .record({ x: figure, y: figure, r: figure, from: figure, to: figure })
    .map(
      ({ x, y, r, from, to }) =>
        pair(0, 'ARC') + pair(8, '0') + pair(10, x) + pair(20, y) + pair(40, r) + pair(50, from) + pair(51, to),
    ),
  fc
    .record({ x: figure, y: figure, r: figure })
    .map(({ x, y, r }) => pair(0, 'CIRCLE') + pair(10, x) + pair(20, y) + pair(40, r)),
  fc
    .array(fc.record({ x: figure, y: figure, bulge: figure }), { maxLength: 6 })
    .map(
      (vs) =>
        pair(0, 'LWPOLYLINE') +
        pair(90, vs.length) +
        pair(70, 1) +
        vs.map((v) => pair(10, v.x) + pair(20, v.y) + pair(42, v.bulge)).join(''),
    ),
  fc.tuple(fc.integer({ min: -5, max: 1100 }), nasty).map(([code, v]) => pair(code, v)),
);
const dxfOf = (entities: readonly string[]) =>
  pair(0, 'SECTION') + pair(2, 'ENTITIES') + entities.join('') + pair(0, 'ENDSEC') + pair(0, 'EOF');

/** Reads, judges, and says what it is refused for; anything but its own words is a mistake of ours. */
function drawn(read: () => ReturnType<typeof readDxf>): void {
  try {
    const file = read();
    const points = file.contours.reduce((n, c) => n + c.points.length, 0);
    expect(points).toBeLessThanOrEqual(20_000);
    for (const c of file.contours)
      for (const p of c.points) expect(Number.isFinite(p.xMm) && Number.isFinite(p.yMm)).toBe(true);
    outlineOf(file, 'mm');
  } catch (error) {
    if (!(error instanceof DrawingProblem)) throw error;
    expect(error.message.length).toBeLessThan(400);
  }
}

describe('drawings from outside', () => {
  it('an arc that goes round 1e9 degrees is a circle’s worth of points', () => {
    const file = readDxf(
      dxfOf([pair(0, 'ARC') + pair(10, 0) + pair(20, 0) + pair(40, 50) + pair(50, 0) + pair(51, 1e9)]),
    );
    expect(file.contours[0]!.points.length).toBeLessThan(100);
    drawn(() =>
      readDxf(dxfOf([pair(0, 'ARC') + pair(10, 0) + pair(20, 0) + pair(40, 50) + pair(50, 1e9) + pair(51, 0)])),
    );
  });
  it('too many points, lines, or levels are refused in words', () => {
    const line = pair(0, 'LINE') + pair(10, 0) + pair(20, 0) + pair(11, 5) + pair(21, 5);
    expect(() => readDxf(dxfOf(Array(5000).fill(line)))).toThrow(/5000 lines and circles; accepted: up to 4000/);
    expect(() => readSvg(`<svg><path d="M0 0${'h1v1'.repeat(30_000)}"/></svg>`)).toThrow(/more than 20000 points/);
    expect(() => readSvg(`<svg>${'<g>'.repeat(90)}${'</g>'.repeat(90)}</svg>`)).toThrow(DrawingProblem);
    expect(() => readSvg('<svg><path transform="scale(1e300)" d="M1 1h5v5h-5Z"/></svg>')).toThrow(/accepted: up to/);
  });
  it('any mixture of entities is drawn or refused in words', () => {
    fc.assert(
      fc.property(fc.array(entity, { maxLength: 12 }), (all) => drawn(() => readDxf(dxfOf(all)))),
      RUNS,
    );
  });
  it('any mixture of shapes is drawn or refused in words', () => {
    const shape = fc.oneof(
      fc
        .record({
          d: fc.array(fc.oneof(fc.constantFrom('M', 'L', 'h', 'v', 'A', 'C', 'q', 'Z', 'z', ' ', ','), figure), {
            maxLength: 24,
          }),
          t: nasty,
        })
        .map(
          ({ d, t }) => `<path d="${d.join(' ').replaceAll(/["<&]/g, '')}" transform="${t.replaceAll(/["<&]/g, '')}"/>`,
        ),
      fc
        .tuple(figure, figure, figure, figure)
        .map(([x, y, w, h]) => `<rect x='${x}' y='${y}' width='${w}' height='${h}'/>`),
      fc
        .tuple(figure, figure, figure)
        .map(([x, y, r]) => `<circle cx='${x}' cy='${y}' r='${r}' transform='rotate(${x})'/>`),
      nasty.map((t) => `<text>${t}</text>`),
      fc.constantFrom('<!DOCTYPE x [<!ENTITY a "&b;"><!ENTITY b "&a;">]>', '<![CDATA[x]]>', '</svg>', '<a b=c>'),
    );
    fc.assert(
      fc.property(fc.array(shape, { maxLength: 8 }), (all) =>
        drawn(() => readSvg(`<svg viewBox='0 0 9 9'>${all.join('')}</svg>`)),
      ),
      RUNS,
    );
  });
});

describe('lists from outside', () => {
  /** A table with names of columns that are right, wrong and doubled, and anything in the cells. */
  const table = (columns: readonly string[]) =>
    fc
      .tuple(
        fc.array(fc.oneof({ weight: 6, arbitrary: fc.constantFrom(...columns) }, nasty), {
          minLength: 1,
          maxLength: 9,
        }),
        fc.array(
          fc.array(fc.oneof(nasty, fc.double().map(String), fc.constantFrom('Lamp', 'yes', '12', 'load-small')), {
            maxLength: 10,
          }),
          { maxLength: 6 },
        ),
        fc.constantFrom(',', ';', '\t'),
      )
      .map(([head, rows, by]) => [head, ...rows].map((r) => r.join(by)).join('\n'));
  const told = (problems: readonly string[]) => {
    for (const p of problems) expect(p.length).toBeLessThan(6000);
  };
  it('loads come in good, or not at all and in words', () => {
    fc.assert(
      fc.property(table(LOAD_COLUMNS), (text) => {
        for (const { rows, problems } of [readLoadsCsv(text), readPastedLoads(text)]) {
          told(problems);
          if (problems.length > 0) expect(rows).toEqual([]);
          for (const r of rows) expect(r.name.length).toBeLessThanOrEqual(80);
        }
      }),
      RUNS,
    );
    expect(readLoadsCsv(`name,power_w\n${'Lamp,1\n'.repeat(5000)}`).problems).toEqual([
      'the list has 5000 lines; accepted: up to 1000',
    ]);
  });
  it('prices come in good, or not at all and in words', () => {
    fc.assert(
      fc.property(table(['article', 'supplier', 'pack', 'price', 'lead_days']), (text) => {
        const { offers, problems } = readOffers(text, (id) =>
          id === 'load-small' ? ({ id, unit: 'pcs' } as never) : null,
        );
        told(problems);
        if (problems.length > 0) expect(offers).toEqual([]);
        for (const o of offers) expect(o.packPrice >= 0 && o.packQuantity > 0 && o.leadDays <= 365).toBe(true);
      }),
      RUNS,
    );
  });
  it('parts come in good, or not at all and in words', () => {
    const whole = JSON.parse(partsJson(genericCatalogue.parts.slice(0, 3)));
    fc.assert(
      fc.property(
        fc.oneof(table(['like', 'name', 'width_mm', 'mass_kg', 'price']), fc.json({ maxDepth: 6 }), bent(whole)),
        (text) => {
          const read = readParts(text, parts);
          if (read.problems.length > 0) expect(read.parts).toEqual([]);
        },
      ),
      RUNS,
    );
    expect(
      readParts(`{"format":"ombrik-part-list","parts":${JSON.stringify(Array(600).fill({}))}}`, parts).problems,
    ).toEqual(['the file has 600 parts; accepted: up to 500']);
    expect(readParts('[null]', parts).parts).toEqual([]);
    expect(readParts(partsCsvOf(genericCatalogue.parts.slice(0, 2)), parts).problems).toEqual([]);
  });
  it('logs of a monitor are read, or refused with their line', () => {
    fc.assert(
      fc.property(table(['time', 'volts', 'amps']), (text) => {
        try {
          const { samples } = readMonitorLog(text, 'charging');
          for (const s of samples) expect(Number.isFinite(s.voltageV + s.currentA + s.atS)).toBe(true);
        } catch (error) {
          if (!(error instanceof MonitorLogError)) throw error;
          told(error.problems);
        }
      }),
      RUNS,
    );
  });
});

/** A document with one value somewhere in it replaced by something nobody meant. */
function bent(document: unknown): fc.Arbitrary<string> {
  const places: (string | number)[][] = [];
  const walk = (value: unknown, at: (string | number)[]) => {
    places.push(at);
    if (typeof value === 'object' && value !== null)
      for (const [k, v] of Object.entries(value)) walk(v, [...at, Array.isArray(value) ? Number(k) : k]);
  };
  walk(document, []);
  const value = fc.oneof(nasty, fc.constantFrom(null, [], {}, true, 1e12, -1, 0.1), fc.jsonValue({ maxDepth: 2 }));
  return fc.tuple(fc.constantFrom(...places.slice(1)), value).map(([at, instead]) => {
    const copy = structuredClone(document) as Record<string | number, unknown>;
    const holder = at.slice(0, -1).reduce((o, k) => o[k] as Record<string | number, unknown>, copy);
    holder[at.at(-1)!] = instead;
    return JSON.stringify(copy);
  });
}
