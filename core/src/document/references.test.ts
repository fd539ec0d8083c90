import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { mountainHutBoard } from '../testing/demoBoards.ts';
import { parts } from '../testing/kit.ts';
import type { Board } from './board.ts';
import { referenceProblems } from './references.ts';

type Spoil = (board: Board) => void;
const hut = mountainHutBoard();
const problems = (spoil: Spoil) => {
  const board = structuredClone(hut);
  spoil(board);
  return referenceProblems(board, genericCatalogue);
};
const battery =
  (change: (part: ReturnType<typeof structuredClone<NonNullable<ReturnType<typeof parts.get>>>>) => void) =>
  (b: Board) => {
    const part = structuredClone(parts.get('relay-lvd-100')!);
    part.id = 'own';
    change(part);
    b.customParts = [part];
  };
const at = <T>(list: T[], i = 0): T => list[i]!;
const fused = hut.items.findIndex((i) => parts.get(i.partId)?.elements.some((e) => e.kind === 'fuseSeat'));
const placed = hut.items.findIndex((i) => i.place.kind === 'panel');
const loaded = hut.items.findIndex((i) => i.load);

/** What is spoilt, how, and what is said: path, value and what would be accepted. */
const CASES: [string, Spoil, RegExp][] = [
  ...(['panels', 'items', 'connections', 'cables'] as const).map((what): [string, Spoil, RegExp] => [
    `${what} with one id twice`,
    (b) => Object.assign(b, { [what]: [...b[what], b[what][0]] }),
    new RegExp(`^${what}: id ".+" stands twice; accepted: each id once$`),
  ]),
  [
    'a load group twice',
    (b) => b.power.loadGroups.push({ id: 'g', name: 'a', mode: 'together' }, { id: 'g', name: 'b', mode: 'together' }),
    /^power.loadGroups: id "g" stands twice/,
  ],
  [
    'own link with a catalogue id',
    (b) => b.customLinks.push(genericCatalogue.fuseLinks[0]!),
    /^customLinks: id ".+" stands twice/,
  ],
  [
    'item of no part',
    (b) => Object.assign(at(b.items), { partId: 'x' }),
    /^items\[0\].partId is "x", which names nothing; accepted: the id of a catalogue part/,
  ],
  [
    'load in no group',
    (b) => Object.assign(at(b.items, loaded).load!, { groupId: 'x' }),
    /^items\[\d+\].load.groupId is "x"/,
  ],
  [
    'painted hours that fall',
    (b) => Object.assign(at(b.items, loaded).load!, { usage: { kind: 'painted', hours: [8, 7] } }),
    /usage.hours is \[8,7\]; accepted: hours of the day, each once, rising/,
  ],
  [
    'item on no panel',
    (b) => Object.assign(at(b.items, placed).place, { panelId: 'x' }),
    /^items\[\d+\].place.panelId is "x", which names nothing; accepted: pn_/,
  ],
  [
    'insert in no seat',
    (b) => Object.assign(at(b.items, fused), { inserts: [{ seatId: 'x', link: { mode: 'auto' } }] }),
    /inserts\[0\].seatId is "x"/,
  ],
  [
    'insert of no link',
    (b) =>
      Object.assign(at(b.items, fused), {
        inserts: [{ seatId: 'seat', link: { mode: 'locked', value: 'x', reason: 'r', who: 'w' } }],
      }),
    /inserts\[0\].link.value is "x"/,
  ],
  [
    'stack on no terminal',
    (b) => Object.assign(at(b.items), { stacks: [{ terminalId: 'x', order: { mode: 'auto' } }] }),
    /stacks\[0\].terminalId is "x"/,
  ],
  [
    'stack of no wire',
    (b) =>
      Object.assign(at(b.items), {
        stacks: [{ terminalId: 'plus', order: { mode: 'locked', value: ['x'], reason: 'r', who: 'w' } }],
      }),
    /stacks\[0\].order is "x"/,
  ],
  [
    'wire from no item',
    (b) => Object.assign(at(b.connections).from, { itemId: 'x' }),
    /^connections\[0\].from.itemId is "x"/,
  ],
  [
    'wire to no terminal',
    (b) => Object.assign(at(b.connections).to, { terminalId: 'x' }),
    /^connections\[0\].to.terminalId is "x"/,
  ],
  [
    'wire to itself',
    (b) => Object.assign(at(b.connections), { to: at(b.connections).from }),
    /^connections\[0\] joins a terminal to itself; accepted: two different terminals$/,
  ],
  [
    'core of no wire',
    (b) => Object.assign(at(at(b.cables).cores), { connectionId: 'x' }),
    /^cables\[0\].cores\[0\].connectionId is "x", which names nothing/,
  ],
  [
    'two cores of one wire',
    (b) => Object.assign(at(at(b.cables, 1).cores), { connectionId: at(at(b.cables).cores).connectionId }),
    /already carried by another core; accepted: one core each$/,
  ],
  [
    'lug that is none',
    (b) => Object.assign(at(at(b.cables).cores), { fromLug: { mode: 'locked', value: 'x', reason: 'r', who: 'w' } }),
    /fromLug.value is "x"/,
  ],
  [
    'run on no panel',
    (b) => Object.assign(at(b.cables), { segments: [{ id: 's', kind: 'passThrough', panelId: 'x', holeId: 'h' }] }),
    /segments\[0\].panelId is "x"/,
  ],
  [
    'run through no hole',
    (b) =>
      Object.assign(at(b.cables), {
        segments: [{ id: 's', kind: 'passThrough', panelId: b.panels[0]!.id, holeId: 'h' }],
      }),
    /segments\[0\].holeId is "h"/,
  ],
  [
    'control of no item',
    (b) =>
      b.control.push({ id: 'r', condition: 'engineRunning', holds: true, itemId: 'x', contactId: 'k', must: 'open' }),
    /control\[\d\].itemId is "x"/,
  ],
  [
    'control of no contact',
    (b) =>
      b.control.push({
        id: 'r',
        condition: 'engineRunning',
        holds: true,
        itemId: b.items[0]!.id,
        contactId: 'x',
        must: 'open',
      }),
    /control\[\d\].contactId is "x"/,
  ],
  [
    'element at no terminal',
    battery((p) => Object.assign(p.elements[0]!, { a: 'x' })),
    /^customParts\[0\].elements\[0\].a is "x"/,
  ],
  [
    'coil of no contact',
    battery((p) => Object.assign(p.elements[1]!, { contactId: 'x' })),
    /^customParts\[0\].elements\[1\].contactId is "x"/,
  ],
  [
    'bar over no terminal',
    battery((p) => p.elements.push({ kind: 'bar', id: 'bar', terminalIds: ['x'], ratingA: 9 })),
    /elements\[2\].terminalIds is "x"/,
  ],
  [
    'terminal twice',
    battery((p) => p.terminals.push(p.terminals[0]!)),
    /^customParts\[0\].terminals: id "line" stands twice/,
  ],
  [
    'curve with its times crossed',
    (b) =>
      b.customLinks.push({
        ...genericCatalogue.fuseLinks[0]!,
        id: 'own',
        curve: {
          gates: [
            { multiple: 2, minS: 3, maxS: 1 },
            { multiple: 2, minS: 1, maxS: 1 },
          ],
          letThroughPerA2: null,
          source: 's',
        },
      }),
    /curve.gates\[0\].minS is 3; accepted: at most its maxS 1/,
  ],
];

describe('references of a board', () => {
  it('the hut has none that is bad', () => expect(problems(() => undefined)).toEqual([]));
  it.each(CASES)('%s is refused by path, value and what is accepted', (_, spoil, says) => {
    expect(problems(spoil).join('\n')).toMatch(new RegExp(says.source, 'm'));
  });
});
