import { isDeepStrictEqual } from 'node:util';
import { describe, expect, it } from 'vitest';
import { Deriving, derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { defaultWorkshop, type Workshop } from '../document/workshop/workshop.ts';
import { FINDINGS, type Finding, type FindingId } from '../findings/registry.ts';
import { profileOf } from '../profiles/ownRules.ts';
import type { Profile } from '../profiles/profile.ts';
import { firstDifference } from './difference.ts';
import { everyEdit } from './edits.ts';

export interface FindingBoards {
  /** A small board on which it is found, and one, as like as can be, on which it is not. */
  speaks: () => Board;
  silent: () => Board;
  /** What it says there, and how bad it is, where it has more than one severity. */
  says?: RegExp;
  severity?: Finding['severity'];
  /** Label of the first fix offered; none is looked for where it is left out. */
  fix?: RegExp;
  /** Rules the silent board is judged by, where its own speak on every board. */
  silentProfile?: Partial<Profile>;
  /** False where its board is too large to derive after every edit. */
  everyEdit?: boolean;
  /** The workshop's own values, where it reads them. */
  workshop?: Partial<Workshop>;
}

/** Every choice of a board somebody locked, and every part somebody holds, as words. */
const locksOf = (board: Board): string[] => [
  ...board.cables.flatMap((c) => [
    ...(c.conductorMm2.mode === 'locked' ? [`${c.id} ${c.conductorMm2.value} mm²`] : []),
    ...c.cores.flatMap((k) =>
      [k.colour, k.fromLug, k.toLug].flatMap((l, i) => (l.mode === 'locked' ? [`${k.id} ${i} ${l.value}`] : [])),
    ),
  ]),
  ...board.items.flatMap((i) => [
    ...i.inserts.flatMap((s) => (s.link.mode === 'locked' ? [`${i.id} ${s.seatId} ${s.link.value}`] : [])),
    ...i.stacks.flatMap((s) => (s.order.mode === 'locked' ? [`${i.id} ${s.terminalId} ${s.order.value.join()}`] : [])),
    ...(i.held ? [`${i.id} held`] : []),
  ]),
];

/**
 * The test of a kind of finding: it speaks where it should and is silent where it should; each fix it offers removes it
 * and adds no stop; and on its board a derive after any one edit equals a fresh one.
 */
export function findingTest(id: FindingId, boards: FindingBoards): void {
  const workshop = { ...defaultWorkshop, ...boards.workshop };
  const dossierOf = (board: Board, deriving?: Deriving, profile: Partial<Profile> = {}) =>
    derive(board, genericCatalogue, { ...profileOf(board, workshop), ...profile }, workshop, deriving);
  const found = (board: Board) => dossierOf(board).findings.filter((f) => f.kind === id);
  const kind = FINDINGS.find((f) => f.id === id)!;

  describe(id, () => {
    it('speaks where it should', () => {
      const board = boards.speaks();
      const own = found(board);
      expect(
        own.length,
        dossierOf(board)
          .findings.map((f) => f.kind)
          .join(', '),
      ).toBeGreaterThan(0);
      const first = own[0]!;
      expect(first.says).toMatch(boards.says ?? /./);
      expect(first.severity).toBe(boards.severity ?? Object.keys(kind.severity)[0]);
      for (const f of own) {
        expect(Object.keys(kind.severity)).toContain(f.severity);
        expect(f.station).toBe(kind.station);
        for (const text of [f.why, f.source, f.where.label]) expect(text).not.toBe('');
      }
    });
    it('is silent where it should', () => {
      const { findings } = dossierOf(boards.silent(), undefined, boards.silentProfile);
      expect(findings.filter((f) => f.kind === id).map((f) => f.says)).toEqual([]);
    });
    it('each fix removes it and adds no stop', () => {
      const board = boards.speaks();
      const own = found(board);
      if (boards.fix) expect(own.flatMap((f) => f.fixes)[0]?.label).toMatch(boards.fix);
      else expect(own.flatMap((f) => f.fixes).map((f) => f.label)).toEqual([]);
      const stops = new Set(
        dossierOf(board)
          .findings.filter((f) => f.severity === 'stop')
          .map((f) => f.id),
      );
      for (const one of own)
        for (const fix of one.fixes) {
          const after = applyCommands(board, fix.commands).board;
          const checked = checkBoard(after, genericCatalogue);
          expect(checked.ok ? [] : checked.problems, fix.label).toEqual([]);
          // What a person locked stays locked, unless the fix says that it lets it go.
          if (!/let (it|go|.* go|.* worked out)/i.test(fix.label))
            expect(
              locksOf(board).filter((l) => !locksOf(after).includes(l)),
              `${fix.label} drops a lock`,
            ).toEqual([]);
          const { findings } = dossierOf(after);
          expect(
            findings.map((f) => f.id),
            `${fix.label} leaves it`,
          ).not.toContain(one.id);
          const added = findings.filter((f) => f.severity === 'stop' && !stops.has(f.id));
          expect(
            added.map((f) => f.says),
            `${fix.label} adds a stop`,
          ).toEqual([]);
        }
    });
    if (boards.everyEdit !== false)
      it('after any edit of its board, incremental equals fresh', () => {
        const board = boards.speaks();
        const rows = new Set(
          found(board).flatMap((f) => [...f.where.itemIds.slice(0, 2), ...f.where.cableIds.slice(0, 2)]),
        );
        const deriving = new Deriving();
        const original = dossierOf(board, deriving);
        // Every third edit, another third for another kind; all of them in the full run.
        const share = process.env.OMBRIK_FULL ? 1 : 3;
        const edits = everyEdit(board, rows).filter((_, n) => (n + id.length) % share === 0);
        for (const { name, commands } of edits) {
          const edited = applyCommands(board, commands).board;
          // There and back again: what was kept for the edited board must not stand for this one.
          for (const next of [edited, board]) {
            const incremental = dossierOf(next, deriving);
            const fresh = next === board ? original : dossierOf(next);
            if (!isDeepStrictEqual(incremental, fresh))
              expect(`${name}: ${firstDifference(fresh, incremental)}`).toBe(`${name}: the same`);
          }
        }
      });
  });
}
