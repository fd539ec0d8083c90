import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import type { Command } from '@ombrik/core/document/commands';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { type AlternatorStudy, alternatorWays, type WayResult } from '@ombrik/core/power/alternatorWays';
import { wholeSystem } from '@ombrik/core/power/buildSystem';
import type { DesignWish, Level } from '@ombrik/core/power/design';
import { compareChemistries, type Proposal, proposeSystems, type Wishes } from '@ombrik/core/power/proposals';
import { sunByMonth } from '@ombrik/core/power/sunByMonth';
import { systemModelOf } from '@ombrik/core/power/systemModel';
import type { ChemistryCost } from '@ombrik/core/power/tenYears';
import { type VoltageAdvice, voltageAdvice } from '@ombrik/core/power/voltageAdvice';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { clearYear } from '@ombrik/core/solvers/energy/clearSky';
import { type Parked, simulateYear, type YearResult } from '@ombrik/core/solvers/energy/energyYear';
import { type ManyYears, manyYears } from '@ombrik/core/solvers/energy/manyYears';
import { weatherYear } from '@ombrik/core/solvers/energy/weather';
import { expose } from 'comlink';

export interface WhatIf {
  seed: number;
  loadFactor: [Id, number][];
  parked: Parked | null;
}

const modelOf = (board: Board, workshop: Workshop, loadFactor: WhatIf['loadFactor']) =>
  systemModelOf({
    items: board.items,
    parts: partIndex(board, genericCatalogue),
    brief: board.brief,
    power: board.power,
    workshop,
    loadFactor: new Map(loadFactor),
  });

let stopped = false;
/** Lets the thread hear a stop. */
const breathe = () => new Promise<void>((done) => setTimeout(done, 0));

/** The power sheet's long sums, off the main thread and apart from deriving. */
export const study = {
  voltageAdvice: (board: Board, workshop: Workshop): VoltageAdvice | null =>
    voltageAdvice(board, genericCatalogue, profileOf(board, workshop), workshop),
  proposals: (
    board: Board,
    workshop: Workshop,
    wishes: Wishes,
  ): { proposals: Proposal[]; chemistries: ChemistryCost[] } => ({
    proposals: proposeSystems(board, genericCatalogue, workshop, wishes),
    chemistries: compareChemistries(board, genericCatalogue, workshop),
  }),
  /** The edits that make the board the system that was chosen. */
  build: (board: Board, workshop: Workshop, level: Level, wish: DesignWish): Command[] =>
    wholeSystem(board, genericCatalogue, workshop, level, wish),
  sunByMonth: (board: Board): number[] | null => sunByMonth(board.power),
  alternator: (input: AlternatorStudy): WayResult[] => alternatorWays(input),
  year(board: Board, workshop: Workshop, whatIf: WhatIf): { year: YearResult; bankWh: number; usableShare: number } {
    const model = modelOf(board, workshop, whatIf.loadFactor);
    const year = simulateYear(
      model,
      weatherYear(model.climate, whatIf.seed),
      model.plane ? clearYear(model.plane) : null,
      { startShare: 0.9, parked: whatIf.parked },
    );
    return { year, bankWh: model.bankWh, usableShare: model.usableShare };
  },
  /** Many years with progress; null when it was stopped. */
  async manyYears(
    board: Board,
    workshop: Workshop,
    whatIf: WhatIf,
    years: number,
    onProgress: (done: number) => void,
  ): Promise<ManyYears | null> {
    stopped = false;
    const run = manyYears(modelOf(board, workshop, whatIf.loadFactor), years);
    for (;;) {
      const step = run.next();
      if (step.done) return step.value;
      if (step.value % 5 === 0) {
        onProgress(step.value);
        await breathe();
        if (stopped) return null;
      }
    }
  },
  stop(): void {
    stopped = true;
  },
};

export type PowerStudy = typeof study;
expose(study);
