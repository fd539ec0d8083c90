import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { deriveStages } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import type { Board } from '../../document/board.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { conductorResistance, conductorTemperature } from '../../formulas/cables.ts';
import { profileById } from '../../profiles/profiles.ts';
import { COPPER_ALPHA_PER_K, ohmPerKmOf } from '../../tables/conductorResistance.ts';
import { bench, shelf } from '../../testing/kit.ts';
import { boardsOf } from '../../testing/randomBoards.ts';

/** A battery, a block, and a few loads far away: each has its own drop to keep on a way it shares. */
const smallBoard: fc.Arbitrary<Board> = fc
  .record({
    trunkMm: fc.integer({ min: 400, max: 6000 }),
    loads: fc.array(
      fc.record({
        runMm: fc.integer({ min: 800, max: 12_000 }),
        amps: fc.double({ min: 1, max: 14, noNaN: true }),
        critical: fc.boolean(),
      }),
      { minLength: 2, maxLength: 4 },
    ),
  })
  .map(({ trunkMm, loads }) => {
    const b = bench()
      .item('G1', 'battery-lifepo4-12-200', shelf)
      .item('F1', 'holder-classT', { at: [110, 90] })
      .item('X1', 'bar-plus-6x8', { at: [420, 90] })
      .item('X2', 'bar-minus-6x8', { at: [420, 500] })
      .item('F10', 'fuse-block-6', { at: [420, 300] })
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'X1:s1', { runMm: 300 })
      .wire('G1:minus', 'X2:s1', { runMm: 400 })
      .wire('X1:s2', 'F10:feed', { runMm: trunkMm })
      .wire('X2:s2', 'F10:minus', { runMm: trunkMm });
    loads.forEach(({ runMm, amps, critical }, i) => {
      b.item(`E${i + 1}`, 'load-large', shelf, {
        load: { rating: { kind: 'amps', currentA: amps }, dropClass: critical ? 'critical' : 'other' },
      })
        .wire(`F10:w${i + 1}`, `E${i + 1}:plus`, { runMm })
        .wire(`F10:m${i + 1}`, `E${i + 1}:minus`, { runMm });
    });
    return b.board;
  });

/** Least copper that carries what it must and keeps every drop: a choice of size per cable, as a programme for HiGHS. */
function leastCopper(board: Board) {
  const stages = deriveStages(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
  const { sizing, plan, netlist } = stages;
  const sizes = stages.sizedCables.map(({ cable, lengthsMm, candidates, ampacityA }) => ({
    cableId: cable.id,
    // Off the board: as long at every size.
    lengthMm: lengthsMm[0]!,
    areasMm2: candidates.areasMm2,
    ampacityA,
    columnC: candidates.columnC,
  }));
  const relations = plan.works[0]!.relations;
  const branchOf = (cableId: string) =>
    netlist.branches.findIndex((b) => b.connectionId === cableId.replace('cb', 'cn'));
  /** Copper at a size, as warm as its current makes it there. */
  const ohm = (areaMm2: number, c: (typeof sizes)[number], amps: number) =>
    conductorResistance.compute({
      ohmPerKm: ohmPerKmOf(areaMm2, 'copper'),
      lengthMm: c.lengthMm,
      alphaPerK: COPPER_ALPHA_PER_K,
      conductorC: conductorTemperature.compute({
        columnC: c.columnC,
        ambientC: board.brief.ambientC,
        currentA: amps,
        ampacityA: c.ampacityA[c.areasMm2.indexOf(areaMm2)]!,
      }),
    });
  const ours = sizes.reduce(
    (s, c) => s + sizing.cables.find((x) => x.cableId === c.cableId)!.conductor.value * c.lengthMm,
    0,
  );
  const lines = ['Minimize', ' obj:'];
  const each = sizes.map((c, i) => {
    const sized = sizing.cables.find((x) => x.cableId === c.cableId)!;
    // What it must carry does not hang on the sizes of others: the fuses are what the loads ask. What a short would
    // burn is out for both.
    const burnt = Math.max(0, ...sized.conductor.rejected.filter((r) => /survive/.test(r.why)).map((r) => r.value));
    const options = c.areasMm2.flatMap((area, k) =>
      c.ampacityA[k]! >= sized.requiredA - 1e-6 && area > burnt ? [{ area, name: `x${i}_${k}` }] : [],
    );
    for (const o of options) lines.push(`  + ${o.area * c.lengthMm} ${o.name}`);
    return { ...c, options, sized, amps: sized.designCurrentA };
  });
  lines.push('Subject To');
  each.forEach((c, i) => {
    lines.push(` one${i}: ${c.options.map((o) => `+ 1 ${o.name}`).join(' ')} = 1`);
  });
  for (const drop of sizing.drops) {
    const onWay = each.filter((c) => relations.flowKeysOf[branchOf(c.cableId)]!.includes(drop.key));
    const inCables = onWay.reduce((s, c) => s + c.amps * ohm(c.sized.conductor.value, c, c.amps), 0);
    const elsewhereV = drop.plusDropV + drop.minusDropV - inCables;
    const terms = onWay.flatMap((c) => c.options.map((o) => `+ ${c.amps * ohm(o.area, c, c.amps)} ${o.name}`));
    lines.push(` d${drop.itemId}: ${terms.join(' ')} <= ${drop.limitShare * drop.systemVoltageV - elsewhereV + 1e-9}`);
  }
  lines.push('Binary', ` ${each.flatMap((c) => c.options.map((o) => o.name)).join(' ')}`, 'End', '');
  return { ours, lp: lines.join('\n'), kept: sizing.drops.every((d) => d.share <= d.limitShare * (1 + 1e-9)) };
}

describe('copper against an exact choice of sizes (HiGHS)', () => {
  it('60 small boards, each with the least copper there is', { timeout: 120_000 }, async () => {
    const highs = await loadHighs();
    const over: number[] = [];
    for (const board of boardsOf(smallBoard, 100, 11)) {
      const { ours, lp, kept } = leastCopper(board);
      const best = highs.solve(lp);
      if (best.Status !== 'Optimal') {
        // No choice keeps every drop: nothing to compare.
        expect(kept).toBe(false);
        continue;
      }
      expect(kept).toBe(true);
      over.push(ours / best.ObjectiveValue - 1);
    }
    const found = over.slice(0, 60);
    expect(found.length).toBeGreaterThanOrEqual(50);
    for (const o of found) expect(o).toBeGreaterThan(-1e-6);
    for (const o of found) expect(o).toBeLessThan(1e-6);
  });
});
