import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { placementModel } from '@ombrik/core/layout/placement/model';
import { place, randomLayout, startOf } from '@ombrik/core/layout/placement/place';
import { termsOf, totalOf, WISHES } from '@ombrik/core/layout/placement/score';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { seededRandom } from '@ombrik/core/solvers/random';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { mountainHutBoard } from '@ombrik/demo/mountainHut';
import { pressShedBoard } from '@ombrik/demo/pressShed';
import { repeaterShelterBoard } from '@ombrik/demo/repeaterShelter';
import { median, timed } from './measure.ts';

const RANDOM = 1000;
const STEPS = 120_000;

/** The hut's board with nine more of its parts, unwired ones among them: 25 on one panel. */
function twentyFive() {
  const hut = mountainHutBoard();
  const standing = hut.items.filter((i) => i.place.kind === 'panel');
  const extra = standing
    .filter((i) => /^-(F|X|Q|R)/.test(i.designation))
    .slice(0, 25 - standing.length)
    .map((i, n) => ({ ...i, id: `it_more${n}`, designation: `${i.designation}${n}0`, inserts: [], stacks: [] }));
  return { ...hut, items: [...hut.items, ...extra] };
}

/** Each proposal against a thousand random legal layouts and against the layout by hand. */
export function placementTable(): string[] {
  const out = [
    '| board | parts | proposal | median of random legal layouts | by hand | placed | less than random | time |',
    '| --- | --- | --- | --- | --- | --- | --- | --- |',
  ];
  const boards = [
    ['25 parts', twentyFive(), false],
    ['mountain hut', mountainHutBoard(), true],
    ['repeater', repeaterShelterBoard(), true],
    ['market cart', marketCartBoard(), true],
    ['press shed', pressShedBoard(), true],
  ] as const;
  for (const [name, board, byHand] of boards) {
    const dossier = derive(board, genericCatalogue, profileOf(board, defaultWorkshop), defaultWorkshop);
    const model = placementModel(
      board,
      partIndex(board, genericCatalogue),
      dossier,
      board.panels[0]!.id,
      cableLays(dossier.cables, profileOf(board, defaultWorkshop), genericCatalogue),
    );
    const random = seededRandom(11).next;
    const layouts = [];
    for (let tries = 0; layouts.length < RANDOM && tries < 4 * RANDOM; tries++) {
      const layout = randomLayout(model, random);
      if (layout) layouts.push(layout);
    }
    for (const { name: wish, weights } of WISHES) {
      const mid = median(layouts.map((l) => totalOf(termsOf(model, l), weights)));
      let total = 0;
      const ms = timed(() => {
        total = place(model, weights, { seed: 1, steps: STEPS }).total;
      });
      const hand = byHand ? totalOf(termsOf(model, startOf(model)), weights).toFixed(2) : '–';
      out.push(
        `| ${name} | ${model.movables.length} | ${wish} | ${mid.toFixed(2)} (${layouts.length}) | ${hand} | ${total.toFixed(2)} | ${((1 - total / mid) * 100).toFixed(0)} % | ${(ms / 1000).toFixed(1)} s |`,
      );
    }
  }
  return out;
}
