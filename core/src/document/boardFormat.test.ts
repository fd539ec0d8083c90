import { readFileSync } from 'node:fs';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { demoBoards, mountainHutBoard, wiredCart } from '../testing/demoBoards.ts';
import { BOARD_FORMAT_VERSION, type Board } from './board.ts';
import { boardSchema } from './boardSchema.ts';
import { checkBoard } from './checkBoard.ts';
import { applyCommands, type Command } from './commands.ts';
import { hoursPerDayOf } from './item/usage.ts';
import { boardJsonSchema } from './jsonSchema.ts';
import { newBoard } from './newBoard.ts';
import { problemsOf } from './schemaKit.ts';

const ajv = new Ajv({ strict: false, allErrors: false }).compile(boardJsonSchema());
const custom = (): Board => {
  const board = newBoard({ jobName: 'Own part' });
  board.customParts = [{ ...genericCatalogue.parts.find((p) => p.id === 'fuse-block-6')!, id: 'pt_own' }];
  return board;
};

type Path = (string | number)[];
const paths = (value: unknown, at: Path = []): Path[] =>
  typeof value === 'object' && value !== null
    ? [at, ...Object.entries(value).flatMap(([k, v]) => paths(v, [...at, Array.isArray(value) ? Number(k) : k]))]
    : [at];
function mutated(board: Board, path: Path, how: string): unknown {
  const copy = structuredClone(board) as unknown;
  if (path.length === 0) return how === 'remove' ? {} : how === 'null' ? null : [copy];
  const holder = path
    .slice(0, -1)
    .reduce((o: unknown, k) => (o as Record<string | number, unknown>)[k], copy) as Record<string | number, unknown>;
  const key = path.at(-1)!;
  const old = holder[key];
  if (how === 'remove') Array.isArray(holder) ? holder.splice(Number(key), 1) : delete holder[key];
  else if (how === 'null') holder[key] = null;
  else if (how === 'text') holder[key] = String(old);
  else if (how === 'huge') holder[key] = typeof old === 'number' ? 1e12 : 'x'.repeat(5000);
  else if (how === 'negative') holder[key] = typeof old === 'number' ? -1e12 : '';
  else if (how === 'fraction') holder[key] = typeof old === 'number' ? old + 0.5 : true;
  else if (typeof old === 'object' && old !== null && !Array.isArray(old))
    (old as Record<string, unknown>).surprise = 1;
  else holder[key] = 'nobody knows this word';
  return copy;
}

describe('the board format', () => {
  it.each([...demoBoards(), custom()].map((b) => [b.brief.jobName, b] as const))(
    '%s is good by Yup and by the published JSON Schema',
    (_, board) => {
      expect(problemsOf(boardSchema, board)).toEqual([]);
      expect(ajv(board) || ajv.errors).toBe(true);
      expect(checkBoard(board, genericCatalogue).ok).toBe(true);
    },
  );

  it('Yup and the JSON Schema agree on every kind of spoilt file', () => {
    const boards = [mountainHutBoard(), wiredCart(), custom()];
    const places = boards.map((b) => paths(b));
    let refused = 0;
    fc.assert(
      fc.property(
        fc.nat(2),
        fc.nat(),
        fc.constantFrom('remove', 'null', 'text', 'huge', 'negative', 'fraction', 'unknown'),
        (which, pick, how) => {
          const path = places[which]![pick % places[which]!.length]!;
          const spoilt = mutated(boards[which]!, path, how);
          const yup = problemsOf(boardSchema, spoilt).length === 0;
          if (!yup) refused++;
          expect({ path, how, good: yup }).toEqual({ path, how, good: ajv(spoilt) === true });
        },
      ),
      { seed: 11, numRuns: process.env.OMBRIK_FULL ? 3000 : 220 },
    );
    expect(refused).toBeGreaterThan(50);
  });

  it('says path, value and what is accepted', () => {
    const board = wiredCart() as unknown as {
      items: { place: Record<string, unknown> }[];
      brief: Record<string, unknown>;
    };
    board.brief.ambientC = '30';
    board.items[3]!.place.rotationDeg = 45;
    board.brief.colour = 'red';
    const said = problemsOf(boardSchema, board);
    expect(said).toContain('brief.ambientC is "30"; accepted: a number from -30 to 60 °C');
    expect(said.some((p) => p.startsWith('items[3].place.rotationDeg is 45; accepted: 0, 90, 180, 270'))).toBe(true);
    expect(said.some((p) => p.includes('unknown field colour'))).toBe(true);
  });

  it('finds ids that name nothing', () => {
    const board = structuredClone(wiredCart());
    board.connections[0]!.to.terminalId = 'nowhere';
    board.items[0]!.partId = 'no-such-part';
    const checked = checkBoard(board, genericCatalogue);
    expect(checked.ok).toBe(false);
    if (checked.ok) return;
    expect(checked.problems.join('\n')).toMatch(/connections\[0\]\.to\.terminalId is "nowhere".*accepted: line, load/);
    expect(checked.problems.join('\n')).toMatch(/items\[0\]\.partId is "no-such-part"/);
  });
});

describe('commands', () => {
  it('undo exactly what they did, whatever the order', () => {
    const board = wiredCart();
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(4), fc.nat(40), fc.integer({ min: -300, max: 900 })), { minLength: 1, maxLength: 12 }),
        (moves) => {
          let at = board;
          const back: Command[][] = [];
          for (const [kind, pick, n] of moves) {
            const item = at.items[pick % at.items.length]!;
            const command: Command =
              kind === 0
                ? { kind: 'setBrief', field: 'ambientC', value: n / 20 }
                : kind === 1
                  ? { kind: 'set', collection: 'items', id: item.id, field: 'name', value: `n${n}` }
                  : kind === 2 && at.cables.length > 0
                    ? { kind: 'remove', collection: 'cables', id: at.cables[pick % at.cables.length]!.id }
                    : {
                        kind: 'set',
                        collection: 'items',
                        id: item.id,
                        field: 'place',
                        value: { kind: 'location', location: `l${n}` },
                      };
            const step = applyCommands(at, [command]);
            back.push(step.inverse);
            at = step.board;
          }
          for (const inverse of back.reverse()) at = applyCommands(at, inverse).board;
          expect(at).toEqual(board);
        },
      ),
      { seed: 5, numRuns: 80 },
    );
  });
  it('refuse what is not there', () => {
    expect(() => applyCommands(newBoard({}), [{ kind: 'remove', collection: 'items', id: 'gone' }])).toThrow(
      /"gone" is not there/,
    );
  });
});

describe('an older board document', () => {
  /** What version 1 looked like: no power sheet, hours straight in the load, inverters without surge. */
  const asVersion1 = (board: Board): unknown => {
    const { power: _p, survey: _s, extras: _e, control: _c, customLinks: _l, ...rest } = structuredClone(board);
    const {
      use: _u,
      jobKind: _j,
      monitoring: _m,
      growthShare: _g,
      budget: _b,
      opening: _o,
      questions: _q,
      ...brief
    } = rest.brief;
    const items = rest.items
      .filter((i) => i.load?.side !== 'mains')
      .map(({ ownership: _w, ratingKnown: _r, drawnAt: _d, ...item }) => ({
        ...item,
        load: item.load && {
          rating: item.load.rating,
          hoursPerDay: hoursPerDayOf(item.load),
          dutyShare: item.load.dutyShare,
          essential: item.load.essential,
          dropClass: item.load.dropClass,
        },
      }));
    return { ...rest, formatVersion: 1, brief, items };
  };
  it.each(demoBoards().map((b) => [b.brief.jobName, b] as const))(
    '%s of version 1 is taken and keeps what it said',
    (_, board) => {
      const checked = checkBoard(asVersion1(board), genericCatalogue);
      if (!checked.ok) throw new Error(checked.problems.join('; '));
      expect(checked.board.formatVersion).toBe(BOARD_FORMAT_VERSION);
      expect(checked.board.connections).toEqual(board.connections);
      for (const item of checked.board.items) {
        const was = board.items.find((i) => i.id === item.id)!;
        if (item.load) expect(hoursPerDayOf(item.load)).toBe(hoursPerDayOf(was.load!));
        expect(item.ownership).toBe('workshop');
      }
    },
  );
  // What version 3 asks beside is "none".
  it('version 2, with parts made on the spot, is taken', () => {
    const board = demoBoards()[0]!;
    const own = (id: string) => ({ ...genericCatalogue.parts.find((p) => p.id === id)!, id: `own-${id}` });
    const parts = ['inverter-12-800', 'isolator-300', 'relay-lvd-100', 'mppt-100-20', 'mains-charger-12-30'].map(own);
    const later = new Set(['follows', 'selfLimiting', 'needs', 'acOut', 'acIn', 'enable']);
    const { control: _c, customLinks: _l, ...rest } = structuredClone(board);
    const version2 = {
      ...rest,
      cables: rest.cables.map((c) => ({
        ...c,
        segments: c.segments.map((s) => {
          if (s.kind !== 'panelRoute') return s;
          const { laidBy: _, ...older } = s;
          return { ...older, waypoints: c.id === 'cb_3' ? [{ xMm: 10, yMm: 20 }] : [] };
        }),
      })),
      formatVersion: 2,
      settings: (({ lostBattery: _, ...older }) => older)(rest.settings),
      customParts: parts.map((p) => ({
        ...p,
        elements: p.elements.map((e) => Object.fromEntries(Object.entries(e).filter(([field]) => !later.has(field)))),
      })),
    };
    const checked = checkBoard(version2, genericCatalogue);
    if (!checked.ok) throw new Error(checked.problems.join('; '));
    expect(checked.board.control).toEqual([]);
    expect(checked.board.settings.lostBattery).toBe('carries');
    const laid = (id: string) => checked.board.cables.find((c) => c.id === id)!.segments[0];
    expect(laid('cb_3')).toMatchObject({ laidBy: 'hand' });
    expect(laid('cb_5')).toMatchObject({ laidBy: 'router' });
    const elements = checked.board.customParts.flatMap((p) => p.elements);
    expect(elements.find((e) => e.kind === 'inverter')).toMatchObject({ acOut: null, acIn: null });
    expect(elements.find((e) => e.kind === 'coil')).toMatchObject({ needs: null });
    expect(elements.find((e) => e.kind === 'contact')).toMatchObject({ follows: null });
  });
  it('a version nobody knows, or a broken file, is refused and never throws', () => {
    const refused = (value: unknown) => {
      const checked = checkBoard(value, genericCatalogue);
      return checked.ok ? [] : checked.problems;
    };
    expect(refused({ format: 'ombrik-board', formatVersion: BOARD_FORMAT_VERSION + 1 }).join()).toContain(
      `formatVersion is ${BOARD_FORMAT_VERSION + 1}; accepted: ${BOARD_FORMAT_VERSION}`,
    );
    expect(refused({ format: 'ombrik-board', formatVersion: 0 }).length).toBeGreaterThan(0);
    expect(refused({ formatVersion: 1, items: [null, 3, { load: 'x' }], customParts: 'no' }).length).toBeGreaterThan(0);
  });
});

describe('the schemas that are published', () => {
  const published = (name: string) =>
    JSON.parse(readFileSync(new URL(`../../../docs/formats/${name}`, import.meta.url), 'utf8'));
  it('are one for each version that is read, the newest as it is generated', () => {
    for (let v = 1; v < BOARD_FORMAT_VERSION; v++) {
      const schema = published(`board.v${v}.schema.json`);
      expect(schema.properties.formatVersion.enum).toEqual([v]);
      // Each can be checked by, and takes no board of another version.
      const check = new Ajv({ strict: false }).compile(schema);
      expect(check(wiredCart())).toBe(false);
    }
    expect(published('board.schema.json')).toEqual(JSON.parse(JSON.stringify(boardJsonSchema())));
  });
});
