import type { Id, RotationDeg } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Item, Place } from '../document/item/item.ts';
import { removeItems } from '../document/item/items.ts';
import type { KeepOut } from '../document/panel/panel.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import { waysTakenBack } from '../layout/waysTakenBack.ts';
import { onPanel } from '../stages/lengths/geometry.ts';

/** What may be chosen when a job starts from a design. */
export type DesignOption =
  /** Parts that may be left out, with their wires. */
  | { id: Id; kind: 'without'; name: string; itemIds: Id[] }
  /** A part there are several of: the first is the one that is drawn. */
  | { id: Id; kind: 'swap'; name: string; itemId: Id; partIds: Id[] }
  /** Drawn for one hand; the other is its mirror. */
  | { id: Id; kind: 'mirror'; name: string };

/** A board the workshop sells as its own, in one of its versions. */
export interface HouseDesign {
  id: Id;
  version: number;
  name: string;
  board: Board;
  options: DesignOption[];
  /** In the workshop's currency; null where it is worked out anew. */
  price: number | null;
  note: string;
  madeBy: string;
  madeAt: string;
}

/** By option: `with` or `without`, the id of a part, `as drawn` or `mirrored`; what is not named is as drawn. */
export type DesignChoices = Readonly<Record<Id, string>>;

/**
 * What an option may be chosen to be, the way it is drawn first.
 * @example
 * choicesOf({ id: 'o', kind: 'mirror', name: 'Hand' }); // ['as drawn', 'mirrored']
 */
export function choicesOf(option: DesignOption): readonly string[] {
  if (option.kind === 'without') return ['with', 'without'];
  return option.kind === 'swap' ? option.partIds : ['as drawn', 'mirrored'];
}

/**
 * Of what was chosen of one version what another still asks.
 * @example
 * choicesStill([], { hand: 'mirrored' }); // {}
 */
export function choicesStill(options: readonly DesignOption[], choices: DesignChoices): DesignChoices {
  const accepted = new Map(options.map((o) => [o.id, choicesOf(o)]));
  return Object.fromEntries(Object.entries(choices).filter(([id, choice]) => accepted.get(id)?.includes(choice)));
}

const named = (board: Board, id: Id) => board.items.find((i) => i.id === id)?.designation ?? id;

/**
 * What is wrong with the options of a design: parts it does not have, parts that cannot stand in for another.
 * @returns one line each, naming field, value and what is accepted
 * @example
 * designProblems(board, [], catalogue); // []
 */
export function designProblems(board: Board, options: readonly DesignOption[], catalogue: Catalogue): string[] {
  const parts = partIndex(board, catalogue);
  const items = new Set(board.items.map((i) => i.id));
  const wired = (itemId: Id) =>
    new Set(
      board.connections.flatMap((c) => [c.from, c.to]).flatMap((r) => (r.itemId === itemId ? [r.terminalId] : [])),
    );
  return options.flatMap((option, n): string[] => {
    const at = `options[${n}]`;
    if (options.findIndex((o) => o.id === option.id) < n)
      return [`${at}.id is "${option.id}", which stands twice; accepted: each once`];
    if (option.kind === 'mirror') return [];
    const asked = option.kind === 'without' ? option.itemIds : [option.itemId];
    const unknown = asked.find((id) => !items.has(id));
    if (unknown !== undefined || asked.length === 0)
      return [`${at} names item "${unknown ?? ''}"; accepted: one or more items of the board`];
    if (option.kind === 'without') return [];
    const drawn = board.items.find((i) => i.id === option.itemId)!.partId;
    if (option.partIds[0] !== drawn)
      return [`${at}.partIds[0] is "${option.partIds[0] ?? ''}"; accepted: "${drawn}", the part that is drawn`];
    return option.partIds.flatMap((partId, k) => {
      const part = parts.get(partId);
      if (!part) return [`${at}.partIds[${k}] is "${partId}", which names nothing; accepted: the id of a part`];
      const lacks = [...wired(option.itemId)].find((t) => !part.terminals.some((x) => x.id === t));
      return lacks === undefined
        ? []
        : [
            `${at}.partIds[${k}] is "${partId}", which has no terminal ${lacks}; accepted: a part with every terminal of ${named(board, option.itemId)} that has a wire`,
          ];
    });
  });
}

/**
 * The board of a design as it was chosen.
 * @throws RangeError that names the option, the choice and what is accepted
 * @example
 * boardOfDesign({ board, options: [] }, {}, catalogue).items.length; // 6
 */
export function boardOfDesign(
  design: Pick<HouseDesign, 'board' | 'options'>,
  choices: DesignChoices,
  catalogue: Catalogue,
): Board {
  const known = new Set(design.options.map((o) => o.id));
  for (const id of Object.keys(choices))
    if (!known.has(id)) throw new RangeError(`choices.${id} names no option; accepted: ${[...known].join(', ')}`);
  let { board } = design;
  for (const option of design.options) {
    const accepted = choicesOf(option);
    const choice = choices[option.id] ?? accepted[0]!;
    if (!accepted.includes(choice))
      throw new RangeError(`choices.${option.id} is "${choice}"; accepted: ${accepted.join(', ')}`);
    if (choice !== accepted[0]) board = applyCommands(board, commandsOf(board, option, choice, catalogue)).board;
  }
  return board;
}

function commandsOf(board: Board, option: DesignOption, choice: string, catalogue: Catalogue): readonly Command[] {
  switch (option.kind) {
    case 'without':
      return removeItems(board, new Set(option.itemIds.filter((id) => board.items.some((i) => i.id === id))));
    case 'swap':
      // It may have been left out by another option.
      return board.items.some((i) => i.id === option.itemId)
        ? [{ kind: 'set', collection: 'items', id: option.itemId, field: 'partId', value: choice }]
        : [];
    case 'mirror':
      return mirrored(board, catalogue);
  }
}

/** Where a part stands in the mirror: turned so that its terminals come nearest to where their images are. */
function bestTurn(item: Item, part: Part | undefined, flip: <T extends { xMm: number }>(p: T) => T): Place {
  if (item.place.kind !== 'panel' || !part) return item.place;
  const there = flip(item.place);
  const away = (rotationDeg: RotationDeg): number =>
    part.terminals.reduce((sum, t) => {
      const image = flip(onPanel(item, t)!);
      const own = onPanel({ ...item, place: { ...there, rotationDeg } }, t)!;
      return sum + Math.hypot(image.xMm - own.xMm, image.yMm - own.yMm);
    }, 0);
  const { rotationDeg } = item.place;
  const half = ((rotationDeg + 180) % 360) as RotationDeg;
  return { ...there, rotationDeg: away(half) < away(rotationDeg) ? half : rotationDeg };
}

/** Every panel with its parts on the other side; its cables are to be laid anew. */
function mirrored(board: Board, catalogue: Catalogue): Command[] {
  const parts = partIndex(board, catalogue);
  // A part has no mirror image: its terminals stand nearly as they stood, and no way fits them to a hair any more.
  const ways = waysTakenBack(board.cables, () => true);
  const panels = board.panels.flatMap((panel): Command[] => {
    const xs = panel.outline.map((p) => p.xMm);
    const sum = Math.min(...xs) + Math.max(...xs);
    // To a thousandth: twice over is as it was.
    const flip = <T extends { xMm: number }>(p: T): T => ({ ...p, xMm: Math.round((sum - p.xMm) * 1000) / 1000 });
    const shape = (k: KeepOut): KeepOut['shape'] =>
      k.shape.kind === 'polygon'
        ? { ...k.shape, points: k.shape.points.map(flip) }
        : { ...k.shape, centre: flip(k.shape.centre), fromDeg: 180 - k.shape.toDeg, toDeg: 180 - k.shape.fromDeg };
    const here = board.items.filter((i) => i.place.kind === 'panel' && i.place.panelId === panel.id);
    return [
      { kind: 'set', collection: 'panels', id: panel.id, field: 'outline', value: panel.outline.map(flip) },
      { kind: 'set', collection: 'panels', id: panel.id, field: 'fixings', value: panel.fixings.map(flip) },
      { kind: 'set', collection: 'panels', id: panel.id, field: 'holes', value: panel.holes.map(flip) },
      {
        kind: 'set',
        collection: 'panels',
        id: panel.id,
        field: 'keepOuts',
        value: panel.keepOuts.map((k) => ({ ...k, shape: shape(k) })),
      },
      {
        kind: 'set',
        collection: 'panels',
        id: panel.id,
        field: 'channels',
        value: panel.channels.map((c) => ({ ...c, from: flip(c.from), to: flip(c.to) })),
      },
      ...here.flatMap((i): Command[] =>
        i.place.kind === 'panel'
          ? [
              {
                kind: 'set',
                collection: 'items',
                id: i.id,
                field: 'place',
                value: bestTurn(i, parts.get(i.partId), flip),
              },
            ]
          : [],
      ),
    ];
  });
  return [...panels, ...ways];
}
