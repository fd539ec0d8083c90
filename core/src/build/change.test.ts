import { demoBoard } from '@ombrik/demo/demoBoards';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { checkBoard } from '../document/checkBoard.ts';
import { applyCommands } from '../document/commands.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { allDone, DONE, floorWord } from '../testing/floorWords.ts';
import { type AsBuilt, asBuiltCommands, asBuiltWords, otherwiseAt } from './asBuilt.ts';
import { type BuildPlan, boardPlan } from './buildPlan.ts';
import { type BuildRecord, buildState } from './buildState.ts';
import { changeNote } from './changeNote.ts';
import { type ChangeNote, noteId } from './note.ts';
import { reopened } from './reopened.ts';

const planOf = (board: Board): BuildPlan =>
  boardPlan(board, genericCatalogue, profileOf(board, defaultWorkshop), deriveBoard(board));
const plain = demoBoard('hut');
const [first, ...others] = plain.panels;
const hole = { id: 'ho', xMm: 30, yMm: 30, diameterMm: 20, lining: 'grommet' as const };
const hut: Board = { ...plain, panels: [{ ...first!, holes: [...first!.holes, hole] }, ...others] };
const plan = planOf(hut);
const parts = partIndex(hut, genericCatalogue);
const madeIds = new Set(hut.cables.map((c) => c.id));
const stateOf = (records: readonly BuildRecord[], of = plan, note: ChangeNote | null = null) =>
  buildState(of, records, madeIds, note);
const at = (state: ReturnType<typeof stateOf>, id: string) => state.steps.find((s) => s.step.id === id)!;
const RELEASE = { fromRevision: 1, toRevision: 4, personName: 'Mira Holt', at: '', reason: '' };
const all = (kind: string) => plan.steps.filter((s) => s.kind === kind);

/** Everything a hand could have done otherwise at this board. */
const otherwises = plan.steps.flatMap((step) => otherwiseAt(hut, parts, step).map((o) => ({ step, ...o })));
const changed = (o: (typeof otherwises)[number]): AsBuilt => {
  const { now } = o;
  if (now.kind === 'part') return { ...now, partId: o.parts[0]!.partId };
  if (now.kind === 'run') return { ...now, lengthMm: now.lengthMm + 150 };
  if (now.kind === 'link') return now;
  return { ...now, xMm: now.xMm + 10 };
};

describe('built otherwise than drawn', () => {
  it('is offered where a hand can do it: parts and places, lengths off the board, links, holes', () => {
    const kinds = new Set(otherwises.map((o) => o.kind));
    expect([...kinds].sort()).toEqual(['hole', 'link', 'part', 'place', 'run']);
    for (const step of all('torque')) expect(otherwiseAt(hut, parts, step)).toEqual([]);
    for (const o of otherwises) if (o.kind === 'part') for (const p of o.parts) expect(parts.has(p.partId)).toBe(true);
  });
  it('each becomes an edit a board takes, says itself in words, and asks the step again that it changes', () => {
    const one = new Map([...otherwises].reverse().map((o) => [o.kind, o]));
    for (const o of one.values()) {
      const built = changed(o);
      const { board } = applyCommands(hut, asBuiltCommands(hut, built));
      expect(checkBoard(board, genericCatalogue).ok, o.kind).toBe(true);
      expect(asBuiltWords(hut, parts, built).length).toBeGreaterThan(5);
      const after = planOf(board);
      const now = after.steps.find((s) => s.id === o.step.id);
      if (o.kind !== 'run') expect(now?.fingerprint, o.kind).not.toBe(o.step.fingerprint);
    }
  });
  it('names what is not on the board', () => {
    for (const built of [
      { kind: 'part', itemId: 'x', partId: 'y' },
      { kind: 'place', itemId: 'x', xMm: 0, yMm: 0 },
      { kind: 'link', cableId: 'x' },
      { kind: 'run', cableId: 'x', lengthMm: 5 },
      { kind: 'hole', panelId: 'x', holeId: 'y', xMm: 0, yMm: 0 },
    ] as AsBuilt[])
      expect(() => asBuiltCommands(hut, built)).toThrow(/is "[xy]"; accepted: one that is on the board/);
  });
  it('taken by the designer it stands as the new drawing has it; left it is to be done again', () => {
    const o = otherwises.find((x) => x.kind === 'link')!;
    const what = changed(o);
    const after = planOf(applyCommands(hut, asBuiltCommands(hut, what)).board);
    const link = after.steps.find((s) => s.kind === 'link' && s.cableIds[0] === o.step.cableIds[0])!;
    const said = floorWord(o.step, { kind: 'otherwise', what, words: 'a link' });
    const base = [...allDone(plan), said];
    expect(at(stateOf(base), o.step.id).otherwise).toMatchObject([{ words: 'a link', answer: null }]);
    const answer = (taken: boolean) =>
      floorWord(o.step, {
        kind: 'answered',
        to: said.key,
        taken,
        reason: 'looks better',
        as: taken ? { stepId: link.id, fingerprint: link.fingerprint } : null,
      });
    expect(at(stateOf([...base, answer(true)]), o.step.id).otherwise[0]!.answer).toMatchObject({ taken: true });
    const taken = stateOf([...base, answer(true)], after);
    expect(at(taken, link.id).state).toBe('done');
    expect(taken.gone.map((g) => g.stepId)).not.toContain(o.step.id);
    const left = stateOf([...base, answer(false)], after);
    expect(at(left, link.id).state).toBe('open');
    expect(left.gone.map((g) => g.stepId)).toContain(o.step.id);
  });
});

describe('a change note', () => {
  const o = otherwises.find((x) => x.kind === 'place' && x.step.cableIds.length === 0)!;
  const after = planOf(applyCommands(hut, asBuiltCommands(hut, changed(o))).board);
  it('says what is to be taken off, done again and new; nothing where nobody had begun', () => {
    expect(changeNote(plan, after, [], RELEASE)).toBeNull();
    const note = changeNote(plan, after, allDone(plan), RELEASE)!;
    expect(note.redo.map((s) => s.id)).toContain(o.step.id);
    expect(note.keepCount).toBeGreaterThan(0.5 * plan.steps.length);
    expect(changeNote(plan, plan, allDone(plan), RELEASE)).toBeNull();
  });
  it('holds up what it touches, and nothing else, until somebody takes it up', () => {
    const records = allDone(plan);
    const note = changeNote(plan, after, records, RELEASE)!;
    const words = 'the change note of revision 4';
    const waiting = stateOf(records, after, note);
    const held = waiting.steps.filter((s) => s.waitsFor.includes(words)).map((s) => s.step.id);
    expect(new Set(held)).toEqual(new Set([...note.redo, ...note.add].map((s) => s.id)));
    expect(waiting.note).toBe(note);
    const taken = floorWord({ id: noteId(4), fingerprint: 'x' }, { kind: 'noteTaken' });
    const going = stateOf([...records, taken], after, note);
    expect(going.note).toBeNull();
    expect(going.steps.some((s) => s.waitsFor.includes(words))).toBe(false);
    expect(going.gone).toEqual([]);
  });
  it('whatever changes in a row, no step is left done that a change touched (property)', () => {
    const some = otherwises.filter((x) => x.kind !== 'part');
    fc.assert(
      fc.property(fc.array(fc.nat(some.length - 1), { minLength: 1, maxLength: 3 }), (picks) => {
        let board = hut;
        let now = plan;
        const records = allDone(plan);
        for (const n of picks) {
          board = applyCommands(board, asBuiltCommands(board, changed(some[n]!))).board;
          const next = planOf(board);
          const note = changeNote(now, next, records, RELEASE);
          const state = stateOf(records, next, note);
          const done = new Map(
            state.steps.filter((s) => s.state === 'done').map((s) => [s.step.id, s.step.fingerprint]),
          );
          const was = new Map(plan.steps.map((s) => [s.id, s.fingerprint]));
          for (const [id, print] of done) expect(was.get(id)).toBe(print);
          for (const s of note?.redo ?? []) expect(done.has(s.id)).toBe(false);
          now = next;
        }
      }),
      { numRuns: 8 },
    );
  });
});

describe('a joint opened again', () => {
  it('is the stud itself, or all studs over a cable that is taken up', () => {
    const [stud] = all('torque');
    const done = allDone(plan);
    const open = (id: string) =>
      floorWord({ id, fingerprint: '' }, { kind: 'undone', reason: 'x' }, { at: '2026-12-01T08:00:00.000Z' });
    expect(reopened(plan, [...done, open(stud!.id)])).toEqual([
      { at: '2026-12-01T08:00:00.000Z', itemIds: stud!.itemIds, cableIds: stud!.cableIds },
    ]);
    const laid = all('lay').find((s) => all('torque').filter((t) => t.on.includes(s.id)).length === 2)!;
    expect(reopened(plan, [...done, open(laid.id)])).toHaveLength(2);
    // What was never made was never proved; what is open is not opened once more.
    expect(reopened(plan, [open(stud!.id)])).toEqual([]);
    expect(reopened(plan, [...done, open(stud!.id), open(stud!.id)])).toHaveLength(1);
    expect(reopened(plan, [...done, open(all('mark')[0]!.id)])).toEqual([]);
    const twice = [...done, open(stud!.id), floorWord(stud!, DONE), open(stud!.id)];
    expect(reopened(plan, twice)).toHaveLength(2);
  });
});
