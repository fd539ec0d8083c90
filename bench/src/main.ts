import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { applyCommands } from '@ombrik/core/document/commands';
import { placeItem } from '@ombrik/core/document/item/items';
import { partIndex } from '@ombrik/core/document/references';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { spiceDeck } from '@ombrik/core/export/spice';
import { systemModelOf } from '@ombrik/core/power/systemModel';
import { profileById } from '@ombrik/core/profiles/profiles';
import { clearYear } from '@ombrik/core/solvers/energy/clearSky';
import { simulateYear } from '@ombrik/core/solvers/energy/energyYear';
import { manyYears } from '@ombrik/core/solvers/energy/manyYears';
import { weatherYear } from '@ombrik/core/solvers/energy/weather';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { beforeAfterTable } from './beforeAfter.ts';
import { boardWith } from './boards.ts';
import { cuttingTable } from './cutting.ts';
import { diagnosisTable } from './diagnosis.ts';
import { editTable } from './edits.ts';
import { faultSweepTable } from './faultSweep.ts';
import { median, simulate, timed } from './measure.ts';
import { placementTable } from './placement.ts';
import { routingTable } from './routing.ts';
import { schedulingTable } from './scheduling.ts';

/** Derive against the circuit simulator on the same netlist, in one run; prints and keeps docs/benchmarks.md. */
const lines: string[] = [];
const say = (line: string) => {
  console.log(line);
  lines.push(line);
};
const start = simulate('empty', '* empty\nV1 1 0 DC 1\nR1 1 0 1\n.op\n.end\n');
say(
  '| connections | full derive | simulator, one operating point | its own start | simulator without its start | derive / simulator | re-derive after a move | re-derive after a rename |',
);
say('| --- | --- | --- | --- | --- | --- | --- | --- |');
for (const connections of [30, 100, 300]) {
  const board = boardWith(connections);
  const profile = profileById(board.brief.profileId);
  const full = () => derive(board, genericCatalogue, profile, defaultWorkshop);
  for (let i = 0; i < 25; i++) full();
  const fullMs = median(Array.from({ length: 25 }, () => timed(full)));
  const spice = simulate(`n${connections}`, spiceDeck(board, genericCatalogue, profile, defaultWorkshop).text);
  const net = Math.max(0.05, spice - start);

  const deriving = new Deriving();
  derive(board, genericCatalogue, profile, defaultWorkshop, deriving);
  const again = (edit: (n: number) => typeof board) => {
    for (let n = 0; n < 15; n++) derive(edit(n), genericCatalogue, profile, defaultWorkshop, deriving);
    return median(
      Array.from({ length: 41 }, (_, n) => {
        const next = edit(n + 100);
        return timed(() => derive(next, genericCatalogue, profile, defaultWorkshop, deriving));
      }),
    );
  };
  const moveMs = again(
    (n) =>
      applyCommands(
        board,
        placeItem(board, 'it_Q1', {
          kind: 'panel',
          panelId: 'pn_main',
          face: 'front',
          xMm: 300 + (n % 60),
          yMm: 120,
          rotationDeg: 0,
        }),
      ).board,
  );
  const renameMs = again(
    (n) =>
      applyCommands(board, [{ kind: 'set', collection: 'cables', id: 'cb_9', field: 'designation', value: `V${n}` }])
        .board,
  );
  const ms = (x: number) => `${x.toFixed(1)} ms`;
  say(
    `| ${board.connections.length} | ${ms(fullMs)} | ${ms(spice)} | ${ms(start)} | ${ms(net)} | ${(fullMs / net).toFixed(1)} | ${ms(moveMs)} | ${ms(renameMs)} |`,
  );
}
const beforeAfter = await beforeAfterTable(fileURLToPath(new URL('./pinned.mjs', import.meta.url)));
for (const line of beforeAfter) console.log(line);
const edits = editTable();
for (const line of edits) console.log(line);
const routing = routingTable();
for (const line of routing) console.log(line);
const placement = placementTable();
for (const line of placement) console.log(line);
const scheduling = schedulingTable();
for (const line of scheduling) console.log(line);
const cutting = await cuttingTable();
for (const line of cutting) console.log(line);
const diagnosis = diagnosisTable();
for (const line of diagnosis) console.log(line);
const sweep = faultSweepTable();
for (const line of sweep) console.log(line);

// A year hour by hour, against reading through as many numbers: what any pass over a year costs at least.
const hut = mountainHutBoard();
const model = systemModelOf({
  items: hut.items,
  parts: partIndex(hut, genericCatalogue),
  brief: hut.brief,
  power: hut.power,
  workshop: defaultWorkshop,
});
const clear = clearYear(model.plane!);
const weather = weatherYear(model.climate, 1);
const sink = { sum: 0 };
const pass = () => {
  for (let h = 0; h < clear.length; h++) sink.sum += clear[h]! * 0.5;
};
for (let i = 0; i < 30; i++) {
  simulateYear(model, weather, clear);
  pass();
}
const yearMs = median(Array.from({ length: 41 }, () => timed(() => simulateYear(model, weather, clear))));
const passMs = median(Array.from({ length: 41 }, () => timed(pass)));
const manyMs = timed(() => {
  const run = manyYears(model, 200);
  while (!run.next().done);
});
const years = [
  '| a year, hour by hour | one pass over its hours | year / pass | 200 years of weather |',
  '| --- | --- | --- | --- |',
  `| ${yearMs.toFixed(2)} ms | ${passMs.toFixed(3)} ms | ${(yearMs / passMs).toFixed(0)} | ${(manyMs / 1000).toFixed(1)} s |`,
];
for (const line of years) console.log(line);
const text = `# Benchmarks

Command: \`npm run bench\`. Medians of one run on ${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown processor'}, Node ${process.versions.node}.

A full derive is the whole dossier (network, sizing in rounds, protection, terminations, parts, cuts, bench plan, findings); the simulator (ngspice) solves one operating point of the same sized netlist, so the ratio compares a whole derive with one solve. The simulator's own start is timed on an empty netlist and taken off; both are printed. Goal: re-derive after one edit under 16 ms at 100 connections and at 300. Runs of one machine differ by half. Everything is bundled as the served worker is. The moved part here is the isolator in the trunk: every load's drop and test limit changes with it.

${lines.join('\n')}

## Before and after

The core of the commit that golden/pin.json names, and today's, in turn in one process.

${beforeAfter.join('\n')}

## Plans of the shop

Tabu search on lists; the instances are from memory, their best ends as published.

${scheduling.join('\n')}

## Re-deriving by kind of edit

The whole dossier after one edit at 300 connections, median; the reference is a full derive of the same board in the same run.

${edits.join('\n')}

## Routing

Goal: 80 cables on 1200 × 800 mm under 1 s, 300 under 6 s, a moved part within 50 ms.

${routing.join('\n')}

## Placement

Goal: 40 % less than the median of 1000 random legal layouts on the solver's own score, and less than the demo's layouts by hand.

${placement.join('\n')}

## Cutting stock

Goal: 120 cuts of 6 cable types with 15 remnants proven optimal in under 1 s median; a gap of 1 % at most on 1000 cuts in under 10 s. HiGHS (WebAssembly, from the registry) gets the same articles as a mixed-integer programme.

${cutting.join('\n')}

## Solving and faults

Every node and every wire's both ends, largest and smallest corner, from the sized netlist: wiring analysed, each corner factorised once.

${sweep.join('\n')}

## Diagnosis

Goal: an answer in under 200 ms at 100 connections.

${diagnosis.join('\n')}

## A year of weather

The mountain hut's system through 8,760 hours. Goal: a year under 50 ms; 200 years run in a worker with progress.

${years.join('\n')}
`;
writeFileSync(fileURLToPath(new URL('../../docs/benchmarks.md', import.meta.url)), text);
