import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import type { Delivered } from '../document/brief/brief.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { quoteOf, reckonedHours } from '../power/quote/quote.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { serialOf, unitsOf } from '../released/serials.ts';
import { progressOfUnits, type UnitRecord } from '../stages/bench/progressOfUnits.ts';
import { cableLabels, labelsOfBatch } from '../stock/cableLabels.ts';
import { cutPieces, isCablePiece } from '../stock/cutPieces.ts';
import { deriveBoard } from '../testing/demoBoards.ts';
import { batchWays } from './batch.ts';
import { boardPlan } from './buildPlan.ts';
import { brokenOrder, takesMinutes } from './order.ts';
import type { BuildStep } from './step.ts';
import { stepOf } from './steps/draft.ts';

const plain = demoBoard('marketCart');
const dossier = deriveBoard(plain);
const sold = (delivered: Delivered, quantity = 1): Board => ({
  ...plain,
  brief: { ...plain.brief, delivered, quantity },
});
const planOf = (board: Board) => boardPlan(board, genericCatalogue, profileOf(board, defaultWorkshop), dossier);

describe('what leaves the shop', () => {
  it('of a kit nothing is mounted: parts are counted out, cables bundled, all of it counted twice', () => {
    const { steps } = planOf(sold('kit'));
    const kinds = new Set(steps.map((s) => s.kind));
    for (const kind of ['mount', 'lay', 'torque', 'clamp', 'cover', 'strap'] as const)
      expect(kinds).not.toContain(kind);
    expect(kinds).toContain('pack');
    const devices = steps.find((s) => s.id === 'pack/device')!;
    const bought = dossier.parts.filter((p) => p.group === 'device' && p.supply === 'workshop');
    expect(devices.figure!.value).toBe(bought.reduce((sum, p) => sum + p.quantity, 0));
    const cables = steps.find((s) => s.id === 'pack/cables')!;
    expect(cables.cablesMade).toHaveLength(dossier.cables.filter((c) => c.cores.length > 0).length);
    expect(steps.at(-1)!.id).toBe('pack/again');
    expect(brokenOrder(steps)).toBeNull();
  });
  it('a board to be carried goes in its box once all on it is done, and is looked over in it', () => {
    const { steps } = planOf(sold('box'));
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    const panel = plain.panels[0]!.id;
    const boxed = at(`box/${panel}`);
    expect(boxed).toBeGreaterThan(0);
    for (const s of steps)
      if (s.panelId === panel && ['mount', 'torque', 'cover'].includes(s.kind))
        expect(at(s.id)).toBeLessThan(boxed + 1);
    expect(at(`look/${panel}`)).toBeGreaterThan(boxed);
    expect(planOf(sold('board')).steps.some((s) => s.id.startsWith('box/'))).toBe(false);
  });
  it('hours of a kit have no mounting in them', () => {
    const hours = (board: Board) => reckonedHours(board, dossier, partIndex(board, genericCatalogue));
    expect(hours(sold('kit')).build).toBeLessThan(hours(sold('board')).build);
  });
});

describe('several of the same', () => {
  it('have serial numbers; one alone has that of its job', () => {
    expect(unitsOf(3).map((n) => serialOf(401, n, 12))).toEqual(['401-01', '401-02', '401-03']);
    expect(serialOf(401, 1, 1)).toBe('401');
  });
  it('are cut as often, every piece of its own', () => {
    const job = { id: 'jb', number: 401 };
    const one = cutPieces(job, dossier.cables, defaultWorkshop);
    const three = cutPieces(job, dossier.cables, defaultWorkshop, undefined, 3);
    expect(three).toHaveLength(3 * one.length);
    expect(new Set(three.map((p) => p.id)).size).toBe(three.length);
    expect(three.filter((p) => isCablePiece(p.id))).toHaveLength(3 * one.filter((p) => isCablePiece(p.id)).length);
  });
  it('are labelled each with its own number, and cost as often what one costs, but are designed once', () => {
    const labels = cableLabels(dossier.cables, genericCatalogue);
    const many = labelsOfBatch(labels, ['401-01', '401-02']);
    expect(many.map((l) => l.serial)).toEqual([...labels.map(() => '401-01'), ...labels.map(() => '401-02')]);
    expect(labelsOfBatch(labels, ['401'])).toEqual(labels);
    const quote = (n: number) =>
      quoteOf(sold('board', n), dossier, partIndex(plain, genericCatalogue), defaultWorkshop, {});
    const line = (n: number, text: RegExp) => quote(n).lines.find((l) => text.test(l.text))!;
    expect(line(3, /Design/i).quantity).toBe(line(1, /Design/i).quantity);
    const sum = (n: number, group: string) =>
      quote(n)
        .lines.filter((l) => l.group === group)
        .reduce((s, l) => s + l.total, 0);
    expect(sum(3, 'parts')).toBeCloseTo(3 * sum(1, 'parts'), 1);
  });
  it('have a record each: the job has passed when all have', () => {
    const steps = dossier.bench.filter((s) => s.role === 'tester');
    const pass = (unit: number): UnitRecord[] =>
      steps.map((s) => ({
        unit,
        stepId: s.id,
        verdict: 'passed',
        source: 'typed',
        value: 0,
        fingerprint: s.fingerprint,
        at: '',
      }));
    const of = (records: UnitRecord[]) => progressOfUnits(dossier.bench, records, new Map(), 2, 1);
    expect(of(pass(1))).toMatchObject({ dcPassed: false, passedCount: steps.length, dcCount: 2 * steps.length });
    expect(of([...pass(1), ...pass(2)]).dcPassed).toBe(true);
    const opened = new Map([[2, [{ at: '9', itemIds: [], cableIds: [] }]]]);
    expect(progressOfUnits(dossier.bench, [...pass(1), ...pass(2)], opened, 2, 1).dcPassed).toBe(false);
  });
  const step = (id: string, more: Partial<BuildStep>): BuildStep => ({
    ...stepOf({ id, kind: 'mount', title: id, says: '', panelId: 'p', face: 'front', minutes: 1, made: id }, new Set()),
    ...more,
  });
  it('are quicker board by board where little is changed, step by step where every step wants another tool (worked)', () => {
    const same = [step('a', {}), step('b', {}), step('c', {})];
    expect(batchWays(same, 4)).toMatchObject({ boardByBoard: 12, quicker: 'boardByBoard' });
    const turning = same.map((s, i) => ({ ...s, face: i % 2 ? ('back' as const) : ('front' as const) }));
    // Twice turned over costs 3 minutes a board, or once for all.
    const ways = batchWays(turning, 4);
    expect(ways.boardByBoard).toBeCloseTo(4 * (3 + 3), 6);
    expect(ways.stepByStep).toBeCloseTo(4 * 3 + 3 + 4 * 3 * 0.4, 6);
    expect(ways.quicker).toBe('stepByStep');
    const one = planOf(sold('board')).steps;
    expect(batchWays(one, 1).boardByBoard).toBeCloseTo(takesMinutes(one), 6);
  });
  it('wait for varnish once, not once a board', () => {
    const dry = [step('a', { dryMinutes: 100 }), step('b', { after: ['a'] })];
    expect(batchWays(dry, 1).boardByBoard).toBeCloseTo(takesMinutes(dry), 6);
    expect(batchWays(dry, 3).boardByBoard).toBeLessThan(3 * takesMinutes(dry));
  });
});
