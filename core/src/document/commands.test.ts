import { describe, expect, it } from 'vitest';
import { lampBoard } from '../testing/kit.ts';
import { commandProblems } from './commandSchema.ts';
import { applyCommands, type Command, CommandError } from './commands.ts';

const board = lampBoard();
const id = board.items[0]!.id;

/** What is sent, and what the answer says of it. */
const REFUSED: [string, unknown, RegExp][] = [
  ['no list', { kind: 'remove' }, /accepted: a list of 1 to 6000 entries/],
  ['an empty list', [], /accepted: a list of 1 to 6000 entries/],
  ['a kind that is none', [{ kind: 'explode' }], /\[0\].kind is "explode"; accepted: add, remove, set, setBrief/],
  [
    'a collection that is none',
    [{ kind: 'remove', collection: 'kettles', id: 'a' }],
    /collection is "kettles"; accepted: panels, /,
  ],
  ['a field too many', [{ kind: 'remove', collection: 'items', id: 'a', why: 1 }], /has unknown field why/],
  [
    'an item without a part',
    [{ kind: 'add', collection: 'items', value: {}, index: null }],
    /commands\[0\].value.* is missing/,
  ],
  [
    'a negative place',
    [{ kind: 'add', collection: 'items', value: {}, index: -1 }],
    /index is -1; accepted: a whole number from 0 to 1000/,
  ],
  [
    'a field that is none',
    [{ kind: 'set', collection: 'items', id, field: 'smell', value: 1 }],
    /commands\[0\].value is not a field that can be set/,
  ],
  [
    'a value of another kind',
    [{ kind: 'set', collection: 'items', id, field: 'held', value: 'yes' }],
    /value is "yes"; accepted: true or false/,
  ],
  [
    'a brief out of range',
    [{ kind: 'setBrief', field: 'ambientC', value: 900 }],
    /brief.ambientC is 900; accepted: a number from -30 to 60 °C/,
  ],
  [
    'a setting that is none',
    [{ kind: 'setSetting', field: 'mood', value: 1 }],
    /settings.mood is not a field that can be set/,
  ],
  [
    'power out of range',
    [{ kind: 'setPower', field: 'ageingReserveShare', value: 3 }],
    /power.ageingReserveShare is 3; accepted: a number from 0 to 0.6/,
  ],
];

/** Commands whose shape is good and which name what is not there. */
const THROWN: [string, Command, RegExp][] = [
  [
    'what is gone',
    { kind: 'remove', collection: 'items', id: 'gone' },
    /items: id "gone" is not there; it may have been removed/,
  ],
  [
    'an id that exists',
    { kind: 'add', collection: 'items', value: board.items[0]!, index: null },
    /items: id ".+" already exists; accepted: a new id/,
  ],
  [
    'another id',
    { kind: 'set', collection: 'items', id, field: 'id', value: 'x' } as unknown as Command,
    /field "id" cannot be set; accepted: name, /,
  ],
  [
    'a collection that is none',
    { kind: 'remove', collection: 'kettles', id } as unknown as Command,
    /collection is "kettles"; accepted: panels, /,
  ],
  [
    'no field of the brief',
    { kind: 'setBrief', field: 'mood', value: 1 } as unknown as Command,
    /brief has no field "mood"; accepted: jobName, /,
  ],
];

describe('commands that are refused', () => {
  it.each(REFUSED)('%s: by name, value and what is accepted', (_, sent, says) => {
    expect(commandProblems(sent).join('\n')).toMatch(says);
  });
  it.each(THROWN)('%s: nothing is changed', (_, command, says) => {
    const before = structuredClone(board);
    expect(() => applyCommands(board, [command])).toThrow(CommandError);
    expect(() => applyCommands(board, [command])).toThrow(says);
    expect(board).toEqual(before);
  });
  it('a list of which one is bad changes nothing at all', () => {
    const before = structuredClone(board);
    const good: Command = { kind: 'setBrief', field: 'notes', value: 'x' };
    expect(() => applyCommands(board, [good, { kind: 'remove', collection: 'items', id: 'gone' }])).toThrow(
      CommandError,
    );
    expect(board).toEqual(before);
  });
});
