import { elementKindOf } from '../devices/registry.ts';
import type { Id } from './basics.ts';
import type { Board } from './board.ts';
import type { Cable } from './cable/cable.ts';
import type { Connection } from './connection/connection.ts';
import type { ControlRule } from './control/controlRule.ts';
import type { Item } from './item/item.ts';
import type { Panel } from './panel/panel.ts';
import type { Catalogue, FuseLink, Part } from './part/part.ts';

/**
 * The part an item is, from the board's own parts first, then the catalogue.
 * @example
 * partIndex({ customParts: [] }, catalogue).has('shunt-500'); // true
 */
export function partIndex(board: { customParts: readonly Part[] }, catalogue: Catalogue): Map<Id, Part> {
  const index = new Map<Id, Part>();
  for (const part of catalogue.parts) index.set(part.id, part);
  for (const part of board.customParts) index.set(part.id, part);
  return index;
}

/** What there is to be named. */
interface Known {
  parts: ReadonlyMap<Id, Part>;
  panels: ReadonlyMap<Id, Panel>;
  items: ReadonlyMap<Id, Item>;
  connections: ReadonlySet<Id>;
  groups: ReadonlySet<Id>;
  links: ReadonlySet<Id>;
  lugs: ReadonlySet<Id>;
}

const missing = (path: string, value: Id, accepted: string): string =>
  `${path} is "${value}", which names nothing; accepted: ${accepted}`;
/** A problem where something holds, nothing where it does not. */
const when = (wrong: boolean, ...problem: string[]): string[] => (wrong ? problem : []);

function duplicates(what: string, entries: readonly { id: Id }[]): string[] {
  const seen = new Set<Id>();
  return entries.flatMap(({ id }) => {
    const twice = seen.has(id);
    seen.add(id);
    return when(twice, `${what}: id "${id}" stands twice; accepted: each id once`);
  });
}

/**
 * What of a part names terminals or elements it does not have, or has twice.
 * @param at where it stands, for the words
 * @example
 * wiringProblems(parts.get('load-small'), 'part'); // []
 */
export function wiringProblems(part: Part, at: string): string[] {
  const terminals = new Set(part.terminals.map((t) => t.id));
  return [
    ...duplicates(`${at}.terminals`, part.terminals),
    ...duplicates(`${at}.elements`, part.elements),
    ...part.elements.flatMap((element, e) => [
      ...Object.entries(element).flatMap(([field, value]) =>
        when(
          elementKindOf(element).terminals.includes(field) && value !== null && !terminals.has(String(value)),
          missing(`${at}.elements[${e}].${field}`, String(value), `a terminal id of ${part.id}`),
        ),
      ),
      ...('terminalIds' in element ? element.terminalIds : []).flatMap((t) =>
        when(!terminals.has(t), missing(`${at}.elements[${e}].terminalIds`, t, `a terminal id of ${part.id}`)),
      ),
      ...when(
        'contactId' in element && !part.elements.some((x) => x.id === element.contactId),
        missing(
          `${at}.elements[${e}].contactId`,
          'contactId' in element ? element.contactId : '',
          `an element id of ${part.id}`,
        ),
      ),
    ]),
  ];
}

function loadProblems({ load }: Item, at: string, groups: ReadonlySet<Id>): string[] {
  if (!load) return [];
  const hours = load.usage.kind === 'painted' ? load.usage.hours : [];
  return [
    ...when(
      load.groupId !== null && !groups.has(load.groupId),
      missing(`${at}.groupId`, load.groupId ?? '', 'the id of a load group, or null'),
    ),
    ...when(
      hours.some((h, i) => i > 0 && h <= hours[i - 1]!),
      `${at}.usage.hours is ${JSON.stringify(hours)}; accepted: hours of the day, each once, rising`,
    ),
  ];
}

function itemProblems(item: Item, at: string, known: Known): string[] {
  const part = known.parts.get(item.partId);
  if (!part)
    return [missing(`${at}.partId`, item.partId, 'the id of a catalogue part or of a custom part of this board')];
  return [
    ...loadProblems(item, `${at}.load`, known.groups),
    ...(item.place.kind === 'panel'
      ? when(
          !known.panels.has(item.place.panelId),
          missing(`${at}.place.panelId`, item.place.panelId, [...known.panels.keys()].join(', ')),
        )
      : []),
    ...item.inserts.flatMap(({ seatId, link }, n) => [
      ...when(
        !part.elements.some((e) => e.kind === 'fuseSeat' && e.id === seatId),
        missing(`${at}.inserts[${n}].seatId`, seatId, `a fuse seat of ${part.id}`),
      ),
      ...(link.mode === 'locked'
        ? when(
            !known.links.has(link.value),
            missing(`${at}.inserts[${n}].link.value`, link.value, 'the id of a fuse link in the catalogue'),
          )
        : []),
    ]),
    ...item.stacks.flatMap(({ terminalId, order }, n) => [
      ...when(
        !part.terminals.some((t) => t.id === terminalId),
        missing(`${at}.stacks[${n}].terminalId`, terminalId, `a terminal of ${part.id}`),
      ),
      ...(order.mode === 'locked' ? order.value : []).flatMap((c) =>
        when(!known.connections.has(c), missing(`${at}.stacks[${n}].order`, c, 'the id of a connection')),
      ),
    ]),
  ];
}

function connectionProblems({ from, to }: Connection, at: string, { items, parts }: Known): string[] {
  const ends = Object.entries({ from, to }).flatMap(([end, ref]) => {
    const item = items.get(ref.itemId);
    if (!item) return [missing(`${at}.${end}.itemId`, ref.itemId, 'the id of an item')];
    const part = parts.get(item.partId);
    return part && !part.terminals.some((t) => t.id === ref.terminalId)
      ? [missing(`${at}.${end}.terminalId`, ref.terminalId, part.terminals.map((t) => t.id).join(', '))]
      : [];
  });
  const same = from.itemId === to.itemId && from.terminalId === to.terminalId;
  return [...ends, ...when(same, `${at} joins a terminal to itself; accepted: two different terminals`)];
}

function cableProblems(cable: Cable, at: string, known: Known, carried: Set<Id>): string[] {
  const cores = cable.cores.flatMap((core, k) => {
    const { connectionId } = core;
    const twice = carried.has(connectionId);
    carried.add(connectionId);
    return [
      ...when(
        !known.connections.has(connectionId),
        missing(`${at}.cores[${k}].connectionId`, connectionId, 'the id of a connection'),
      ),
      ...when(
        twice,
        `${at}.cores[${k}].connectionId is "${connectionId}", already carried by another core; accepted: one core each`,
      ),
      ...(['fromLug', 'toLug'] as const).flatMap((end) => {
        const choice = core[end];
        return choice.mode === 'locked' && !known.lugs.has(choice.value)
          ? [missing(`${at}.cores[${k}].${end}.value`, choice.value, 'the id of a lug in the catalogue')]
          : [];
      }),
    ];
  });
  const segments = cable.segments.flatMap((segment, s) => {
    if (segment.kind === 'measuredRun') return [];
    const panel = known.panels.get(segment.panelId);
    const own = `${at}.segments[${s}]`;
    if (!panel) return [missing(`${own}.panelId`, segment.panelId, [...known.panels.keys()].join(', '))];
    return segment.kind === 'passThrough' && !panel.holes.some((h) => h.id === segment.holeId)
      ? [missing(`${own}.holeId`, segment.holeId, `a hole of panel ${panel.id}`)]
      : [];
  });
  return [...cores, ...segments];
}

function controlProblems(rule: ControlRule, at: string, { items, parts }: Known): string[] {
  const item = items.get(rule.itemId);
  if (!item) return [missing(`${at}.itemId`, rule.itemId, 'the id of an item')];
  const part = parts.get(item.partId);
  return part && !part.elements.some((e) => e.kind === 'contact' && e.id === rule.contactId)
    ? [missing(`${at}.contactId`, rule.contactId, `a contact of ${part.id}`)]
    : [];
}

function linkProblems(link: FuseLink, at: string): string[] {
  const gates = link.curve?.gates ?? [];
  return gates.flatMap((g, i) => [
    ...when(g.minS > g.maxS, `${at}.curve.gates[${i}].minS is ${g.minS}; accepted: at most its maxS ${g.maxS}`),
    ...(i > 0 && g.multiple <= gates[i - 1]!.multiple
      ? [`${at}.curve.gates[${i}].multiple is ${g.multiple}; accepted: above the one before, ${gates[i - 1]!.multiple}`]
      : []),
  ]);
}

/**
 * Cross-references of a board whose shape is already good: every id that is used names something.
 * @returns problems naming path, value and what is accepted; empty when all references hold.
 * @example
 * referenceProblems(board, catalogue); // []
 */
export function referenceProblems(board: Board, catalogue: Catalogue): string[] {
  const known: Known = {
    parts: partIndex(board, catalogue),
    panels: new Map(board.panels.map((p) => [p.id, p])),
    items: new Map(board.items.map((i) => [i.id, i])),
    connections: new Set(board.connections.map((c) => c.id)),
    groups: new Set(board.power.loadGroups.map((g) => g.id)),
    links: new Set([...catalogue.fuseLinks, ...board.customLinks].map((f) => f.id)),
    lugs: new Set(catalogue.lugs.map((l) => l.id)),
  };
  const carried = new Set<Id>();
  return [
    ...(
      ['panels', 'customParts', 'items', 'connections', 'cables', 'survey', 'extras', 'control', 'accepted'] as const
    ).flatMap((what) => duplicates(what, board[what])),
    ...duplicates('customLinks', [...board.customLinks, ...catalogue.fuseLinks]),
    ...duplicates('power.loadGroups', board.power.loadGroups),
    ...duplicates(
      'cables[].cores',
      board.cables.flatMap((c) => c.cores),
    ),
    ...board.customParts.flatMap((part, i) => wiringProblems(part, `customParts[${i}]`)),
    ...board.items.flatMap((item, i) => itemProblems(item, `items[${i}]`, known)),
    ...board.connections.flatMap((connection, i) => connectionProblems(connection, `connections[${i}]`, known)),
    ...board.cables.flatMap((cable, i) => cableProblems(cable, `cables[${i}]`, known, carried)),
    ...board.control.flatMap((rule, i) => controlProblems(rule, `control[${i}]`, known)),
    ...board.customLinks.flatMap((link, i) => linkProblems(link, `customLinks[${i}]`)),
  ];
}
