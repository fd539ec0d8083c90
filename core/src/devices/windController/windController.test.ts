import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { oneLineOf } from '../../circuit/oneLine.ts';
import { solveScenarios } from '../../circuit/scenarios.ts';
import { boardSchema } from '../../document/boardSchema.ts';
import { problemsOf } from '../../document/schemaKit.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { traceAll } from '../../explain.ts';
import { systemModelOf } from '../../power/systemModel.ts';
import { profileById } from '../../profiles/profiles.ts';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { lamp, parts } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const hut = () =>
  lamp()
    .item('T7', 'wind-12-25', { at: [640, 250] })
    .item('F7', 'holder-sf30', { at: [640, 90] })
    .wire('T7:plus', 'F7:line')
    .wire('F7:load', 'X1:s3')
    .wire('T7:minus', 'X2:s3').board;

describe('a wind charge controller on a board', () => {
  const board = hut();
  const dossier = deriveBoard(board);
  const wire = dossier.sizing.wires.find((w) => w.connectionId === board.connections.at(-3)!.id)!;

  it('is a board the schema takes', () => expect(problemsOf(boardSchema, board)).toEqual([]));
  it('has its lead and fuse sized for the dump current, the larger way', () => {
    expect(wire.designCurrentA).toBeCloseTo(35, 9);
    const seat = dossier.sizing.seats.find((x) => x.itemId === 'it_F7')!;
    expect(seat.ratingA).toBeGreaterThanOrEqual(35);
    expect(wire.guardRatingA).toBe(seat.ratingA);
  });
  it('says why its current is what it is', () => {
    const figures = traceAll(board, genericCatalogue, profileById('craft-iso'), defaultWorkshop);
    expect(figures.get('flow/item/it_T7/c/currentA')).toMatchObject({ value: 35, formula: 'max(outputA, dumpA)' });
  });
  it('keeps its lead live while the turbine turns, whatever is switched off', () => {
    const live = liveSets(board, genericCatalogue);
    expect(live.rows.every((r) => r.live.some((l) => l.by.includes('it_T7')))).toBe(true);
  });
  it('brings its own state of the board', () => {
    const wind = solveScenarios(board, genericCatalogue, profileById('craft-iso'), defaultWorkshop).find(
      (s) => s.id === 'wind',
    )!;
    const battery = wind.batteries.find((b) => b.itemId === 'it_G1')!;
    expect(Math.abs(battery.currentA)).toBeCloseTo(25, 6);
  });
  // Held still before anything is touched.
  it('stands in the one-line drawing and in the bench plan', () => {
    expect(oneLineOf(board, parts, dossier, true).nodes.map((n) => n.kind)).toContain('windController');
    const [first] = dossier.bench;
    expect(first).toMatchObject({ id: 'wind/still/it_T7', stage: 'cold', method: 'confirm' });
    expect(dossier.bench.map((s) => s.id)).toContain('wind/dump/it_T7');
  });
  it('brings its mean power to the year by day and night', () => {
    const model = systemModelOf({ ...board, parts, workshop: defaultWorkshop });
    expect(model.windW).toBe(35);
  });
  it('is refused without a dump current, in words', () => {
    const part = structuredClone(parts.get('wind-12-25')!);
    Reflect.deleteProperty(part.elements[0]!, 'dumpA');
    expect(problemsOf(boardSchema, { ...board, customParts: [part] }).join()).toMatch(
      /customParts\[0\].elements\[0\].dumpA is missing; accepted: a number from 0.001 to 20000 A/,
    );
  });
});
