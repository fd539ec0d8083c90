import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import { placeItem } from '@ombrik/core/document/item/items';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { boardWith } from './boards.ts';
import { median, timed } from './measure.ts';

/** What people do to a board all day, each on a board of 300 connections. */
export function editTable(): string[] {
  const board = boardWith(300);
  const rules = profileOf(board, defaultWorkshop);
  const load = board.items.filter((i) => i.load)[40]!;
  const lead = board.connections.find((c) => c.to.itemId === load.id)!;
  const run = board.cables.find((c) => c.cores[0]!.connectionId === lead.id)!;
  const holder = board.items.find((i) => i.id === 'it_F101')!;
  const shifted = (id: string, n: number): Command[] => {
    const { place } = board.items.find((i) => i.id === id)!;
    return place.kind === 'panel' ? placeItem(board, id, { ...place, xMm: place.xMm + (n % 9) }) : [];
  };
  const set = (collection: 'items' | 'cables', id: string, field: string, value: unknown): Command[] => [
    { kind: 'set', collection, id, field, value } as Command,
  ];
  const edits: [string, (n: number) => Command[]][] = [
    ['a word on the order', (n) => [{ kind: 'setBrief', field: 'notes', value: `note ${n}` }]],
    ['a part moved on the one-line drawing', (n) => set('items', load.id, 'drawnAt', { x: n, y: 1 })],
    ['a cable renamed', (n) => set('cables', 'cb_9', 'designation', `V${n}`)],
    ['a load renamed', (n) => set('items', load.id, 'name', `Lamp ${n}`)],
    [
      'hours of a load',
      (n) => set('items', load.id, 'load', { ...load.load!, usage: { kind: 'perDay', hoursPerDay: 1 + (n % 20) } }),
    ],
    [
      'watts of a load',
      (n) => set('items', load.id, 'load', { ...load.load!, rating: { kind: 'watts', powerW: 10 + (n % 20) } }),
    ],
    [
      'a run measured',
      (n) =>
        set(
          'cables',
          run.id,
          'segments',
          run.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm: 3000 + n } : s)),
        ),
    ],
    [
      'a conductor locked',
      // Each time another one, so that no edit comes to what one before it came to.
      (n) => set('cables', `cb_${20 + n}`, 'conductorMm2', { mode: 'locked', value: 10, reason: 'r', who: 'w' }),
    ],
    ['a branch fuse moved', (n) => shifted(holder.id, n)],
    ['the isolator in the trunk moved', (n) => shifted('it_Q1', n)],
  ];
  const fullMs = median(
    Array.from({ length: 9 }, () => timed(() => void derive(board, genericCatalogue, rules, defaultWorkshop))),
  );
  const lines = ['| edit | re-derive | of a full derive |', '| --- | --- | --- |'];
  const all: number[] = [];
  for (const [name, edit] of edits) {
    const deriving = new Deriving();
    derive(board, genericCatalogue, rules, defaultWorkshop, deriving);
    const runs = Array.from({ length: 60 }, (_, n) => {
      const edited = applyCommands(board, edit(n)).board;
      return timed(() => void derive(edited, genericCatalogue, rules, defaultWorkshop, deriving));
    });
    const warm = runs.slice(12);
    const ms = median(warm);
    all.push(...warm);
    lines.push(`| ${name} | ${ms.toFixed(1)} ms | ${((100 * ms) / fullMs).toFixed(0)} % |`);
  }
  lines.push(
    `| all of them together | ${median(all).toFixed(1)} ms | ${((100 * median(all)) / fullMs).toFixed(0)} % |`,
  );
  return lines;
}
