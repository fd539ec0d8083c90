import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { solveScenarios } from '../../circuit/scenarios.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { lamp } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const board = () =>
  lamp()
    .item('T1', 'mains-charger-12-30', { at: [640, 250] })
    .wire('T1:plus', 'X1:s3')
    .wire('T1:minus', 'X2:s3');

describe('a mains charger', () => {
  it('charges at its rating over its own leads', () => {
    const { flow, sizing } = stagesOf(board());
    expect(flow('T1', 'charge').designCurrentA).toBe(30);
    expect(sizing.wires.slice(-2).map((w) => w.designCurrentA)).toEqual([30, 30]);
  });
  it('counts as plugged in where nobody has drawn its mains', () => {
    const { rows } = liveSets(board().board, genericCatalogue);
    expect(rows.every((r) => r.live.some((l) => l.by.includes('it_T1')))).toBe(true);
  });
  it('is its own state of the board', () => {
    const all = solveScenarios(board().board, genericCatalogue, profileById('craft-iso'), defaultWorkshop);
    const mains = all.find((s) => s.id === 'mains')!;
    expect(Math.abs(mains.batteries[0]!.currentA)).toBeCloseTo(30, 6);
  });
});
