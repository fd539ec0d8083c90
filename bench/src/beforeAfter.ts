import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import { migrateBoard } from '@ombrik/core/document/migrate';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { median, timed } from './measure.ts';

interface Pinned {
  boardWith(connections: number): Board;
  pinnedDeriver(): (board: Board) => unknown;
}

/** A full derive, and one after each of a row of edits, by this core and by the pinned one in turn in one process. */
export async function beforeAfterTable(bundle: string): Promise<string[]> {
  if (!existsSync(bundle)) return ['The pinned core was not bundled.'];
  const pinned = (await import(pathToFileURL(bundle).href)) as Pinned;
  const lines = ['| 300 connections | pinned | today | today / pinned |', '| --- | --- | --- | --- |'];
  const old = pinned.boardWith(300);
  const now = migrateBoard(structuredClone(old)) as Board;
  const profile = profileOf(now, defaultWorkshop);
  const fullNow = () => derive(now, genericCatalogue, profile, defaultWorkshop);
  const fullOld = () => pinned.pinnedDeriver()(old);
  const row = (name: string, before: () => number, after: () => number) => {
    const [b, a]: [number[], number[]] = [[], []];
    for (let n = 0; n < 60; n++) {
      b.push(before());
      a.push(after());
    }
    const [was, is] = [median(b.slice(15)), median(a.slice(15))];
    lines.push(`| ${name} | ${was.toFixed(1)} ms | ${is.toFixed(1)} ms | ${(is / was).toFixed(2)} |`);
  };
  row(
    'full derive',
    () => timed(() => void fullOld()),
    () => timed(() => void fullNow()),
  );
  const [deriveOld, deriving] = [pinned.pinnedDeriver(), new Deriving()];
  const deriveNow = (board: Board) => void derive(board, genericCatalogue, profile, defaultWorkshop, deriving);
  deriveOld(old);
  deriveNow(now);
  let n = 0;
  const edits: [string, (n: number) => Command[]][] = [
    ['a word on the order', (k) => [{ kind: 'setBrief', field: 'notes', value: `note ${k}` }]],
    [
      'a cable renamed',
      (k) => [{ kind: 'set', collection: 'cables', id: 'cb_9', field: 'designation', value: `V${k}` }],
    ],
    [
      'the isolator in the trunk moved',
      (k) => [
        {
          kind: 'set',
          collection: 'items',
          id: 'it_Q1',
          field: 'place',
          value: { kind: 'panel', panelId: 'pn_main', face: 'front', xMm: 300 + (k % 60), yMm: 120, rotationDeg: 0 },
        },
      ],
    ],
    [
      'a conductor locked',
      (k) => [
        {
          kind: 'set',
          collection: 'cables',
          id: 'cb_40',
          field: 'conductorMm2',
          value: { mode: 'locked', value: k % 2 ? 4 : 6, reason: 'r', who: 'w' },
        },
      ],
    ],
  ];
  for (const [name, edit] of edits)
    row(
      `re-derive: ${name}`,
      () => {
        const board = applyCommands(old, edit(++n)).board;
        return timed(() => void deriveOld(board));
      },
      () => {
        const board = applyCommands(now, edit(n)).board;
        return timed(() => deriveNow(board));
      },
    );
  return lines;
}
