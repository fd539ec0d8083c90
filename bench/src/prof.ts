import { placeItem } from '@ombrik/core/board/actions/items';
import { applyCommands } from '@ombrik/core/board/commands';
import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import { derive } from '@ombrik/core/derive';
import { Memo } from '@ombrik/core/memo';
import { profileById } from '@ombrik/core/rules/profiles/profiles';
import { defaultWorkshop } from '@ombrik/core/rules/workshop';
import { boardWith } from './boards.ts';

const board = boardWith(100);
const p = profileById(board.brief.profileId);
const memo = new Memo();
const xs: number[] = [];
for (let n = 0; n < 150; n++) {
  const b = applyCommands(
    board,
    placeItem(board, 'it_Q1', {
      kind: 'panel',
      panelId: 'pn_main',
      face: 'front',
      xMm: 300 + (n % 60),
      yMm: 120,
      rotationDeg: 0,
    }),
  ).board;
  const t = performance.now();
  const d = derive(b, genericCatalogue, p, defaultWorkshop, memo);
  xs.push(performance.now() - t);
  if (n == 0) console.log('rounds', d.sizing.rounds);
}
console.log('move median', xs.slice(30).sort((a, b) => a - b)[60]);
